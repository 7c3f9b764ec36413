"""Who answers when: the table, hours, closures, holidays, calendars, absences."""

from datetime import date, time
from typing import Literal

from ninja import Field, Schema

from .days import Day, Moment

MOST_MINUTES = 60 * 24 * 60
"""Sixty days: so long somebody can be away by minutes."""


class BarOut(Schema):
    """`[since, until)` in UTC seconds, `says` on the shop's clock, `theirs` on the person's own where that
    differs.
    """

    since: int
    until: int
    says: str
    theirs: str
    is_away: bool


class CellOut(Schema):
    """`is_apart` where that date's hours differ from the usual week's."""

    is_apart: bool
    bars: list[BarOut]
    is_closed: bool
    closure: str


class ApartOut(Schema):
    """A date to come with hours of its own."""

    day: date
    says: str


class RotaRowOut(Schema):
    """`hours` are in words, `typed` the usual week as one would type it, `typed_here` the week shown
    first; `note` says what can never take effect.
    """

    kind: Literal["shop", "person", "result"]
    key: str
    name: str
    role: str
    initials: str
    zone: str
    now: str
    is_in: bool
    hours: str
    typed: str
    typed_here: str
    apart: list[ApartOut]
    note: str
    doors: list[str]
    """The names of the doors that offer the person."""
    cells: list[CellOut]


class RotaDayOut(Schema):
    day: date
    name: str
    since: int
    until: int
    turns_min: int
    is_today: bool


class HourOut(Schema):
    """Of the last eight weeks: knocks and missed visits in one hour of one weekday, and whether nobody is
    in then.
    """

    knocks: int
    missed: int
    is_covered: bool


class GapOut(Schema):
    """`is_shut` where the shop is too, so that covering it opens the shop as well."""

    is_shut: bool
    says: str
    more: str
    weight: int
    person: str
    person_name: str
    weekday: int
    start_min: int
    end_min: int


class ClosureOut(Schema):
    id: int
    whose: str
    key: str
    says: str
    name: str
    first_day: date
    last_day: date


class AwayOut(Schema):
    key: str
    name: str
    initials: str
    until: str
    word: str


class ReliefOut(Schema):
    """What else helps when nobody is in: `code` is away_note, needs_nobody (of `channel`) or add_way."""

    code: Literal["away_note", "needs_nobody", "add_way"]
    says: str
    act: str
    site: str
    door: str
    channel: str


class RotaOut(Schema):
    """The table of some days. `knocks` are 24 hours for each of seven weekdays, Monday first; `version`
    numbers what holds now.
    """

    zone: str
    zone_name: str
    now: int
    days: list[RotaDayOut]
    rows: list[RotaRowOut]
    knocks: list[list[HourOut]]
    version: int
    gaps: list[GapOut]
    relief: list[ReliefOut]
    closures: list[ClosureOut]
    away: list[AwayOut]


class HoursIn(Schema):
    """Hours as typed, with exceptions by day, or a whole week as drawn. Empty text is no hours of one's
    own. `zone` empty: the shop's.

    With a `monday`, they are of that one week only.
    """

    whose: Literal["shop", "person", "channel"]
    key: str = Field("", max_length=16)
    text: str | None = Field(None, max_length=500)
    week: dict[str, list[tuple[str, str]]] | None = None
    zone: str | None = Field(None, max_length=64)
    monday: Day | None = None


class UsualIn(Schema):
    """Dates whose hours shall be the usual week's again."""

    whose: Literal["shop", "person", "channel"]
    key: str = Field("", max_length=16)
    days: list[Day] = Field(max_length=400)


class HoursReadingIn(Schema):
    text: str = Field(max_length=500)


class HoursChoiceOut(Schema):
    """One of the weeks a text may mean, and the text that means just that."""

    says: str
    text: str


class HoursReadingOut(Schema):
    """`more` is what was assumed or left out; `holidays` tells that the text shuts public holidays."""

    ok: bool
    says: str
    more: str
    week: dict[str, list[list[str]]]
    choices: list[HoursChoiceOut]
    holidays: bool


class ClosureIn(Schema):
    """Whole days from the first to the last, both closed; or readings of one day where timed."""

    whose: Literal["shop", "person", "channel"] = "shop"
    key: str = Field("", max_length=16)
    first_day: Day
    last_day: Day | None = None
    from_time: time | None = None
    until_time: time | None = None
    yearly: bool = False
    name: str = Field("", max_length=200)


class HolidayOut(Schema):
    day: date
    says: str
    name: str
    is_closed: bool


class HolidaysOut(Schema):
    """`regions` are the library's codes; `ends` a sentence where its data doesn't reach."""

    country: str
    regions: list[str]
    days: list[HolidayOut]
    ends: str


class HolidaysIn(Schema):
    days: list[Day] = Field(max_length=60)
    country: str = Field(max_length=2)
    region: str = Field("", max_length=10)


class CalendarIn(Schema):
    text: str = Field(max_length=6_000_000)
    whose: Literal["shop", "person"] = "shop"
    key: str = Field("", max_length=16)


class CalendarOut(Schema):
    closes: list[str]
    notes: list[str]


class AwayIn(Schema):
    """Until a moment, or for so many minutes, or for the rest of today on the person's clock."""

    until: Moment | None = None
    minutes: int | None = Field(None, ge=5, le=MOST_MINUTES)
    rest_of_today: bool = False
    word: str = Field("", max_length=200)
    is_told: bool = False


class MeanwhileOut(Schema):
    says: str


class ReliefIn(Schema):
    code: Literal["away_note", "needs_nobody"]
    door: str = Field(max_length=16)
    channel: str = Field("", max_length=16)


class CoverIn(Schema):
    person: str = Field("", max_length=16)
    weekday: int = Field(ge=0, le=6)
    start_min: int = Field(ge=0, le=1440)
    end_min: int = Field(ge=0, le=2880)


class HoursPublishedOut(Schema):
    """All empty where the shop has no hours set, which means always."""

    sentence: str
    json_ld: str
    osm: str


class PhonePageOut(Schema):
    """The private address of an assistant's own page; `qr` its code as SVG."""

    link: str
    qr: str
    is_here_only: bool


class SubscriptionOut(Schema):
    link: str
