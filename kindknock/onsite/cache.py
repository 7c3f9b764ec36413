"""Holds each asked-for site compiled, in the process; drops it when PostgreSQL says it changed.

A visit costs no query. One thread a process listens. While it can't hear (the database is away),
what is held may be stale: it is still served, and all is read afresh once it hears again.
"""

import logging
import threading
import time
from collections import OrderedDict
from dataclasses import dataclass, replace

import psycopg
from django.conf import settings
from django.db import DatabaseError, connection
from psycopg.conninfo import make_conninfo

from kindknock import clock
from kindknock.core.visit import Compiled
from kindknock.doors.compiling import compile_door_plans
from kindknock.doors.load import published_of
from kindknock.footfall.queries import handovers_of
from kindknock.footfall.reading_counts import helped_by
from kindknock.sites.notify import CHANNEL
from kindknock.standins.links import links_for

from .patience import Patience
from .settling import Settling

MOST_UNKNOWN = 5000
CONFIRMED_S = 60.0
"""A site that is held is read anew when it was last confirmed so long ago, if the database can be asked."""
AGAIN_S = 5.0
"""Where it can't be, somebody tries again after so long; everybody else gets what is held."""
SILENCE_S = 5.0
"""The listening connection asks for an answer so often; one that went dark without a word gives none."""
UNKNOWN_SECONDS = 5.0
log = logging.getLogger(__name__)


@dataclass(frozen=True, slots=True)
class Held:
    """A compiled site, with the monotonic second it was read, and when it was last tried to be read anew."""

    compiled: Compiled
    read_at: float
    tried_at: float = -AGAIN_S


class ReleaseCache:
    """Compiled sites by key, oldest-used dropped first."""

    def __init__(self) -> None:
        self._held: OrderedDict[str, Held] = OrderedDict()
        self._unknown: dict[str, float] = {}
        """When a key was last found to be nobody's: apart, so that made-up keys push out no site."""
        self._lock = threading.Lock()
        self._asking = Patience("kk-reading", keeps=True)
        self._settling = Settling()
        self._version = 0
        self._missed_until = 0.0
        """What was read before may have changed unheard: it serves until it is read anew."""
        self._listener: threading.Thread | None = None
        self.hears = threading.Event()
        self.heard_at = 0.0
        """When the listening connection last answered, on the monotonic clock."""
        self._stopping = threading.Event()

    def get(self, key: str) -> Compiled | None:
        """The site as visitors get it now; None if there is none. Raises DatabaseError only on a miss."""
        if self._listener is None:
            self._listen()
        held = self._held.get(key)
        if held is not None:
            try:
                self._held.move_to_end(key)
            except KeyError:
                pass
            if self._is_doubtful(held):
                return self._confirmed(key, held)
            return held.compiled
        if time.monotonic() - self._unknown.get(key, -UNKNOWN_SECONDS) < UNKNOWN_SECONDS:
            return None
        return self._read(key)

    @property
    def is_deaf(self) -> bool:
        """Whether changes may go unheard: the listening connection is away, or has gone silent."""
        return not self.hears.is_set() or time.monotonic() - self.heard_at > 2 * SILENCE_S

    def age_s(self) -> float:
        """How long ago the longest unconfirmed site was read, where changes may go unheard; else 0."""
        if not self.is_deaf:
            return 0.0
        oldest = min((held.read_at for held in self._held.values()), default=time.monotonic())
        return time.monotonic() - oldest

    def count(self) -> int:
        """How many sites are held."""
        return len(self._held)

    def _is_doubtful(self, held: Held) -> bool:
        now = time.monotonic()
        may_be_old = held.read_at < self._missed_until or (self.is_deaf and now - held.read_at > CONFIRMED_S)
        return may_be_old and now - held.tried_at > AGAIN_S

    def _confirmed(self, key: str, held: Held) -> Compiled | None:
        """Read anew by one who asks; while the database can't be asked, what is held still serves."""
        self._held[key] = replace(held, tried_at=time.monotonic())
        try:
            return self._read(key)
        except DatabaseError:
            return held.compiled

    def forget(self, key: str | None = None) -> None:
        """Drop one site, or all of them."""
        with self._lock:
            self._version += 1
            if key is None:
                self._held.clear()
                self._unknown.clear()
            else:
                self._held.pop(key, None)
                self._unknown.pop(key, None)

    def _doubt(self) -> None:
        """From here on changes are heard; what happened before may have been missed."""
        self._asking.renew()
        with self._lock:
            self._version += 1
            self._missed_until = time.monotonic()
            self._unknown.clear()

    def stop(self) -> None:
        """End the listening thread and all connections; the next `get` starts it again."""
        listener, self._listener = self._listener, None
        if listener is not None:
            self._stopping.set()
            listener.join(3)
            self._stopping.clear()
            self.hears.clear()
        self._asking.renew()

    def _read(self, key: str) -> Compiled | None:
        version = self._version
        compiled = self._asking.ask(lambda: _compiled(key))
        with self._lock:
            # A change heard while reading makes what was read worthless: answer with it, don't keep it.
            if version == self._version:
                if compiled is None:
                    self._held.pop(key, None)
                    if len(self._unknown) >= MOST_UNKNOWN:
                        self._unknown.clear()
                    self._unknown[key] = time.monotonic()
                    return None
                self._held[key] = Held(compiled, time.monotonic())
                self._settling.grew()
                while len(self._held) > settings.ENV.held_sites:
                    self._held.popitem(last=False)
        return compiled

    def _listen(self) -> None:
        with self._lock:
            if self._listener is None:
                self._listener = threading.Thread(target=self._hear, name="kk-changes", daemon=True)
                self._listener.start()
        self.hears.wait(2)

    def _hear(self) -> None:
        while not self._stopping.is_set():
            try:
                with psycopg.connect(_where(), autocommit=True) as conn:
                    conn.execute(f"LISTEN {CHANNEL}")
                    self._doubt()
                    self.heard_at = time.monotonic()
                    self.hears.set()
                    while not self._stopping.is_set():
                        for note in conn.notifies(timeout=1):
                            self.forget(note.payload)
                        self._settling.settle(time.monotonic())
                        if time.monotonic() - self.heard_at > SILENCE_S:
                            # The line is cut by the system where no answer comes (tcp_user_timeout).
                            conn.execute("SELECT 1")
                            self.heard_at = time.monotonic()
            except (psycopg.Error, OSError) as error:
                self.hears.clear()
                log.warning("not hearing of changes: %s", str(error).strip().splitlines()[:1])
                time.sleep(1)


def _compiled(key: str) -> Compiled | None:
    """The site as it is published now, made ready; None if there is none."""
    published = published_of(key, at=clock.now())
    if published is None:
        return None
    live = published.live
    if any(door.takes_turns for door in published.setup.doors):
        live = replace(live, handovers=handovers_of(published.business, at=clock.now()))
    if published.setup.answers:
        live = replace(live, helped=helped_by(key, at=clock.now()))
    return compile_door_plans(
        published.setup,
        timetable=published.timetable,
        live=live,
        release=published.number,
        links=links_for(published.setup),
    )


def _where() -> str:
    """The database of this process's settings, as libpq wants it: its options too, which may name a standby
    beside it.
    """
    db = connection.settings_dict
    named = {"host": db["HOST"], "port": db["PORT"], "user": db["USER"], "password": db["PASSWORD"]}
    return make_conninfo(
        **{
            **{name: value for name, value in db["OPTIONS"].items() if name not in _DJANGOS},
            **{name: value for name, value in named.items() if value},
            "dbname": db["NAME"],
            "application_name": "kk-changes",
            "connect_timeout": 5,
            "keepalives": 1,
            "keepalives_idle": 10,
            "keepalives_interval": 5,
            "keepalives_count": 3,
            "tcp_user_timeout": int(SILENCE_S * 1000),
        }
    )


_DJANGOS = ("pool", "isolation_level", "server_side_binding", "assume_role")
"""Options that Django reads itself."""


cache = ReleaseCache()


def is_answering() -> bool:
    """Whether the cache can read: used by the health check."""
    try:
        cache.get("health-check")
    except DatabaseError:
        return False
    return True
