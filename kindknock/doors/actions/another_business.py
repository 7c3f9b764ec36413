"""One more business of somebody who has some: empty, or with the doors of another as a pattern."""

from dataclasses import dataclass
from datetime import datetime

from django.db import transaction

from kindknock.accounts.actions.limit import DAY, Limit, limit
from kindknock.accounts.deeds import record
from kindknock.accounts.models import Business, Membership, User
from kindknock.core.setup.pattern import as_pattern
from kindknock.sites.actions.make_site import make_site
from kindknock.sites.keys import new_key
from kindknock.sites.models import Site

from ..load import draft_of
from .make_door import make_door
from .open_business import NameMissing
from .put_doors import put_doors

BUSINESSES = Limit("business", 20, DAY)
"""Of one account."""


@dataclass(frozen=True, slots=True)
class Place:
    """Where a business is, as far as a browser tells; the pattern's, where there is one."""

    country: str = ""
    zone: str = "UTC"
    currency: str = ""
    language: str = "en"


def another_business(
    by: User, *, name: str, like: Business | None = None, place: Place | None = None, at: datetime
) -> Site:
    """Make it, with one site and `by` as its owner; nothing of it is published. Answers the site.

    With `like`, each site's doors stand on the new site as drafted, in order, by `as_pattern`; country, zone,
    currency and languages are the same. Raises NameMissing, TooOften.
    """
    if not name.strip():
        raise NameMissing
    where = place or Place()
    with transaction.atomic():
        limit(BUSINESSES, str(by.pk), at=at)
        business = Business.objects.create(
            name=name.strip()[:120],
            country=like.country if like else where.country,
            zone=like.zone if like else where.zone,
            currency=like.currency if like else where.currency,
            languages=list(like.languages) if like else [where.language],
        )
        Membership.objects.create(user=by, business=business)
        site = make_site(business, name=business.name)
        if like is None or not _copy_doors(like, site, at=at):
            make_door(site, name="Front door")
        record(business, by, "opened", at=at, like=like.name if like else "")
    return site


def _copy_doors(like: Business, site: Site, *, at: datetime) -> int:
    doors = [door for each in like.sites.order_by("pk") for door in draft_of(each).doors]
    copies = tuple(
        as_pattern(door, key=new_key(), channel_keys=tuple(new_key() for _ in door.channels))
        for door in doors
    )
    put_doors(site, copies, at=at)
    return len(copies)
