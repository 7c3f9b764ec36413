"""Fitting: what stands on a page of the line."""

from typing import Literal

from ninja import Field, Schema


class LookIn(Schema):
    typed: str = Field(max_length=2000)


class AskedOut(Schema):
    """The number under which what is seen is asked for."""

    number: int


class LookOut(Schema):
    """`address` is the page looked at, `says` what stands there, `how` the way to mend it with `add` to
    paste, a line each. `is_ours` whether its host is on the list. `made_with` is a guess of the kind of site,
    null where nothing tells; `generator` what the page itself says it was made with.
    """

    address: str
    state: Literal["open", "ajar", "barred"]
    code: str
    says: str
    how: str
    add: list[str]
    notes: list[str]
    is_ours: bool
    host: str
    made_with: (
        Literal["builder", "plugins", "shop_theme", "loader", "page_builder", "static", "generated", "app"]
        | None
    )
    generator: str


class SilentIn(Schema):
    """A page was opened to be watched and told nothing: which look belongs to it, and whether our files and
    our messages get through the browser it was opened in.
    """

    look: int | None = Field(None, ge=0)
    files: bool
    messages: bool


class SilentOut(Schema):
    """The likeliest cause, as likely, and what to try."""

    says: str
    how: str
