"""QR codes as SVG (ISO/IEC 18004, drawn by segno)."""

import io

import segno

MOST_CHARACTERS = 2000


def qr_svg(text: str, *, dark: str = "#3a1424") -> str:
    """A code of a text as SVG with its quiet zone of four modules, error correction M or better."""
    out = io.BytesIO()
    segno.make(text[:MOST_CHARACTERS], error="m", micro=False).save(
        out, kind="svg", border=4, dark=dark, light="#ffffff", xmldecl=False, svgns=True, omitsize=True
    )
    return out.getvalue().decode()
