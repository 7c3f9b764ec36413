"""The website of Averil Cycle Works, as a customer of ours might have it: its own look, our one line.

A server of its own on a port of its own. It knows nothing of Kind Knock but the embed line.
"""

import json
import mimetypes
import os
from collections.abc import Callable, Iterable
from pathlib import Path
from typing import Any

from django.conf import settings

if not settings.configured:
    settings.configure(USE_I18N=False, USE_TZ=True)

from django.template import Context, Engine  # noqa: E402
from django.utils.safestring import mark_safe  # noqa: E402

from . import art, goods  # noqa: E402

HERE = Path(__file__).resolve().parent
FONTS = HERE.parents[1] / "kindknock" / "built" / "fonts"
ORIGIN = os.environ.get("KK_ORIGIN", "").rstrip("/") or f"http://localhost:{os.environ.get('KK_PORT', '8000')}"
KEYS = {"hire": "averilhire"}
_engine = Engine(dirs=[str(HERE / "templates")])
PAGES = {
    "/": ("home.html", "Averil Cycle Works"),
    "/workshop": ("workshop.html", "The workshop"),
    "/workshop/wheel-building": ("wheels.html", "Wheel building"),
    "/hire": ("hire.html", "Hire a bicycle"),
    "/shop": ("shop.html", "Shop"),
    "/journal": ("journal.html", "Journal"),
    "/journal/salt-and-spokes": ("article.html", "Salt and spokes"),
    "/basket": ("basket.html", "Basket"),
    "/checkout": ("checkout.html", "Checkout"),
    "/contact": ("contact.html", "Find us"),
}


def application(environ: dict[str, Any], start: Callable[..., Any]) -> Iterable[bytes]:
    path = environ.get("PATH_INFO", "/").rstrip("/") or "/"
    if path.startswith("/static/"):
        return _file(path.removeprefix("/static/"), start)
    part = environ.get("HTTP_HOST", "").split(".")[0]
    body = _page("/hire" if part == "hire" and path == "/" else path, part)
    status = "200 OK" if body else "404 Not Found"
    text = (body or _render("missing.html", "Not here", path, part, {})).encode()
    start(status, [("Content-Type", "text/html; charset=utf-8"), ("Content-Length", str(len(text))), ("Cache-Control", "no-store")])
    return [text]


def _page(path: str, part: str) -> str | None:
    if path.startswith("/shop/"):
        good = goods.BY_SLUG.get(path.removeprefix("/shop/"))
        if good is None:
            return None
        marked_up = json.dumps(good.schema_org(f"https://averilcycles.example{path}"), ensure_ascii=False).replace("<", "\\u003c")
        return _render("product.html", good.name, path, part, {"good": good, "schema": mark_safe(marked_up)})  # noqa: S308
    template, title = PAGES.get(path, ("", ""))
    return _render(template, title, path, part, {}) if template else None


def _render(template: str, title: str, path: str, part: str, more: dict[str, Any]) -> str:
    return _engine.get_template(template).render(Context({
        "title": title, "path": path, "goods": goods.GOODS, "wheel": mark_safe(art.wheel()),  # noqa: S308
        "mark": mark_safe(art.mark()), "bicycle": mark_safe(art.bicycle()),  # noqa: S308
        "line": mark_safe(f'<script async src="{ORIGIN}/k.js" data-site="{KEYS.get(part, "averil7q")}" crossorigin></script>'),  # noqa: S308
        **more}))


def _file(name: str, start: Callable[..., Any]) -> Iterable[bytes]:
    folder = FONTS if name.endswith(".woff2") else HERE / "static"
    file = (folder / name).resolve()
    if not file.is_relative_to(folder.resolve()) or not file.is_file():
        start("404 Not Found", [("Content-Length", "0")])
        return [b""]
    body = file.read_bytes()
    start("200 OK", [("Content-Type", mimetypes.guess_type(name)[0] or "application/octet-stream"),
                     ("Content-Length", str(len(body))), ("Access-Control-Allow-Origin", "*"), ("Cache-Control", "max-age=60")])
    return [body]
