"""What looks can be made of: ready mixes, marks, fonts, pictures."""

from ninja import Field, Schema


class MixOut(Schema):
    key: str
    colour: str


class GlyphOut(Schema):
    """A mark as one path in a box of 22 by 26, filled by the even-odd rule."""

    key: str
    path: str


class FontOut(Schema):
    key: str
    name: str


class DrawingOut(Schema):
    """A drawing of our shelf."""

    key: str
    address: str


class LooksChoicesOut(Schema):
    """`parts` are the names an owner's own CSS may use."""

    mixes: list[MixOut]
    glyphs: list[GlyphOut]
    fonts: list[FontOut]
    faces: list[DrawingOut]
    banners: list[DrawingOut]
    parts: list[str]


class PaintIn(Schema):
    """A colour of a page with the area it covers, in CSS px."""

    css: str = Field(max_length=100)
    area: int = Field(ge=0, le=1_000_000_000)


class PaintsIn(Schema):
    paints: list[PaintIn] = Field(max_length=500)


class ColoursOut(Schema):
    colours: list[str]


class PictureOut(Schema):
    """`address` is what a setup names it by; `came_bytes` what was uploaded, `bytes` what a phone's
    browser loads of it; `used` the doors, ways and people of the draft that show it.
    """

    key: str
    address: str
    name: str
    width: int
    height: int
    colours: list[str]
    came_bytes: int
    bytes: int
    used: list[str]


class PictureFromIn(Schema):
    address: str = Field(max_length=2000)
