"""Gathers what many requests report at once into one statement, committed before any is acknowledged."""

import logging
import queue
import threading
from collections.abc import Callable, Sequence
from typing import Generic, TypeVar

from django.db import DatabaseError, InterfaceError, connection

log = logging.getLogger(__name__)
T = TypeVar("T")


class _Waiting(Generic[T]):
    __slots__ = ("done", "items", "last", "stored")

    def __init__(self, items: Sequence[T], *, last: bool = False) -> None:
        self.items = items
        self.last = last
        self.done = threading.Event()
        self.stored = False


class Gatherer(Generic[T]):
    """One storing thread a process. `put` returns once the items are committed, or says they are not."""

    MOST_WAITING = 2000
    PATIENCE_SECONDS = 8.0

    def __init__(self, store: Callable[[Sequence[T]], object], name: str) -> None:
        self._store = store
        self._name = name
        self._queue: queue.Queue[_Waiting[T]] = queue.Queue(self.MOST_WAITING)
        self._lock = threading.Lock()
        self._thread: threading.Thread | None = None

    def put(self, items: Sequence[T], *, wait: bool = True) -> bool:
        """Whether the items are stored (with `wait`), or were taken in to be stored soon (without)."""
        self._start()
        waiting = _Waiting(items)
        try:
            self._queue.put_nowait(waiting)
        except queue.Full:
            return False
        if not wait:
            return True
        return waiting.done.wait(self.PATIENCE_SECONDS) and waiting.stored

    def stop(self) -> None:
        """Store what was taken in, then end the thread and its connection."""
        thread, self._thread = self._thread, None
        if thread is not None:
            self._queue.put(_Waiting([], last=True))
            thread.join(self.PATIENCE_SECONDS)

    def _start(self) -> None:
        if self._thread is None:
            with self._lock:
                if self._thread is None:
                    self._thread = threading.Thread(target=self._run, name=self._name, daemon=True)
                    self._thread.start()

    def _run(self) -> None:
        last = False
        while not last:
            batch = [self._queue.get()]
            while len(batch) < 200:
                try:
                    batch.append(self._queue.get_nowait())
                except queue.Empty:
                    break
            items = [item for waiting in batch for item in waiting.items]
            stored = self._try(items) if items else True
            for waiting in batch:
                waiting.stored = stored
                waiting.done.set()
                last = last or waiting.last
        connection.close()

    def _try(self, items: Sequence[T]) -> bool:
        for last_try in (False, True):
            try:
                self._store(items)
                return True
            except (DatabaseError, InterfaceError) as error:
                connection.close()
                if last_try:
                    log.warning("%s: %d not stored: %s", self._name, len(items), str(error).splitlines()[:1])
        return False
