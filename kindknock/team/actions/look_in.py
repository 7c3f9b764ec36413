"""A copy of the demo business for whoever looks in, without an account: theirs alone, gone after a day."""

from datetime import datetime, timedelta

from django.db import connection, transaction

from kindknock.accounts.actions.limit import HOUR, Limit, limit
from kindknock.accounts.models import Business, User
from kindknock.sites.actions.set_host import allow_host
from kindknock.sites.keys import new_key
from kindknock.sites.notify import site_changed

from .copy_business import copy_business

MOST, HOLDS = 50, timedelta(days=1)
OF_A_NETWORK = Limit("look-in", 5, HOUR)
PREFIX = "copy"
"""Begins the keys of a copy's sites: the demo shop has the line of such a one under its name."""
OF_THE_DEMO = "@averilcycles.example"
_LOCK = 7_021_994


class Full(Exception):
    """As many look in as may; `until` is when the first of them goes."""

    def __init__(self, until: datetime) -> None:
        super().__init__("full")
        self.until = until


def look_in(demo: Business, *, network: str, at: datetime) -> User:
    """Somebody who owns a copy. Raises Full, TooOften."""
    limit(OF_A_NETWORK, network, at=at)
    delete_copies(at=at)
    with transaction.atomic():
        with connection.cursor() as cursor:
            cursor.execute("SELECT pg_advisory_xact_lock(%s)", [_LOCK])
        copies = Business.objects.filter(goes_at__isnull=False).order_by("goes_at")
        if copies.count() >= MOST:
            first = copies[0].goes_at
            assert first is not None
            raise Full(first)
        number = new_key(10)
        user = User.objects.create(email=f"{PREFIX}{number}{OF_THE_DEMO}", name="", proven_at=None)
        user.set_unusable_password()
        user.save(update_fields=["password"])
        keys = {
            key: f"{PREFIX}{number}" if place == 0 else new_key()
            for place, key in enumerate(demo.sites.order_by("pk").values_list("key", flat=True))
        }
        made = copy_business(demo, owner=user, goes_at=at + HOLDS, site_keys=keys)
        first_site = made.sites.get(key=f"{PREFIX}{number}")
        allow_host(first_site, f"{first_site.key}.averilcycles.example")
    return user


def delete_copies(*, at: datetime, all_of_them: bool = False) -> int:
    """Copies whose day is over go, with those who looked at them; how many."""
    over = Business.objects.filter(goes_at__isnull=False)
    if not all_of_them:
        over = over.filter(goes_at__lte=at)
    count = 0
    for business in list(over):
        with transaction.atomic():
            owners = list(business.memberships.values_list("user", flat=True))
            for key in business.sites.values_list("key", flat=True):
                site_changed(key)
            business.delete()
            User.objects.filter(
                pk__in=owners, email__startswith=PREFIX, email__endswith=OF_THE_DEMO, memberships=None
            ).delete()
        count += 1
    return count
