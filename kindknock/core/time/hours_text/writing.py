"""Writes a week back the shortest way: as OpenStreetMap has it, or in plain English."""

import itertools
from functools import lru_cache

from ..hours import DAY_MIN, Week
from ..spans import Span, Spans
from ..timetable import DAYS
from .vocabulary import OSM_DAYS


def write_osm(week: Week) -> str:
    """The OpenStreetMap opening_hours text of a week, canonical: `Mo-Fr 09:00-17:30; Sa 10:00-14:00`."""
    if all(day == ((0, DAY_MIN),) for day in week):
        return "24/7"
    return (
        "; ".join(
            f"{_run(days, OSM_DAYS, '-', ',')} "
            f"{','.join(f'{_hhmm(a)}-{_hhmm(b if b <= DAY_MIN else b - DAY_MIN)}' for a, b in spans)}"
            for days, spans in _grouped(week)
        )
        or "off"
    )


@lru_cache(maxsize=2048)
def write_shortest(week: Week) -> str:
    """The shortest plain English that reads back the same: `Mon-Fri 9-17:30, Sat 10-14`."""
    if all(day == ((0, DAY_MIN),) for day in week):
        return "24/7"
    names = tuple(day.title() for day in DAYS)
    return (
        ", ".join(
            f"{_run(days, names, '-', ', ')} {', '.join(_short(a, b) for a, b in spans)}"
            for days, spans in _grouped(week)
        )
        or "closed"
    )


def _grouped(week: Week) -> list[tuple[list[int], Spans]]:
    out: list[tuple[list[int], Spans]] = []
    for day, whole in enumerate(week):
        spans = tuple(piece for a, b in whole for piece in _pieces(a, b))
        if not spans:
            continue
        same = next((days for days, other in out if other == spans), None)
        if same is not None:
            same.append(day)
        else:
            out.append(([day], spans))
    return out


def _pieces(start: int, end: int) -> list[Span]:
    """A span as writable ones: a day's readings can't tell 24 hours or more from what is over it."""
    if end - start < DAY_MIN or (start, end) == (0, DAY_MIN):
        return [(start, end)]
    cuts = [
        start,
        *([min(start + 720, 1430)] if start < 720 else []),
        *([1435] if start >= 720 or end - start - 720 >= DAY_MIN else []),
        end,
    ]
    return list(itertools.pairwise(cuts))


def _run(days: list[int], names: tuple[str, ...], to: str, between: str) -> str:
    runs: list[list[int]] = []
    for day in days:
        if runs and day == runs[-1][-1] + 1:
            runs[-1].append(day)
        else:
            runs.append([day])
    return between.join(
        names[run[0]]
        if len(run) == 1
        else f"{names[run[0]]}{between if len(run) == 2 else to}{names[run[-1]]}"
        for run in runs
    )


def _hhmm(minute: int) -> str:
    return f"{minute // 60:02}:{minute % 60:02}"


def _short(start: int, end: int) -> str:
    last = end if end <= DAY_MIN else end - DAY_MIN

    def plain(minute: int) -> str:
        return f"{minute // 60}" if minute % 60 == 0 else f"{minute // 60}:{minute % 60:02}"

    # Written bare, an end at or before its start would be read as afternoon.
    ambiguous = last < 720 and last <= start < last + 720
    # So would a bare start before six.
    begun = _hhmm(start) if 60 <= start < 360 else plain(start)
    return f"{begun}-{_hhmm(last) if ambiguous or end > DAY_MIN else plain(last)}"
