"""Keeps Python's collector of reference cycles off what is held.

A thousand compiled sites are 640,000 objects without a cycle among them. A full collection walks them all,
0.3 to 2 s in which the process answers nobody, and whoever works at a desk makes one due every few seconds
(bench/load.py). What has settled is taken out of its sight; a site that is dropped is freed all the same,
by the count of its references. What hung in a cycle just then stays out of sight as well, so that once in a
while all is looked at again.
"""

import gc

RESTS_S = 10.0
"""After so long the next that came are taken out."""
ANEW = 100
"""Every so many times all is looked at again: at most every quarter of an hour."""


class Settling:
    """Of one process; asked by the thread that listens."""

    def __init__(self) -> None:
        self._has_grown = False
        self._last_at = 0.0
        self._times = 0

    def grew(self) -> None:
        """Something was read to be held."""
        self._has_grown = True

    def settle(self, now: float) -> bool:
        """Take out of sight what came since; whether there was something. `now` is on the monotonic clock."""
        if not self._has_grown or now - self._last_at < RESTS_S:
            return False
        self._has_grown = False
        self._last_at = now
        self._times += 1
        if self._times % ANEW == 0:
            gc.unfreeze()
        gc.collect()
        gc.freeze()
        return True
