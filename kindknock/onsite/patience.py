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
from typing import TypeVar

from django.db import InterfaceError, OperationalError, connection

T = TypeVar("T")
SECONDS = 3.0
THREADS = 4
KEPT_S = 5.0
"""A thread that is asked again within so long asks over the same connection: a new one costs as much as all
that is asked about a site.
"""


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
        self._kept = threading.local()

    def renew(self) -> None:
        """Use no connection that was made before now."""
        self._generation += 1

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
        kept: tuple[int, float] | None = getattr(self._kept, "at", None)
        self._kept.at = None
        is_kept = kept is not None and kept[0] == self._generation and time.monotonic() - kept[1] < KEPT_S
        try:
            if is_kept:
                try:
                    found = question()
                except (OperationalError, InterfaceError):
                    # It broke since; what is asked changes nothing.
                    connection.close()
                    found = question()
            else:
                connection.close()
                found = question()
        except BaseException:
            connection.close()
            raise
        if self._keeps:
            self._kept.at = (self._generation, time.monotonic())
        else:
            connection.close()
        return found

    def _over(self, number: int) -> None:
        with self._lock:
            self._began.pop(number, None)
