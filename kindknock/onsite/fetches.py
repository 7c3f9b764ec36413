"""Notes which hosts' pages fetch our file, so that a line that asks nothing is heard of all the same."""

from collections.abc import Mapping
from datetime import datetime
from typing import Any

from django.conf import settings

from kindknock.core.addresses.hosts import host_of
from kindknock.sites.actions.hear import Fetch, keep_fetched
from kindknock.standins.alias import to_example

from .gather import Gatherer
from .reports import is_robot
from .senders import Strangers

MOST_HELD = 20_000


class Fetches:
    """Once an hour a host and process, and not while anybody waits."""

    def __init__(self) -> None:
        self._gather: Gatherer[Fetch] = Gatherer(keep_fetched, "kk-fetched")
        self._strangers = Strangers()
        self._of: set[tuple[str, int]] = set()

    def note(self, environ: Mapping[str, Any], network: str, at: datetime) -> None:
        """By the Origin that an anonymous script request carries, else by its Referer (Fetch, 3.1)."""
        asked = environ.get("HTTP_ORIGIN") or environ.get("HTTP_REFERER") or ""
        if not asked.startswith(("http://", "https://")) or is_robot(environ.get("HTTP_USER_AGENT", "")):
            return
        host = host_of(to_example(asked) if settings.ENV.pretend else asked)
        hour = (host, int(at.timestamp()) // 3600)
        if not host or hour in self._of or not self._strangers.may(network, host, at):
            return
        if len(self._of) > MOST_HELD:
            self._of.clear()
        if self._gather.put([(host, at)]):
            self._of.add(hour)

    def stop(self) -> None:
        self._gather.stop()
