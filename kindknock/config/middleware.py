"""What every request to Django passes first, and every answer of it last."""

from collections.abc import Callable
from typing import Any

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.middleware.gzip import GZipMiddleware

from kindknock.accounts.browser_mark import COOKIE, COOKIE_AGE

from .watched import ROUTE

Answering = Callable[[HttpRequest], HttpResponse]

_PAGE = (
    "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none'; "
    "base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)
_SCRIPT = "default-src 'self'; frame-ancestors 'none'"
"""A worker lives by the policy of its own file, and ours fetch from us."""
_ELSE = "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'"


class GzipOfWhole(GZipMiddleware):
    """Answers gzipped; those that come bit by bit go as they come, as a compressor would gather them."""

    def process_response(self, request: HttpRequest, response: Any) -> Any:
        return response if response.streaming else super().process_response(request, response)


def without_nul(get_response: Answering) -> Answering:
    """An address with a NUL in it names nothing: no text column can hold one, so it is never looked up."""

    def answer(request: HttpRequest) -> HttpResponse:
        if "\x00" in request.path or "%00" in request.META.get("QUERY_STRING", ""):
            return HttpResponse(
                "That address can't be read.", status=400, content_type="text/plain; charset=utf-8"
            )
        return get_response(request)

    return answer


def with_policy(get_response: Answering) -> Answering:
    """No answer leaves without saying what it may load, who may frame it and how long it may be kept:
    what a view doesn't say itself is the strictest that works for its kind.
    """

    def answer(request: HttpRequest) -> HttpResponse:
        response = get_response(request)
        kind = response.get("Content-Type", "").partition(";")[0]
        policy = {"text/html": _PAGE, "text/javascript": _SCRIPT}.get(kind, _ELSE)
        response.setdefault("Content-Security-Policy", policy)
        response.setdefault("Cache-Control", "no-store")
        return response

    return answer


def with_route(get_response: Answering) -> Answering:
    """Which route it was, for whoever measures: never the address, which may carry a key."""

    def answer(request: HttpRequest) -> HttpResponse:
        response = get_response(request)
        if request.resolver_match is not None:
            request.META[ROUTE] = "/" + request.resolver_match.route.replace("^", "").replace("$", "")
        return response

    return answer


def with_browser_mark(get_response: Answering) -> Answering:
    """A browser that signed in for the first time keeps a random mark, so that a new one can be told."""

    def answer(request: HttpRequest) -> HttpResponse:
        response = get_response(request)
        mark = getattr(request, "new_browser_mark", "")
        if mark:
            response.set_cookie(
                COOKIE,
                mark,
                max_age=COOKIE_AGE,
                secure=settings.ENV.production,
                httponly=True,
                samesite="Lax",
            )
        return response

    return answer
