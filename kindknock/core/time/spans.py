"""Sets of half-open intervals of whole numbers, sorted and apart: the arithmetic under hours.

What the numbers mean (minutes of a day, seconds of a clock) is the caller's matter. Touching
intervals join; empty ones vanish.
"""

from bisect import bisect_right
from collections.abc import Iterable, Sequence

Span = tuple[int, int]
Spans = tuple[Span, ...]


def merged(spans: Iterable[Span]) -> Spans:
    """The same points as sorted intervals that neither touch nor overlap."""
    out: list[Span] = []
    for start, end in sorted(span for span in spans if span[0] < span[1]):
        if out and start <= out[-1][1]:
            if end > out[-1][1]:
                out[-1] = (out[-1][0], end)
        else:
            out.append((start, end))
    return tuple(out)


def intersected(spans: Spans, other: Spans) -> Spans:
    """The points in both. Takes and gives merged spans."""
    out: list[Span] = []
    i = j = 0
    while i < len(spans) and j < len(other):
        start, end = max(spans[i][0], other[j][0]), min(spans[i][1], other[j][1])
        if start < end:
            out.append((start, end))
        if spans[i][1] < other[j][1]:
            i += 1
        else:
            j += 1
    return tuple(out)


def without(spans: Spans, cut: Spans) -> Spans:
    """The points of `one` that are not in `cut`. Takes and gives merged spans."""
    out: list[Span] = []
    j = 0
    for start, end in spans:
        while j < len(cut) and cut[j][1] <= start:
            j += 1
        at, k = start, j
        while k < len(cut) and cut[k][0] < end:
            if at < cut[k][0]:
                out.append((at, cut[k][0]))
            at = max(at, cut[k][1])
            k += 1
        if at < end:
            out.append((at, end))
    return tuple(out)


def united(sets: Iterable[Spans]) -> Spans:
    """The points in any of the sets."""
    return merged(span for spans in sets for span in spans)


def holds(spans: Spans, point: int) -> bool:
    """Whether a point lies in merged spans; a start does, an end does not."""
    at = bisect_right(spans, (point, 1 << 62)) - 1
    return at >= 0 and spans[at][0] <= point < spans[at][1]


def next_edge(spans: Spans, point: int) -> int | None:
    """The first start or end after a point; None if there is none."""
    at = bisect_right(spans, (point, 1 << 62)) - 1
    if at >= 0 and point < spans[at][1]:
        return spans[at][1]
    return spans[at + 1][0] if at + 1 < len(spans) else None


def next_inside(spans: Sequence[Span], point: int) -> int | None:
    """The first point not before `point` that lies in merged spans; None if there is none."""
    for start, end in spans:
        if point < end:
            return max(start, point)
    return None
