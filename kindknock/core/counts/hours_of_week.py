"""The hours of the week: how many hours of each kind a period had, and in which of them nobody was in."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from zoneinfo import ZoneInfo

from kindknock.core.time.spans import Spans

HOUR_S = 3600
STEP_S = 900
Slot = tuple[int, int]
"""Weekday (Monday 0) and hour on the business's clock."""


@dataclass(frozen=True, slots=True)
class Cover:
    """Of one hour of the week, seconds of the period that lay in it, and those with somebody in."""

    whole_s: int = 0
    inside_s: int = 0

    @property
    def is_nobody_in(self) -> bool:
        """Whether nobody was in for more than half of it."""
        return self.whole_s > 0 and self.inside_s * 2 < self.whole_s


@dataclass(frozen=True, slots=True)
class WorstGap:
    """Hours of one weekday, next to each other, with nobody in; `count` knocked or were missed then."""

    weekday: int
    start: int
    end: int
    count: int


def cover_by_slot(spans: Spans, start: datetime, end: datetime, zone: str) -> dict[Slot, Cover]:
    """Each hour of the week within `[start, end)`. `spans` are UTC seconds with somebody in, sorted, apart.
    Counted by quarter hours, so that zones of :30 and :45 come out right.
    """
    info = ZoneInfo(zone)
    whole: dict[Slot, int] = {}
    inside: dict[Slot, int] = {}
    at = 0
    second, last = int(start.timestamp()), int(end.timestamp())
    while second < last:
        until = min(second - second % STEP_S + STEP_S, last)
        local = datetime.fromtimestamp(second, info)
        slot = (local.weekday(), local.hour)
        whole[slot] = whole.get(slot, 0) + until - second
        while at < len(spans) and spans[at][1] <= second:
            at += 1
        look = at
        while look < len(spans) and spans[look][0] < until:
            inside[slot] = inside.get(slot, 0) + min(spans[look][1], until) - max(spans[look][0], second)
            look += 1
        second = until
    return {slot: Cover(each, inside.get(slot, 0)) for slot, each in whole.items()}


def worst_gap(cover: Mapping[Slot, Cover], counts: Mapping[Slot, int]) -> WorstGap | None:
    """The run of hours with nobody in that most knocked at or missed; None where none did."""
    runs: list[WorstGap] = []
    for weekday in range(7):
        for start, end in _runs([_is_gap(cover, counts, (weekday, hour)) for hour in range(24)]):
            count = sum(counts.get((weekday, hour), 0) for hour in range(start, end))
            runs.append(WorstGap(weekday, start, end, count))
    return max(runs, key=lambda run: (run.count, -run.weekday, -run.start), default=None)


def _is_gap(cover: Mapping[Slot, Cover], counts: Mapping[Slot, int], slot: Slot) -> bool:
    return counts.get(slot, 0) > 0 and cover.get(slot, Cover()).is_nobody_in


def _runs(flags: Sequence[bool]) -> list[tuple[int, int]]:
    """Runs of true ones, as `[start, end)`."""
    runs: list[tuple[int, int]] = []
    for at, flag in enumerate(flags):
        if flag and runs and runs[-1][1] == at:
            runs[-1] = (runs[-1][0], at + 1)
        elif flag:
            runs.append((at, at + 1))
    return runs
