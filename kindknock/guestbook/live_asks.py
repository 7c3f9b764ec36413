"""What a door asks as it is live now: where answers go is the owner's word, never the browser's."""

from kindknock.core.setup import Asks, Setup, setup_from
from kindknock.doors.queries import last_release
from kindknock.sites.models import Site


def live_setup(site: Site) -> Setup | None:
    release = last_release(site)
    return setup_from(release.setup) if release else None


def asks_of(setup: Setup | None, door: str) -> Asks | None:
    """None where the door isn't live, or asks nothing."""
    found = next((each for each in setup.doors if each.key == door), None) if setup else None
    return found.asks if found and found.asks.when != "never" else None
