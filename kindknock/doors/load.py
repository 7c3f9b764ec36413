"""The one place where rows become core values, in a fixed number of queries."""

from dataclasses import dataclass
from datetime import datetime

from django.db.models import Prefetch

from kindknock.accounts.models import Business
from kindknock.answers.load import pieces_of
from kindknock.core import setup as core
from kindknock.core.time import Timetable
from kindknock.core.visit import Live
from kindknock.people.load import people_of, timetable_of
from kindknock.sites.models import Site
from kindknock.sites.queries import allowed_hosts

from .models import Channel, Door, Release


@dataclass(frozen=True, slots=True)
class Published:
    """What visitors get: the current release and what is live at once beside it."""

    setup: core.Setup
    number: int
    live: Live
    timetable: Timetable
    business: Business


def draft_of(site: Site) -> core.Setup:
    """The site's draft as a Setup. Six queries: business, people, doors, channels, hosts, what is read."""
    pieces = pieces_of(site)
    doors = site.doors.filter(removed_at=None).prefetch_related(
        Prefetch("channels", Channel.objects.filter(removed_at=None).order_by("place", "pk"))
    )
    return core.Setup(
        business=business_value(site.business),
        site=core.Site.model_validate(
            {"key": site.key, "name": site.name, "hosts": allowed_hosts(site), "kinds": site.kinds}
        ),
        people=people_of(site.business),
        doors=tuple(door_value(door) for door in doors),
        answers=pieces.answers,
        groups=pieces.groups,
        signposts=pieces.signposts,
    )


def published_of(site_key: str, *, at: datetime) -> Published | None:
    """The current release of a site; None if there is no such site, it never
    published, or its business is closed. Seven queries.
    """
    release = (
        Release.objects.filter(site__key=site_key, site__business__closes_at=None)
        .select_related("site__business")
        .order_by("-number")
        .first()
    )
    if release is None:
        return None
    return Published(
        core.setup_from(release.setup),
        release.number,
        live_of(release.site),
        timetable_of(release.site.business, at=at),
        release.site.business,
    )


def live_of(site: Site) -> Live:
    """What holds at once: hosts and pauses. Two queries."""
    paused = Door.objects.filter(site=site, paused_at__isnull=False).values_list("key", flat=True)
    return Live(
        allowed_hosts(site),
        frozenset(paused),
        kept_days=site.business.kept_days,
        counts=site.business.is_counting,
    )


def business_value(business: Business) -> core.Business:
    return core.Business(
        name=business.name,
        country=business.country,
        zone=business.zone,
        currency=business.currency,
        languages=tuple(business.languages) or ("en",),
        privacy_link=business.privacy_link,
    )


def door_value(door: Door) -> core.Door:
    """A door with its channels, which the caller has fetched beside it."""
    return core.Door.model_validate(
        {
            "key": door.key,
            "name": door.name,
            **door.parts,
            "channels": [
                {"key": c.key, "app": c.app, "address": c.address, "on": c.on, "name": c.name, **c.more}
                for c in door.channels.all()
            ],
        }
    )
