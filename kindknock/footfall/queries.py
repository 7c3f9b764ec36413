"""Counts for screens, by the day of the business's own zone."""

from dataclasses import dataclass
from datetime import datetime, time, timedelta
from zoneinfo import ZoneInfo

from django.db.models import Count, Q

from kindknock.sites.models import Site

from .models import Event


@dataclass(frozen=True, slots=True)
class Counts:
    seen: int = 0
    opened: int = 0
    knocked: int = 0


def _count(kind: str) -> Count:
    return Count("pk", filter=Q(kind=kind))


def counts_on_day(site: Site, *, at: datetime) -> dict[str, Counts]:
    """Each door's counts on the local day that `at` lies in; doors with nothing are not in it. One query."""
    zone = ZoneInfo(site.business.zone)
    day = at.astimezone(zone).date()
    start = datetime.combine(day, time(), zone)
    end = datetime.combine(day + timedelta(days=1), time(), zone)
    rows = (Event.objects.filter(site=site, at__gte=start, at__lt=end).values("door")
            .annotate(seen=_count("seen"), opened=_count("opened"), knocked=_count("knocked")))
    return {row["door"]: Counts(*(row[kind] for kind in ("seen", "opened", "knocked"))) for row in list(rows)}
