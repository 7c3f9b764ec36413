"""Writes moments as a person would say them now: `17:30`, `tomorrow 09:00`, `Monday 09:00`, `7 December
09:00`.

Formats are Babel's (CLDR); which moment is told is `occasion`'s matter. Where docs/rules.md is silent:
within six days the weekday is enough; the clock is told in 24 hours, but for languages whose
readers write it in twelve; a whole hour keeps its minutes.
"""

from collections.abc import Mapping
from datetime import UTC, datetime, time, timedelta, timezone, tzinfo
from functools import lru_cache
from zoneinfo import ZoneInfo

from babel import Locale, UnknownLocaleError
from babel.dates import format_skeleton, format_time, format_timedelta

from ..time.hours import is_zone


@lru_cache(maxsize=256)
def locale_of(language: str) -> Locale:
    """The locale of a BCP 47 tag, else of its first subtag, else English as Britain writes it."""
    for tag in (language.replace("-", "_"), language.split("-")[0]):
        if tag in ("en", ""):
            break
        try:
            return Locale.parse(tag)
        except (ValueError, UnknownLocaleError):
            continue
    return Locale.parse("en_GB")


def end_of_day(now: datetime, clock: tzinfo, days: int = 1) -> datetime:
    """The midnight that ends today on a clock, or so many days on."""
    return datetime.combine(now.astimezone(clock).date() + timedelta(days=days), time(), clock)


@lru_cache(maxsize=2048)
def clock_of(zone: str | None, offset_min: int | None = None) -> tzinfo:
    """The clock of a zone by name, else of an offset as `Date.getTimezoneOffset()` tells it (UTC minus
    local), else UTC.
    """
    if zone and is_zone(zone):
        return ZoneInfo(zone)
    return timezone(timedelta(minutes=-offset_min)) if offset_min is not None else UTC


def time_text(at: datetime, clock: tzinfo, language: str) -> str:
    """The time on that clock, as a reader of the language writes it."""
    return str(format_time(at.astimezone(clock), "short", tzinfo=clock, locale=locale_of(language))).replace(
        "\u202f", "\u00a0"
    )


def when_text(
    at: datetime, now: datetime, clock: tzinfo, language: str, words: Mapping[str, str] | None = None
) -> str:
    """A moment to come, as said now: the time alone today, else with the day. `words` may hold
    `_tomorrow`.
    """
    there, here = at.astimezone(clock), now.astimezone(clock)
    reading, days = time_text(at, clock, language), (there.date() - here.date()).days
    if days <= 0:
        return reading
    if days == 1 and words and words.get("_tomorrow"):
        return f"{words['_tomorrow']} {reading}"
    locale = locale_of(language)
    if days < 7:
        return f"{locale.days['format']['wide'][there.weekday()]} {reading}"
    day = format_skeleton(
        "MMMMd" if there.year == here.year else "yMMMMd", there, tzinfo=clock, locale=locale
    )
    return f"{day} {reading}"


def day_and_time(at: datetime, clock: tzinfo, language: str = "en") -> str:
    """A moment told whole, past or to come: `Saturday 28 November 09:00`."""
    there, locale = at.astimezone(clock), locale_of(language)
    day = format_skeleton("MMMMEEEEd", there, tzinfo=clock, locale=locale)
    return f"{day} {time_text(at, clock, language)}"


def length_text(minutes: int, language: str) -> str:
    """A length of time, in hours where they are whole: `10 minutes`, `90 minutes`, `2 hours`."""
    threshold = 1.0 if minutes % 60 == 0 else float("inf")
    return str(
        format_timedelta(
            timedelta(minutes=minutes), threshold=threshold, granularity="minute", locale=locale_of(language)
        )
    )


def shows_same(zone: tzinfo, other: tzinfo, at: datetime) -> bool:
    """Whether two clocks read alike at a moment."""
    return at.astimezone(zone).utcoffset() == at.astimezone(other).utcoffset()
