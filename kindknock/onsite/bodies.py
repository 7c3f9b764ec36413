"""Reads what is sent to us within a size, and never with more than half of the threads that answer.

The server hands a body on as it comes, and nothing on our side ends a read that waits: one read by a thread
of its own, and given up after two seconds, goes on in that thread for as long as its sender drips, and from
four such on the whole process stands still (measured with Granian 2.8). So at most `PLACES` bodies are read
at a time. Whoever finds no place within a moment is told to come again, and what needs no body (the
button's files, pages, kept answers) is served all the same. What cuts slow senders is the proxy in front,
which hands on whole requests (docs/deploying.md).
"""

import io
import time
from queue import Empty, SimpleQueue
from typing import TYPE_CHECKING, Protocol

if TYPE_CHECKING:
    from typing_extensions import Buffer

PLACES = 2
"""Half of the threads that `./start` and docs/deploying.md give a worker."""
MOMENT = 0.25
"""Seconds to wait for a place: one that is not held by a slow sender is free long before."""


class Source(Protocol):
    def read(self, size: int = -1, /) -> bytes: ...


class TooSlow(Exception):
    """Others that are slow are being read, or it did not come in time."""


_MOST = {
    "/api/pictures": 9_000_000,
    "/api/rota/calendar": 7_000_000,
    "/api/people-many": 7_000_000,
    "/api/sites/": 7_000_000,
    "/api/": 1_000_000,
}
"""Bytes a body may have, by the beginning of its route, the longest that fits; elsewhere MOST_ELSEWHERE."""
MOST_ELSEWHERE = 64_000
SECONDS, SECONDS_FOR_FILES = 10.0, 60.0
PIECE = 65_536


def most_for(path: str) -> int:
    """How many bytes a route takes."""
    return next((most for begins, most in _MOST.items() if path.startswith(begins)), MOST_ELSEWHERE)


class Timed(io.RawIOBase):
    """A body as Django reads it: within `most_for` its route, and within a time for all of it. A sender that
    is too slow or sends more has gone away, as far as Django can tell.
    """

    def __init__(self, bodies: "Bodies", source: Source, path: str) -> None:
        super().__init__()
        self._bodies, self._source, self._left = bodies, source, most_for(path)
        self._end = time.monotonic() + (SECONDS_FOR_FILES if self._left > 1_000_000 else SECONDS)

    def readable(self) -> bool:
        return True

    def readinto(self, into: "Buffer", /) -> int:
        view = memoryview(into)
        try:
            # Piece by piece, so that a long one gives its place to others in between.
            found = self._bodies.read(self._source, min(len(view), self._left + 1))
            if time.monotonic() > self._end:
                raise TooSlow
        except TooSlow:
            raise OSError("the body did not come in time") from None
        self._left -= len(found)
        if self._left < 0:
            raise OSError("the body is larger than its route takes")
        view[: len(found)] = found
        return len(found)


def timed(bodies: "Bodies", source: Source, path: str) -> io.BufferedReader:
    """`Timed`, with all the ways to read that Django uses."""
    return io.BufferedReader(Timed(bodies, source, path), PIECE)


class Bodies:
    """The places of one process."""

    def __init__(self, places: int = PLACES) -> None:
        # A queue of free places: a semaphore is written in Python, and costs a visit a tenth of its time.
        self._free: SimpleQueue[None] = SimpleQueue()
        for _ in range(places):
            self._free.put(None)

    def read(self, source: Source, size: int) -> bytes:
        """`size` bytes, or fewer where the body ends. Raises TooSlow where no place is free."""
        try:
            self._free.get(timeout=MOMENT)
        except Empty:
            raise TooSlow from None
        try:
            return source.read(size)
        finally:
            self._free.put(None)
