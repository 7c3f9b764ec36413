"""Around everything the server answers: each request is measured, those to Django get an id, and nothing that
fails is left without an answer.
"""

import logging
import time
from collections.abc import Callable, Iterable
from typing import Any

from kindknock import request_id
from kindknock.measures import ENDED, SITE_ROUTES, answered

log = logging.getLogger("kindknock.requests")
Start = Callable[..., Any]
ROUTE = "kk.route"
"""Where Django tells which route it was; addresses themselves carry keys."""
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
        if path in SITE_ROUTES:
            return self._visit(path, began, environ, start)
        mark = request_id.current.set(request_id.new_id())
        try:
            return self._request(path, began, environ, start)
        finally:
            request_id.current.reset(mark)

    def _visit(self, route: str, began: float, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        """A question of a page on a customer's site. The front leaves its status in `environ`: listening in
        on `start` costs a sixth of all that one process can answer (bench/route.py).
        """
        try:
            return self._app(environ, start)
        except Exception:
            environ[ENDED] = "500"
            return _fault(route, start)
        finally:
            answered(route, environ.get(ENDED, "500"), time.perf_counter() - began)

    def _request(self, path: str, began: float, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        ended = "500"

        def noted(status: str, headers: list[tuple[str, str]], *more: Any) -> Any:
            nonlocal ended
            ended = status[:3]
            return start(status, [*headers, (request_id.HEADER, request_id.current.get())], *more)

        route = next((name for beginning, name in _BEGINNINGS if path.startswith(beginning)), "")
        try:
            return self._app(environ, noted)
        except Exception:
            ended = "500"
            return _fault(route, start)
        finally:
            took = time.perf_counter() - began
            shown = route or environ.get(ROUTE, "(none)")
            answered(shown, ended, took)
            if not route.startswith("/k"):
                fields = {"route": shown, "status": int(ended), "ms": round(took * 1000, 1)}
                log.info("%s", environ.get("REQUEST_METHOD", ""), extra=fields)


def _fault(route: str, start: Start) -> Iterable[bytes]:
    """The answer where nothing else answers. Its words could be a visitor's; the log has the place."""
    number = request_id.current.get() or request_id.new_id()
    log.exception("not answered", extra={"route": route, "id": number})
    body = _AWAY % (number.encode(), number.encode())
    headers = [("Content-Type", "application/problem+json"), ("Content-Length", str(len(body)))]
    start("500 Internal Server Error", [*headers, (request_id.HEADER, number)])
    return [body]
