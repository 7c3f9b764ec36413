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

from django.db import OperationalError, connection

T = TypeVar("T")
SECONDS = 3.0
THREADS = 4


class Patience:
    def __init__(self, name: str, *, seconds: float = SECONDS, threads: int = THREADS) -> None:
        self._pool = ThreadPoolExecutor(threads, name)
        self._seconds, self._threads = seconds, threads
        self._lock = threading.Lock()
        self._began: dict[int, float] = {}
        self._number = 0
        self._closed_until = 0.0

    def ask(self, question: Callable[[], T]) -> T:
        """The answer, or what the question raised. Raises OperationalError where none comes in time. The
        connection of the thread it was asked on is given back.
        """
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
            return question()
        finally:
            connection.close()
            self._over(number)

    def _over(self, number: int) -> None:
        with self._lock:
            self._began.pop(number, None)
