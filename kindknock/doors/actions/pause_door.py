"""Stop or resume a door. Live at once, without a release."""

from django.db import transaction
from django.utils import timezone

from kindknock.accounts.models import User
from kindknock.sites.notify import site_changed

from ..models import Door


def pause_door(door: Door, *, by: User, paused: bool) -> Door:
    """Pause or resume; saying it twice changes nothing."""
    with transaction.atomic():
        if paused and door.paused_at is None:
            door.paused_at, door.paused_by = timezone.now(), by
        elif not paused:
            door.paused_at = door.paused_by = None
        door.save(update_fields=["paused_at", "paused_by"])
        site_changed(door.site.key)
    return door
