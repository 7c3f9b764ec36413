"""What a website tells of its business, and what is taken over of it."""

import re
from typing import Any, Literal

from ninja import Schema
from pydantic import Field, field_validator

from kindknock.core.time.hours import is_zone
from kindknock.core.words.language_tags import is_language
from kindknock.doors.website import Taken

RowKind = Literal["who", "way", "hours", "closure", "colour", "hidden", "person", "words"]


class PlaceIn(Schema):
    """Where a browser says it is, for numbers without their country and for what no page tells; what is none
    of a kind is empty.
    """

    country: str = Field("", max_length=2)
    zone: str = Field("", max_length=64)
    language: str = Field("", max_length=35)

    @field_validator("country")
    @classmethod
    def _is_country(cls, country: str) -> str:
        return country.upper() if re.fullmatch("[A-Za-z]{2}", country) else ""

    @field_validator("zone")
    @classmethod
    def _is_zone(cls, zone: str) -> str:
        return zone if is_zone(zone) else ""

    @field_validator("language")
    @classmethod
    def _is_language(cls, language: str) -> str:
        return language if is_language(language) else ""


class WebsiteIn(Schema):
    """A website to be read."""

    address: str = Field(max_length=2000)
    place: PlaceIn = PlaceIn(country="", zone="", language="")


class PartOut(Schema):
    """A stretch of a sentence; `field` names what of the row's value it stands for, empty for plain words."""

    text: str
    field: str = ""
    swatch: str = ""


class RowOut(Schema):
    """One sentence that can be ticked. `value` is as its kind has it in what is taken over; of `only_one`
    kind another ticked takes this one's place; one that is not `ticks` always counts.
    """

    key: str
    kind: RowKind
    on: bool
    ticks: bool = True
    only_one: bool = False
    parts: list[PartOut]
    where: str
    quote: str = ""
    value: dict[str, Any]
    typed: dict[str, str] = Field(default_factory=dict)
    """Each field of the sentence as one types it."""


class FoundOut(Schema):
    """What came of reading a website."""

    host: str
    page: str
    """The address of the frame that shows its home page."""
    address: str
    read: int
    took_s: float
    left: list[str]
    notes: list[str]
    rows: list[RowOut]


class RefusedOut(Schema):
    """Why a website could not be read."""

    code: str
    says: str


class WebsiteLineOut(Schema):
    """One line of what is told while a website is read; of the first three each names a path."""

    reading: str | None = None
    read: str | None = None
    left: str | None = None
    found: FoundOut | None = None
    refused: RefusedOut | None = None
    fetched_s: float | None = None


class RowIn(Schema):
    """A field of a row as typed; without a field the row's value as chosen."""

    kind: RowKind
    key: str = Field(max_length=60)
    value: dict[str, Any] = Field(default_factory=dict)
    field: str = Field("", max_length=30)
    typed: str = Field("", max_length=2000)
    place: PlaceIn = PlaceIn(country="", zone="", language="")


class TakenIn(Schema):
    """What is ticked, and for whom it is looked at: on a page of theirs, or on a drawn one."""

    taken: Taken
    device: Literal["phone", "tablet", "computer"] = "computer"
    address: str = Field("", max_length=2000)
    when: Literal["in", "now"] = "in"
    """At the next moment when somebody is in, or as it is now."""


class TriedOut(Schema):
    """What the button gets; nothing where there is no way to reach anybody yet."""

    answer: dict[str, Any] | None
    as_on: str = ""
    """The moment it is looked at, where that isn't now."""


class KnockIn(TakenIn):
    """A press on a way, by its key in the answer, with what the visitor wrote."""

    channel: str = Field(max_length=64)
    note: str = Field("", max_length=5000)


class DifferOut(Schema):
    """Something the website says now and the business does otherwise: `here` is what stands in its place."""

    key: str
    kind: RowKind
    value: dict[str, Any]
    says: str
    here: str
    where: str
    quote: str = ""
    may: bool = True
    """Whether who asks may take it over."""


class DiffersIn(Schema):
    rows: list[RowOut] = Field(max_length=80)


class TakeOverIn(Schema):
    kind: RowKind
    value: dict[str, Any]
