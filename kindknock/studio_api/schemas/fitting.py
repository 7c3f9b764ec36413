"""Fitting: what stands on a page of the line."""

from datetime import datetime
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


class HeardPageOut(Schema):
    """A page on which the line was heard. `door` is the name of the door last shown there, empty for none;
    `share` in percent of the times it was looked, once an hour at most; null where that was never.
    """

    path: str
    title: str
    heard_at: datetime
    door: str
    share: int | None


class HeardHostOut(Schema):
    """One web address of the site, as heard. `says` is how it is heard in a sentence, `notes` what is odd
    about the line there, `unheard` pages known there on which it never was.
    """

    id: int
    name: str
    shown: str
    state: Literal["allowed", "heard", "not_ours"]
    for_testing: bool
    hearing: Literal["never", "heard", "quiet", "silent"]
    says: str
    notes: list[str]
    pages: list[HeardPageOut]
    unheard: list[str]
    unheard_more: int


class FittingOut(Schema):
    """`standing` is how the line stands as a whole, in words with a glyph."""

    hosts: list[HeardHostOut]
    state: Literal["open", "ajar", "shut", "barred"]
    standing: str


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


class SheetIn(Schema):
    masked: bool = False
    """Without numbers and codes of ways."""


class SheetOut(Schema):
    """Where a printed sheet can be had."""

    link: str


class PinnedOut(Schema):
    """The pinned line, and until when its files are served."""

    line: str
    until: datetime
