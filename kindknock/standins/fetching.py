"""Fetches from the public internet, and the demo's own names from this machine, where they stand."""

from dataclasses import replace

from django.conf import settings

from kindknock.core.addresses.hosts import host_of
from kindknock.sites.fetching import Bounds, Fetched, fetch_page, fetch_text, is_loopback

from .alias import to_example, to_local


def fetch_any(address: str, *, is_own: bool) -> Fetched:
    """A page, in a turn; `is_own` where its host is one of the site's: while pretending, a site under work on
    this machine may be looked at too. Raises NotFetched.
    """
    local = to_local(address)
    if local != address:
        return _as_example(fetch_page(local, loopback=True))
    is_here = host_of(address).partition(":")[0] == "localhost" or is_loopback(host_of(address))
    return fetch_page(address, loopback=settings.ENV.pretend and is_own and is_here)


def get_any(address: str, bounds: Bounds) -> Fetched:
    """A text within bounds, for who has a turn. Raises NotFetched."""
    local = to_local(address)
    if local != address:
        return _as_example(fetch_text(local, bounds, loopback=True))
    return fetch_text(address, bounds)


def _as_example(found: Fetched) -> Fetched:
    return replace(found, address=to_example(found.address))
