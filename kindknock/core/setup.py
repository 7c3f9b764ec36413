"""The setup of one site: everything that is published and exported, as one versioned value.

Rows become a Setup in `doors.load`; what the rules make of it is `verdict`'s matter. Hours,
closures and absences are not in it: they are live at once and travel beside it (`timetable`).
"""

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from .errors import UnreadableSetup

VERSION = 1

Text = Annotated[str, Field(max_length=2000)]
Texts = Annotated[dict[str, Text], Field(max_length=40)]
"""BCP 47 tag → words."""
Key = Annotated[str, Field(max_length=64)]
Picture = Annotated[str, Field(max_length=2000)]
"""Address of a picture, `https:` or a path of ours; empty for none."""


class Value(BaseModel):
    """A frozen part of a setup. What a newer version adds is ignored, not refused."""

    model_config = ConfigDict(frozen=True, extra="ignore")


class Business(Value):
    name: Annotated[str, Field(max_length=120)]
    country: Annotated[str, Field(pattern=r"^([A-Z]{2})?$")] = ""
    zone: Annotated[str, Field(max_length=64)] = "UTC"
    currency: Annotated[str, Field(pattern=r"^([A-Z]{3})?$")] = ""
    languages: Annotated[tuple[Key, ...], Field(min_length=1, max_length=40)] = ("en",)
    """First is the default."""
    privacy_link: Annotated[str, Field(max_length=2000)] = ""


class PageRule(Value):
    """One rule of `placement`: show or hide on what `kind` and `value` say; `host` empty for any."""

    effect: Literal["show", "hide"]
    kind: Literal["exact", "below", "pattern", "page_kind", "campaign"]
    value: Annotated[str, Field(max_length=2000)] = ""
    host: Annotated[str, Field(max_length=260)] = ""


PageRules = Annotated[tuple[PageRule, ...], Field(max_length=400)]
Device = Literal["phone", "tablet", "computer"]


class ForWhom(Value):
    """Which visitors; empty means everyone. An unknown country counts as let in (RULES 5)."""

    devices: tuple[Device, ...] = ()
    countries_mode: Literal["all", "only", "not"] = "all"
    countries: Annotated[tuple[Annotated[str, Field(pattern=r"^[A-Z]{2}$")], ...], Field(max_length=260)] = ()
    languages: Annotated[tuple[Key, ...], Field(max_length=40)] = ()
    visitors: Literal["all", "first", "returning"] = "all"
    came_from: Annotated[tuple[Annotated[str, Field(max_length=260)], ...], Field(max_length=40)] = ()
    """Hosts of referring pages; a visit that tells none is let in by none."""


class Person(Value):
    """An assistant. Hours, absences and leave are in the timetable."""

    key: Key
    name: Annotated[str, Field(max_length=120)] = ""
    role: Texts = {}
    addresses: Annotated[dict[Key, Annotated[str, Field(max_length=2000)]], Field(max_length=30)] = {}
    """App → canonical address; an app without one takes the channel's."""
    languages: Annotated[tuple[Key, ...], Field(max_length=40)] = ()
    pages: PageRules = ()
    note: Texts = {}
    keeps_own_hours: bool = False
    picture: Picture = ""
    has_initials: bool = True
    """Whether initials stand in for a missing picture; else nothing does."""
    is_named: bool = True
    """Whether visitors read the name; else what they do stands in its place."""


class Channel(Value):
    """One way to reach the business. `address` is canonical, empty while it is a blank."""

    key: Key
    app: Annotated[str, Field(max_length=20)]
    address: Annotated[str, Field(max_length=2000)] = ""
    on: bool = True
    name: Texts = {}
    """What the visitor reads instead of the app's name; empty takes the app's."""
    caption: Texts = {}
    mark: Annotated[str, Field(max_length=4)] = ""
    """Letters on its arch; empty takes the app's initials."""
    picture: Picture = ""
    """In place of the letters."""
    colour: Annotated[str, Field(max_length=200)] = ""
    """Of its button on the card, any CSS form; empty takes the door's."""
    same_page: bool = False
    """Whether a link opens in place of the page, not in a new tab."""
    pages: PageRules = ()
    devices: tuple[Device, ...] = ()
    """Narrows the door's; empty takes the door's."""
    needs_nobody: bool | None = None
    """None takes the app's default (RULES 4)."""
    people: Annotated[tuple[Key, ...], Field(max_length=200)] = ()
    """Who of the door's people answer here; empty means all of them."""
    note: Texts = {}
    """Pre-filled words of this channel; the product's and the assistant's come before, the door's after
    (RULES 7).
    """


class Says(Value):
    """The door's words."""

    label: Texts = {}
    heading: Texts = {}
    help: Texts = {}
    """A line under the heading."""
    closing: Texts = {}
    """A line at the card's foot."""
    hint: Texts = {}
    """In the Note while it is empty."""
    note: Texts = {}
    """The pre-filled message the visitor's Note starts with."""
    note_for_product: Texts = {}
    """Instead of `note` on a product's page; empty takes `note`."""
    note_on_sale: Texts = {}
    """Instead of both where the product is on sale."""
    away: Texts = {}
    """What a visitor reads when nobody is in."""
    thanks: Texts = {}
    """What a visitor reads once a note is left."""
    privacy: Texts = {}
    """The privacy notice's words; the link is the business's."""
    small: Annotated[dict[Key, Texts], Field(max_length=80)] = {}
    """The card's own small words, by name, where the owner writes others."""


Seconds = Annotated[int, Field(ge=0, le=3600)]
Percent = Annotated[int, Field(ge=0, le=100)]


class Arrives(Value):
    """When the button appears (RULES 6): seconds or scroll, whichever comes first, from page `page` of the
    visit on.
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
    """What a press on the button does (RULES 8), per device; `computer_by` web form of the app or QR code."""

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


class Plate(Value):
    """A button in the page: where the owner puts its tag, or beside an element they name by `selector`."""

    key: Key
    label: Texts = {}
    """Empty takes the door's."""
    size_px: Annotated[int, Field(ge=32, le=96)] = 44
    selector: Annotated[str, Field(max_length=300)] = ""
    """CSS; empty: only where a tag of this key stands."""
    position: Literal["before", "after"] = "after"
    align: Literal["start", "centre", "end", "fill"] = "start"
    pages: PageRules = ()


class Choice(Value):
    """One way on from a signpost: to another one, to words, a link, a channel, or a person."""

    words: Texts = {}
    leads: Literal["signpost", "words", "link", "channel", "person"]
    to: Annotated[str, Field(max_length=2000)] = ""
    """Key of the signpost, channel or person, or the link."""
    says: Texts = {}
    """Where it leads to words."""


class Signpost(Value):
    key: Key
    says: Texts = {}
    choices: Annotated[tuple[Choice, ...], Field(max_length=20)] = ()


class Override(Value):
    """Other words, or other people, on some pages or devices of one door. Without either it stands
    nowhere; the first that fits holds.
    """

    key: Key
    name: Annotated[str, Field(max_length=80)] = ""
    """For the owner only."""
    pages: PageRules = ()
    devices: tuple[Device, ...] = ()
    """Empty: every device."""
    says: Says = Says()
    """What is empty takes the door's."""
    people: Annotated[tuple[Key, ...], Field(max_length=200)] = ()
    """Empty takes the door's."""


class Also(Value):
    """What is sent below the visitor's words."""

    page: bool = True
    mark: bool = True
    mark_words: Texts = {}


class Offset(Value):
    """From the corner, in CSS px, safe areas not counted in."""

    side_px: Annotated[int, Field(ge=0, le=400)] = 24
    foot_px: Annotated[int, Field(ge=0, le=400)] = 20


class KindPattern(Value):
    """Which kind of page a path is, where the page itself doesn't say (RULES 3)."""

    kind: Literal["home", "product", "list", "article", "basket", "checkout", "contact"]
    pattern: Annotated[str, Field(max_length=2000)]


Shade = Literal["ring", "hover", "card", "ink", "muted", "word", "tint", "line", "edge"]


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
    height: Literal["foot", "middle"] = "foot"
    """Whether it stands in the corner or half way up the side; a bar always stands at the foot."""
    stays: bool = False
    """Whether it stays at its place on the page instead of following when one scrolls."""
    size_px: Annotated[int, Field(ge=44, le=96)] = 52
    label: Literal["shown", "computer", "phone", "hidden"] = "shown"
    """Where the label is seen beside the mark; it is the accessible name everywhere (RULES 9). A round one
    never shows it.
    """
    phone_offset: Offset | None = None
    computer_offset: Offset | None = None
    """None takes ours; tablets take the computer's (RULES 5)."""
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


class Door(Value):
    key: Key
    name: Annotated[str, Field(max_length=80)] = ""
    """For the owner only."""
    channels: Annotated[tuple[Channel, ...], Field(max_length=200)] = ()
    says: Says = Says()
    also: Also = Also()
    looks: Looks = Looks()
    pages: PageRules = ()
    for_whom: ForWhom = ForWhom()
    people: Annotated[tuple[Key, ...], Field(max_length=200)] = ()
    """Who answers here, in order; empty means nobody in particular: shop hours decide."""
    arrives: Arrives = Arrives()
    nudge: Nudge = Nudge()
    opens_itself: OpensItself = OpensItself()
    press: Press = Press()
    when_nobody: Literal["hide", "away"] = "away"
    off_duty: Literal["shown", "left_out"] = "shown"
    takes_turns: bool = False
    """Whether those who are in take turns at standing first, from visit to visit; else as the owner has
    them.
    """
    reply_minutes: Annotated[int, Field(ge=1, le=10_080)] | None = None
    """How soon somebody usually answers while in; None says nothing."""
    takes_notes: bool = True
    """Whether a note can be left while nobody is in."""
    remembers: bool = True
    """Whether the visitor's browser may remember anything of it."""
    plates: Annotated[tuple[Plate, ...], Field(max_length=50)] = ()
    overrides: Annotated[tuple[Override, ...], Field(max_length=50)] = ()
    signposts: Annotated[tuple[Signpost, ...], Field(max_length=100)] = ()
    """The first is the one a visitor meets."""


class Site(Value):
    key: Key
    name: Annotated[str, Field(max_length=120)] = ""
    hosts: Annotated[tuple[Annotated[str, Field(max_length=260)], ...], Field(max_length=200)] = ()
    """As `hosts.read_host` keeps them. Live at once: the studio sends them beside the release."""
    kinds: Annotated[tuple[KindPattern, ...], Field(max_length=60)] = ()


class Setup(Value):
    version: Annotated[int, Field(ge=1)] = VERSION
    business: Business
    site: Site
    people: Annotated[tuple[Person, ...], Field(max_length=500)] = ()
    doors: Annotated[tuple[Door, ...], Field(max_length=50)] = ()


def setup_from(document: Any) -> Setup:
    """Read a setup out of a JSON document. Raises UnreadableSetup with the place and the reason."""
    try:
        return Setup.model_validate(document)
    except ValidationError as error:
        first = error.errors()[0]
        raise UnreadableSetup(".".join(map(str, first["loc"])) or "the top", first["msg"]) from None


def json_schema() -> dict[str, Any]:
    """The JSON Schema (2020-12) of a setup document, as committed in docs/formats."""
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **Setup.model_json_schema()}
