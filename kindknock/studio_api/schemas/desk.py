"""Everything the desk shows of a site, and what it sends to change it."""

from datetime import datetime
from typing import TYPE_CHECKING, Annotated, Literal

from ninja import Field, Schema
from pydantic import ConfigDict, create_model

from kindknock.core import setup as core


class HostOut(Schema):
    id: int
    name: str
    shown: str
    state: str
    paths: list[str]
    heard_at: datetime | None
    for_testing: bool


class HostIn(Schema):
    typed: str = Field(max_length=2000)


class HostKeptOut(Schema):
    host: HostOut
    says: str


class ChannelMore(Schema):
    """What a channel has of its own: what is empty, or null, is as the door has it."""

    caption: dict[str, str] = Field(default_factory=dict)
    mark: str = Field("", max_length=4)
    same_page: bool = False
    pages: list[core.PageRule] = Field(default_factory=list, max_length=400)
    devices: list[core.Device] = Field(default_factory=list)
    needs_nobody: bool | None = None
    people: list[str] = Field(default_factory=list, max_length=200)
    note: dict[str, str] = Field(default_factory=dict)
    picture: str = Field("", max_length=2000)
    colour: str = Field("", max_length=200)


class ChannelOut(ChannelMore):
    """`caveat` is what to know about the address, `first` what must exist before the app works, `used_in`
    who else has it; `hours` its own in words, `hours_typed` as one would type them.
    """

    key: str
    app: str
    app_name: str
    initials: str
    address: str
    shown: str
    on: bool
    name: dict[str, str]
    carries_text: bool
    asks_on_computers: bool
    needs_nobody_usually: bool
    caveat: str
    first: str
    used_in: list[str]
    hours: str
    hours_typed: str
    hours_zone: str
    state: Literal["open", "ajar", "shut", "barred"]


class ChannelIn(Schema):
    typed: str = Field(max_length=4000)
    app: str | None = None


class ChannelChange(Schema):
    """What isn't sent stays. `more` parts that are null go back to the door's; `hours` are live at once,
    empty is the door's.
    """

    typed: str | None = Field(None, max_length=4000)
    app: str | None = None
    on: bool | None = None
    name: dict[str, str] | None = None
    more: ChannelMore | None = None
    hours: str | None = Field(None, max_length=500)
    hours_zone: str | None = Field(None, max_length=64)
    everywhere: bool | None = None


class OrderIn(Schema):
    keys: list[str] = Field(max_length=200)


class CountsOut(Schema):
    seen: int
    opened: int
    knocked: int


class DoorWhole(core.DoorParts, Schema):
    """The parts of a door, each a value of core's Setup."""

    model_config = ConfigDict(json_schema_serialization_defaults_required=True)


if TYPE_CHECKING:
    DoorSome = DoorWhole
else:
    DoorSome = create_model(
        "DoorSome",
        __base__=Schema,
        __doc__="Some parts of a door: what isn't sent stays as it is.",
        **{
            name: (Annotated[field.annotation, *field.metadata] | None, None)
            for name, field in core.DoorParts.model_fields.items()
        },
    )


class DoorOut(DoorWhole):
    """`useless` are places in `pages` of rules that never matter; `behind` the earlier door that always
    takes its visits; `live_pages` the page rules as visitors have them.
    """

    key: str
    name: str
    version: int
    paused_at: datetime | None
    channels: list[ChannelOut]
    today: CountsOut
    not_live: list[str]
    useless: list[int]
    behind: str
    live_pages: list[core.PageRule]
    without_memory: list[str]


class DoorChange(DoorSome):
    version: int
    name: str | None = Field(None, max_length=80)


class DoorIn(Schema):
    """A new door: from nothing, from a start, or as a copy of a door (also of another site)."""

    name: str = Field("", max_length=80)
    start: str = Field("", max_length=20)
    copy_of: str = Field("", max_length=16)


class StartOut(Schema):
    key: str
    name: str
    what: str
    says: core.Says
    looks: core.Looks


class PersonOut(Schema):
    key: str
    name: str
    role: str
    initials: str
    languages: list[str]
    hours: str
    is_in: bool
    now: str


class HoursOut(Schema):
    """The shop's hours in words; empty where none are set, which means always."""

    shop: str
    closures: list[str]
    now: str


class SiteIn(Schema):
    name: str = Field(max_length=120)
    typed: str = Field("", max_length=2000)


class SiteOut(Schema):
    key: str
    says: str


class PauseIn(Schema):
    paused: bool


class ChangeOut(Schema):
    """`sentence` is the desk's sentence that the change belongs to; none where it belongs to none. `details`
    tells all that differs in it, a line each; empty where it came or went as a whole.
    """

    what: str
    door: str
    channel: str
    about: str
    sentence: core.Sentence | None
    says: str
    details: list[str]


class DifferenceOut(Schema):
    """One box that differs; `theirs` is empty where `mine` tells both (*also Ines*)."""

    label: str
    mine: str
    theirs: str


class ReleaseOut(Schema):
    number: int
    at: datetime
    by: str


class PageOut(Schema):
    """A page the stage can stand on."""

    address: str
    title: str


class ReminderOut(Schema):
    """What one would forget. `act` is the one press that mends it; `door` a key, `page` a path, where it is
    about one."""

    code: Literal["never_live", "waiting", "paused", "unheard", "unseen", "silent", "stranger", "unused"]
    door: str
    channel: str
    host: str
    page: str
    says: str
    act: Literal["publish", "resume", "line", "look", "fitting", "try"]


class TreeOut(Schema):
    """Signposts a door can begin with."""

    key: str
    name: str
    is_draft: bool


class DeskOut(Schema):
    """Everything the desk shows of one site."""

    site: str
    name: str
    line: str
    hosts: list[HostOut]
    pages: list[PageOut]
    kinds: list[core.KindPattern]
    """The owner's patterns for kinds of page, as drafted."""
    doors: list[DoorOut]
    changes: list[ChangeOut]
    blocked: bool
    """Something must be mended before this can be published."""
    release: ReleaseOut | None
    language: str
    languages: list[str]
    business: str
    sentences: dict[str, core.Sentence]
    """Part of a door → the sentence it belongs to, for every part that `DoorChange` takes."""
    small_words: dict[str, str]
    kept_days: int
    answers: int
    """How many answers visitors could read."""
    signposts: list[TreeOut]
    """How long the guestbook keeps what is written."""
    people: list[PersonOut]
    hours: HoursOut
    undo: str
    redo: str
    reminders: list[ReminderOut]
    local_port: int | None = None
    """Where the demo shop stands in for `.example` hosts; none for a real site."""


class EmailLineIn(Schema):
    """`kind` of site whose steps go along, empty for none."""

    to: str = Field(max_length=254)
    kind: str = Field("", max_length=20)
