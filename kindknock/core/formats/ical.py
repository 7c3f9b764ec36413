"""Reads closures out of calendar files, recurrences worked out, and writes them back (RFC 5545).

Reading is icalendar's and recurring-ical-events'. Where RULES are silent: an event without an end
lasts its day (or, timed, nothing and is left out); cancelled and free (transparent, unless the
whole day) events are left out; the window is `[from, until)` and what reaches into it counts;
more than 2,000 happenings in it are too many.
"""

from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from typing import Any
from zoneinfo import ZoneInfo

import recurring_ical_events
from icalendar import Calendar, Event

from ..hours import Closure

MOST_BYTES = 5_000_000
MOST_HAPPENINGS = 2000
MOST_DAYS = 3700


@dataclass(frozen=True, slots=True)
class CalendarReading:
    closures: tuple[Closure, ...] = ()
    warnings: tuple[str, ...] = ()
    error: str | None = None


def read_calendar(text: str, first: date, last: date, zone: str) -> CalendarReading:
    """The closures of a calendar within days `[first, last)`, readings in `zone`, sorted.

    Errors: empty, too_large, not_a_calendar, too_many, window. Warnings: some_unreadable, free_left_out.
    """
    if not text.strip():
        return CalendarReading(error="empty")
    if len(text) > MOST_BYTES:
        return CalendarReading(error="too_large")
    if not 0 < (last - first).days <= MOST_DAYS:
        return CalendarReading(error="window")
    if "BEGIN:VCALENDAR" not in text.upper():
        return CalendarReading(error="not_a_calendar")
    info = ZoneInfo(zone)
    closures: list[Closure] = []
    warnings: list[str] = []
    try:
        calendar = Calendar.from_ical(text.lstrip("\ufeff"))
        if any(_happenings(event, (last - first).days) > MOST_HAPPENINGS for event in calendar.walk("VEVENT")):
            return CalendarReading(error="too_many")
        query = recurring_ical_events.of(calendar, skip_bad_series=True)
        for at, event in enumerate(query.between(datetime.combine(first, time(), info), datetime.combine(last, time(), info))):
            if at >= MOST_HAPPENINGS:
                return CalendarReading(error="too_many")
            closure, warning = _closure(event, info)
            if closure is not None:
                closures.append(closure)
            if warning:
                warnings.append(warning)
    except (ValueError, KeyError, TypeError, AttributeError, IndexError, OverflowError, RecursionError):
        return CalendarReading(error="not_a_calendar")
    closures.sort(key=lambda one: (one.first, one.start or datetime.min, one.name))  # noqa: DTZ901 - readings have no zone
    return CalendarReading(tuple(closures), tuple(dict.fromkeys(warnings)))


_A_DAY = {"SECONDLY": 86_400, "MINUTELY": 1440, "HOURLY": 24, "DAILY": 1}


def _happenings(event: Any, days: int) -> float:
    """About how often an event happens in so many days, told from its rule without working it out.

    An endless rule of seconds would be worked out for minutes on end before it could be counted.
    """
    rules = event.get("RRULE")
    worst = 0.0
    for rule in rules if isinstance(rules, list) else [rules]:
        if not rule:
            continue
        said = {str(key).upper(): value if isinstance(value, list) else [value] for key, value in rule.items()}
        often = _A_DAY.get(str(said.get("FREQ", ["YEARLY"])[0]).upper(), 0.2) / max(int(said.get("INTERVAL", [1])[0]), 1)
        for name in ("BYHOUR", "BYMINUTE", "BYSECOND"):
            often *= max(len(said.get(name, [])), 1)
        worst = max(worst, min(often * days, float(said["COUNT"][0]) if "COUNT" in said else often * days))
    return worst


def _closure(event: Any, info: ZoneInfo) -> tuple[Closure | None, str]:
    if str(event.get("STATUS", "")).upper() == "CANCELLED":
        return None, ""
    start, end = event.get("DTSTART"), event.get("DTEND")
    if start is None:
        return None, "some_unreadable"
    begin = start.dt
    finish = end.dt if end is not None else begin + event.get("DURATION").dt if event.get("DURATION") is not None else None
    name = str(event.get("SUMMARY", ""))[:200]
    if not isinstance(begin, datetime):
        last = finish if isinstance(finish, date) and not isinstance(finish, datetime) and finish > begin else begin + timedelta(days=1)
        return Closure(begin, last, name=name), ""
    if str(event.get("TRANSP", "")).upper() == "TRANSPARENT":
        return None, "free_left_out"
    if not isinstance(finish, datetime) or finish <= begin:
        return None, "some_unreadable" if finish is None else ""
    since, until = _reading(begin, info), _reading(finish, info)
    return Closure(since.date(), until.date() + timedelta(days=1), since, until, name=name), ""


def _reading(at: datetime, info: ZoneInfo) -> datetime:
    """A moment on the wall there; a floating time is one already."""
    return at.astimezone(info).replace(tzinfo=None) if at.tzinfo is not None else at


def write_calendar(closures: tuple[Closure, ...], *, zone: str, name: str, made_at: datetime) -> str:
    """The closures as a calendar; timed ones in UTC, whole days as dates, yearly ones recurring."""
    calendar = Calendar()
    calendar.add("prodid", "-//Kind Knock//Closures//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", name)
    info = ZoneInfo(zone)
    for at, closure in enumerate(closures):
        event = Event()
        event.add("uid", f"closure-{closure.first.isoformat()}-{at}@kindknock")
        event.add("dtstamp", made_at.astimezone(UTC))
        event.add("summary", closure.name)
        if closure.start is not None and closure.end is not None:
            event.add("dtstart", closure.start.replace(tzinfo=info).astimezone(UTC))
            event.add("dtend", closure.end.replace(tzinfo=info).astimezone(UTC))
        else:
            event.add("dtstart", closure.first)
            event.add("dtend", max(closure.last, closure.first + timedelta(days=1)))
        if closure.yearly:
            event.add("rrule", {"freq": "yearly"})
        calendar.add_component(event)
    return str(calendar.to_ical(), "utf-8")
