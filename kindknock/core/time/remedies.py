"""What would put somebody in at an hour when nobody is: whose hours to make longer and to what, or who
could come back.

Who is in is `rota`'s matter, which hours are weighed `coverage`'s. Where docs/rules.md is silent:
whoever's own hours come nearest to the hour that day is asked first, else the first in order; hours are
told on the shop's clock and added on the person's own, as they stand to each other on the next day of that
name.
"""

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from datetime import UTC, date, datetime, time, timedelta, tzinfo
from typing import Literal
from zoneinfo import ZoneInfo

from . import spans as sp
from .hours import DAY_MIN, Hours, Week, closure_on, is_zone
from .rota import Person, person_spans


def zone_info(zone: str) -> tzinfo:
    return ZoneInfo(zone) if is_zone(zone) else UTC


def longer_week(hours: Hours, weekday: int, start_min: int, end_min: int, zone: str, near: date) -> Hours:
    """The hours with `[start_min, end_min)` of a weekday of `zone` added to their usual week, on their own
    clock. Always stays always.
    """
    if hours.week is None:
        return hours
    day = near + timedelta(days=(weekday - near.weekday()) % 7)
    own = _moment(day, start_min, zone).astimezone(zone_info(hours.zone))
    start = own.hour * 60 + own.minute
    week = list(hours.week)
    week[own.weekday()] = sp.merged((*week[own.weekday()], (start, start + end_min - start_min)))
    mon, tue, wed, thu, fri, sat, sun = week
    longer: Week = (mon, tue, wed, thu, fri, sat, sun)
    return replace(hours, week=longer)


def _moment(day: date, minute: int, zone: str) -> datetime:
    return datetime.combine(day + timedelta(days=minute // DAY_MIN), time(), zone_info(zone)) + timedelta(
        minutes=minute % DAY_MIN
    )


def nearest_person(
    people: Sequence[Person], weekday: int, start_min: int, end_min: int, zone: str, near: date
) -> str:
    """Whose usual hours that day come nearest to these minutes of `zone`; empty without people."""
    start = _moment(near + timedelta(days=(weekday - near.weekday()) % 7), start_min, zone)
    clocks: dict[str, datetime] = {}

    def distance(person: Person) -> int:
        if person.hours is None or person.hours.week is None:
            return DAY_MIN * 2
        own = clocks.get(person.hours.zone)
        if own is None:
            own = clocks[person.hours.zone] = start.astimezone(zone_info(person.hours.zone))
        since = own.hour * 60 + own.minute
        until = since + end_min - start_min
        return min(
            (max(opens - until, since - shuts, 0) for opens, shuts in person.hours.week[own.weekday()]),
            default=DAY_MIN,
        )

    return min(people, key=distance).key if people else ""


@dataclass(frozen=True, slots=True)
class Remedy:
    """One way out of having nobody in: `back` (a person's absence ends), `longer` (their hours, `[start,
    end)` of a weekday on the shop's clock), `closed` (a whole-day closure lies on `day`).
    """

    code: Literal["back", "longer", "closed"]
    person: str = ""
    weekday: int = 0
    start_min: int = 0
    end_min: int = 0
    day: date | None = None


def remedies(
    people: Sequence[Person], shop: Hours | None, allowed: Collection[str], zone: str, at: datetime
) -> tuple[Remedy, ...]:
    """What would put one of the `allowed` people in at `at`, the least first. Longer hours would not help
    on a closed day.
    """
    second, there = int(at.timestamp()), at.astimezone(zone_info(zone))
    near = [person for person in people if person.key in allowed]
    out = [
        Remedy("back", item.key)
        for item in near
        if any(start <= second < end for start, end in item.absences)
    ]
    closed = closure_on(shop, there.date()) is not None or (
        bool(near) and all(closure_on(item.hours, there.date()) is not None for item in near)
    )
    if closed:
        return (*out, Remedy("closed", day=there.date()))
    start = there.hour * 60
    person = nearest_person(
        [item for item in near if closure_on(item.hours, there.date()) is None],
        there.weekday(),
        start,
        start + 60,
        zone,
        there.date(),
    )
    if person or shop is not None:
        out.append(Remedy("longer", person, there.weekday(), start, start + 60, there.date()))
    return tuple(out)


@dataclass(frozen=True, slots=True)
class StandIn:
    """Somebody for the time another is away: in from `since` (UTC second), or absent until then though on
    duty, and could be asked.
    """

    person: str
    since: int
    is_absent: bool = False


def stand_ins(
    people: Sequence[Person], shop: Hours | None, away: str, since: int, until: int
) -> tuple[StandIn, ...]:
    """Who else is in at some time of `[since, until)` (UTC seconds), the earliest first; then who would
    be, were they not absent.
    """
    out = []
    for person in people:
        if person.key == away:
            continue
        if spans := person_spans(person, shop, since, until):
            out.append(StandIn(person.key, spans[0][0]))
        elif person.absences and person_spans(replace(person, absences=()), shop, since, until):
            out.append(StandIn(person.key, max(end for start, end in person.absences if start < until), True))
    return tuple(sorted(out, key=lambda item: (item.is_absent, item.since)))
