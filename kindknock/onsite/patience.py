"""Asks the database on threads of its own, so that one that stops answering holds none that answers visitors.

A database can fall silent without its connections breaking (a frozen machine, say); nothing on our side
ends such a question. So whoever asks waits only so long, and while an earlier question is stuck the next
ones are refused at once instead of waiting each in turn.
"""

import threading
import time
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from concurrent.futures import TimeoutError as Late
from dataclasses import dataclass
from typing import Any, TypeVar

from django.db import InterfaceError, OperationalError, connection

T = TypeVar("T")
SECONDS = 3.0
THREADS = 4
KEPT_S = 5.0
"""A thread that is asked again within so long, or little more, asks over the same connection: a new one costs
as much as all that is asked about a site.
"""


@dataclass(frozen=True, slots=True)
class _Kept:
    """A database connection at rest, of which generation, and since which monotonic second."""

    connection: Any
    generation: int
    at_s: float


class Patience:
    def __init__(
        self, name: str, *, seconds: float = SECONDS, threads: int = THREADS, keeps: bool = False
    ) -> None:
        """`keeps`: whether connections are kept for who asks next."""
        self._pool = ThreadPoolExecutor(threads, name)
        self._seconds, self._threads = seconds, threads
        self._lock = threading.Lock()
        self._began: dict[int, float] = {}
        self._number = 0
        self._closed_until = 0.0
        self._keeps, self._generation = keeps, 0
        self._kept: dict[int, _Kept] = {}
        """The open connection of each thread that is at rest."""
        self._closing: threading.Timer | None = None

    def renew(self) -> None:
        """Use no connection that was made before now; those at rest are closed."""
        with self._lock:
            self._generation += 1
            kept, self._kept = list(self._kept.values()), {}
        for each in kept:
            each.connection.close()

    def ask(self, question: Callable[[], T]) -> T:
        """The answer, or what the question raised. Raises OperationalError where none comes in time."""
        now = time.monotonic()
        with self._lock:
            stuck = sum(now - began > self._seconds for began in self._began.values())
            if now < self._closed_until or stuck >= self._threads // 2:
                raise OperationalError("the database does not answer")
            self._number += 1
            number = self._number
            self._began[number] = now
        try:
            asked = self._pool.submit(self._asked, question, number)
        except RuntimeError:
            self._over(number)
            raise OperationalError("stopping") from None
        try:
            return asked.result(self._seconds)
        except Late:
            # Whoever comes next needn't find out anew; a little later one tries again.
            self._closed_until = time.monotonic() + self._seconds
            if asked.cancel():
                self._over(number)
            raise OperationalError("the database does not answer") from None

    def stop(self) -> None:
        self.renew()
        self._pool.shutdown(wait=False, cancel_futures=True)

    def _asked(self, question: Callable[[], T], number: int) -> T:
        with self._lock:
            self._began[number] = time.monotonic()
        try:
            return self._question(question)
        finally:
            self._over(number)

    def _question(self, question: Callable[[], T]) -> T:
        """Over the thread's connection where it is of just now; else over a new one, which is given back
        unless it is kept.
        """
        with self._lock:
            kept, generation = self._kept.pop(threading.get_ident(), None), self._generation
        is_open = kept is not None and kept.generation == generation
        if not is_open:
            connection.close()
        try:
            try:
                found = question()
            except (OperationalError, InterfaceError):
                if not is_open:
                    raise
                # It broke since; what is asked changes nothing.
                connection.close()
                found = question()
        except BaseException:
            connection.close()
            raise
        if self._keeps and connection.connection is not None:
            self._keep(_Kept(connection.connection, generation, time.monotonic()))
        else:
            connection.close()
        return found

    def _keep(self, kept: "_Kept") -> None:
        with self._lock:
            if is_old := kept.generation != self._generation:
                kept.connection.close()
            else:
                self._kept[threading.get_ident()] = kept
            if not is_old and self._closing is None:
                self._close_later()

    def _close_later(self) -> None:
        self._closing = threading.Timer(KEPT_S, self._close_idle)
        self._closing.daemon = True
        self._closing.start()

    def _close_idle(self) -> None:
        with self._lock:
            now, self._closing = time.monotonic(), None
            for thread, kept in list(self._kept.items()):
                if now - kept.at_s >= KEPT_S:
                    del self._kept[thread]
                    kept.connection.close()
            if self._kept:
                self._close_later()

    def _over(self, number: int) -> None:
        with self._lock:
            self._began.pop(number, None)
