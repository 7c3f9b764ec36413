"""The private page that shows a site's live door to its owner: real button, real line, never counted."""

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse
from django.utils.html import format_html

from kindknock.sites.models import Site

from .drawn_page import drawn_page


def embed_line(site_key: str) -> str:
    """The one line an owner puts on every page of a site."""
    return format_html('<script async src="{}/k.js" data-site="{}" crossorigin></script>', settings.ENV.origin, site_key)


def private_page(request: HttpRequest, token: str) -> HttpResponse:
    site = Site.objects.select_related("business").filter(show_token=token).first()
    if site is None:
        raise Http404
    # Same-origin address, so that the page also works where browsers reach us by another name.
    line = format_html('<script async src="/k.js" data-site="{}" crossorigin></script>', site.key)
    response = HttpResponse(drawn_page(site.business.name, script=line))
    response["X-Robots-Tag"] = "noindex"
    response["Cache-Control"] = "no-store"
    response["Content-Security-Policy"] = "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'self'"
    return response
