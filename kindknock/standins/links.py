"""Sends every app's link to the pretend phone instead, carrying what the real link would carry."""

from urllib.parse import quote

from django.conf import settings

from kindknock.core.addresses import APPS, Links, links_to
from kindknock.core.addresses.recipes import TEXT
from kindknock.core.looks.geometry import DEVICES
from kindknock.core.setup import Setup


def pretend_links(app: str, address: str, *, computer: bool) -> Links:
    """The same as the real links, but for where they lead and, by as much, how long they may be."""
    real = links_to(app, address, computer=computer)
    bare = f"{settings.ENV.origin}/pretend/phone/?app={app}&to={quote(address, safe='')}"
    with_text = f"{bare}&text={TEXT}" if real.with_text else None
    longer = len(with_text or bare) - len(real.with_text or real.bare or "")
    return Links(bare if real.bare else None, with_text, real.limit + longer, real.copy, real.copies)


def links_for(setup: Setup) -> dict[tuple[str, str, str], Links]:
    """Pretend links for every channel and person of a setup, by (app, address, device); empty when not
    pretending.
    """
    if not settings.ENV.pretend:
        return {}
    channels = {
        (c.app, c.address) for door in setup.doors for c in door.channels if c.address and c.app in APPS
    }
    channels |= {
        (app, address)
        for person in setup.people
        for app, address in person.addresses.items()
        if address and app in APPS
    }
    return {
        (app, address, device): pretend_links(app, address, computer=device == "computer")
        for app, address in channels
        for device in DEVICES
    }
