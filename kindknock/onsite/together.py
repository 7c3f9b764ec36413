"""Stores what several requests bring at once in one statement, committed before any of them is
acknowledged.
"""

import logging
import threading
from collections.abc import Callable, Sequence
from typing import Generic, TypeVar

from django.db import DatabaseError, InterfaceError, connection

log = logging.getLogger(__name__)
T = TypeVar("T")


class _Waiting(Generic[T]):
    __slots__ = ("done", "items", "stored")

    def __init__(self, items: Sequence[T]) -> None:
        self.items, self.done, self.stored = items, False, False


class Together(Generic[T]):
    """Whoever comes first stores for all who wait meanwhile; nobody hands over to a thread and back."""

    PATIENCE_SECONDS = 8.0

    def __init__(self, store: Callable[[Sequence[T]], object], name: str) -> None:
        self._store, self._name = store, name
        self._queue = threading.Lock()
        self._storing = threading.Lock()
        self._waiting: list[_Waiting[T]] = []

    def put(self, items: Sequence[T]) -> bool:
        """Whether the items are stored. False says they are not known to be: they may be sent again."""
        mine = _Waiting(items)
        with self._queue:
            self._waiting.append(mine)
        if not self._storing.acquire(timeout=self.PATIENCE_SECONDS):
            return False
        try:
            if not mine.done:
                with self._queue:
                    batch, self._waiting = self._waiting, []
                stored = stored_with(self._store, [item for each in batch for item in each.items], self._name)
                for each in batch:
                    each.stored, each.done = stored, True
        finally:
            self._storing.release()
        return mine.stored


def stored_with(store: Callable[[Sequence[T]], object], items: Sequence[T], name: str) -> bool:
    """Whether it could be stored, at the second try on a fresh connection if need be."""
    for last_try in (False, True):
        try:
            store(items)
            return True
        except (DatabaseError, InterfaceError) as error:
            connection.close()
            if last_try:
                log.warning("%s: %d not stored: %s", name, len(items), str(error).splitlines()[:1])
    return False
