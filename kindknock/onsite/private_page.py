"""The private page that shows one door, drafted or live, to whoever has its address: real button, never
counted.
"""

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils.html import format_html

from kindknock import clock
from kindknock.doors.models import Showing

from .drawn_page import drawn_page
from .showing import SIGN, showing_of


def embed_line(site_key: str) -> str:
    """The one line an owner puts on every page of a site. It says which page asks, so that the answer can
    come with the script (docs/embed.md).
    """
    return format_html(
        '<script async src="{}/k.js?{}" data-site="{}" '
        'referrerpolicy="no-referrer-when-downgrade" crossorigin></script>',
        settings.ENV.origin,
        site_key,
        site_key,
    )


def pinned_line(site_key: str, path: str, integrity: str) -> str:
    """The same line in the form that names what is in the file (Subresource Integrity)."""
    return format_html(
        '<script async src="{}{}" integrity="{}" data-site="{}" crossorigin="anonymous"></script>',
        settings.ENV.origin,
        path,
        integrity,
        site_key,
    )


def private_page(request: HttpRequest, token: str) -> HttpResponse:
    """200 while the address holds, 410 where it has ended or never was."""
    showing = showing_of(token, clock.now())
    if showing is None:
        response = render(request, "onsite/ended.html", status=410)
    else:
        # Same-origin address, so that the page also works where browsers reach us by another name.
        line = format_html(
            '<script async src="/k.js" data-site="{}{}" crossorigin></script>', SIGN, showing.token
        )
        note = (
            "A draft, shown to you alone. Nothing here is counted."
            if showing.of == Showing.Of.DRAFT
            else "As it is published. Nothing here is counted."
        )
        response = HttpResponse(drawn_page(showing.site.business.name, script=line, note=note))
    response["X-Robots-Tag"] = "noindex"
    response["Referrer-Policy"] = "no-referrer"
    response["Cache-Control"] = "no-store"
    response["Content-Security-Policy"] = (
        "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'self'"
    )
    return response
