"""Line drawings, worked out rather than stored: wheels by their spokes, a bicycle from its wheels."""

from math import cos, pi, sin

LINE = "#3d5750"


def _spokes(cx: float, cy: float, hub: float, rim: float, count: int) -> str:
    """Three-cross lacing: each spoke leaves the hub a quarter turn from where it meets the rim."""
    out = []
    for i in range(count):
        at, lead = 2 * pi * i / count, (pi / 2.2) * (1 if i % 2 else -1)
        out.append(
            f"M{cx + hub * cos(at + lead):.1f} {cy + hub * sin(at + lead):.1f}L{cx + rim * cos(at):.1f} "
            f"{cy + rim * sin(at):.1f}"
        )
    return "".join(out)


def _wheel(cx: float, cy: float, r: float, spokes: int, heavy: float) -> str:
    return (
        f'<circle cx="{cx}" cy="{cy}" r="{r}" stroke-width="{heavy}"/><circle cx="{cx}" cy="{cy}" '
        f'r="{r - 7}" stroke-width="1.2"/>'
        f'<path d="{_spokes(cx, cy, r * 0.09, r - 7, spokes)}" stroke-width=".8"/>'
        f'<circle cx="{cx}" cy="{cy}" r="{r * 0.1}" fill="#fff" stroke-width="2.2"/><circle cx="{cx}" '
        f'cy="{cy}" r="{r * 0.035}" stroke-width="2"/>'
    )


def _svg(box: str, inside: str) -> str:
    return (
        f'<svg viewBox="{box}" fill="none" stroke="{LINE}" stroke-linecap="round" '
        f'stroke-linejoin="round" aria-hidden="true">{inside}</svg>'
    )


def wheel(spokes: int = 36) -> str:
    return _svg("0 0 240 240", _wheel(120, 120, 112, spokes, 4))


def bicycle() -> str:
    wheels = _wheel(92, 190, 78, 28, 4) + _wheel(328, 190, 78, 28, 4)
    frame = "M92 190 166 190 142 92 282 86 166 190M142 92 92 190M328 190 276 62"
    extras = (
        "M128 52h38M148 52 142 92M276 62l-26-6m26 6 22-12q16-4 18 10M166 190l14 26m-6 0h14M166 "
        "190l-14-26m-6 0h14"
    )
    return _svg(
        "0 0 420 280",
        f'{wheels}<path d="{frame}" stroke-width="5"/><path d="{extras}" stroke-width="4.4"/><circle '
        'cx="166" cy="190" r="17" fill="#fff" stroke-width="3"/><path d="M0 270h420" stroke-width="1.4"/>',
    )


def lamp() -> str:
    rays = "".join(
        f"M{150 + 26 * cos(a):.1f} {118 + 26 * sin(a):.1f}L{150 + 68 * cos(a):.1f} {118 + 68 * sin(a):.1f}"
        for a in (-0.6, -0.3, 0, 0.3, 0.6)
    )
    return _svg(
        "0 0 240 240",
        '<path d="M64 84q40-22 74 0v68q-34 22-74 0q-16-34 0-68z" stroke-width="4"/><path d="M138 84q12 34 '
        '0 68M84 168v34h34v-34M84 202q17 16 34 0" stroke-width="3"/>'
        f'<path d="{rays}" stroke-width="1.6"/><circle cx="96" cy="118" r="20" stroke-width="1.6"/>',
    )


def mark() -> str:
    spokes = "".join(
        f"M12 12 {12 + 9 * cos(a * pi / 6):.1f} {12 + 9 * sin(a * pi / 6):.1f}" for a in range(12)
    )
    return (
        '<svg viewBox="0 0 24 24" width="24" height="24" fill="none" stroke="#8c2f45" '
        f'aria-hidden="true"><circle cx="12" cy="12" r="10" stroke-width="2"/><path d="{spokes}" '
        'stroke-width=".9"/><circle cx="12" cy="12" r="2.2" fill="#8c2f45"/></svg>'
    )


def bell() -> str:
    return _svg(
        "0 0 240 240",
        '<path d="M60 150q0-80 60-80t60 80z" stroke-width="4"/><path d="M50 150h140v14H50z" '
        'stroke-width="3"/><circle cx="120" cy="60" r="9" stroke-width="3"/>'
        '<path d="M84 140q2-44 30-54" stroke-width="1.6"/><path d="M176 122l30 12m-30-12a8 8 0 1 0 1-2" '
        'stroke-width="3"/>',
    )


def saddle() -> str:
    coil = "".join(f"M{x} {y}q12 -5 24 0t-24 5" for x in (58, 90) for y in (146, 156, 166, 176))
    return _svg(
        "0 0 240 240",
        '<path d="M40 118q6-34 62-28 60 6 104 22 10 6 0 12-50 4-90 14-60 14-76-20z" '
        f'stroke-width="4"/><path d="{coil}" stroke-width="2.2"/><path d="M62 192h60l70-62M120 138v54" '
        'stroke-width="3"/>',
    )


def basket() -> str:
    reeds = "".join(f"M{x} 96l{(120 - x) * 0.14:.1f} 92" for x in range(52, 200, 12))
    rings = "".join(f"M{50 + n * 3} {96 + n * 23}h{140 - n * 6}" for n in range(1, 4))
    return _svg(
        "0 0 240 240",
        f'<path d="M42 96h156l-20 92H62z" stroke-width="4"/><path d="{reeds}{rings}" '
        'stroke-width="1.2"/><path d="M78 96q0-46 42-46t42 46" stroke-width="4"/>',
    )


def tyre() -> str:
    tread = "".join(
        f"M{120 + 96 * cos(a * pi / 24):.1f} "
        f"{120 + 96 * sin(a * pi / 24):.1f}L{120 + 108 * cos(a * pi / 24 + 0.06):.1f} "
        f"{120 + 108 * sin(a * pi / 24 + 0.06):.1f}"
        for a in range(48)
    )
    return _svg(
        "0 0 240 240",
        '<circle cx="120" cy="120" r="110" stroke-width="4"/><circle cx="120" cy="120" r="94" '
        f'stroke-width="2"/><circle cx="120" cy="120" r="80" stroke-width="3"/><path d="{tread}" '
        'stroke-width="1.4"/>',
    )


def pump() -> str:
    return _svg(
        "0 0 240 240",
        '<path d="M92 32h56M120 32v52" stroke-width="5"/><path d="M106 84h28v112h-28z" '
        'stroke-width="4"/><path d="M76 206h88M106 196l-30 10m58-10 30 10" stroke-width="4"/>'
        '<circle cx="120" cy="178" r="14" fill="#fff" stroke-width="2.4"/><path d="M120 178l6-8" '
        'stroke-width="1.8"/><path d="M134 190q50 8 44-52-4-34 18-34" stroke-width="2.6"/>',
    )


def hub() -> str:
    holes = "".join(
        f'<circle cx="{x + 20 * cos(a * pi / 4):.1f}" cy="{120 + 46 * sin(a * pi / 4):.1f}" r="3" '
        'stroke-width="1.4"/>'
        for x in (72, 168)
        for a in range(8)
    )
    return _svg(
        "0 0 240 240",
        '<ellipse cx="72" cy="120" rx="26" ry="58" stroke-width="4"/><ellipse cx="168" cy="120" rx="26" '
        'ry="58" stroke-width="4"/><path d="M80 84h80M80 156h80M20 120h26M194 120h26" '
        f'stroke-width="4"/>{holes}',
    )


def chain() -> str:
    links = "".join(
        f'<rect x="{20 + n * 34}" y="{104 + (n % 2) * 8}" width="40" height="18" rx="9" '
        f'stroke-width="3"/><circle cx="{30 + n * 34}" cy="{113 + (n % 2) * 8}" r="3.4" stroke-width="1.6"/>'
        for n in range(6)
    )
    return _svg("0 0 240 240", links)


def lock() -> str:
    return _svg(
        "0 0 240 240",
        '<path d="M60 150a64 64 0 1 1 120 0" stroke-width="12"/><path d="M46 150h148v44q0 10-10 10H56q-10 '
        '0-10-10z" stroke-width="4"/><circle cx="120" cy="172" r="8" stroke-width="2.6"/><path d="M120 '
        '180v12" stroke-width="2.6"/>',
    )


def tin() -> str:
    return _svg(
        "0 0 240 240",
        '<rect x="44" y="92" width="152" height="86" rx="16" stroke-width="4"/><path d="M44 116h152" '
        'stroke-width="2"/><rect x="66" y="132" width="30" height="26" rx="6" stroke-width="2"/><circle '
        'cx="124" cy="145" r="13" stroke-width="2"/><path d="M152 132h24v26h-24z" stroke-width="2"/>',
    )


def map_() -> str:
    return _svg(
        "0 0 240 240",
        '<path d="M36 60l56-18 56 18 56-18v138l-56 18-56-18-56 18z" stroke-width="4"/><path d="M92 '
        '42v138M148 60v138" stroke-width="2"/><path d="M52 150q40-60 70-30t66-50" stroke-width="2.2" '
        'stroke-dasharray="6 7"/>',
    )
