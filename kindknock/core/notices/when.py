"""When a notice is due (docs/rules.md 18).

Where docs/rules.md is silent: daily letters come at eight on the reader's clock, weekly ones on their weekday
at eight; one that falls into quiet hours comes at their end. A sixth letter within an hour waits until the
first of the five is an hour old, so that what comes meanwhile is one letter then.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from typing import Literal
from zoneinfo import ZoneInfo

Rate = Literal["no", "at_once", "daily", "weekly"]
MOST_AN_HOUR = 5
MORNING = time(8)
HOUR, DAY = timedelta(hours=1), timedelta(days=1)
MINUTES_A_DAY = 24 * 60


@dataclass(frozen=True, slots=True)
class Quiet:
    """Minutes after midnight on the reader's clock, start included, end excluded; over midnight where the
    end is not after the start. None of both are quiet hours of no length.
    """

    from_min: int = 20 * 60
    until_min: int = 8 * 60


def is_quiet(at: datetime, quiet: Quiet | None, zone: str) -> bool:
    """Whether a moment lies in somebody's quiet hours."""
    if quiet is None or quiet.from_min == quiet.until_min:
        return False
    local = at.astimezone(ZoneInfo(zone))
    minute = local.hour * 60 + local.minute
    if quiet.from_min < quiet.until_min:
        return quiet.from_min <= minute < quiet.until_min
    return minute >= quiet.from_min or minute < quiet.until_min


def due_at(
    rate: Rate,
    at: datetime,
    *,
    quiet: Quiet | None = None,
    zone: str = "UTC",
    weekday: int = 0,
    lately: Sequence[datetime] = (),
) -> datetime | None:
    """When a letter about something of the moment `at` goes out; None for no letter. `lately` are the moments
    of letters that went to the same reader, `weekday` (0 is Monday) the day of weekly ones.
    """
    if rate == "no":
        return None
    local = at.astimezone(ZoneInfo(zone))
    if rate == "at_once":
        found = _unless_many(at, lately)
    elif rate == "daily":
        found = _next(local, local.date(), DAY)
    else:
        ahead = timedelta(days=(weekday - local.weekday()) % 7)
        found = _next(local, local.date() + ahead, 7 * DAY)
    return _after_quiet(found, quiet, zone)


def _unless_many(at: datetime, lately: Sequence[datetime]) -> datetime:
    within = sorted(each for each in lately if at - HOUR < each <= at)
    return at if len(within) < MOST_AN_HOUR else within[-MOST_AN_HOUR] + HOUR


def _next(local: datetime, day: date, step: timedelta) -> datetime:
    """The first morning after a moment, from a day on."""
    found = datetime.combine(day, MORNING, local.tzinfo)
    return (found if found > local else datetime.combine(day + step, MORNING, local.tzinfo)).astimezone(UTC)


def _after_quiet(at: datetime, quiet: Quiet | None, zone: str) -> datetime:
    """The end of the quiet hours a moment lies in, else the moment."""
    if quiet is None or not is_quiet(at, quiet, zone):
        return at
    local = at.astimezone(ZoneInfo(zone))
    end = time(quiet.until_min // 60 % 24, quiet.until_min % 60)
    found = datetime.combine(local.date(), end, local.tzinfo)
    if found <= local:
        found = datetime.combine(local.date() + DAY, end, local.tzinfo)
    return found.astimezone(UTC)
