"""Stores what nobody waits for, such as where the line was heard: taken in at once, stored soon by one
thread a process.
"""

import queue
import threading
from collections.abc import Callable, Sequence
from typing import Generic, TypeVar

from django.db import connection

from .together import stored_with

T = TypeVar("T")
MOST_AT_ONCE = 200


class Gatherer(Generic[T]):
    """`put` says whether items were taken in; those of a process that dies before it stored them are lost."""

    MOST_WAITING = 2000
    PATIENCE_SECONDS = 8.0

    def __init__(self, store: Callable[[Sequence[T]], object], name: str) -> None:
        self._store, self._name = store, name
        self._queue: queue.Queue[Sequence[T] | None] = queue.Queue(self.MOST_WAITING)
        self._lock = threading.Lock()
        self._thread: threading.Thread | None = None

    def put(self, items: Sequence[T]) -> bool:
        self._start()
        try:
            self._queue.put_nowait(items)
        except queue.Full:
            return False
        return True

    def stop(self) -> None:
        """Store what was taken in, then end the thread and its connection."""
        thread, self._thread = self._thread, None
        if thread is not None:
            self._queue.put(None)
            thread.join(self.PATIENCE_SECONDS)

    def _start(self) -> None:
        if self._thread is None:
            with self._lock:
                if self._thread is None:
                    self._thread = threading.Thread(target=self._run, name=self._name, daemon=True)
                    self._thread.start()

    def _run(self) -> None:
        goes_on = True
        while goes_on:
            taken = [self._queue.get()]
            while len(taken) < MOST_AT_ONCE and not self._queue.empty():
                taken.append(self._queue.get_nowait())
            goes_on = None not in taken
            if items := [item for each in taken if each is not None for item in each]:
                stored_with(self._store, items, self._name)
        connection.close()
