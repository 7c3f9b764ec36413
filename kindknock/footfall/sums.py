"""What events add up to, read from the sums: whole UTC days where they fit, quarter hours at the edges."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.db.models import Min, QuerySet, Sum
from django.db.models.functions import ExtractHour, ExtractIsoWeekDay, TruncDate

from kindknock.core.counts.hours_of_week import Slot

from .models import CountedName, DaySum, Dimension, QuarterSum

Sites = Sequence[int] | QuerySet[Any, Any]
"""Numbers of sites, or a query for them."""
KINDS = ("seen", "opened", "knocked", "missed")


@dataclass(frozen=True, slots=True)
class Counts:
    seen: int = 0
    opened: int = 0
    knocked: int = 0
    missed: int = 0

    def __add__(self, other: "Counts") -> "Counts":
        return Counts(*(getattr(self, kind) + getattr(other, kind) for kind in KINDS))


@dataclass(frozen=True, slots=True)
class Named:
    """What a sum is of: a site's page, way, person …; `text` None is *elsewhere*."""

    site_id: int
    text: str | None


def total(sites: Sites, start: datetime, end: datetime) -> Counts:
    """All that happened at these sites between two moments. At most three queries."""
    return sum(by_name(sites, Dimension.ALL, start, end).values(), Counts())


def by_name(sites: Sites, dimension: Dimension, start: datetime, end: datetime) -> dict[Named, Counts]:
    """The sums of one dimension. At most four queries."""
    found: dict[tuple[int, int], Counts] = {}
    for rows in _parts(sites, dimension, start, end):
        for row in rows.values("site_id", "name_id").annotate(**_SUMS).order_by():
            at = (row["site_id"], row["name_id"])
            found[at] = found.get(at, Counts()) + _counts(row)
    wanted = {name for _, name in found if name}
    texts = dict(CountedName.objects.filter(pk__in=wanted).values_list("pk", "text")) if wanted else {}
    out: dict[Named, Counts] = {}
    for (site, name), counts in found.items():
        key = Named(site, texts.get(name))
        out[key] = out.get(key, Counts()) + counts
    return out


def by_day(sites: Sites, start: datetime, end: datetime, zone: str) -> dict[date, Counts]:
    """By the days of a clock; days with nothing are not in it. One query."""
    rows = (
        _quarters(sites, Dimension.ALL, start, end)
        .annotate(day=TruncDate("at", tzinfo=ZoneInfo(zone)))
        .values("day")
        .annotate(**_SUMS)
        .order_by()
    )
    return {row["day"]: _counts(row) for row in rows}


def by_slot(sites: Sites, start: datetime, end: datetime, zone: str) -> dict[Slot, Counts]:
    """By weekday (Monday 0) and hour of a clock. One query."""
    info = ZoneInfo(zone)
    rows = (
        _quarters(sites, Dimension.ALL, start, end)
        .annotate(weekday=ExtractIsoWeekDay("at", tzinfo=info), hour=ExtractHour("at", tzinfo=info))
        .values("weekday", "hour")
        .annotate(**_SUMS)
        .order_by()
    )
    return {(row["weekday"] - 1, row["hour"]): _counts(row) for row in rows}


def began_at(sites: Sites) -> datetime | None:
    """The UTC day on which counting began; None where nothing was counted. One query."""
    found = DaySum.objects.filter(site__in=sites, dimension=Dimension.ALL).aggregate(first=Min("at"))
    first: datetime | None = found["first"]
    return first


_SUMS = {kind: Sum(kind) for kind in KINDS}


def _counts(row: Any) -> Counts:
    return Counts(*(row[kind] or 0 for kind in KINDS))


def _quarters(sites: Sites, dimension: Dimension, start: datetime, end: datetime) -> "QuerySet[QuarterSum]":
    return QuarterSum.objects.filter(site__in=sites, dimension=dimension, at__gte=start, at__lt=end)


def _parts(sites: Sites, dimension: Dimension, start: datetime, end: datetime) -> Iterator["QuerySet[Any]"]:
    """The period as whole UTC days and the quarters before and after them."""
    first, last = _day_from(start), day_of(end)
    if last - first < timedelta(days=2):
        yield _quarters(sites, dimension, start, end)
        return
    if start < first:
        yield _quarters(sites, dimension, start, first)
    yield DaySum.objects.filter(site__in=sites, dimension=dimension, at__gte=first, at__lt=last)
    if last < end:
        yield _quarters(sites, dimension, last, end)


def day_of(at: datetime) -> datetime:
    return at.astimezone(UTC).replace(hour=0, minute=0, second=0, microsecond=0)


def _day_from(at: datetime) -> datetime:
    day = day_of(at)
    return day if day == at else day + timedelta(days=1)
