"""What this process has answered: how many, how they ended, how long they took. Counted by each thread for
itself, so that counting costs next to nothing and loses nothing; read by whoever asks for `snapshot`.
"""

import threading
from bisect import bisect_left
from collections.abc import Iterable

BOUNDS_S = (0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1.0, 2.5, 5.0, 10.0)
"""Upper bounds of the buckets, in seconds; one more bucket holds all that took longer."""
SITE_ROUTES = frozenset(
    ("/k.js", *(f"/k/v1/{name}" for name in ("verdict", "heard", "note", "boxes", "met", "read")))
)
"""What every visitor's page asks for."""
ENDED = "kk.ended"
"""Where in an `environ` the front leaves the status it answered one of these with: `"200"`."""
Key = tuple[str, str]
"""A route and a status: `("/k/v1/verdict", "200")`."""


class Took:
    """Of one route and status: how many answers fell into each bucket, and their seconds together."""

    __slots__ = ("buckets", "seconds")

    def __init__(self) -> None:
        self.buckets = [0] * (len(BOUNDS_S) + 1)
        self.seconds = 0.0


_of_threads: list[dict[Key, Took]] = []
_mine = threading.local()


def answered(route: str, status: str, seconds: float) -> None:
    """One more answer."""
    try:
        counted = _mine.counted
    except AttributeError:
        counted = _mine.counted = {}
        _of_threads.append(counted)
    took = counted.get((route, status))
    if took is None:
        took = counted[route, status] = Took()
    took.buckets[bisect_left(BOUNDS_S, seconds)] += 1
    took.seconds += seconds


def snapshot() -> list[dict[str, object]]:
    """All of this process, ready for JSON: route, status, buckets (not added up), seconds."""
    return merged(
        {"route": route, "status": status, "buckets": list(took.buckets), "seconds": took.seconds}
        for counted in list(_of_threads)
        for (route, status), took in list(counted.items())
    )


def merged(rows: Iterable[dict[str, object]]) -> list[dict[str, object]]:
    """Rows of the same route and status added up."""
    found: dict[Key, Took] = {}
    for row in rows:
        took = found.setdefault((str(row["route"]), str(row["status"])), Took())
        buckets: list[int] = row["buckets"]  # type: ignore[assignment]
        took.buckets = [mine + theirs for mine, theirs in zip(took.buckets, buckets, strict=True)]
        took.seconds += float(row["seconds"])  # type: ignore[arg-type]
    return [
        {"route": route, "status": status, "buckets": took.buckets, "seconds": took.seconds}
        for (route, status), took in sorted(found.items())
    ]
