"""Reads about sites."""

from datetime import datetime, timedelta
from typing import Any

from django.db.models import QuerySet

from kindknock.accounts.models import Business
from kindknock.core.pages.rules import path_of

from .actions.hold_page import digest_of
from .models import HeardBoxes, HeardPath, HeldPage, Host, Site

DAYS_OF_TROUBLE = 3
"""What nobody told again for so many days is taken as mended."""


def site_for(business: Business, key: str) -> Site | None:
    """One of this business's sites; None for anybody else's, as if it did not exist."""
    return Site.objects.select_related("business").filter(business=business, key=key).first()


def allowed_hosts(site: Site) -> tuple[str, ...]:
    """The web addresses the button may run on, in the order they were added."""
    return tuple(site.hosts.filter(state=Host.State.ALLOWED).order_by("pk").values_list("name", flat=True))


def hosts_of(site: Site) -> "QuerySet[Host]":
    return site.hosts.order_by("pk").prefetch_related("paths")


def held_facts(site: Site, address: str) -> dict[str, Any]:
    """What a page held for the stage tells of itself; empty while it isn't held."""
    found = (
        HeldPage.objects.filter(site=site, digest=digest_of(address)).values_list("facts", flat=True).first()
    )
    return found or {}


def told_kind(site: Site, address: str) -> str | None:
    """The kind of page that an address's own markup told, on the stage or to a visitor ('' where it told
    none); None where no such page was ever seen.
    """
    held = HeldPage.objects.filter(site=site, digest=digest_of(address)).exclude(html="").first()
    if held is not None and held.facts.get("kind"):
        return str(held.facts["kind"])
    heard = HeardPath.objects.filter(host__site=site, path=path_of(address)[:500]).order_by("-last_heard_at")
    kinds = list(heard.values_list("kind", flat=True))
    return next(filter(None, kinds), "") if kinds or held is not None else None


def told_kinds(site: Site) -> dict[str, str]:
    """The kinds that heard pages' markup told, by path; '' where it told none."""
    rows = HeardPath.objects.filter(host__site=site, host__state=Host.State.ALLOWED).order_by("last_heard_at")
    return dict(rows.values_list("path", "kind"))


def held_product(site: Site) -> dict[str, Any] | None:
    """What a product's page of the site told of itself when it was last on the stage; None where none was."""
    rows = HeldPage.objects.filter(site=site, facts__facts__has_key="product").values_list("facts", flat=True)
    found = rows.first()
    return found["facts"] if found else None


def heard_paths(site: Site) -> tuple[str, ...]:
    """Every path heard on the site's own hosts, the last heard first, each once."""
    paths = (
        HeardPath.objects.filter(host__site=site, host__state=Host.State.ALLOWED)
        .order_by("-last_heard_at")
        .values_list("path", flat=True)
    )
    return tuple(dict.fromkeys(paths))


def pages_unseen(site: Site, *, at: datetime) -> list[tuple[str, str]]:
    """(path, why) of pages where a visitor could lately not see the button although it stood there."""
    since = at - timedelta(days=DAYS_OF_TROUBLE)
    rows = site.heard_boxes.exclude(trouble="").filter(at__gte=since)
    return sorted(set(rows.values_list("path", "trouble")))


def heard_boxes(site: Site, path: str, device: str) -> HeardBoxes | None:
    """What was last heard to stand where the button does on a page, for a device."""
    return HeardBoxes.objects.filter(site=site, path=path[:500], device=device).first()
