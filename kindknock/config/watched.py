"""Around everything the server answers: each request is measured, those to Django get an id, and nothing that
fails is left without an answer.
"""

import logging
import time
from collections.abc import Callable, Iterable
from typing import Any

from kindknock import request_id
from kindknock.measures import answered

log = logging.getLogger("kindknock.requests")
Start = Callable[..., Any]
ROUTE = "kk.route"
"""Where Django tells which route it was; addresses themselves carry keys."""
_ON_SITE = {f"/k/v1/{name}": f"/k/v1/{name}" for name in ("verdict", "heard", "note", "boxes", "met", "read")}
_BEGINNINGS = (("/k/v1/fresh/", "/k/v1/fresh"), ("/k/p/", "/k/p"), ("/k/", "/k"), ("/static/", "/static"))
_AWAY = (
    b'{"type":"about:blank","status":500,"code":"fault","id":"%s",'
    b'"title":"Something went wrong here, and was noted as %s. Try again in a moment."}'
)


class Watched:
    """A WSGI application around another one."""

    def __init__(self, app: Callable[[dict[str, Any], Start], Iterable[bytes]]) -> None:
        self._app = app

    def __call__(self, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        began = time.perf_counter()
        path = environ.get("PATH_INFO", "")
        route = _ON_SITE.get(path) or ("/k.js" if path == "/k.js" else "")
        if route:
            return self._measured(route, began, environ, start)
        route = next((name for beginning, name in _BEGINNINGS if path.startswith(beginning)), "")
        mark = request_id.current.set(request_id.new_id())
        try:
            return self._measured(route, began, environ, start)
        finally:
            request_id.current.reset(mark)

    def _measured(self, route: str, began: float, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        ended = ["500"]

        def noted(status: str, headers: list[tuple[str, str]], *more: Any) -> Any:
            ended[0] = status[:3]
            number = request_id.current.get()
            return start(status, [*headers, (request_id.HEADER, number)] if number else headers, *more)

        try:
            return self._app(environ, noted)
        except Exception:
            number = request_id.current.get() or request_id.new_id()
            # Its words could be a visitor's; where it happened says enough.
            log.exception("not answered", extra={"route": route, "id": number})
            body = _AWAY % (number.encode(), number.encode())
            headers = [("Content-Type", "application/problem+json"), ("Content-Length", str(len(body)))]
            start("500 Internal Server Error", [*headers, (request_id.HEADER, number)])
            return [body]
        finally:
            took = time.perf_counter() - began
            shown = route or environ.get(ROUTE, "(none)")
            answered(shown, ended[0], took)
            if not route.startswith("/k"):
                fields = {"route": shown, "status": int(ended[0]), "ms": round(took * 1000, 1)}
                log.info("%s", environ.get("REQUEST_METHOD", ""), extra=fields)
