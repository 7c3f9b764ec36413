"""Counting honestly: rates with their uncertainty, and whether two periods really differ (docs/rules.md 10).

Where docs/rules.md is silent: under twenty seen in either period there is too little to tell.
"""

from dataclasses import dataclass
from math import hypot, sqrt
from typing import Literal

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
    low, high = difference(now, before)
    if low > 0:
        return "likely_more"
    return "likely_fewer" if high < 0 else "about_the_same"


def difference(now: Rate, before: Rate) -> tuple[float, float]:
    """The 95 % interval of `now.share - before.share`, each from -1 to 1, made of the two Wilson intervals
    (Newcombe 1998, Statistics in Medicine 17, method 10).
    """
    apart = now.share - before.share
    return (
        apart - hypot(now.share - now.low, before.high - before.share),
        apart + hypot(now.high - now.share, before.share - before.low),
    )
