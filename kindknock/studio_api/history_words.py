"""What changed in the timetable and what one would forget, in English."""

from datetime import date, datetime, tzinfo

from babel.dates import format_date

from kindknock.core.addresses import read_host
from kindknock.core.review.reminders import Reminder
from kindknock.core.time.timetable import AbsenceDoc, ClosureDoc, HoursDoc
from kindknock.core.time.timetable_changes import PartChange
from kindknock.core.words.moments import clock_of

from .hours_words import days_words, hours_words

_DAY = "d MMMM"


def day_words(day: date, today: date) -> str:
    """A day as a person says it: its weekday within a week, its year where it isn't this one's."""
    away = (today - day).days
    if away in (0, 1):
        return "today" if away == 0 else "yesterday"
    if 1 < away < 7:
        return str(format_date(day, "EEEE", locale="en"))
    return str(format_date(day, _DAY if day.year == today.year else f"{_DAY} y", locale="en"))


def part_line(change: PartChange, names: dict[str, str], zone: str, today: date) -> str:
    """One changed part as a sentence."""
    whose = names.get(change.key, "somebody who is gone") if change.whose != "shop" else ""
    new, old = change.after, change.before
    if change.kind == "hours":
        words = hours_words(new, zone) if isinstance(new, HoursDoc) else ""
        special = (
            isinstance(new, HoursDoc)
            and isinstance(old, HoursDoc)
            and new.special != old.special
            and new.week == old.week
        )
        owner = f"{whose}’s hours" if whose else "The shop’s hours"
        if special:
            return f"{owner} differ on single days."
        return f"{owner} are now {words}." if words else f"{owner} are no longer set."
    if isinstance(new, ClosureDoc) or isinstance(old, ClosureDoc):
        known = new if isinstance(new, ClosureDoc) else old
        assert isinstance(known, ClosureDoc)
        found = f"{_span(known, today)}{f' ({known.name})' if known.name else ''}"
        if whose:
            return f"{whose} {'is off' if new else 'is no longer off'} {found}."
        return f"Closed {found}." if new else f"No longer closed {found}."
    return _absence(whose, old, new, clock_of(zone), today)


def _absence(whose: str, old: object, new: object, clock: tzinfo, today: date) -> str:
    if isinstance(new, AbsenceDoc) and not isinstance(old, AbsenceDoc):
        return f"{whose} is away until {_moment(new.until, clock, today)}."
    if isinstance(new, AbsenceDoc) and isinstance(old, AbsenceDoc) and new.until > old.until:
        return f"{whose} stays away until {_moment(new.until, clock, today)}."
    return f"{whose} is back."


def _moment(at: datetime, clock: tzinfo, today: date) -> str:
    here = at.astimezone(clock)
    time = f"{here.hour}:{here.minute:02}"
    return time if here.date() == today else f"{time} on {format_date(here.date(), _DAY, locale='en')}"


def _span(doc: ClosureDoc, today: date) -> str:
    first = date.fromisoformat(doc.from_[:10])
    year = first.year if doc.yearly else today.year
    if doc.whole_day:
        last = date.fromordinal(
            max(date.fromisoformat((doc.until or doc.from_)[:10]).toordinal() - 1, first.toordinal())
        )
        days = f"{'on ' if last == first else ''}{days_words(first, last, year)}"
    else:
        days = f"on {days_words(first, first, year)}, {doc.from_[11:16]} to {doc.until[11:16]}"
    return days + (" every year" if doc.yearly else "")


def reminder_line(reminder: Reminder, door: str, today: date, way: str = "") -> str:
    """`door` and `way` are names, where it is about them."""
    host = read_host(reminder.host).shown or reminder.host
    since = day_words(reminder.since, today) if reminder.since else ""
    return {
        "never_live": "Nothing of this site is live yet. Visitors see no button.",
        "waiting": "You changed something "
        f"{'' if since in ('yesterday', '') or since[0].isdigit() else 'on '}{since}, and visitors don’t "
        "have it yet.",
        "paused": f"{door} is paused since {since}. Nobody sees it.",
        "unheard": "No page of yours has called for the button yet. The line may be missing.",
        "silent": f"{host} has been silent for two days, although the line was heard there daily.",
        "stranger": f"The line is heard from {host}{_more(reminder)}, not on your list: no button there.",
        "unused": f"Nobody has come through {way} for eight weeks. Does it still work?",
        "unseen": f"On {_pages_words(reminder)} {_TROUBLE.get(reminder.trouble, '')}",
    }[reminder.code]


_TROUBLE = {
    "covered": "visitors can’t press the button: something of the page lies over it.",
    "outside": "visitors can’t see the button: the page pushes it out of the window.",
    "hidden": "visitors can’t see the button: the page hides it.",
}


def _more(reminder: Reminder) -> str:
    return f" and {reminder.more} more" if reminder.more else ""


def _pages_words(reminder: Reminder) -> str:
    more = f" and {reminder.more} more page{'s' if reminder.more > 1 else ''}" if reminder.more else ""
    return f"{reminder.page}{more}"
