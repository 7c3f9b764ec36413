"""Where cover is missing: hours in which visitors knock and nobody is in.

Weighed by past knocks, worst first. Where docs/rules.md is silent: an hour is uncovered when nobody is in
for half of it or more; equal weights keep the order of the week.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from zoneinfo import ZoneInfo

from . import spans as sp
from .hours import Hours
from .rota import Person, somebody_spans

HOUR_S = 3600


@dataclass(frozen=True, slots=True)
class HourGap:
    """An hour of the usual week (shop's clock) with nobody in: `knocks` came then, `missed` visits too.

    `reason` is shop_shut (the shop isn't open), nobody_in (it is, but nobody is in), or never_any (no
    people at all).
    """

    weekday: int
    hour: int
    knocks: int
    missed: int
    reason: str


def hour_gaps(
    people: Sequence[Person],
    shop: Hours | None,
    zone: str,
    week_start: int,
    knocks: Mapping[tuple[int, int], int],
    missed: Mapping[tuple[int, int], int] | None = None,
) -> tuple[HourGap, ...]:
    """The uncovered hours of one week that starts at UTC second `week_start`, heaviest first.

    `knocks` and `missed` count by (weekday, hour) on the shop's clock. Hours that nobody ever knocked
    in are no gap.
    """
    missed = missed or {}
    end = week_start + 7 * 24 * HOUR_S
    inside = somebody_spans(people, shop, week_start, end)
    shop_open = somebody_spans([], shop, week_start, end)
    info = ZoneInfo(zone)
    out = []
    for start in range(week_start, end, HOUR_S):
        local = datetime.fromtimestamp(start, UTC).astimezone(info)
        at = (local.weekday(), local.hour)
        weight = knocks.get(at, 0) + missed.get(at, 0)
        hour = ((start, start + HOUR_S),)
        if not weight or _length(sp.intersected(inside, hour)) > HOUR_S // 2:
            continue
        opened = _length(sp.intersected(shop_open, hour)) > HOUR_S // 2
        reason = "shop_shut" if not opened else "nobody_in" if people else "never_any"
        out.append(HourGap(*at, knocks.get(at, 0), missed.get(at, 0), reason))
    return tuple(sorted(out, key=lambda gap: -(gap.knocks + gap.missed)))


def _length(spans: sp.Spans) -> int:
    return sum(end - start for start, end in spans)
