"""Dates that differ from the usual week: the hours of seven dates, kept only where they differ, and when a
day of the year comes next.

What special hours mean for who is in is `hours`' matter. Where docs/rules.md is silent: a date whose hours
are said to be the usual ones has no special hours any more; somebody whose usual hours are always is in
around the clock on the dates that aren't named.
"""

from collections.abc import Mapping
from datetime import date, timedelta

from .hours import DAY_MIN, Hours, Week
from .spans import Spans

ALWAYS: Spans = ((0, DAY_MIN),)


def week_at(hours: Hours | None, monday: date) -> Week | None:
    """The seven days from `monday` on as they are kept, special hours in; None where all of it is always.
    Closures are left aside.
    """
    usual = hours.week if hours else None
    special = hours.special if hours else {}
    dates = [monday + timedelta(days=at) for at in range(7)]
    if usual is None and not any(day in special for day in dates):
        return None
    mon, tue, wed, thu, fri, sat, sun = (
        special.get(day, usual[at] if usual is not None else ALWAYS) for at, day in enumerate(dates)
    )
    return (mon, tue, wed, thu, fri, sat, sun)


def special_with(hours: Hours | None, week: Week, monday: date) -> Mapping[date, Spans]:
    """The special hours once the seven days from `monday` on are to be this week; all other dates stay."""
    usual = hours.week if hours else None
    out = dict(hours.special) if hours else {}
    for at, spans in enumerate(week):
        day = monday + timedelta(days=at)
        if spans == (usual[at] if usual is not None else ALWAYS):
            out.pop(day, None)
        else:
            out[day] = spans
    return out


def next_date(today: date, month: int, day: int) -> date:
    """The next time a day of the year comes, today included; 29 February counts as the 28th in other
    years.
    """

    def in_year(year: int) -> date:
        try:
            return date(year, month, day)
        except ValueError:
            return date(year, 2, 28)

    found = in_year(today.year)
    return found if found >= today else in_year(today.year + 1)
