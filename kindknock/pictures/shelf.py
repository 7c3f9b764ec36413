"""What stands on every business's shelf: six banners, and twelve faces and desk signs, all of our own
drawing.
"""

from kindknock.core.looks.glyphs import GLYPHS

_SVG = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {w} {h}">{body}</svg>'


def _face(ground: str, skin: str, hair: str, shirt: str, cut: str) -> str:
    """Head and shoulders without features: somebody, nobody in particular."""
    return _SVG.format(
        w=68,
        h=76,
        body=(
            f'<rect width="68" height="76" fill="{ground}"/><path d="M8 76c0-17 11-25 26-25s26 8 26 25z" '
            f'fill="{shirt}"/>'
            f'<path d="M28 46h12v9a6 6 0 0 1-12 0z" fill="{skin}"/><ellipse cx="34" cy="34" rx="13" '
            f'ry="15.5" fill="{skin}"/><path d="{cut}" fill="{hair}"/>'
        ),
    )


_SHORT = "M20 33c-1-12 5-19 14-19s15 7 14 19c-2-6-5-9-9-10-6 2-13 2-16 1-2 3-3 5-3 9z"
_LONG = (
    "M19 52c-3-12-4-38 15-38s18 26 15 38c-3-1-5-2-5-4 2-8 2-16-1-22-6 2-13 1-16-2-3 7-4 15-3 24 0 2-2 3-5 4z"
)
_BUN = (
    "M34 5a6 6 0 0 1 5 9.500c6 3 9 9 9 17.500-2-5-5-8-8-9-5 2-10 1-13-1-3 2-6 5-7 10-1-9 3-15 9-18A6 6 "
    "0 0 1 34 5z"
)
_WRAP = (
    "M17 40c-3-16 4-28 17-28s20 12 17 28c0 9-6 17-17 17s-17-8-17-17zm8-8c-1 10 3 18 9 18s10-8 "
    "9-18c-5-4-13-4-18 0z"
)
_CURLS = (
    "M20 36c-5-3-4-9 0-11 0-6 5-9 9-8 3-4 9-4 12 0 5 0 8 4 7 9 4 3 4 8 0 10 0-6-3-10-7-12-5 2-11 2-15 "
    "0-3 3-5 7-6 12z"
)
_CAP = "M18 30c0-11 7-17 16-17s16 6 16 17h8c2 0 2 4 0 4H18z"


def _sign(ground: str, mark: str, glyph: str) -> str:
    """A desk's sign: one of our marks on an arch's ground."""
    return _SVG.format(
        w=68,
        h=76,
        body=f'<rect width="68" height="76" fill="{ground}"/><path transform="translate(16.500 17.500) '
        f'scale(1.600)" fill-rule="evenodd" d="{GLYPHS[glyph]}" fill="{mark}"/>',
    )


def _banner(ground: str, body: str) -> str:
    return _SVG.format(w=592, h=168, body=f'<rect width="592" height="168" fill="{ground}"/>{body}')


def _row(count: int, step: int, shape: str, start: int = 0) -> str:
    return "".join(f'<g transform="translate({start + n * step} 0)">{shape}</g>' for n in range(count))


FACES: dict[str, str] = {
    "face-ash": _face("#dfe7e3", "#e2b796", "#3b2a22", "#24406b", _SHORT),
    "face-birch": _face("#f5e6ea", "#8d5a3b", "#1f1613", "#5e1f38", _LONG),
    "face-cedar": _face("#ebe1d2", "#c98f66", "#5a3a24", "#2f5a2b", _BUN),
    "face-elm": _face("#e3e8f0", "#f0cdb0", "#4a3156", "#33383d", _WRAP),
    "face-fern": _face("#f9e8c8", "#6d432b", "#16100d", "#0f5c73", _CURLS),
    "face-hazel": _face("#e6ead9", "#d9a67e", "#7a3b12", "#8a5a06", _CAP),
    "sign-tools": _sign("#5e1f38", "#e0a030", "wrench"),
    "sign-wheel": _sign("#1f4d46", "#f6efe6", "wheel"),
    "sign-letter": _sign("#24406b", "#f9e8c8", "letter"),
    "sign-key": _sign("#7a3b12", "#f6efe6", "key"),
    "sign-cup": _sign("#dce8d9", "#35573d", "cup"),
    "sign-question": _sign("#f9e8c8", "#8a5a06", "question"),
}
BANNERS: dict[str, str] = {
    "banner-hills": _banner(
        "#f9e8c8",
        '<circle cx="470" cy="62" r="30" fill="#e0a030"/><path d="M0 120c90-60 170-60 260-10s210 50 '
        '332-20v78H0z" fill="#7d9a80"/><path d="M0 146c120-40 220-30 320 0s190 20 272-10v32H0z" '
        'fill="#4b7353"/>',
    ),
    "banner-harbour": _banner(
        "#dbe7ea",
        _row(
            7,
            92,
            '<path d="M0 128h64l-10 20H10zM30 40v82M34 44l26 64H34z" fill="#24406b" stroke="#24406b" '
            'stroke-width="2"/>',
            10,
        )
        + '<path d="M0 150c50-12 98 12 148 0s98 12 148 0 98 12 148 0 98 12 148 0v18H0z" fill="#0f5c73"/>',
    ),
    "banner-bunting": _banner(
        "#f6efe6",
        '<path d="M0 24c150 50 440 50 592 0" fill="none" stroke="#8a7665" stroke-width="3"/>'
        + "".join(
            f'<path d="M{18 + n * 52} {32 + 30 * (1 - abs(n - 5) / 5):.0f}h34l-17 40z" '
            f'fill="{("#5e1f38", "#e0a030", "#4b7353", "#24406b")[n % 4]}"/>'
            for n in range(11)
        ),
    ),
    "banner-tiles": _banner(
        "#ebe1d2",
        "".join(
            f'<path d="M{x * 74} {y * 84 + 84}V{y * 84 + 37}a37 37 0 0 1 74 0v47z" '
            f'fill="{("#5e1f38", "#f6efe6", "#b4502c", "#e6cbd3")[(x + y) % 4]}"/>'
            for x in range(8)
            for y in range(2)
        ),
    ),
    "banner-wheels": _banner(
        "#1f4d46",
        _row(
            6,
            112,
            '<g fill="none" stroke="#f6efe6" stroke-width="3"><circle cx="40" cy="84" r="46"/><circle '
            'cx="40" cy="84" r="6"/><path d="M40 38v92M-6 84h92M7.500 51.500l65 65M72.500 51.500l-65 '
            '65"/></g>',
            -24,
        ),
    ),
    "banner-roofs": _banner(
        "#f5e6ea",
        "".join(
            f'<path d="M{n * 86} 168V{96 - n % 3 * 18}l43-{38 + n % 2 * 12} 43 {38 + n % 2 * 12}V168z" '
            f'fill="{("#5e1f38", "#7a3b12", "#4a3156")[n % 3]}"/><path d="M{n * 86 + 35} 168v-30a8 8 0 0 1 '
            '16 0v30z" fill="#e0a030"/>'
            for n in range(7)
        ),
    ),
}
SHELF: dict[str, str] = FACES | BANNERS


def address_of(name: str) -> str:
    """Where a drawing of the shelf is served."""
    return f"/k/shelf/{name}.svg"
