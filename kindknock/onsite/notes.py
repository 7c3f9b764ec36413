"""Reads a note as the card sends it and keeps robots out: by time, a field nobody sees, and a rate held
only in memory.
"""

import ipaddress
import time
from collections import OrderedDict
from collections.abc import Mapping
from datetime import datetime
from typing import Any
from uuid import UUID

from kindknock.guestbook.actions.leave_note import Left

from .reports import KEY, plain_text

LEAST_SECONDS = 2
MOST_IN_TEN_MINUTES, MOST_A_SITE = 5, 120


class Rates:
    """How often a network prefix wrote to a site of late. Nothing of it is stored, and old counts fall
    out.
    """

    WINDOW_SECONDS, MOST_HELD = 600.0, 20_000

    def __init__(self) -> None:
        self._times: OrderedDict[tuple[str, str], list[float]] = OrderedDict()

    def take(self, site: str, address: str, *, now: float | None = None) -> bool:
        """Whether one more is let through now; counted only if it is."""
        at = time.monotonic() if now is None else now
        pairs = (((site, prefix_of(address)), MOST_IN_TEN_MINUTES), ((site, ""), MOST_A_SITE))
        recent = {
            key: [one for one in self._times.get(key, []) if at - one < self.WINDOW_SECONDS]
            for key, _ in pairs
        }
        if any(len(recent[key]) >= most for key, most in pairs):
            return False
        for key, times in recent.items():
            self._times[key] = [*times, at]
            self._times.move_to_end(key)
        while len(self._times) > self.MOST_HELD:
            self._times.popitem(last=False)
        return True


def prefix_of(address: str) -> str:
    """The network an address is in: /24 or /56; empty for what is no address."""
    try:
        found = ipaddress.ip_address(address.split("%")[0])
    except ValueError:
        return ""
    return str(ipaddress.ip_network(f"{found}/{24 if found.version == 4 else 56}", strict=False))


def note_in(raw: Any, at: datetime) -> Left | None:
    """The note of a body; None if it is not one."""
    if not isinstance(raw, Mapping):
        return None
    site, door = raw.get("site"), raw.get("door")
    if (
        not isinstance(site, str)
        or not KEY.fullmatch(site)
        or not isinstance(door, str)
        or not KEY.fullmatch(door)
    ):
        return None
    try:
        client_id = UUID(str(raw.get("id")))
    except ValueError:
        return None
    words = {
        name: plain_text(raw.get(name))
        for name in ("name", "reach", "note", "address", "title", "lang", "privacy")
    }
    return Left(
        client_id,
        site,
        door,
        words["name"],
        words["reach"],
        plain_text(raw.get("note"), 5000),
        words["address"],
        words["title"],
        words["lang"],
        words["privacy"],
        at,
    )


def is_robots_work(raw: Mapping[str, Any]) -> bool:
    """Whether the hidden field was filled in, or the card was open for less time than a person needs."""
    took = raw.get("seconds")
    return bool(raw.get("website")) or not isinstance(took, int | float) or took < LEAST_SECONDS
