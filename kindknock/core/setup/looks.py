"""A door's looks, as its owner chose them."""

from typing import Annotated, Literal

from pydantic import Field

from .values import Picture, Value

Shade = Literal["ring", "hover", "card", "ink", "muted", "word", "tint", "line", "edge"]


class Offset(Value):
    """From the corner, in CSS px, safe areas not counted in."""

    side_px: Annotated[int, Field(ge=0, le=400)] = 24
    foot_px: Annotated[int, Field(ge=0, le=400)] = 20


class Looks(Value):
    colour: Annotated[str, Field(max_length=200)] = "#5e1f38"
    label_colour: Annotated[str, Field(max_length=200)] = ""
    """Empty: chosen to read."""
    palette: Annotated[dict[Shade, Annotated[str, Field(max_length=200)]], Field(max_length=10)] = {}
    """Colours set by hand, any CSS form; the rest follows from `colour`."""
    scheme: Literal["light", "dark", "page", "system"] = "light"
    """Light or dark always, or as the page declares itself, or as the visitor's system is set."""
    shape: Literal["arch", "round", "square", "bar", "tab"] = "arch"
    corner: Literal["left", "right"] = "right"
    height: Literal["foot", "middle", "top"] = "foot"
    """Whether it stands in the lower corner, half way up the side or in the upper corner; a bar always
    stands at the foot.
    """
    stays: bool = False
    """Whether it stays at its place on the page instead of following when one scrolls."""
    size_px: Annotated[int, Field(ge=44, le=96)] = 52
    width_px: Annotated[int | None, Field(ge=44, le=320)] = None
    """At least so wide; None: as wide as its words. A round one and a tab have their size instead."""
    round_px: Annotated[int | None, Field(ge=0, le=48)] = None
    """How round its corners are; None: as its shape has them. A round one stays round."""
    label: Literal["shown", "computer", "phone", "hidden"] = "shown"
    """Where the label is seen beside the mark; it is the accessible name everywhere (docs/rules.md 9). A
    round one never shows it.
    """
    phone_offset: Offset | None = None
    computer_offset: Offset | None = None
    """None takes ours; tablets take the computer's (docs/rules.md 5)."""
    glyph: Annotated[str, Field(max_length=20)] = "knocker"
    """One of `glyphs`; empty for none."""
    glyph_picture: Picture = ""
    """Stands in place of the glyph."""
    motion: Literal["none", "swing", "nod", "lean", "breathe", "rise", "tap"] = "swing"
    font: Annotated[str, Field(max_length=120)] = ""
    """Empty: the site's own. `kk:figtree` and its like: shipped with us. Else a font's name, with the
    system's as a fall-back.
    """
    text_px: Annotated[int, Field(ge=12, le=20)] = 14
    density: Literal["close", "usual", "roomy"] = "usual"
    css: Annotated[str, Field(max_length=8000)] = ""
    """The owner's own, as typed; only what `own_css` lets through is used."""
    logo: Picture = ""
    banner: Picture = ""
