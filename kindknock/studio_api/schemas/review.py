"""What is not live yet, the careful look, releases, and the setup as a file."""

from datetime import datetime
from typing import Any, Literal

from ninja import Field, Schema

from .desk import ChangeOut, ChannelOut, DoorWhole


class MatterIn(Schema):
    """One change by what it is, its door and its channel, or the answer or signposts it is about."""

    what: str = Field(max_length=40)
    door: str = Field("", max_length=64)
    channel: str = Field("", max_length=64)
    about: str = Field("", max_length=64)


class PublishIn(Schema):
    leave_out: list[MatterIn] = Field(default_factory=list, max_length=500)


class LiveDoorOut(DoorWhole):
    """A door as visitors have it."""

    key: str
    name: str
    channels: list[ChannelOut]


class FindingOut(Schema):
    """`opens` is the desk's sentence that mends it; `act` with `value` what mends it at once."""

    code: str
    weight: Literal["blocks", "advises"]
    door: str
    says: str
    more: str
    fix: str
    opens: str
    act: str
    value: str


class ReviewOut(Schema):
    changes: list[ChangeOut]
    live: list[LiveDoorOut]
    findings: list[FindingOut]
    looked: str
    """What the careful look went over, in words."""


class ReleaseLineOut(Schema):
    number: int
    name: str
    at: datetime
    by: str
    says: list[str]
    is_live: bool
    is_draft: bool


class ReleaseNameIn(Schema):
    name: str = Field("", max_length=80)


class SetupFileIn(Schema):
    text: str = Field(max_length=2_000_000)


class SetupFileOut(Schema):
    """What reading a file would change, as sentences; `with_hours` says that it brings hours too."""

    says: list[str]
    people: int
    with_hours: bool


class SetupDocument(Schema):
    setup: dict[str, Any]
    timetable: dict[str, Any]
