"""Reads colours, measures contrast, moves a colour until it reads, makes a palette of one.

Contrast is WCAG 2.2 (success criteria 1.4.3 text 4.5 : 1, 1.4.11 marks 3 : 1); lightness moves in
OKLCH so that the hue an owner chose stays theirs. Parsing and conversion are coloraide's.
"""

from dataclasses import dataclass, replace
from functools import lru_cache

from coloraide import Color
from coloraide.css.color_names import name2val_map

from .colour_words import as_css, nearest_css

TEXT_RATIO = 4.5
MARK_RATIO = 3.0
CARD = "#fffcf6"
INK = "#2b2226"
BRASS = "#e0a030"
DARK_CARD = "#241a1e"
DARK_INK = "#f3ebe4"


@dataclass(frozen=True, slots=True)
class Contrast:
    """How one colour reads on another: `ratio` 1 to 21, `reads` against the wanted ratio,
    `nearest` the nearest colour that does (the colour itself where it reads already)."""

    ratio: float
    reads: bool
    nearest: str


@dataclass(frozen=True, slots=True)
class Palette:
    """Every colour the button and card use, as `#rrggbb`; all pairs pass by construction.

    `on_brand` is the label on `brand`; `ring` the mark on it; `word` the brand as text on
    `card`; `tint` and `line` pale grounds of the same hue; `hover` the brand pressed.
    """

    brand: str
    on_brand: str
    ring: str
    hover: str
    card: str
    ink: str
    muted: str
    word: str
    tint: str
    line: str
    edge: str


def read_colour(css: str) -> str | None:
    """A colour as `#rrggbb`: CSS in any written form (CSS Color 4), or as people write it (`0a7d4f`,
    `rgb 10 125 79`, names in eight languages); None if it is none.

    A see-through colour is taken as it looks on white paper.
    """
    text = css.strip()[:200]
    return _read(text) or _read(as_css(text))


def nearest_colour(text: str) -> str | None:
    """What something that doesn't read was most likely meant to be, as `#rrggbb`; None where nothing is
    near.
    """
    if not text.strip() or read_colour(text) is not None:
        return None
    return _read(nearest_css(text[:200], tuple(name2val_map)))


@lru_cache(maxsize=4096)
def _read(css: str) -> str | None:
    if css.lower() in ("", "transparent", "currentcolor", "none"):
        return None
    try:
        colour = Color(css)
    except (ValueError, TypeError):
        return None
    if colour.alpha() != colour.alpha():  # NaN: `none` as alpha
        return None
    if colour.alpha() < 1:
        colour = Color.layer([colour.convert("srgb"), "white"], space="srgb")
    return _hex(colour)


def _hex(colour: Color) -> str:
    return str(colour.convert("srgb").fit("srgb", method="oklch-chroma").to_string(hex=True, alpha=False))


def ratio(colour: str, other: str) -> float:
    """WCAG 2.2 contrast of two `#rrggbb` colours, 1.0 to 21.0."""
    return _ratio(colour, other) if colour < other else _ratio(other, colour)


@lru_cache(maxsize=16384)
def _ratio(colour: str, other: str) -> float:
    return float(Color(colour).contrast(other, method="wcag21"))


def contrast(text: str, ground: str, wanted: float = TEXT_RATIO) -> Contrast | None:
    """Measure text on a ground, in any CSS form; None if either is no colour.

    `ratio` is cut, not rounded, to two places, so that 4.499 never says 4.50.
    """
    ink, paper = read_colour(text), read_colour(ground)
    if ink is None or paper is None:
        return None
    value = ratio(ink, paper)
    return Contrast(int(round(value * 100, 6)) / 100, value >= wanted, nearest_readable(ink, paper, wanted))


@lru_cache(maxsize=4096)
def nearest_readable(ink: str, paper: str, wanted: float = TEXT_RATIO) -> str:
    """The colour nearest to `ink` that reads on `paper`, its OKLCH lightness moved either way.

    The smaller move wins. There always is one: black or white reads at 4.58 on any colour.
    """
    if ratio(ink, paper) >= wanted:
        return ink
    lightness = Color(ink).convert("oklch")["lightness"]
    ways = [way for way in (_move(ink, paper, wanted, 0.0), _move(ink, paper, wanted, 1.0)) if way]
    if not ways:
        return "#000000" if ratio("#000000", paper) > ratio("#ffffff", paper) else "#ffffff"
    return min(ways, key=lambda way: abs(way[0] - lightness))[1]


def _move(ink: str, paper: str, wanted: float, toward: float) -> tuple[float, str] | None:
    """Halve the way to black (0) or white (1) until the step is under what hex can show."""
    base = Color(ink).convert("oklch")
    far, near = toward, float(base["lightness"])

    def at(lightness: float) -> str:
        return _hex(base.clone().set("lightness", lightness))

    if ratio(at(far), paper) < wanted:
        return None
    for _ in range(14):
        middle = (far + near) / 2
        if ratio(at(middle), paper) >= wanted:
            far = middle
        else:
            near = middle
    return far, at(far)


@lru_cache(maxsize=1024)
def palette_of(brand: str, label: str | None = None, *, dark: bool = False) -> Palette:
    """The whole palette from one brand colour (`#rrggbb`), with the label's colour if set by hand.

    Everything but a hand-set label passes: text at 4.5 : 1, marks at 3 : 1. `dark` is for dark
    pages: the brand stays, card, grounds and words turn round.
    """
    on_brand = label or _label_on(brand)
    base = Color(brand).convert("oklch")
    chroma = min(float(base["chroma"]), 0.14)

    def shade(lightness: float, share: float) -> str:
        return _hex(base.clone().set("lightness", lightness).set("chroma", chroma * share))

    card = DARK_CARD if dark else CARD
    tint = shade(0.3, 0.3) if dark else shade(0.945, 0.14)
    pressed = shade(max(float(base["lightness"]) - 0.12, 0.16), 1.0)
    hover = pressed if ratio(on_brand, pressed) >= min(TEXT_RATIO, ratio(on_brand, brand)) else brand
    ring = BRASS if min(ratio(BRASS, brand), ratio(BRASS, hover)) >= MARK_RATIO else on_brand
    word = nearest_readable(nearest_readable(brand, card), tint)
    muted = nearest_readable("#b9aab0" if dark else "#6b5f66", tint)
    return Palette(
        brand=brand,
        on_brand=on_brand,
        ring=ring,
        hover=hover,
        card=card,
        ink=DARK_INK if dark else INK,
        muted=muted,
        word=word,
        tint=tint,
        line=shade(0.38, 0.4) if dark else shade(0.87, 0.28),
        edge="#9b8a7c" if dark else "#8a7665",
    )


def _label_on(brand: str) -> str:
    """Card white or near-black, whichever reads; pure where neither shade does."""
    best = max((CARD, INK), key=lambda shade: ratio(shade, brand))
    if ratio(best, brand) >= TEXT_RATIO:
        return best
    return max(("#ffffff", "#000000"), key=lambda shade: ratio(shade, brand))


@lru_cache(maxsize=1024)
def hand_set(palette: Palette, colours: tuple[tuple[str, str], ...], *, dark: bool = False) -> Palette:
    """A palette with colours set by hand in it; what can't be read is left out. On dark pages only the
    ring and the pressed brand stay as set.
    """
    kept = {
        name: read
        for name, css in colours
        if name in palette.__slots__
        and (not dark or name in ("ring", "hover"))
        and (read := read_colour(css))
    }
    return replace(palette, **kept) if kept else palette


PAIRS: tuple[tuple[str, str, str, float], ...] = (
    ("label", "on_brand", "brand", TEXT_RATIO),
    ("pressed", "on_brand", "hover", TEXT_RATIO),
    ("ring", "ring", "brand", MARK_RATIO),
    ("heading", "word", "card", TEXT_RATIO),
    ("text", "ink", "card", TEXT_RATIO),
    ("small", "muted", "card", TEXT_RATIO),
    ("app", "word", "tint", TEXT_RATIO),
    ("small_on_tint", "muted", "tint", TEXT_RATIO),
    ("edge", "edge", "card", MARK_RATIO),
)
"""Everything that must read: its name, what is written, on which ground, and the contrast it needs (WCAG
2.2).
"""


@dataclass(frozen=True, slots=True)
class Pair:
    """One pair of a palette, measured. `ink` is the palette's name of what would be changed to
    `contrast.nearest`.
    """

    name: str
    ink: str
    contrast: Contrast


def pairs_of(palette: Palette) -> tuple[Pair, ...]:
    """Every pair, in the order of PAIRS."""
    out = []
    for name, ink, ground, wanted in PAIRS:
        found = contrast(getattr(palette, ink), getattr(palette, ground), wanted)
        assert found is not None
        out.append(Pair(name, ink, found))
    return tuple(out)


MIXES: dict[str, str] = {
    "wine": "#5e1f38",
    "bottle": "#1f4d46",
    "ink": "#24406b",
    "rust": "#7a3b12",
    "plum": "#4a3156",
    "moss": "#2f5a2b",
    "brick": "#9a3b26",
    "harbour": "#0f5c73",
    "cocoa": "#4b2f25",
    "graphite": "#33383d",
    "berry": "#a11f4b",
    "olive": "#55561b",
}
"""Our ready mixes by name: one colour each, the palette follows."""
