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
    zone: str = Field("", max_length=64)
    """The clock of whoever types, where there is no business yet."""


class ReadingChoiceOut(Schema):
    """Another reading of what was typed: what it is taken as when pressed, and in words."""

    canonical: str
    says: str
    country: str


class ReadingOut(Schema):
    """How something typed was read. `says` is the reading, `more` what to know about it; `choices` are what
    else it may mean: to choose from where `ok` is false, beside the likelier one else.
    """

    ok: bool
    app: str | None
    canonical: str
    shown: str
    fits: list[AppOut]
    says: str
    more: str
    state: Literal["open", "ajar", "barred"]
    code: str
    choices: list[ReadingChoiceOut]


class AppChoiceOut(AppOut):
    """An app by name: what must exist first, whether it carries the message, an address as one would paste
    it.
    """

    first: str
    carries: bool
    example: str


class QrOut(Schema):
    svg: str
