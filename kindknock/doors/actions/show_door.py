"""Make, renew and end the private address that shows a door."""

import secrets
from datetime import datetime, timedelta

from kindknock.accounts.models import User

from ..models import Door, Showing

DAYS = (1, 7, 30)
TOKEN_BYTES = 11
"""88 bits: fifteen letters, so that with the sign in front it is as long as a site's key may be."""


def show_door(door: Door, *, of: Showing.Of, days: int, by: User | None, at: datetime) -> Showing:
    """A new address that works for `days` from `at`; the one before stops at once."""
    showing, _ = Showing.objects.update_or_create(
        site=door.site,
        door=door.key,
        of=of,
        defaults={
            "token": secrets.token_urlsafe(TOKEN_BYTES),
            "by": by,
            "at": at,
            "until": at + timedelta(days=days),
        },
    )
    return showing


def end_showing(door: Door, of: Showing.Of) -> None:
    """Its address stops at once. Saying it twice changes nothing."""
    Showing.objects.filter(site=door.site, door=door.key, of=of).delete()
