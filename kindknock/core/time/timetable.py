"""The timetable of a business as a document: hours, closures and absences, live at once beside a release.

What is open when is `hours`' matter, who is in `rota`'s. A part that can't be read is taken as not
said, and its place reported, so that one bad span never silences a door.
"""

import re
from collections.abc import Iterable, Mapping
from datetime import date, datetime, timedelta
from typing import Annotated, Any, Protocol

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from ..errors import UnreadableSetup
from . import spans as sp
from .days import is_near
from .hours import DAY_MIN, Closure, Hours, UnreadableSpan, Week, is_zone, span_of
from .rota import Person

_READING = re.compile(r"([0-9]{1,2})(?::([0-5]?[0-9])?)?")
DAYS = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
Pairs = list[tuple[Annotated[str, Field(max_length=5)], Annotated[str, Field(max_length=5)]]]


class Value(BaseModel):
    model_config = ConfigDict(frozen=True, extra="ignore")


class ClosureDoc(Value):
    """`from_` and `until` are days (end excluded) where `whole_day`, else naive readings on the wall."""

    from_: str = Field(alias="from", max_length=30)
    until: str = Field("", max_length=30)
    whole_day: bool = True
    yearly: bool = False
    name: str = Field("", max_length=200)

    model_config = ConfigDict(frozen=True, extra="ignore", populate_by_name=True)


class HoursDoc(Value):
    """`week` None is always; `special` replaces single days; an empty `zone` takes the shop's."""

    zone: str = ""
    week: dict[str, Pairs] | None = None
    special: dict[str, Pairs] = Field(default_factory=dict)
    closures: list[ClosureDoc] = Field(default_factory=list)


class AbsenceDoc(Value):
    person: str
    from_: datetime = Field(alias="from")
    until: datetime
    word: str = Field("", max_length=200)
    """Why, where visitors may read it; empty else."""

    model_config = ConfigDict(frozen=True, extra="ignore", populate_by_name=True)


class Timetable(Value):
    """Everything that holds at once. People and channels by their keys in the setup."""

    version: int = 0
    shop: HoursDoc | None = None
    people: dict[str, HoursDoc] = Field(default_factory=dict)
    channels: dict[str, HoursDoc] = Field(default_factory=dict)
    absences: list[AbsenceDoc] = Field(default_factory=list)


def timetable_from(document: Any) -> Timetable:
    """Read a timetable out of a JSON document; null is an empty one. Raises UnreadableSetup."""
    try:
        return Timetable.model_validate(document if document is not None else {})
    except ValidationError as error:
        first = error.errors()[0]
        raise UnreadableSetup("timetable." + ".".join(map(str, first["loc"])), first["msg"]) from None


def minute_of(text: str) -> int:
    """`09:00` as minutes; `24:00` is 1440. Raises UnreadableSpan."""
    found = _READING.fullmatch(text.strip())
    if found is None:
        raise UnreadableSpan("not_a_time")
    return int(found[1]) * 60 + int(found[2] or 0)


def spans_of(pairs: Any) -> sp.Spans:
    """A day's spans out of pairs of readings. Raises UnreadableSpan."""
    out = []
    for pair in pairs or ():
        if not isinstance(pair, list | tuple) or len(pair) != 2:
            raise UnreadableSpan("not_a_time")
        out.append(span_of(minute_of(str(pair[0])), minute_of(str(pair[1])))[0])
    return sp.merged(out)


def week_of(days: Mapping[str, Any]) -> Week:
    """A week out of `{"mon": [["09:00", "17:30"]], …}`. Raises UnreadableSpan."""
    found = {str(day).strip().lower()[:3]: pairs for day, pairs in days.items()}
    mon, tue, wed, thu, fri, sat, sun = (spans_of(found.get(day)) for day in DAYS)
    return (mon, tue, wed, thu, fri, sat, sun)


def span_pairs(spans: sp.Spans) -> list[list[str]]:
    """A day's spans as pairs of readings; an end past midnight reads as of the next day."""

    def clock(minute: int) -> str:
        at = minute if minute <= DAY_MIN else minute - DAY_MIN
        return f"{at // 60:02}:{at % 60:02}"

    return [[clock(start), clock(end)] for start, end in spans]


def week_document(week: Week) -> dict[str, list[list[str]]]:
    """A week as a document: what `timetable.week_of` reads; days without hours are left out."""
    return {day: span_pairs(spans) for day, spans in zip(DAYS, week, strict=True) if spans}


def hours_of(doc: HoursDoc | None, shop_zone: str) -> Hours | None:
    """Hours ready to be asked; None where none are set. Unreadable parts are left out."""
    if doc is None:
        return None
    zone = doc.zone if doc.zone and is_zone(doc.zone) else shop_zone if is_zone(shop_zone) else "UTC"
    try:
        week = week_of(doc.week) if doc.week is not None else None
    except UnreadableSpan:
        week = None
    special: dict[date, sp.Spans] = {}
    for day, pairs in doc.special.items():
        try:
            key, spans = date.fromisoformat(day), spans_of(pairs)
        except ValueError:
            continue
        if is_near(key):
            special[key] = spans
    closures = tuple(closure for item in doc.closures if (closure := closure_of(item)) is not None)
    return Hours(zone, week, closures, special)


def closure_of(doc: ClosureDoc) -> Closure | None:
    """A closure ready to be asked; None where its days can't be read, or are none that can be meant."""
    try:
        first = date.fromisoformat(doc.from_[:10])
        last = date.fromisoformat((doc.until or doc.from_)[:10])
        if not is_near(first) or not is_near(last):
            return None
        if doc.whole_day:
            return Closure(first, max(last, first + timedelta(days=1)), yearly=doc.yearly, name=doc.name)
        start, end = (
            datetime.fromisoformat(doc.from_).replace(tzinfo=None),
            datetime.fromisoformat(doc.until).replace(tzinfo=None),
        )
    except ValueError:
        return None
    return (
        Closure(start.date(), end.date() + timedelta(days=1), start, end, doc.yearly, doc.name)
        if start < end
        else None
    )


class Answering(Protocol):
    """Whoever has hours in a timetable: a person of a setup."""

    @property
    def key(self) -> str: ...
    @property
    def keeps_own_hours(self) -> bool: ...


def people_ready(people: Iterable[Answering], timetable: Timetable, shop_zone: str) -> tuple[Person, ...]:
    """Everybody with hours and absences, ready for `rota`, in their order."""
    return tuple(
        person_of(each.key, timetable, shop_zone, keeps_own_hours=each.keeps_own_hours) for each in people
    )


def person_of(key: str, timetable: Timetable, shop_zone: str, *, keeps_own_hours: bool = False) -> Person:
    """One person with hours and absences, ready for `rota`."""
    absences = tuple(
        (int(absence.from_.timestamp()), int(absence.until.timestamp()))
        for absence in timetable.absences
        if absence.person == key and absence.from_ < absence.until
    )
    return Person(key, hours_of(timetable.people.get(key), shop_zone), absences, keeps_own_hours)
