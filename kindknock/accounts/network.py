"""Which network somebody comes from: for rates only, never stored as it is."""

import ipaddress
from collections.abc import Mapping
from functools import lru_cache
from typing import Any

from django.conf import settings
from django.http import HttpRequest

Network = ipaddress.IPv4Network | ipaddress.IPv6Network


def trusted_from(text: str) -> tuple[Network, ...]:
    """Proxies in front of us, as addresses or networks with commas between. Raises ValueError."""
    return tuple(ipaddress.ip_network(each.strip(), strict=False) for each in text.split(",") if each.strip())


def client_address(environ: Mapping[str, Any], trusted: tuple[Network, ...]) -> str:
    """The visitor's address: the peer's, or, where the peer is one of our proxies, the last one before them
    in `X-Forwarded-For`. What a stranger writes there is never believed.
    """
    address = str(environ.get("REMOTE_ADDR", ""))
    hops = str(environ.get("HTTP_X_FORWARDED_FOR", "")).split(",")
    while trusted and hops and is_trusted(address, trusted):
        before = hops.pop().strip()
        if not before:
            break
        address = before
    return address


@lru_cache(maxsize=4096)
def is_trusted(address: str, trusted: tuple[Network, ...]) -> bool:
    """Whether an address is one of our own proxies'."""
    try:
        found = ipaddress.ip_address(address.split("%")[0])
    except ValueError:
        return False
    return any(found.version == network.version and found in network for network in trusted)


def network_of(address: str) -> str:
    """The network an address is in: /24 or /56; empty for what is no address, and itself for a network."""
    if "/" in address:
        return address
    try:
        found = ipaddress.ip_address(address.split("%")[0])
    except ValueError:
        return ""
    return str(ipaddress.ip_network(f"{found}/{24 if found.version == 4 else 56}", strict=False))


def address_of_request(request: HttpRequest) -> str:
    """The visitor's address as Django's request has it."""
    return client_address(request.META, settings.ENV.trusted_proxies)
