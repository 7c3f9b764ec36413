"""Reads closures out of calendar files, recurrences worked out, and writes them back (RFC 5545).

Reading is icalendar's and recurring-ical-events'. Where docs/rules.md is silent: an event without an end
lasts its day (or, timed, nothing and is left out); cancelled and free (transparent, unless the
whole day, or called leave or holiday) events are left out; an event that begins with a whole day and ends
at a
time begins at that day's midnight, one that ends with a day ends at its; the window is `[from, until)` and
what reaches into it counts;
more than 2,000 happenings in it are too many.
"""

import re
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from itertools import islice
from typing import Any
from zoneinfo import ZoneInfo

import recurring_ical_events
from icalendar import Calendar, Event
from icalendar.prop import vDDDTypes, vRecur

from ..time.hours import Closure

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

    Errors: empty, too_large, not_a_calendar, too_many, window. Warnings: some_unreadable, free_left_out,
    free_taken_as_leave.
    """
    if not text.strip():
        return CalendarReading(error="empty")
    if len(text) > MOST_BYTES:
        return CalendarReading(error="too_large")
    if not 0 < (last - first).days <= MOST_DAYS:
        return CalendarReading(error="window")
    if "BEGIN:VCALENDAR" not in text.upper():
        return CalendarReading(error="not_a_calendar")
    try:
        calendars = [
            item
            for item in Calendar.from_ical(_with_readable_lines(text), multiple=True)
            if item.name == "VCALENDAR"
        ]
    except _BAD:
        return CalendarReading(error="not_a_calendar")
    if not calendars:
        return CalendarReading(error="not_a_calendar")
    reader = _Reader(
        datetime.combine(first, time(), ZoneInfo(zone)),
        datetime.combine(last, time(), ZoneInfo(zone)),
        ZoneInfo(zone),
    )
    try:
        for calendar in calendars:
            reader.read(calendar)
    except _TooMany:
        return CalendarReading(error="too_many")
    never = datetime.min  # noqa: DTZ901 - readings have no zone
    closures = sorted(
        reader.closures, key=lambda closure: (closure.first, closure.start or never, closure.name)
    )
    return CalendarReading(tuple(closures), tuple(dict.fromkeys(reader.warnings)))


_BAD = (
    ValueError,
    KeyError,
    TypeError,
    AttributeError,
    IndexError,
    OverflowError,
    RecursionError,
    ArithmeticError,
)
"""What the libraries raise on what they can't make sense of."""


def _with_readable_lines(text: str) -> str:
    """The text without lines that are no content lines (RFC 5545 section 3.1), which would spoil all the
    rest.
    """
    unfolded: list[str] = []
    for line in text.lstrip("\ufeff").splitlines():
        if line[:1] in (" ", "\t") and unfolded:
            unfolded[-1] += line[1:]
        elif line.strip():
            unfolded.append(line)
    return "\r\n".join(line for line in unfolded if ":" in line) + "\r\n"


class _TooMany(Exception):
    """More happenings in the window than anybody's calendar has."""


class _Reader:
    """Gathers the closures of calendars within a window; a series it can't make sense of is passed over,
    and said so.
    """

    def __init__(self, first: datetime, last: datetime, info: ZoneInfo) -> None:
        self.first, self.last, self.info = first, last, info
        self.closures: list[Closure] = []
        self.warnings: list[str] = []

    def read(self, calendar: Calendar) -> None:
        events = [
            event
            for event in calendar.walk("VEVENT")
            if isinstance(event.get("DTSTART"), vDDDTypes)
            and all(isinstance(rule, vRecur) for rule in _rules(event))
        ]
        for event in events:
            _made_alike(event, self.info)
        if len(events) < len(calendar.walk("VEVENT")):
            self.warnings.append("some_unreadable")
        if any(_happenings(event, (self.last - self.first).days) > MOST_HAPPENINGS for event in events):
            raise _TooMany
        if self._take(calendar, events):
            return
        # One series spoils them all: each by itself, with whatever changes single days of it.
        series: dict[str, list[Any]] = {}
        for at, event in enumerate(events):
            series.setdefault(str(event.get("UID") or f"no-id-{at}"), []).append(event)
        for single in list(series.values())[:MOST_HAPPENINGS]:
            if not self._take(calendar, single):
                self.warnings.append("some_unreadable")

    def _take(self, calendar: Calendar, events: list[Any]) -> bool:
        """Add what these events close; False, with nothing added, where the libraries can't make sense of
        them.
        """
        alone = calendar.copy(recursive=False)
        for component in (*calendar.walk("VTIMEZONE"), *events):
            alone.add_component(component)
        try:
            found = list(
                islice(recurring_ical_events.of(alone).between(self.first, self.last), MOST_HAPPENINGS + 1)
            )
            read = [_closure(event, self.info) for event in found]
        except _BAD:
            return False
        self.closures.extend(closure for closure, _ in read if closure is not None)
        self.warnings.extend(warning for _, warning in read if warning)
        if len(self.closures) > MOST_HAPPENINGS:
            raise _TooMany
        return True


_A_DAY = {"SECONDLY": 86_400, "MINUTELY": 1440, "HOURLY": 24, "DAILY": 1}


def _rules(event: Any) -> list[Any]:
    """The event's recurrence rules; one that can't be read is no `vRecur`."""
    rrule = event.get("RRULE")
    return rrule if isinstance(rrule, list) else [rrule] if rrule is not None else []


def _happenings(event: Any, days: int) -> float:
    """About how often an event happens in so many days, told from its rule without working it out.

    An endless rule of seconds would be worked out for minutes on end before it could be counted.
    """
    worst = 0.0
    for rule in _rules(event):
        found = {
            str(key).upper(): value if isinstance(value, list) else [value] for key, value in rule.items()
        }
        often = _A_DAY.get(str(found.get("FREQ", ["YEARLY"])[0]).upper(), 0.2) / max(
            int(found.get("INTERVAL", [1])[0]), 1
        )
        for name in ("BYHOUR", "BYMINUTE", "BYSECOND"):
            often *= max(len(found.get(name, [])), 1)
        worst = max(worst, min(often * days, float(found["COUNT"][0]) if "COUNT" in found else often * days))
    return worst


def _closure(event: Any, info: ZoneInfo) -> tuple[Closure | None, str]:
    if str(event.get("STATUS", "")).upper() == "CANCELLED":
        return None, ""
    start, end = event.get("DTSTART"), event.get("DTEND")
    if start is None:
        return None, "some_unreadable"
    begin = start.dt
    finish = (
        end.dt
        if end is not None
        else begin + event.get("DURATION").dt
        if event.get("DURATION") is not None
        else None
    )
    name = str(event.get("SUMMARY", ""))[:200]
    if not isinstance(begin, datetime):
        last = (
            finish
            if isinstance(finish, date) and not isinstance(finish, datetime) and finish > begin
            else begin + timedelta(days=1)
        )
        return Closure(begin, last, name=name), ""
    is_free = str(event.get("TRANSP", "")).upper() == "TRANSPARENT"
    if is_free and not _LEAVE.search(name):
        return None, "free_left_out"
    if not isinstance(finish, datetime) or finish <= begin:
        return None, "some_unreadable" if finish is None else ""
    since, until = _reading(begin, info), _reading(finish, info)
    closure = Closure(since.date(), until.date() + timedelta(days=1), since, until, name=name)
    return closure, "free_taken_as_leave" if is_free else ""


# Leave and holidays are often kept as free time in one's own calendar, so that meetings can still be asked
# for.
_LEAVE = re.compile(
    r"\b(?:annual leave|on leave|leave|holidays?|vacation|day off|out of office|closed|off sick"
    r"|urlaub|ferien|betriebsferien|frei|geschlossen|abwesend|congés?|vacances|fermé|absente?|vacaciones"
    r"|permiso|cerrado"
    r"|ausente|ferie|permesso|chiuso|férias|folga|fechado|encerrado|vakantie|verlof|vrij|gesloten)\b"
    r"|إجازة|عطلة|مغلق",
    re.IGNORECASE,
)


def _made_alike(event: Any, info: ZoneInfo) -> None:
    """A start and an end of two kinds, a day and a moment, made two moments: the day stands for its
    midnight.
    """
    start, end = event.get("DTSTART"), event.get("DTEND")
    if not isinstance(end, vDDDTypes) or isinstance(start.dt, datetime) == isinstance(end.dt, datetime):
        return
    for name, value in (("DTSTART", start), ("DTEND", end)):
        if not isinstance(value.dt, datetime):
            del event[name]
            day: Any = value.dt
            event.add(name, datetime.combine(day, time(), info))


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
