"""The page in the frame beside what was found: the home page that was read, or a drawn one, with the button.

Asked with what the reading signed, so that nobody has a page of their choosing shown from here.
"""

from datetime import timedelta

from django.conf import settings
from django.core.signing import BadSignature, loads
from django.http import HttpRequest, HttpResponse
from django.utils.html import format_html

from kindknock import clock
from kindknock.accounts.actions.limit import HOUR, Limit, count
from kindknock.accounts.network import client_address, network_of
from kindknock.onsite.drawn_page import drawn_page
from kindknock.sites.fetching import NotFetched
from kindknock.standins.alias import to_local
from kindknock.standins.fetching import fetch_any

from .stage_page import framed, stage_html

SALT, HOLDS = "kindknock.found", timedelta(hours=12)
PAGES = Limit("found-page", 60, HOUR)
"""Of one network."""


def found_page(request: HttpRequest) -> HttpResponse:
    """`?of=` is an address as the reading signed it; without it a page drawn for the business `?name=`."""
    origin = f"{request.scheme}://{request.get_host()}"
    script = format_html('<script src="{}/k/stage.js"></script>', origin)
    page = _theirs(request, script) if request.GET.get("of") else None
    name = request.GET.get("name", "")[:120]
    return framed(page or drawn_page(name, script=script), is_theirs=page is not None, origin=origin)


def _theirs(request: HttpRequest, script: str) -> str | None:
    try:
        address = loads(request.GET["of"], salt=SALT, max_age=HOLDS)
    except BadSignature:
        return None
    who = network_of(client_address(request.META, settings.ENV.trusted_proxies))
    if not count(PAGES, who, at=clock.now()):
        return None
    try:
        html = fetch_any(address, is_own=False).html
    except NotFetched:
        return None
    return stage_html(html, base=to_local(address), script=script)
