"""The rota as a table: shop and people as rows over dated days, who is in as a row of its own, and the
gaps worst first.

Who is in is `rota`'s matter, past knocks are weighed by `coverage`; here spans are only cut into days of
the shop's clock. Where docs/rules.md is silent: gaps of neighbouring hours of one day with one reason are
told as one; who could best close one is `covering`'s matter.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta
from typing import Literal

from . import spans as sp
from .gaps import HourGap, hour_gaps
from .hours import Hours, closure_on, open_spans
from .remedies import nearest_person, zone_info
from .rota import Person, person_spans
from .spans import Spans

DAY_S = 86_400


@dataclass(frozen=True, slots=True)
class RotaDay:
    """A day on the shop's clock, `[since, until)` in UTC seconds; `turns_min` is by how much a clock
    change makes it longer.
    """

    day: date
    since: int
    until: int
    turns_min: int


@dataclass(frozen=True, slots=True)
class Cell:
    """One row on one day: when in, when away though on duty, in UTC seconds within the day; `closure`
    names a whole-day closure.
    """

    inside: Spans
    away: Spans
    is_closed: bool
    closure: str


@dataclass(frozen=True, slots=True)
class Row:
    kind: Literal["shop", "person", "result"]
    key: str
    cells: tuple[Cell, ...]


@dataclass(frozen=True, slots=True)
class Gap:
    """Hours `[start, end)` of a weekday (shop's clock) in which visitors came and nobody is in. `person`
    is who could best close it, or nobody.
    """

    weekday: int
    start: int
    end: int
    knocks: int
    missed: int
    reason: str
    person: str


def days_of(zone: str, first: date, count: int) -> tuple[RotaDay, ...]:
    info = zone_info(zone)
    out = []
    for step in range(count):
        day = first + timedelta(days=step)
        since, until = (
            int(datetime.combine(day + timedelta(days=more), time(), info).timestamp()) for more in (0, 1)
        )
        out.append(RotaDay(day, since, until, (until - since - DAY_S) // 60))
    return tuple(out)


def rota_table(people: Sequence[Person], shop: Hours | None, days: Sequence[RotaDay]) -> tuple[Row, ...]:
    """The shop's row, a row a person in order, and the result's. Whoever has no hours of their own is in
    with the shop.
    """
    start, end = days[0].since, days[-1].until
    shop_open = open_spans(shop, start, end) if shop is not None else ((start, end),)
    out = [Row("shop", "", tuple(_cell(shop_open, (), shop, day) for day in days))]
    anybody = []
    for person in people:
        present = person_spans(
            Person(person.key, person.hours, (), person.keeps_own_hours), shop, start, end, shop_open
        )
        away = sp.intersected(present, sp.merged(person.absences))
        inside = sp.without(present, away)
        anybody.append(inside)
        out.append(Row("person", person.key, tuple(_cell(inside, away, person.hours, day) for day in days)))
    result = sp.united(anybody) if people else shop_open
    out.append(Row("result", "", tuple(_cell(result, (), shop, day) for day in days)))
    return tuple(out)


def _cell(inside: Spans, away: Spans, hours: Hours | None, day: RotaDay) -> Cell:
    window = ((day.since, day.until),)
    closure = closure_on(hours, day.day)
    return Cell(
        sp.intersected(inside, window),
        sp.intersected(away, window),
        closure is not None,
        closure.name if closure else "",
    )


def gaps_of(
    people: Sequence[Person],
    shop: Hours | None,
    zone: str,
    week_start: int,
    knocks: Mapping[tuple[int, int], int],
    missed: Mapping[tuple[int, int], int],
    most: int | None = None,
) -> tuple[Gap, ...]:
    """The uncovered hours of the week from `week_start` (UTC second of a midnight), neighbours joined, the
    `most` heaviest first.
    """
    hours = sorted(
        hour_gaps(people, shop, zone, week_start, knocks, missed), key=lambda gap: (gap.weekday, gap.hour)
    )
    near = datetime.fromtimestamp(week_start, zone_info(zone)).date()
    runs: list[list[HourGap]] = []
    for gap in hours:
        last = runs[-1][-1] if runs else None
        if last is not None and (last.weekday, last.hour + 1, last.reason) == (
            gap.weekday,
            gap.hour,
            gap.reason,
        ):
            runs[-1].append(gap)
        else:
            runs.append([gap])
    heaviest = sorted(runs, key=lambda run: -sum(item.knocks + item.missed for item in run))[:most]
    return tuple(
        Gap(
            run[0].weekday,
            run[0].hour,
            run[-1].hour + 1,
            sum(item.knocks for item in run),
            sum(item.missed for item in run),
            run[0].reason,
            nearest_person(people, run[0].weekday, run[0].hour * 60, (run[-1].hour + 1) * 60, zone, near),
        )
        for run in heaviest
    )
