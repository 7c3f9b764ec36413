"""Visitors and owners who ask beside each other while something is tried."""

import http.client
import json
import threading
from abc import ABC, abstractmethod
from collections.abc import Callable
from typing import Self


class Askers(ABC):
    """Several threads, from entering until leaving; each does one of `acts` until `over` is set."""

    over: threading.Event

    @abstractmethod
    def acts(self) -> list[Callable[[], None]]:
        """What is done, each on a thread of its own."""

    def __enter__(self) -> Self:
        self._threads = [threading.Thread(target=act) for act in self.acts()]
        for thread in self._threads:
            thread.start()
        return self

    def __exit__(self, *args: object) -> None:
        self.over.set()
        for thread in self._threads:
            thread.join()


def posted(port: int, path: str, body: object, headers: dict[str, str], *, patience_s: float = 30) -> str:
    """What is amiss with an answer of this machine's port, '' where it was taken."""
    line = http.client.HTTPConnection("127.0.0.1", port, timeout=patience_s)
    try:
        line.request("POST", path, json.dumps(body), headers)
        answer = line.getresponse()
        text = answer.read().decode(errors="replace")
        return f"{answer.status} {text[:160]}" if answer.status >= 400 else ""
    except OSError as error:
        return repr(error)
    finally:
        line.close()


def as_owner(session: str, token: str, origin: str) -> dict[str, str]:
    """Headers of somebody who is signed in."""
    return {
        "Cookie": f"kk_session={session}; kk_csrf={token}",
        "X-CSRFToken": token,
        "Content-Type": "application/json",
        "Origin": origin,
        "Host": "localhost",
    }
