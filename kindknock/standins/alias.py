"""Lets the demo shop on this machine stand for a `.example` host; the core knows nothing of it.

Browsers send every `*.localhost` name to this machine, so `averilcycles.localhost` on the shop's
port is `averilcycles.example` to every rule and on every screen.
"""

import re
from typing import Any

from django.conf import settings

_LOCAL = re.compile(r"^http://((?:[a-z0-9-]+\.)+)localhost:(\d+)(?=[/?#]|$)")
_EXAMPLE = re.compile(r"^https?://((?:[a-z0-9-]+\.)*(?:averilcycles|thetinwhistle)\.)example(?=[/?#]|$)")
"""The websites that the demo has; no other `.example` name is there to be read."""


STANDS_FOR = "kk.stands_for"
"""Where the pretend front leaves what `to_example` makes of a Referer."""


def to_example(address: Any) -> Any:
    """A page's address on the demo shop as on the site it stands for; anything else unchanged."""
    if not isinstance(address, str):
        return address
    match = _LOCAL.match(address)
    if match is None or int(match.group(2)) != settings.ENV.shop_port:
        return address
    return f"https://{match.group(1)}example{address[match.end() :]}"


def to_local(address: str) -> str:
    """Where the demo shop shows the page of a `.example` address; anything else unchanged."""
    match = _EXAMPLE.match(address)
    if match is None or not settings.ENV.pretend:
        return address
    return f"http://{match.group(1)}localhost:{settings.ENV.shop_port}{address[match.end() :]}"
