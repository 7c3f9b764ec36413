"""The rota in English: bars, gaps, closures, and why something can't be read."""

from datetime import date, datetime, timedelta, tzinfo

from babel.dates import format_date

from kindknock.core.review import Finding
from kindknock.core.time import Closure
from kindknock.core.time.rota_table import Gap
from kindknock.core.time.spans import Spans
from kindknock.core.time.timetable import DAYS

from .hours_words import days_words

WEEKDAY = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
CALENDAR = {
    "empty": "That calendar is empty. Choose another file, or paste its text.",
    "too_large": "That calendar is larger than 5 MB. Export only the part you need.",
    "not_a_calendar": "That isn't a calendar. Choose a file that ends in .ics, or paste its text.",
    "too_many": "That calendar repeats without end, or more than 2,000 times. Export only the part you need.",
    "window": "That calendar covers too long a time. Export a few years of it.",
}
CALENDAR_NOTE = {
    "some_unreadable": "Some entries can't be read and are left out.",
    "free_left_out": "Entries marked as free are left out.",
    "free_taken_as_leave": "An entry marked as free closes all the same: it is called leave or holiday.",
}


def short(minute: int) -> str:
    """Minutes of a day as a person writes them: 9, 17:30."""
    hour, rest = divmod(minute % 1440 if minute != 1440 else 1440, 60)
    return f"{hour}:{rest:02}" if rest else str(hour)


def span_words(since: int, until: int, clock: tzinfo, day_end: int) -> str:
    start, end = datetime.fromtimestamp(since, clock), datetime.fromtimestamp(until, clock)
    last = 1440 if until == day_end else end.hour * 60 + end.minute
    return f"{short(start.hour * 60 + start.minute)}–{short(last)}"


def day_name(day: date) -> str:
    return str(format_date(day, "EEE d", locale="en"))


def gap_words(gap: Gap, person: str) -> tuple[str, str]:
    """The gap, and what it costs."""
    head = f"{WEEKDAY[gap.weekday]} {short(gap.start * 60)}–{short(gap.end * 60)}."
    why = {
        "shop_shut": "The shop is shut",
        "nobody_in": "Open, and nobody answers",
        "never_any": "Nobody answers",
    }[gap.reason]
    seen = [
        f"{gap.knocks} {'knock' if gap.knocks == 1 else 'knocks'}" if gap.knocks else "",
        f"{gap.missed} missed" if gap.missed else "",
    ]
    return head, f"{why}. {' and '.join(item for item in seen if item)} in eight weeks."


def apart_words(day: date, spans: Spans, today: date) -> str:
    """`Thursday 24 December: 9–13`."""
    hours = ", ".join(f"{short(start)}–{short(end)}" for start, end in spans) or "closed"
    pattern = "EEEE d MMMM" if day.year == today.year else "EEEE d MMMM y"
    return f"{format_date(day, pattern, locale='en')}: {hours}"


def closure_words(closure: Closure, today: date) -> str:
    first, last = closure.first, closure.last - timedelta(days=1)
    year = first.year if closure.yearly else today.year
    if not closure.is_whole_day and closure.start and closure.end:
        return f"{days_words(first, first, year)}, {closure.start:%H:%M} to {closure.end:%H:%M}"
    return days_words(first, last, year) + (", every year" if closure.yearly else "")


def finding_words(finding: Finding) -> str:
    """What can never take effect, said where it stands."""
    if finding.code == "never_in":
        return "Never in: these hours and the shop's share no minute."
    day, _, span = finding.found.partition(":")
    start, _, end = span.partition("-")
    return (
        f"{WEEKDAY[int(day)]} {short(int(start))}–{short(int(end))} never takes effect: the shop is shut "
        "then."
        if day.isdecimal() and len(DAYS) == 7
        else ""
    )
