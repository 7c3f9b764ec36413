"""The front asked as pages ask it, without a server."""

import io
import json
import time
import uuid
from typing import Any

from django.test import TransactionTestCase

from kindknock.doors.tests.builders import a_business
from kindknock.measures import ENDED, SITE_ROUTES
from kindknock.onsite.cache import cache
from kindknock.onsite.front import Front
from kindknock.standins.front import App

PAGE = "https://averilcycles.example/workshop?utm_source=x"


def passed_on(environ: dict[str, Any], start: Any) -> list[bytes]:
    start("200 OK", [])
    return [b"django"]


class AskedBase(TransactionTestCase):
    def setUp(self) -> None:
        cache.forget()
        self.opened = a_business()
        self.front = Front(passed_on)
        self.app: App = self.front
        self.addCleanup(self.front.stop)

    def ask(self, path: str, body: Any, **more: Any) -> tuple[str, Any, dict[str, str]]:
        raw = body if isinstance(body, bytes) else json.dumps(body).encode()
        got: dict[str, Any] = {}
        environ = {
            "REQUEST_METHOD": "POST",
            "PATH_INFO": path,
            "CONTENT_TYPE": "text/plain;charset=UTF-8",
            "CONTENT_LENGTH": str(len(raw)),
            "HTTP_HOST": "knock.example",
            "HTTP_USER_AGENT": "Mozilla/5.0 Firefox/140",
            "wsgi.input": io.BytesIO(raw),
            **more,
        }
        out = b"".join(
            self.app(environ, lambda status, headers: got.update(status=status, headers=dict(headers)))
        )
        if path in SITE_ROUTES:
            assert environ.get(ENDED) == got["status"][:3], (path, environ.get(ENDED), got["status"])
        try:
            return got["status"][:3], json.loads(out), got["headers"]
        except ValueError:
            return got["status"][:3], out, got["headers"]

    def verdict(self, **visit: Any) -> Any:
        return self.ask("/k/v1/verdict", {"site": self.opened.site.key, "address": PAGE, **visit})[1]

    def events(
        self, *kinds: str, ids: list[str] | None = None, **more: Any
    ) -> tuple[str, Any, dict[str, str]]:
        events = [
            {"id": (ids or [str(uuid.uuid4()) for _ in kinds])[n], "kind": kind, "door": self.opened.door.key}
            for n, kind in enumerate(kinds)
        ]
        return self.ask(
            "/k/v1/heard", {"site": self.opened.site.key, "address": PAGE, "events": events}, **more
        )

    def wait_for(self, done: Any, seconds: float = 5) -> None:
        end = time.monotonic() + seconds
        while not done():
            self.assertLess(time.monotonic(), end, "did not happen in time")
            time.sleep(0.02)
