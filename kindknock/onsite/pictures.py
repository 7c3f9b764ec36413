"""Serves pictures of the shelf to any page: what was read once stays in the process, within bounds."""

import threading
from collections import OrderedDict

from django.db import connection

from kindknock.pictures.queries import file_for

MOST_BYTES_HELD = 32_000_000


class PictureHold:
    """Files by (key, size, what the browser takes), the oldest-used dropped first."""

    def __init__(self) -> None:
        self._held: OrderedDict[tuple[str, int, bool, bool], tuple[bytes, str]] = OrderedDict()
        self._bytes = 0
        self._lock = threading.Lock()

    def get(self, key: str, size: int, accept: str) -> tuple[bytes, str] | None:
        """Body and MIME type; None where there is no such picture. Raises DatabaseError on a miss while
        the database is away.
        """
        name = (key, size, "image/avif" in accept, "image/webp" in accept)
        with self._lock:
            if (found := self._held.get(name)) is not None:
                self._held.move_to_end(name)
                return found
        try:
            found = file_for(key, size, accept)
        finally:
            connection.close()
        if found is not None:
            with self._lock:
                if name not in self._held:
                    self._held[name] = found
                    self._bytes += len(found[0])
                while self._bytes > MOST_BYTES_HELD:
                    _, gone = self._held.popitem(last=False)
                    self._bytes -= len(gone[0])
        return found
