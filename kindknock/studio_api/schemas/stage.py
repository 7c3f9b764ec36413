"""The stage: a visit rehearsed, its verdict, the week, page rules being made."""

from datetime import date
from typing import Any, Literal

from ninja import Field, Schema

from kindknock.core import setup as core

from .days import Day, Moment
from .desk import ChannelMore, DoorSome


class StageVisit(Schema):
    address: str = Field("", max_length=2000)
    title: str = Field("", max_length=300)
    lang: str = Field("", max_length=35)
    languages: list[str] = Field(default_factory=list, max_length=20)
    device: Literal["phone", "tablet", "computer"] = "computer"
    at: Moment | None = None
    country: str = Field("", max_length=2)
    zone: str = Field("", max_length=64)
    returning: bool = False
    referrer: str = Field("", max_length=2000)
    page: int = Field(1, ge=1, le=100)
    pretend: Literal["", "on_sale", "sold_out", "no_price", "basket"] = ""


class ChannelLaid(Schema):
    """A channel as it is being typed."""

    name: dict[str, str] | None = None
    more: ChannelMore | None = None


class StageIn(Schema):
    """Ask about the draft, with what is being typed and not saved yet laid over it."""

    door: str
    of: str = Field("draft", pattern=r"^(draft|live|\d{1,9})$")
    """What is shown: the draft as typed, what visitors have, or a release by its number."""
    parts: DoorSome | None = None
    channels: dict[str, ChannelLaid] = Field(default_factory=dict)
    show: str | None = Field(None, max_length=64)
    """An answer or signposts to be there whatever pages, devices or languages they are for, kept back or
    not.
    """
    visit: StageVisit


class FixOut(Schema):
    """An act that would change the outcome: `value` is what it acts on."""

    code: str
    says: str
    value: str


class LineOut(Schema):
    """One matter of the ledger. `sentence` names the desk's sentence it belongs to, empty for none."""

    matter: str
    rule: str
    says: str
    outcome: Literal["passes", "stops", "would_pass", "would_stop", "waits"]
    sentence: str
    fixes: list[FixOut]


class MissingOut(Schema):
    kind: Literal["channel", "person", "door"]
    key: str
    name: str
    why: str


class WeekIn(StageIn):
    first: Day


class StretchOut(Schema):
    """`since` and `until` in seconds since 1970; `says` is the stretch in words."""

    since: int
    until: int
    state: Literal["in", "nobody", "closed"]
    says: str


class DayOut(Schema):
    day: date
    name: str
    since: int
    until: int
    stretches: list[StretchOut]


class WeekOut(Schema):
    """Seven days on the shop's clock; `now` is the moment, in seconds since 1970."""

    days: list[DayOut]
    now: int
    zone: str


class PlacesIn(Schema):
    """Page rules as they stand, an address to test them with, and what is being typed to single out pages."""

    rules: list[core.PageRule] = Field(default_factory=list, max_length=400)
    test: str = Field("", max_length=2000)
    typed: str = Field("", max_length=2000)
    effect: Literal["show", "hide"] = "hide"


class KindsIn(Schema):
    """The owner's patterns for kinds of page, in order: the first that matches counts. `was`: those that
    stood as this change began; what others have put in since stays.
    """

    kinds: list[core.KindPattern] = Field(max_length=60)
    was: list[core.KindPattern] | None = Field(None, max_length=60)


class WayOut(Schema):
    kind: Literal["exact", "below", "pattern", "page_kind", "campaign"]
    value: str
    says: str
    catches: int


class PlacesOut(Schema):
    """`unsure`: whether it shows hangs on the page's kind, which nobody told yet. `unseen` are the rules by
    kind
    of page that no page seen so far is of.
    """

    shows: bool
    unsure: bool
    unseen: list[int]
    decided_by: int | None
    near_miss: int | None
    says: str
    useless: list[int]
    cancelled: list[int]
    rules: list[str]
    ways: list[WayOut]
    explains: str
    catches: list[str]
    misses: list[str]
    caveat: str


class PairOut(Schema):
    """One pair of the palette: what it is in words, how it reads in words, and the palette's colour to
    change to `nearest`.
    """

    name: str
    says: str
    reads: bool
    reading: str
    ink: str
    nearest: str


class ContrastOut(Schema):
    """How the label reads on the button: `ratio` to one, and the nearest colour that reads; every pair,
    the palette light and dark, and a sentence for each part of the owner's own CSS that is left out.
    """

    pairs: list[PairOut]
    palette: dict[str, str]
    dark: dict[str, str]
    dropped: list[str]

    ratio: float
    reads: bool
    nearest: str
    seen: float
    seen_reads: bool
    seen_nearest: str
    colour: str | None
    instead: str | None
    """What a colour that doesn't read was most likely meant to be."""


class HeardBoxOut(Schema):
    left: int
    top: int
    width: int
    height: int


class HeardWindowOut(Schema):
    width: int
    height: int


class HeardOut(Schema):
    window: HeardWindowOut
    boxes: list[HeardBoxOut]


class StageOut(Schema):
    shown: bool
    state: Literal["open", "ajar", "shut", "barred"]
    title: str
    more: str
    clock: str
    answer: dict[str, Any]
    ledger: list[LineOut]
    closing: str
    closing_more: str
    missing: list[MissingOut]
    facts: dict[str, str]
    contrast: ContrastOut
    page: Literal["theirs", "drawn"]
    nudge_comes_late: bool
    """The card opens by itself before the nudge is seen."""
    heard: HeardOut | None = None
    """What real visits told that the button covers here, if it does."""


class TryIn(Schema):
    """`person` by key: hers for that app, else the channel's address."""

    channel: str
    person: str | None = Field(None, max_length=64)
    note: str = Field("", max_length=5000)
    address: str = Field("", max_length=2000)


class TryOut(Schema):
    """What a visitor's press would do: the link, the words in it, a QR code of it as SVG."""

    link: str | None
    text: str
    copied: bool
    qr: str
    real_link: str


class BoxIn(Schema):
    """A rectangle of the window in CSS px, its origin top left."""

    left: int
    top: int
    width: int = Field(ge=0)
    height: int = Field(ge=0)


class WindowIn(Schema):
    width: int = Field(ge=1, le=20_000)
    height: int = Field(ge=1, le=20_000)


class FreePlaceIn(Schema):
    """A button as it stands on the stage, and what of the page stays in the window."""

    corner: Literal["left", "right"]
    size: int
    shape: str = "arch"
    height: Literal["foot", "middle", "top"] = "foot"
    device: core.Device
    offset: core.Offset | None = None
    window: WindowIn
    button: BoxIn
    boxes: list[BoxIn] = Field(max_length=100)


class FreePlaceOut(Schema):
    """The least offset at which it covers nothing; `foot_px` null where nothing is free."""

    side_px: int
    foot_px: int | None
