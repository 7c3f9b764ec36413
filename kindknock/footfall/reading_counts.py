"""What became of what visitors read: answers that helped, searches with nothing found, walks along signposts.

Counted from the raw readings of four weeks. Where docs/rules.md is silent: a walk is one page view; it ended
as it ended last; whoever pressed nothing left after the first step.
"""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, field, fields
from datetime import datetime, timedelta

from django.db.models import Count, QuerySet

from kindknock.sites.models import Site

from .models import Reading

WEEKS = 4
MOST_ROWS = 200_000
Place = tuple[str, str]
"""Keys of a step and of an arm on it; both empty: the first step, nothing pressed."""


@dataclass(frozen=True, slots=True)
class AnswerCounts:
    shown: int = 0
    helped: int = 0


@dataclass(slots=True)
class WalkCounts:
    """Walks along one set of signposts: how many began, how they ended, and after which arm one left."""

    begun: int = 0
    person: int = 0
    read: int = 0
    left: int = 0
    pressed: Counter[Place] = field(default_factory=Counter)
    left_after: Counter[Place] = field(default_factory=Counter)


def answer_counts(site: Site, *, at: datetime) -> dict[str, AnswerCounts]:
    """By answer, of the last four weeks. One query."""
    found = _readings(site, at).filter(kind__in=(Reading.Kind.READ, Reading.Kind.HELPED))
    counts: dict[str, dict[str, int]] = {}
    for row in found.values("about", "kind").annotate(count=Count("pk")):
        counts.setdefault(row["about"], {})[row["kind"]] = row["count"]
    return {
        key: AnswerCounts(max(each.get("read", 0), each.get("helped", 0)), each.get("helped", 0))
        for key, each in counts.items()
    }


@dataclass(frozen=True, slots=True)
class ReadingTotals:
    """Of a period: readings by kind, walks begun, and those that ended at a person, words or a page."""

    read: int = 0
    helped: int = 0
    not_quite: int = 0
    not_found: int = 0
    begun: int = 0
    person: int = 0
    words: int = 0
    page: int = 0


def reading_totals(sites: Sequence[int], start: datetime, end: datetime) -> ReadingTotals:
    """Of what is still kept, at these sites between two moments. One query."""
    rows = (
        Reading.objects.filter(site__in=sites, at__gte=start, at__lt=end)
        .values("kind", "end")
        .annotate(count=Count("pk"))
    )
    found: Counter[str] = Counter()
    for row in rows:
        found[row["end"] if row["kind"] == Reading.Kind.ENDED else row["kind"]] += row["count"]
    return ReadingTotals(**{field.name: found[field.name] for field in fields(ReadingTotals)})


def helped_by(site_key: str, *, at: datetime) -> dict[str, int]:
    """How many each answer helped in four weeks: what they are ordered by. One query."""
    rows = (
        Reading.objects.filter(
            site__key=site_key, at__gte=at - timedelta(weeks=WEEKS), at__lt=at, kind=Reading.Kind.HELPED
        )
        .values("about")
        .annotate(count=Count("pk"))
    )
    return {row["about"]: row["count"] for row in rows}


def not_found(site: Site, *, at: datetime) -> int:
    """Searches with nothing found. One query."""
    return _readings(site, at).filter(kind=Reading.Kind.NOT_FOUND).count()


def walk_counts(site: Site, *, at: datetime) -> dict[str, WalkCounts]:
    """By signposts, of the last four weeks. One query; the newest `MOST_ROWS` readings."""
    kinds = (Reading.Kind.BEGUN, Reading.Kind.WENT, Reading.Kind.ENDED)
    rows = (
        _readings(site, at)
        .filter(kind__in=kinds)
        .order_by("-pk")
        .values_list("about", "view", "kind", "step", "arm", "end")[:MOST_ROWS]
    )
    walks: dict[tuple[str, str], tuple[str, Place]] = {}
    out: dict[str, WalkCounts] = {}
    for about, view, kind, step, arm, end in reversed(rows):
        ended, last = walks.get((about, view), ("", ("", "")))
        counts = out.setdefault(about, WalkCounts())
        if kind == Reading.Kind.WENT:
            counts.pressed[step, arm] += 1
            # Whoever goes on after an end hasn't ended there.
            ended, last = "", (step, arm)
        elif kind == Reading.Kind.ENDED:
            ended = end
        walks[about, view] = (ended, last)
    for (about, _), (ended, last) in walks.items():
        counts = out[about]
        counts.begun += 1
        if ended == Reading.End.PERSON:
            counts.person += 1
        elif ended:
            counts.read += 1
        else:
            counts.left += 1
            counts.left_after[last] += 1
    return out


def _readings(site: Site, at: datetime) -> QuerySet[Reading]:
    return Reading.objects.filter(site=site, at__gte=at - timedelta(weeks=WEEKS), at__lt=at)
