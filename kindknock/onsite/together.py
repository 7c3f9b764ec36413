"""Stores what several requests bring at once in one statement, committed before any of them is
acknowledged, on threads of its own: a database that falls silent holds none that answers visitors.
"""

import logging
import threading
import time
from collections.abc import Callable, Sequence
from typing import Generic, TypeVar

from django.db import DatabaseError, DataError, IntegrityError, InterfaceError, connection

log = logging.getLogger(__name__)
T = TypeVar("T")


class _Waiting(Generic[T]):
    __slots__ = ("done", "items", "stored")

    def __init__(self, items: Sequence[T]) -> None:
        self.items, self.stored, self.done = items, False, threading.Event()


class Together(Generic[T]):
    """Several threads store by turns, each all that came meanwhile, so that one gathering is filled while
    another is written to disk.
    """

    PATIENCE_SECONDS = 1.5
    SLOW_SECONDS = 1.0
    """A gathering that takes so long is in trouble: then only a few wait, and the rest are told at once."""
    MOST_WHILE_SLOW = 1
    THREADS = 2

    def __init__(self, store: Callable[[Sequence[T]], object], name: str) -> None:
        self._store, self._name = store, name
        self._ready = threading.Condition()
        self._waiting: list[_Waiting[T]] = []
        self._began: dict[int, float] = {}
        self._threads: list[threading.Thread] = []
        self._stopping = False

    def put(self, items: Sequence[T]) -> bool:
        """Whether the items are stored. False says they are not known to be: they may be sent again."""
        mine = _Waiting(items)
        with self._ready:
            self._start()
            now = time.monotonic()
            slow = sum(now - began > self.SLOW_SECONDS for began in self._began.values())
            if (slow and len(self._waiting) >= self.MOST_WHILE_SLOW) or slow == self.THREADS:
                return False
            self._waiting.append(mine)
            self._ready.notify()
        return mine.done.wait(self.PATIENCE_SECONDS) and mine.stored

    def stop(self) -> None:
        """Store what was taken in, then end the threads and their connections."""
        with self._ready:
            threads, self._threads, self._stopping = self._threads, [], True
            self._ready.notify_all()
        for thread in threads:
            thread.join(self.PATIENCE_SECONDS)
        self._stopping = False

    def _start(self) -> None:
        while len(self._threads) < self.THREADS:
            name = f"{self._name}-{len(self._threads)}"
            thread = threading.Thread(target=self._run, name=name, daemon=True)
            self._threads.append(thread)
            thread.start()

    def _run(self) -> None:
        me = threading.get_ident()
        while True:
            with self._ready:
                while not self._waiting and not self._stopping:
                    self._ready.wait()
                if not self._waiting:
                    break
                batch, self._waiting = self._waiting, []
                self._began[me] = time.monotonic()
            try:
                stored = stored_with(self._store, [item for each in batch for item in each.items], self._name)
            finally:
                with self._ready:
                    self._began.pop(me, None)
            for each in batch:
                each.stored = stored
                each.done.set()
        connection.close()


def stored_with(store: Callable[[Sequence[T]], object], items: Sequence[T], name: str) -> bool:
    """Whether it could be stored, at the second try on a fresh connection if need be. Where the database
    refuses a batch for what is in it, each is stored by itself, so that a bad one takes no other with it.
    """
    for last_try in (False, True):
        try:
            store(items)
            return True
        except (DatabaseError, InterfaceError) as error:
            connection.close()
            if not last_try:
                continue
            why = str(error).splitlines()[:1]
            if not isinstance(error, DataError | IntegrityError):
                log.warning("%s: %d not stored: %s", name, len(items), why)
                return False
            if len(items) == 1:
                # Asked for again it would be as bad: it counts as dealt with.
                log.warning("%s: one left out, it can't be stored: %s", name, why)
                return True
    # Every one is tried, also after one that failed.
    stored = [stored_with(store, [item], name) for item in items]
    return all(stored)
