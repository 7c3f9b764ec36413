"""Stop or resume a door. Live at once, without a release; kept with who and when among what holds at once."""

from datetime import datetime

from django.db import transaction

from kindknock.accounts.models import User
from kindknock.people.actions.keep_version import keep_version

from ..models import Door


def pause_door(door: Door, *, by: User | None, paused: bool, at: datetime) -> Door:
    """Pause or resume; saying it twice changes nothing."""
    with transaction.atomic():
        if paused == (door.paused_at is not None):
            return door
        door.paused_at, door.paused_by = (at, by) if paused else (None, None)
        door.save(update_fields=["paused_at", "paused_by"])
        keep_version(
            door.site.business,
            {"what": "paused" if paused else "resumed", "door": door.key, "name": door.name},
            by=by,
            at=at,
        )
    return door
