"""Reads about doors for screens. Anybody else's door is as if it did not exist."""

from datetime import datetime

from django.db.models import QuerySet

from kindknock.accounts.models import Business
from kindknock.core.drafts import Change, changes_between
from kindknock.core.setup import setup_from
from kindknock.sites.models import Site

from .load import draft_of
from .models import Channel, Door, Release


def door_for(business: Business, key: str) -> Door | None:
    return (
        Door.objects.select_related("site__business")
        .filter(site__business=business, key=key, removed_at=None)
        .first()
    )


def channel_for(business: Business, key: str) -> Channel | None:
    """A channel of this business, removed ones included."""
    return (
        Channel.objects.select_related("door__site__business")
        .filter(door__site__business=business, door__removed_at=None, key=key)
        .first()
    )


def last_release(site: Site) -> Release | None:
    return Release.objects.select_related("by").filter(site=site).order_by("-number").first()


def steps_since(site: Site, at: datetime) -> datetime | None:
    """When the draft was first changed after a moment; None where no step is kept."""
    found: datetime | None = (
        site.steps.filter(at__gt=at, is_undone=False).order_by("at").values_list("at", flat=True).first()
    )
    return found


def releases_of(site: Site) -> "QuerySet[Release]":
    """Every release of a site, the newest first."""
    return Release.objects.select_related("by").filter(site=site).order_by("-number")


def unpublished_changes(site: Site, release: Release | None) -> tuple[Change, ...]:
    """What a publish would change now."""
    return changes_between(setup_from(release.setup) if release else None, draft_of(site))
