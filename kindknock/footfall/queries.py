"""Counts for screens, by the day of the business's own zone."""

from datetime import datetime, time, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.db.models import Count, Q, QuerySet

from kindknock.accounts.models import Business
from kindknock.doors.models import Release
from kindknock.sites.models import Site

from .models import Dimension, Event
from .sums import Counts, by_name, by_slot, total


def _count(kind: str) -> Count:
    return Count("pk", filter=Q(kind=kind))


WEEKS_LOOKED_BACK = 8
MOST_PAGES = 500
Hourly = dict[tuple[int, int], int]


def knocks_and_visits(business: Business, start: datetime, end: datetime) -> tuple[int, int]:
    """How many of those who saw a button knocked, of how many, between two moments, over all sites."""
    found = total(_sites(business), start, end)
    return found.knocked, max(found.seen, found.knocked)


def knocks_by_hour(business: Business, *, at: datetime) -> tuple[Hourly, Hourly]:
    """Knocks and missed visits of the last eight weeks by (weekday, hour) on the shop's clock, over all
    sites; from the sums, so as of a minute ago. Two queries.
    """
    found = by_slot(_sites(business), at - timedelta(weeks=WEEKS_LOOKED_BACK), at, business.zone)
    return (
        {slot: counts.knocked for slot, counts in found.items() if counts.knocked},
        {slot: counts.missed for slot, counts in found.items() if counts.missed},
    )


def knocks_by_page(business: Business, *, at: datetime) -> dict[tuple[int, str], int]:
    """Knocks of the last eight weeks by site and the path they came from; from the sums. Five queries."""
    since = at - timedelta(weeks=WEEKS_LOOKED_BACK)
    found = by_name(_sites(business), Dimension.PAGE, since, at)
    pages = {
        (named.site_id, named.text): counts.knocked
        for named, counts in found.items()
        if named.text is not None and counts.knocked
    }
    most = sorted(pages, key=lambda page: -pages[page])[:MOST_PAGES]
    return {page: pages[page] for page in most}


def _sites(business: Business) -> "QuerySet[Site, Any]":
    """A query within the query."""
    return Site.objects.filter(business=business).values("pk")


def handovers_of(business: Business, *, at: datetime) -> dict[str, int]:
    """Knocks of the last seven days by the person they went to, over all sites. One query."""
    rows = (
        Event.objects.filter(
            site__business=business, at__gte=at - timedelta(days=7), at__lt=at, kind="knocked"
        )
        .exclude(person="")
        .values("person")
        .annotate(count=Count("pk"))
    )
    return {row["person"]: row["count"] for row in rows}


def counts_on_day(site: Site, *, at: datetime) -> dict[str, Counts]:
    """Each door's counts on the local day that `at` lies in; doors with nothing are not in it. One query."""
    zone = ZoneInfo(site.business.zone)
    day = at.astimezone(zone).date()
    start = datetime.combine(day, time(), zone)
    end = datetime.combine(day + timedelta(days=1), time(), zone)
    rows = (
        Event.objects.filter(site=site, at__gte=start, at__lt=end)
        .values("door")
        .annotate(seen=_count("seen"), opened=_count("opened"), knocked=_count("knocked"))
    )
    return {row["door"]: Counts(*(row[kind] for kind in ("seen", "opened", "knocked"))) for row in list(rows)}


def unused_ways(site: Site, release: Release | None, *, at: datetime) -> list[tuple[str, str]]:
    """(door, channel) that have been live for eight weeks and that nobody came through in them, while others
    did come to the site's doors. Two queries.
    """
    since = at - timedelta(weeks=WEEKS_LOOKED_BACK)
    old = site.releases.filter(at__lt=since).order_by("-number").first() if release else None
    if release is None or old is None:
        return []
    came = set(
        Event.objects.filter(site=site, at__gte=since, at__lt=at, kind="knocked")
        .values_list("channel", flat=True)
        .distinct()
    )
    both = _ways(old.setup) & _ways(release.setup)
    return sorted((door, channel) for door, channel in both if came and channel not in came)


def _ways(setup: dict[str, Any]) -> set[tuple[str, str]]:
    return {
        (door["key"], channel["key"])
        for door in setup.get("doors", [])
        for channel in door.get("channels", [])
        if channel.get("on", True)
    }
