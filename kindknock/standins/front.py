"""Before the front, only while pretending: pages of the demo shop are taken for the site they stand for."""

import io
import json
from collections.abc import Callable, Iterable
from typing import Any

from .alias import STANDS_FOR, to_example

MOST_BODY = 65_536
App = Callable[[dict[str, Any], Callable[..., Any]], Iterable[bytes]]


class ShopAsSite:
    """A WSGI application around the front: the address in what a page sends, as on the site it stands for."""

    def __init__(self, app: App) -> None:
        self._app = app

    def __call__(self, environ: dict[str, Any], start: Callable[..., Any]) -> Iterable[bytes]:
        length = environ.get("CONTENT_LENGTH") or ""
        if (
            environ.get("PATH_INFO", "").startswith("/k/v1/")
            and length.isdecimal()
            and int(length) <= MOST_BODY
        ):
            body = environ["wsgi.input"].read(int(length))
            if b".localhost" in body:
                body = as_on_the_site(body)
            environ["wsgi.input"] = io.BytesIO(body)
            environ["CONTENT_LENGTH"] = str(len(body))
        elif environ.get("PATH_INFO") == "/k.js":
            environ[STANDS_FOR] = to_example(environ.get("HTTP_REFERER", ""))
        return self._app(environ, start)


def as_on_the_site(body: bytes) -> bytes:
    """A body with its `address` turned to the `.example` one; anything that isn't such a body, unchanged."""
    try:
        sent = json.loads(body)
        if isinstance(sent, dict):
            sent["address"] = to_example(sent.get("address"))
            return json.dumps(sent).encode()
    except (ValueError, RecursionError):
        pass
    return body
