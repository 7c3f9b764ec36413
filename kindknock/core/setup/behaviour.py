"""How a door behaves: for whom it is, when it appears, what it does by itself and on a press."""

from typing import Annotated, Literal

from pydantic import Field

from .values import Device, Key, PageRules, Texts, Value

Seconds = Annotated[int, Field(ge=0, le=3600)]
Percent = Annotated[int, Field(ge=0, le=100)]


class ForWhom(Value):
    """Which visitors; empty means everyone. An unknown country counts as let in (docs/rules.md 5)."""

    devices: tuple[Device, ...] = ()
    countries_mode: Literal["all", "only", "not"] = "all"
    countries: Annotated[tuple[Annotated[str, Field(pattern=r"^[A-Z]{2}$")], ...], Field(max_length=260)] = ()
    languages: Annotated[tuple[Key, ...], Field(max_length=40)] = ()
    visitors: Literal["all", "first", "returning"] = "all"
    came_from: Annotated[tuple[Annotated[str, Field(max_length=260)], ...], Field(max_length=40)] = ()
    """Hosts of referring pages; a visit that tells none is let in by none."""


class Arrives(Value):
    """When the button appears (docs/rules.md 6): seconds or scroll, whichever comes first, from page
    `page` of the visit on.
    """

    seconds: Seconds | None = 0
    scroll_percent: Percent | None = None
    page: Annotated[int, Field(ge=1, le=100)] = 1
    pages: PageRules = ()
    """The addresses these conditions hold on; elsewhere it stands at once. Empty: on all."""


class Nudge(Value):
    """The small note beside the button. Its delay starts when the button appears."""

    on: bool = False
    words: Texts = {}
    after_seconds: Seconds = 20
    how_often: Literal["every_page", "once_a_visit", "once_a_day", "once"] = "once_a_visit"
    page: Annotated[int, Field(ge=1, le=100)] = 1
    """The page of the visit from which on it comes."""
    first_reply: Texts = {}
    second_reply: Texts = {}
    """Ready replies to press; each opens the card with the note begun."""
    pages: PageRules = ()
    devices: tuple[Device, ...] = ()
    sound: bool = False
    motion: Literal["none", "rise", "nod", "lean"] = "rise"


class OpensItself(Value):
    """Whether the card opens by itself; never on phones unless asked for."""

    on: bool = False
    seconds: Seconds | None = 10
    scroll_percent: Percent | None = None
    page: Annotated[int, Field(ge=1, le=100)] = 1
    pages: PageRules = ()
    devices: tuple[Device, ...] = ("tablet", "computer")
    tucks_away_after_seconds: Seconds = 0
    """0: it stays."""


class Press(Value):
    """What a press on the button does (docs/rules.md 8), per device; `computer_by` web form of the app or
    QR code.
    """

    phone: Literal["card", "apps", "straight"] = "card"
    tablet: Literal["card", "apps", "straight"] = "card"
    computer: Literal["card", "apps", "straight"] = "card"
    computer_by: Literal["web", "qr"] = "web"
    privacy: Literal["notice", "agree"] = "notice"
    ways: Literal["column", "row"] = "column"
    """How the apps stand where a press shows only them."""
    opens: Literal["up", "aside"] = "up"
    """Which way they come out."""
    closes_outside: bool = True
    greets: Literal["heading", "person"] = "heading"
    """Whether the greeting stands on top, or is said by the person who answers, with face and name."""
    shows_numbers: bool = True
    """Whether numbers and addresses are written on the card, beside being behind its buttons."""


class Plate(Value):
    """A button in the page: where the owner puts its tag, or beside an element they name by `selector`."""

    key: Key
    label: Texts = {}
    """Empty takes the door's."""
    size_px: Annotated[int, Field(ge=32, le=96)] = 44
    selector: Annotated[str, Field(max_length=300)] = ""
    """CSS; empty: only where a tag of this key stands."""
    beside: Annotated[str, Field(max_length=40)] = ""
    """What that element reads, as it was picked: for the owner, who need not read CSS."""
    position: Literal["before", "after"] = "after"
    align: Literal["start", "centre", "end", "fill"] = "start"
    pages: PageRules = ()
