"""Reads what is sent to us within a time and a size, so that no sender holds a thread for good.

The server hands a body on as it comes: whoever sends a byte now and then would hold a thread for hours. So
a body is read by a thread of its own, and the one that answers waits for it only so long. Once the answer
is out the server closes the connection, which ends the reading thread too. As long as few bodies are being
read they are read in place, which is faster: `IN_PLACE` of the server's threads at most.
"""

import threading
import time
from concurrent.futures import ThreadPoolExecutor
from concurrent.futures import TimeoutError as Late
from typing import Protocol

READERS = 24
IN_PLACE = 2
"""Half of the threads that `./start` and docs/deploying.md give a worker."""


MOMENT = 0.005
"""Seconds to wait for a place: one that is not held by a slow sender is free long before."""


class Source(Protocol):
    def read(self, size: int = -1, /) -> bytes: ...


class TooSlow(Exception):
    """The body did not come in time."""


class TooLarge(Exception):
    """More came than the route takes."""


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


def most_for(path: str) -> int:
    """How many bytes a route takes."""
    return next((most for begins, most in _MOST.items() if path.startswith(begins)), MOST_ELSEWHERE)


class Timed:
    """A body as Django reads it: within `most_for` its route, and within a time for all of it. A sender that
    is too slow or sends more has gone away, as far as Django can tell.
    """

    def __init__(self, bodies: "Bodies", source: Source, path: str) -> None:
        self._bodies, self._source, self._left = bodies, source, most_for(path)
        self._end = time.monotonic() + (SECONDS_FOR_FILES if self._left > 1_000_000 else SECONDS)

    def read(self, size: int = -1, /) -> bytes:
        wanted = self._left + 1 if size < 0 else min(size, self._left + 1)
        try:
            found = self._bodies.waited(self._source, wanted, max(self._end - time.monotonic(), 0.0))
        except TooSlow:
            raise OSError("the body did not come in time") from None
        self._left -= len(found)
        if self._left < 0:
            raise OSError("the body is larger than its route takes")
        return found


class Bodies:
    """The readers of one process."""

    def __init__(self, in_place: int = IN_PLACE) -> None:
        self._free = threading.BoundedSemaphore(in_place) if in_place else None
        self._pool = ThreadPoolExecutor(READERS, "kk-bodies")

    def read(self, source: Source, size: int, seconds: float) -> bytes:
        """`size` bytes, or fewer where the body ends. Raises TooSlow."""
        if self._free is not None and self._free.acquire(timeout=MOMENT):
            try:
                return source.read(size)
            finally:
                self._free.release()
        return self.waited(source, size, seconds)

    def waited(self, source: Source, size: int, seconds: float) -> bytes:
        """The same, never longer than `seconds`."""
        reading = self._pool.submit(source.read, size)
        try:
            return reading.result(seconds)
        except Late:
            reading.cancel()
            raise TooSlow from None

    def stop(self) -> None:
        self._pool.shutdown(wait=False, cancel_futures=True)
