"""When one set of hours is open: a week of spans in a zone, with closures and special hours.

The clock on the wall decides (docs/rules.md 4): open at an instant when the local reading there and then
lies in a span of its local day. So the open set is worked out once on local readings, then moved
to UTC one stretch of equal offset at a time; readings that daylight saving skips never occur,
repeated ones count twice, and nothing else is special about a clock change.

Who is in, from several sets of hours together, is `rota`'s matter; reading text is `hours_text`'s.

Where docs/rules.md is silent: a whole-day closure over several days ends before its `until` day, as in
iCalendar; a yearly closure on 29 February falls out in other years; seconds count.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import UTC, date, datetime, timedelta, tzinfo
from functools import lru_cache
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from . import spans as sp
from .spans import Span, Spans

DAY_S = 86_400
DAY_MIN = 1440
LOOK_AHEAD_DAYS = 370
_EPOCH = date(1970, 1, 1)
Week = tuple[Spans, ...]
"""Monday first; spans in minutes of the day they start on, an end over 1440 runs past midnight."""


@dataclass(frozen=True, slots=True)
class Closure:
    """Shut on whole local days `[first, last)`, or on local readings `[start, end)` if timed.

    `yearly` repeats it every year from the first on. `name` is for people.
    """

    first: date
    last: date
    start: datetime | None = None
    end: datetime | None = None
    yearly: bool = False
    name: str = ""

    @property
    def is_whole_day(self) -> bool:
        return self.start is None or self.end is None


@dataclass(frozen=True, slots=True)
class Hours:
    """Hours in a zone. `week` None means always open, but for closures."""

    zone: str
    week: Week | None = None
    closures: tuple[Closure, ...] = ()
    special: Mapping[date, Spans] = field(default_factory=dict)
    """Replaces a date's spans and wins over closures; empty spans close the date."""


class UnreadableSpan(ValueError):
    """A span that can't be one: `code` is same_start_and_end or not_a_time."""

    def __init__(self, code: str) -> None:
        super().__init__(code)
        self.code = code


def span_of(start_min: int, end_min: int) -> tuple[Span, str]:
    """A day's span from two readings (minutes, 0 to 1440), with a warning code or ''.

    An end before the start runs past midnight; 0:00 to 0:00 is read as the whole day; any other
    start that equals its end raises UnreadableSpan.
    """
    if not (0 <= start_min <= DAY_MIN and 0 <= end_min <= DAY_MIN):
        raise UnreadableSpan("not_a_time")
    if start_min in (end_min, DAY_MIN):
        if start_min in (0, DAY_MIN) and end_min in (0, DAY_MIN):
            return (0, DAY_MIN), "whole_day"
        raise UnreadableSpan("same_start_and_end")
    return (start_min, end_min if end_min > start_min else end_min + DAY_MIN), ""


def is_zone(name: str) -> bool:
    """Whether a zone exists by this IANA name."""
    try:
        ZoneInfo(name)
    except (ZoneInfoNotFoundError, ValueError, OSError):
        return False
    return True


def is_open(hours: Hours, at: datetime) -> bool:
    """Whether the hours are open at an aware moment."""
    second = int(at.timestamp())
    return sp.holds(open_spans(hours, second, second + 1), second)


def open_spans(hours: Hours, start: int, end: int) -> Spans:
    """The open seconds of UTC (epoch) within `[start, end)`, merged."""
    out: list[Span] = []
    for since, until, offset in offset_periods(hours.zone, start, end):
        local = local_spans(hours, since + offset, until + offset)
        out.extend((a - offset, b - offset) for a, b in local)
    return sp.merged(out)


def local_spans(hours: Hours, start: int, end: int) -> Spans:
    """The open local readings, in seconds since 1970 on the wall, within `[start, end)`."""
    if hours.week is None and not hours.closures and not hours.special:
        return ((start, end),)
    # A span may run into the next day and, whole days included, ends within two.
    first, last = start // DAY_S - 2, (end - 1) // DAY_S
    usual: list[Span] = []
    special: list[Span] = []
    closed_days = _closed_days(hours.closures, first, last)
    for day in range(first, last + 1):
        own = hours.special.get(_EPOCH + timedelta(days=day)) if hours.special else None
        if own is not None:
            special.extend((day * DAY_S + a * 60, day * DAY_S + b * 60) for a, b in own)
        elif day not in closed_days:
            week = hours.week[(day + 3) % 7] if hours.week is not None else ((0, DAY_MIN),)
            usual.extend((day * DAY_S + a * 60, day * DAY_S + b * 60) for a, b in week)
    cuts = _timed_cuts(hours.closures, first, last)
    kept = sp.without(sp.merged(usual), cuts) if cuts else sp.merged(usual)
    return sp.intersected(sp.united((kept, sp.merged(special))), ((start, end),))


def _years(first: int, last: int) -> range:
    return range((_EPOCH + timedelta(days=first)).year, (_EPOCH + timedelta(days=last)).year + 1)


def _closed_days(closures: tuple[Closure, ...], first: int, last: int) -> set[int]:
    out: set[int] = set()
    for closure in closures:
        if closure.is_whole_day:
            for since, until in _repeated(closure, first, last):
                out.update(range(max(since, first), min(until, last + 1)))
    return out


def closure_on(hours: Hours | None, day: date) -> Closure | None:
    """The whole-day closure that a date lies in, the first of them; None where special hours stand in for
    it.
    """
    if hours is None or day in hours.special:
        return None
    at = (day - _EPOCH).days
    return next(
        (
            closure
            for closure in hours.closures
            if closure.is_whole_day
            and any(since <= at < until for since, until in _repeated(closure, at - 366, at))
        ),
        None,
    )


def dates_closed(closure: Closure, first: date, last: date) -> list[tuple[date, date]]:
    """The dates a closure lies on between two days, all of them in it: once, or each year's."""
    since, until = (first - _EPOCH).days, (last - _EPOCH).days
    found = [
        (max(start, since), min(end - 1, until))
        for start, end in _repeated(closure, since, until)
        if start <= until and end > since
    ]
    return [(_EPOCH + timedelta(days=start), _EPOCH + timedelta(days=end)) for start, end in found]


def _repeated(closure: Closure, first: int, last: int) -> list[tuple[int, int]]:
    """The day numbers `[since, until)` of a whole-day closure, every year's if yearly."""
    since = (closure.first - _EPOCH).days
    length = max((closure.last - closure.first).days, 1)
    if not closure.yearly:
        return [(since, since + length)]
    out = []
    for year in range(max(closure.first.year, _years(first, last).start - 1), _years(first, last).stop):
        try:
            at = (closure.first.replace(year=year) - _EPOCH).days
        except ValueError:
            continue
        out.append((at, at + length))
    return out


def _timed_cuts(closures: tuple[Closure, ...], first: int, last: int) -> Spans:
    out: list[Span] = []
    for closure in closures:
        if closure.start is None or closure.end is None:
            continue
        length = int((closure.end - closure.start).total_seconds())
        years = [closure.start.year]
        if closure.yearly:
            years = [
                y
                for y in range(_years(first, last).start - 1, _years(first, last).stop)
                if y >= closure.start.year
            ]
        for year in years:
            try:
                at = local_second(closure.start.replace(year=year))
            except ValueError:
                continue
            out.append((at, at + length))
    return sp.merged(out)


def local_second(reading: datetime) -> int:
    """A naive reading as seconds since 1970 on the wall."""
    return int((reading - datetime(1970, 1, 1)).total_seconds())  # noqa: DTZ001 - readings have no zone


def offset_periods(zone: str, start: int, end: int) -> list[tuple[int, int, int]]:
    """The stretches of equal UTC offset within `[start, end)`: (since, until, offset), seconds."""
    out: list[tuple[int, int, int]] = []
    first_year = datetime.fromtimestamp(start, UTC).year
    last_year = datetime.fromtimestamp(max(end - 1, start), UTC).year
    for year in range(first_year, last_year + 1):
        for since, until, offset in _periods_of_year(zone, year):
            a, b = max(since, start), min(until, end)
            if a < b:
                if out and out[-1][2] == offset and out[-1][1] == a:
                    out[-1] = (out[-1][0], b, offset)
                else:
                    out.append((a, b, offset))
    return out


def offset_at(info: tzinfo, second: int) -> int:
    """How many seconds a zone is ahead of UTC at an instant."""
    return int(
        (datetime.fromtimestamp(second, UTC).astimezone(info).utcoffset() or timedelta()).total_seconds()
    )


@lru_cache(maxsize=4096)
def _periods_of_year(zone: str, year: int) -> tuple[tuple[int, int, int], ...]:
    """Offsets sampled every twelve hours, each change halved down to its second.

    zoneinfo tells no transitions; no zone is known to change twice within half a day.
    """
    info = ZoneInfo(zone)
    start = int(datetime(year, 1, 1, tzinfo=UTC).timestamp())
    end = int(datetime(year + 1, 1, 1, tzinfo=UTC).timestamp()) if year < 9998 else start + 364 * DAY_S
    out: list[tuple[int, int, int]] = []
    since, offset, at = start, offset_at(info, start), start
    while at < end:
        following = min(at + DAY_S // 2, end)
        after = offset_at(info, following)
        if after != offset:
            low, high = at, following
            while high - low > 1:
                middle = (low + high) // 2
                low, high = (middle, high) if offset_at(info, middle) == offset else (low, middle)
            if high < end:
                out.append((since, high, offset))
                since, offset = high, after
        at = following
    out.append((since, end, offset))
    return tuple(out)


@dataclass(frozen=True, slots=True)
class Outlook:
    """`open` now; `next_change` the first instant after now at which that differs; `next_opening`
    the first from now on at which it is open (now itself when open). None beyond 370 days."""

    open: bool
    next_change: datetime | None
    next_opening: datetime | None


def outlook(hours: Hours, at: datetime) -> Outlook:
    """Look from an aware moment up to 370 days ahead, near first."""
    now = int(at.timestamp())
    for days in (9, 60, LOOK_AHEAD_DAYS):
        spans = open_spans(hours, now, now + days * DAY_S)
        found = outlook_in(spans, now, now + days * DAY_S)
        if (found.next_change is not None and found.next_opening is not None) or days == LOOK_AHEAD_DAYS:
            return found
    raise AssertionError("the last look always returns")


def outlook_in(spans: Spans, now: int, horizon: int) -> Outlook:
    """The outlook of merged spans of UTC seconds that are known up to the horizon."""
    edge = sp.next_edge(spans, now)
    inside = sp.next_inside(spans, now)
    return Outlook(
        sp.holds(spans, now),
        moment(edge) if edge is not None and edge < horizon else None,
        moment(inside) if inside is not None and inside < horizon else None,
    )


def moment(second: int) -> datetime:
    """Epoch seconds as an aware moment in UTC."""
    return datetime.fromtimestamp(second, UTC)
