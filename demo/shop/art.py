"""Line drawings, worked out rather than stored: wheels by their spokes, a bicycle from its wheels."""

from math import cos, pi, sin

LINE = "#3d5750"


def _spokes(cx: float, cy: float, hub: float, rim: float, count: int) -> str:
    """Three-cross lacing: each spoke leaves the hub a quarter turn from where it meets the rim."""
    out = []
    for i in range(count):
        at, lead = 2 * pi * i / count, (pi / 2.2) * (1 if i % 2 else -1)
        out.append(f"M{cx + hub * cos(at + lead):.1f} {cy + hub * sin(at + lead):.1f}L{cx + rim * cos(at):.1f} {cy + rim * sin(at):.1f}")
    return "".join(out)


def _wheel(cx: float, cy: float, r: float, spokes: int, heavy: float) -> str:
    return (f'<circle cx="{cx}" cy="{cy}" r="{r}" stroke-width="{heavy}"/><circle cx="{cx}" cy="{cy}" r="{r - 7}" stroke-width="1.2"/>'
            f'<path d="{_spokes(cx, cy, r * .09, r - 7, spokes)}" stroke-width=".8"/>'
            f'<circle cx="{cx}" cy="{cy}" r="{r * .1}" fill="#fff" stroke-width="2.2"/><circle cx="{cx}" cy="{cy}" r="{r * .035}" stroke-width="2"/>')


def _svg(box: str, inside: str) -> str:
    return f'<svg viewBox="{box}" fill="none" stroke="{LINE}" stroke-linecap="round" stroke-linejoin="round" aria-hidden="true">{inside}</svg>'


def wheel(spokes: int = 36) -> str:
    return _svg("0 0 240 240", _wheel(120, 120, 112, spokes, 4))


def bicycle() -> str:
    wheels = _wheel(92, 190, 78, 28, 4) + _wheel(328, 190, 78, 28, 4)
    frame = "M92 190 166 190 142 92 282 86 166 190M142 92 92 190M328 190 276 62"
    extras = "M128 52h38M148 52 142 92M276 62l-26-6m26 6 22-12q16-4 18 10M166 190l14 26m-6 0h14M166 190l-14-26m-6 0h14"
    return _svg("0 0 420 280", f'{wheels}<path d="{frame}" stroke-width="5"/><path d="{extras}" stroke-width="4.4"/><circle cx="166" cy="190" r="17" fill="#fff" stroke-width="3"/><path d="M0 270h420" stroke-width="1.4"/>')


def lamp() -> str:
    rays = "".join(f"M{150 + 26 * cos(a):.1f} {118 + 26 * sin(a):.1f}L{150 + 68 * cos(a):.1f} {118 + 68 * sin(a):.1f}" for a in (-.6, -.3, 0, .3, .6))
    return _svg("0 0 240 240", '<path d="M64 84q40-22 74 0v68q-34 22-74 0q-16-34 0-68z" stroke-width="4"/><path d="M138 84q12 34 0 68M84 168v34h34v-34M84 202q17 16 34 0" stroke-width="3"/>'
                f'<path d="{rays}" stroke-width="1.6"/><circle cx="96" cy="118" r="20" stroke-width="1.6"/>')


def mark() -> str:
    spokes = "".join(f"M12 12 {12 + 9 * cos(a * pi / 6):.1f} {12 + 9 * sin(a * pi / 6):.1f}" for a in range(12))
    return f'<svg viewBox="0 0 24 24" width="24" height="24" fill="none" stroke="#8c2f45" aria-hidden="true"><circle cx="12" cy="12" r="10" stroke-width="2"/><path d="{spokes}" stroke-width=".9"/><circle cx="12" cy="12" r="2.2" fill="#8c2f45"/></svg>'
