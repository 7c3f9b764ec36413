"""One breath: what was typed, or taken over from a website, becomes a live door on a private page."""

from dataclasses import dataclass
from datetime import datetime

from django.db import transaction

from kindknock.accounts.models import Business, Membership, User
from kindknock.core.addresses import Reading, read_contact
from kindknock.sites.actions.make_site import make_site
from kindknock.sites.actions.set_host import allow_host
from kindknock.sites.keys import new_key
from kindknock.sites.models import Site

from ..models import Channel, Door
from ..website import Taken, TakenWay, setup_of, zone_of
from .add_channel import AddressRefused
from .import_setup import import_setup
from .publish_release import publish_release


class AlreadyOpened(Exception):
    """The person has a business already."""


class NameMissing(Exception):
    """A business must be called something."""


class NoWay(Exception):
    """A door leads somewhere: no way to reach the business was taken over."""


@dataclass(frozen=True, slots=True)
class Opened:
    business: Business
    site: Site
    door: Door
    channels: tuple[Channel, ...]
    is_live: bool
    """False where an address is an example number: everything is kept, nothing published."""


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
    """Of a name and one address, by the apps chosen of those it fits. Raises as `hang_door`."""
    first = read_contact(typed, country=country or None, zone=zone)
    if name.strip() and not first.ok:
        raise AddressRefused(first)
    chosen = [app for app in dict.fromkeys(apps) if app in first.fits] or [_likeliest(first)]
    taken = Taken(
        name=name.strip()[:120],
        country=country,
        zone=zone,
        languages=[language],
        ways=[TakenWay(app=app, address=typed) for app in chosen],
        host=website.strip(),
    )
    return hang_door(by, taken, currency=currency, at=at)


def hang_door(by: User, taken: Taken, *, currency: str = "", at: datetime) -> Opened:
    """Make business, site and door with all that was taken over, let the button run on the website where one
    is named, and publish release 1. Raises NameMissing, NoWay, AddressRefused, HostRefused, AlreadyOpened;
    nothing is made then.
    """
    if not taken.name.strip():
        raise NameMissing
    readings = [_read(way, taken) for way in taken.ways]
    if not readings:
        raise NoWay
    with transaction.atomic():
        # Whoever presses eight times at once gets one.
        User.objects.select_for_update().get(pk=by.pk)
        if Membership.objects.filter(user=by).exists():
            raise AlreadyOpened
        business = Business.objects.create(
            name=taken.name.strip(), country=taken.country, zone=zone_of(taken), currency=currency,
            languages=taken.languages or ["en"],
        )  # fmt: skip
        Membership.objects.create(user=by, business=business)
        site = make_site(business, name=business.name)
        if taken.host.strip():
            allow_host(site, taken.host)
        setup, timetable = setup_of(taken, key=new_key, site=site.key, currency=currency)
        import_setup(site, setup, timetable if timetable.shop else None, by=by, at=at)
        is_live = not any("example_number" in reading.warnings for reading in readings)
        if is_live:
            publish_release(site, by=by, at=at)
        door = site.doors.get()
        channels = tuple(door.channels.order_by("place"))
    return Opened(business, site, door, channels, is_live)


def _read(way: TakenWay, taken: Taken) -> Reading:
    reading = read_contact(way.address, app=way.app, country=taken.country or None, zone=zone_of(taken))
    if not reading.ok:
        raise AddressRefused(reading)
    return reading


def _likeliest(reading: Reading) -> str:
    return reading.fits[0] if reading.fits else reading.app or "link"
