"""The website of Averil Cycle Works, as a customer of ours might have it: its own look, our one line.

A server of its own on a port of its own. It knows nothing of Kind Knock but the embed line.
"""

import json
import mimetypes
import os
import re
from collections.abc import Callable, Iterable
from pathlib import Path
from typing import Any

from django.conf import settings

if not settings.configured:
    settings.configure(USE_I18N=False, USE_TZ=True)

from django.template import Context, Engine
from django.utils.safestring import mark_safe

from . import art, cafe, goods, rough

HERE = Path(__file__).resolve().parent
FONTS = HERE.parents[1] / "kindknock" / "built" / "fonts"
ORIGIN = (
    os.environ.get("KK_ORIGIN", "").rstrip("/") or f"http://localhost:{os.environ.get('KK_PORT', '8000')}"
)
KEYS = {"hire": "averilhire", "thetinwhistle": ""}
"""The café has no line of ours: what is tried there is tried by whoever looks in."""
_engine = Engine(dirs=[str(HERE / "templates")])
PAGES = {
    "/": ("home.html", "Averil Cycle Works"),
    "/pt": ("pt-home.html", "Oficina de bicicletas"),
    "/pt/aluguer": ("pt-hire.html", "Alugar uma bicicleta"),
    "/ar": ("ar-home.html", "ورشة الدراجات"),
    "/hire/tandem": ("tandem.html", "The tandem"),
    "/journal/first-frost": ("frost.html", "First frost"),
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


_COPY = re.compile("copy[a-z0-9]{10}")
NAV = {
    "en": (
        ("/workshop", "Workshop"),
        ("/hire", "Hire"),
        ("/shop", "Shop"),
        ("/journal", "Journal"),
        ("/contact", "Find us"),
    ),
    "pt": (
        ("/workshop", "Oficina"),
        ("/pt/aluguer", "Aluguer"),
        ("/shop", "Loja"),
        ("/journal", "Diário"),
        ("/contact", "Onde estamos"),
    ),
    "ar": (
        ("/workshop", "الورشة"),
        ("/hire", "التأجير"),
        ("/shop", "المتجر"),
        ("/journal", "اليوميات"),
        ("/contact", "موقعنا"),
    ),
}
BASKET, OPEN_HOURS = (
    {"en": "Basket", "pt": "Cesto", "ar": "السلة"},
    {
        "en": "Mon to Fri 9 to 17:30, Sat 10 to 14",
        "pt": "Seg a sex 9h às 17h30, sáb 10h às 14h",
        "ar": "الإثنين إلى الجمعة 9 إلى 17:30، السبت 10 إلى 14",
    },
)


def application(environ: dict[str, Any], start: Callable[..., Any]) -> Iterable[bytes]:
    path = environ.get("PATH_INFO", "/").encode("latin-1").decode("utf-8", "replace").rstrip("/") or "/"
    if path.startswith("/static/"):
        return _file(path.removeprefix("/static/"), start)
    part = environ.get("HTTP_HOST", "").split(".")[0]
    if path == "/rough" or path.startswith("/rough/"):
        return rough.answer(
            path.removeprefix("/rough").strip("/"),
            line_of(part),
            ORIGIN,
            environ.get("HTTP_HOST", "").rpartition(":")[2],
            start,
        )
    if part == cafe.HOST:
        return cafe.answer(path, _engine, line_of(part), start)
    body = _page("/hire" if part == "hire" and path == "/" else path, part)
    status = "200 OK" if body else "404 Not Found"
    text = (body or _render("missing.html", "Not here", path, part, {})).encode()
    start(
        status,
        [
            ("Content-Type", "text/html; charset=utf-8"),
            ("Content-Length", str(len(text))),
            ("Cache-Control", "no-store"),
        ],
    )
    return [text]


def line_of(part: str) -> str:
    """The embed line, as the owner pasted it into the pages of this host."""
    # Whoever looks in at a copy of the demo has it under its own name.
    key = part if _COPY.fullmatch(part) else KEYS.get(part, "averil7q")
    if not key:
        return ""
    return (
        f'<script async src="{ORIGIN}/k.js?{key}" data-site="{key}" '
        'referrerpolicy="no-referrer-when-downgrade" crossorigin></script>'
    )


def _page(path: str, part: str) -> str | None:
    if path.startswith("/shop/"):
        good = goods.BY_SLUG.get(path.removeprefix("/shop/"))
        if good is None:
            return None
        marked_up = json.dumps(
            good.schema_org(f"https://averilcycles.example{path}"), ensure_ascii=False
        ).replace("<", "\\u003c")
        schema = mark_safe(marked_up) if good.marked_up_as == "json-ld" else ""  # noqa: S308
        return _render("product.html", good.name, path, part, {"good": good, "schema": schema})
    template, title = PAGES.get(path, ("", ""))
    return _render(template, title, path, part, {}) if template else None


def _render(template: str, title: str, path: str, part: str, more: dict[str, Any]) -> str:
    tongue = path.split("/")[1] if path.split("/")[1] in NAV else "en"
    return _engine.get_template(template).render(
        Context(
            {
                "title": title,
                "path": path,
                "goods": goods.GOODS,
                "wheel": mark_safe(art.wheel()),  # noqa: S308
                "mark": mark_safe(art.mark()),  # noqa: S308
                "bicycle": mark_safe(art.bicycle()),  # noqa: S308
                "line": mark_safe(line_of(part)),  # noqa: S308
                "map": mark_safe(art.map_()),  # noqa: S308
                "language": "en-GB" if tongue == "en" else tongue,
                "direction": "rtl" if tongue == "ar" else "ltr",
                "nav": NAV[tongue],
                "basket": BASKET[tongue],
                "open_hours": OPEN_HOURS[tongue],
                **more,
            }
        )
    )


def _file(name: str, start: Callable[..., Any]) -> Iterable[bytes]:
    folder = FONTS if name.endswith(".woff2") else HERE / "static"
    file = (folder / name).resolve()
    if not file.is_relative_to(folder.resolve()) or not file.is_file():
        start("404 Not Found", [("Content-Length", "0")])
        return [b""]
    body = file.read_bytes()
    start(
        "200 OK",
        [
            ("Content-Type", mimetypes.guess_type(name)[0] or "application/octet-stream"),
            ("Content-Length", str(len(body))),
            ("Access-Control-Allow-Origin", "*"),
            ("Cache-Control", "max-age=60"),
        ],
    )
    return [body]
