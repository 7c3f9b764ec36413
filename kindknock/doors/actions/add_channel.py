"""Add a way to reach the business to a door."""

from django.db import transaction

from kindknock.core.addresses import APPS, Reading, read_contact
from kindknock.sites.keys import new_key

from ..models import Channel, Door


class AddressRefused(Exception):
    """The typed address can't be used; `reading` says why."""

    def __init__(self, reading: Reading) -> None:
        super().__init__(reading.error)
        self.reading = reading


def read_for_door(door: Door, typed: str, app: str | None) -> Reading:
    """Read an address with the country and clock of the door's business. Raises AddressRefused."""
    if app is not None and app not in APPS:
        raise AddressRefused(Reading(False, app, error="unknown_app"))
    business = door.site.business
    reading = read_contact(typed, app=app, country=business.country or None, zone=business.zone)
    if not reading.ok:
        raise AddressRefused(reading)
    return reading


def add_channel(door: Door, *, typed: str, app: str | None = None) -> tuple[Channel, Reading]:
    """Read what was typed and put it last on the door, switched on. Nothing typed for an app that is named
    is a blank: kept, and not published before it is written. Raises AddressRefused.
    """
    is_blank = app in APPS and not typed.strip()
    reading = Reading(True, app) if is_blank else read_for_door(door, typed, app)
    with transaction.atomic():
        last = door.channels.order_by("-place").first()
        channel = Channel.objects.create(
            door=door,
            key=new_key(),
            app=reading.app or "link",
            address=reading.canonical,
            place=last.place + 1 if last else 0,
        )
    return channel, reading
