"""The days one looks at and those they are held against, as moments on the business's clock.

Where docs/rules.md is silent: counts are looked back on for two years; of a period that ends today only what
has passed counts, and the other period ends at the same time of its last day; a day alone is held against
the same weekday of the week before; *a year before* is 364 days, so that weekdays meet; days before counting
began are nothing to hold against, since none of them is a day with nothing.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta
from typing import Literal, TypeVar
from zoneinfo import ZoneInfo

Value = TypeVar("Value")
KEPT_DAYS = 730
A_YEAR, A_WEEK, A_DAY = timedelta(days=364), timedelta(days=7), timedelta(days=1)
QUARTER_S = 900
Against = Literal["before", "week", "year", "nothing"]
Noted = Literal["cut_at_today", "cut_at_kept", "against_not_kept", "began_later"]


class NoPeriod(ValueError):
    """What was asked for is no period: `code` is `backwards` or `not_come`."""

    def __init__(self, code: Literal["backwards", "not_come"]) -> None:
        super().__init__(code)
        self.code = code


@dataclass(frozen=True, slots=True)
class Span:
    """Two moments, aware, the end not in it, and the local days they stand for, both in it."""

    start: datetime
    end: datetime
    first: date
    last: date

    @property
    def days(self) -> int:
        return (self.last - self.first).days + 1


@dataclass(frozen=True, slots=True)
class Period:
    """What is looked at; what it is held against, if anything; and what was made of what was asked for."""

    now: Span
    before: Span | None
    is_running: bool
    noted: tuple[Noted, ...] = ()


def period(
    first: date,
    last: date,
    against: Against,
    *,
    zone: str,
    at: datetime,
    began: datetime | None = None,
) -> Period:
    """The period of whole days from `first` to `last` on a clock, at most up to now and within what is kept.
    What ended before counting `began` is nothing to hold against. Raises NoPeriod.
    """
    info = ZoneInfo(zone)
    today = at.astimezone(info).date()
    if last < first:
        raise NoPeriod("backwards")
    if first > today:
        raise NoPeriod("not_come")
    noted: list[Noted] = []
    oldest = today - timedelta(days=KEPT_DAYS - 1)
    if last > today:
        noted.append("cut_at_today")
    if first < oldest:
        noted.append("cut_at_kept")
    first, last = max(first, oldest), max(min(last, today), oldest)
    is_running = last == today
    back = _back(against, first, last)
    if back is not None and last - back < oldest:
        noted.append("against_not_kept")
        back = None
    before = None
    if back is not None:
        their_last = last - back
        end = _midnight(their_last + timedelta(days=1), info)
        if is_running:
            passed = at.astimezone(info).time()
            end = min(end, _near_quarter(datetime.combine(their_last, passed, info)))
        their_first = max(first - back, oldest)
        before = Span(_midnight(their_first, info), end, their_first, their_last)
        if began is not None and before.start < began - A_DAY:
            noted.append("began_later")
            before = None
    end = at if is_running else _midnight(last + timedelta(days=1), info)
    return Period(Span(_midnight(first, info), end, first, last), before, is_running, tuple(noted))


def day_bounds(day: date, zone: str) -> tuple[datetime, datetime]:
    """The first moment of a business day and of the next, aware; a day of a clock change has 23 or 25
    hours.
    """
    info = ZoneInfo(zone)
    return datetime.combine(day, time(), info), datetime.combine(day + timedelta(days=1), time(), info)


def by_day(counted: Mapping[date, Value], first: date, days: int, nothing: Value) -> list[tuple[date, Value]]:
    """Each day of a period with its count; days with nothing are in it."""
    return [(day, counted.get(day, nothing)) for day in (first + timedelta(days=at) for at in range(days))]


def _back(against: Against, first: date, last: date) -> timedelta | None:
    """How far back the other period lies; None: nothing to hold against."""
    length = last - first + timedelta(days=1)
    if against == "before":
        return A_WEEK if length == timedelta(days=1) else length
    return {"week": A_WEEK, "year": A_YEAR}.get(against)


def _midnight(day: date, info: ZoneInfo) -> datetime:
    return datetime.combine(day, time(), info)


def _near_quarter(at: datetime) -> datetime:
    """The quarter hour nearest to a moment: sums know no finer time."""
    second = round(at.timestamp() / QUARTER_S) * QUARTER_S
    return datetime.fromtimestamp(second, at.tzinfo)
