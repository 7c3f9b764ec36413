"""Counting honestly: rates with their uncertainty, and whether two periods really differ (docs/rules.md 10).

Where docs/rules.md is silent: "likely more" is said where each rate lies outside the other's range while
the ranges still overlap; under twenty seen in either period there is too little to tell.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta
from math import sqrt
from typing import Literal
from zoneinfo import ZoneInfo

Z95 = 1.959963984540054
FEW = 20
Comparison = Literal[
    "surely_more", "likely_more", "about_the_same", "likely_fewer", "surely_fewer", "too_few"
]


@dataclass(frozen=True, slots=True)
class Rate:
    """A share from 0 to 1 with its 95 % range. `seen` 0 has no rate: that is "no visits", not 0 %."""

    share: float
    low: float
    high: float
    seen: int


def rate(hits: int, seen: int) -> Rate | None:
    """The rate with its Wilson score interval (Wilson 1927, without continuity correction); None for 0
    seen.
    """
    if seen <= 0:
        return None
    hits = min(max(hits, 0), seen)
    share, z2 = hits / seen, Z95 * Z95
    middle = (share + z2 / (2 * seen)) / (1 + z2 / seen)
    half = Z95 * sqrt(share * (1 - share) / seen + z2 / (4 * seen * seen)) / (1 + z2 / seen)
    return Rate(
        share, max(0.0, middle - half) if hits else 0.0, min(1.0, middle + half) if hits < seen else 1.0, seen
    )


def compare(now: Rate | None, before: Rate | None) -> Comparison:
    """What may be said of now against before."""
    if now is None or before is None or min(now.seen, before.seen) < FEW:
        return "too_few"
    if now.low > before.high:
        return "surely_more"
    if now.high < before.low:
        return "surely_fewer"
    outside = not before.low <= now.share <= before.high and not now.low <= before.share <= now.high
    if outside:
        return "likely_more" if now.share > before.share else "likely_fewer"
    return "about_the_same"


def day_bounds(day: date, zone: str) -> tuple[datetime, datetime]:
    """The first moment of a business day and of the next, aware; a day of a clock change has 23 or 25
    hours.
    """
    info = ZoneInfo(zone)
    return datetime.combine(day, time(), info), datetime.combine(day + timedelta(days=1), time(), info)


def by_day(counted: Mapping[date, int], first: date, days: int) -> list[tuple[date, int]]:
    """Each day of a period with its count; days with nothing are in it."""
    return [(day, counted.get(day, 0)) for day in (first + timedelta(days=at) for at in range(days))]
