"""The Tin Whistle, a café whose pages have no markup for machines: hours and number stand as text."""

from collections.abc import Callable, Iterable
from typing import Any

from django.template import Context, Engine
from django.utils.safestring import mark_safe

HOST = "thetinwhistle"
PAGES = {
    "/": ("cafe-home.html", "The Tin Whistle – a café by the harbour steps", "en-GB"),
    "/menu": ("cafe-menu.html", "What there is – The Tin Whistle", "en-GB"),
    "/find-us": ("cafe-find-us.html", "Find us – The Tin Whistle", "en-GB"),
    "/about": ("cafe-about.html", "About – The Tin Whistle", "en-GB"),
    "/order": ("cafe-order.html", "Order a loaf – The Tin Whistle", "en-GB"),
    "/checkout": ("cafe-pay.html", "Pay – The Tin Whistle", "en-GB"),
    "/cy": ("cafe-cy.html", "The Tin Whistle – caffi ger grisiau’r harbwr", "cy"),
}


def answer(path: str, engine: Engine, line: str, start: Callable[..., Any]) -> Iterable[bytes]:
    """A page of the café, as its server gives it."""
    if path == "/robots.txt":
        text, kind = "User-agent: *\nDisallow: /checkout\n", "text/plain"
    else:
        template, title, language = PAGES.get(
            path, ("cafe-missing.html", "Not here – The Tin Whistle", "en-GB")
        )
        context = {"title": title, "language": language, "path": path, "line": mark_safe(line)}  # noqa: S308
        text, kind = engine.get_template(template).render(Context(context)), "text/html"
    status = "200 OK" if path in PAGES or path == "/robots.txt" else "404 Not Found"
    body = text.encode()
    start(
        status,
        [
            ("Content-Type", f"{kind}; charset=utf-8"),
            ("Content-Length", str(len(body))),
            ("Cache-Control", "no-store"),
        ],
    )
    return [body]
