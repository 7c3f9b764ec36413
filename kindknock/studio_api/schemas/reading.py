"""Things typed and how they are read."""

from typing import Literal

from ninja import Field, Schema


class AppOut(Schema):
    key: str
    name: str
    initials: str


class ReadIn(Schema):
    typed: str = Field(max_length=4000)
    app: str | None = None
    country: str = Field("", max_length=2)


class ReadingOut(Schema):
    """How something typed was read. `says` is the reading, `more` what to know about it."""

    ok: bool
    app: str | None
    canonical: str
    shown: str
    fits: list[AppOut]
    says: str
    more: str
    state: Literal["open", "ajar", "barred"]
    code: str


class AppChoiceOut(AppOut):
    """An app by name: what must exist first, whether it carries the message, an address as one would paste
    it.
    """

    first: str
    carries: bool
    example: str


class HoursReadIn(Schema):
    text: str = Field(max_length=500)


class HoursReadOut(Schema):
    ok: bool
    says: str


class QrOut(Schema):
    svg: str
