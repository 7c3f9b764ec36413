"""One breath: a business's name and a pasted address become a live door on a private page."""

from dataclasses import dataclass
from datetime import datetime

from django.db import transaction

from kindknock.accounts.models import Business, Membership, User
from kindknock.core.addresses import Reading, read_contact
from kindknock.core.words.language_tags import is_language
from kindknock.sites.actions.make_site import make_site
from kindknock.sites.actions.set_host import allow_host
from kindknock.sites.models import Site

from ..models import Channel, Door
from .add_channel import AddressRefused, add_channel
from .make_door import make_door
from .publish_release import publish_release


class AlreadyOpened(Exception):
    """The person has a business already."""


class NameMissing(Exception):
    """A business must be called something."""


@dataclass(frozen=True, slots=True)
class Opened:
    business: Business
    site: Site
    door: Door
    channels: tuple[Channel, ...]
    is_live: bool
    """False where the address is an example number: everything is kept, nothing published."""


def open_business(
    by: User,
    *,
    name: str,
    typed: str,
    apps: list[str],
    country: str = "",
    zone: str = "UTC",
    currency: str = "",
    language: str = "en",
    website: str = "",
    at: datetime,
) -> Opened:
    """Make business, site, door and channels, let the button run on the `website` where one is named, and
    publish release 1. Raises NameMissing, AddressRefused, HostRefused, AlreadyOpened; nothing is made then.
    """
    if not name.strip():
        raise NameMissing
    first = read_contact(typed, country=country or None, zone=zone)
    if not first.ok:
        raise AddressRefused(first)
    chosen = [app for app in dict.fromkeys(apps) if app in first.fits] or [_likeliest(first)]
    with transaction.atomic():
        # Whoever presses eight times at once gets one.
        User.objects.select_for_update().get(pk=by.pk)
        if Membership.objects.filter(user=by).exists():
            raise AlreadyOpened
        business = Business.objects.create(
            name=name.strip()[:120],
            country=country,
            zone=zone,
            currency=currency,
            languages=[language if is_language(language) else "en"],
        )
        Membership.objects.create(user=by, business=business)
        site = make_site(business, name=business.name)
        if website.strip():
            allow_host(site, website)
        door = make_door(site, name="Front door")
        channels = tuple(add_channel(door, typed=typed, app=app)[0] for app in chosen)
        is_live = "example_number" not in first.warnings
        if is_live:
            publish_release(site, by=by, at=at)
    return Opened(business, site, door, channels, is_live)


def _likeliest(reading: Reading) -> str:
    return reading.fits[0] if reading.fits else reading.app or "link"
