"""The page inside the stage: the owner's own page without its scripts, or a drawn one, with the button.

Served sandboxed: its scripts run in an origin of their own and can't reach the studio's session.
"""

from datetime import datetime

import lxml.html
from django.contrib.auth.decorators import login_required
from django.http import Http404, HttpRequest, HttpResponse
from django.utils.html import format_html
from lxml import etree

from kindknock import clock
from kindknock.accounts.actions.limit import FETCHES, count
from kindknock.accounts.may import Power
from kindknock.accounts.models import User
from kindknock.core.addresses import HostList
from kindknock.core.addresses.hosts import host_of
from kindknock.onsite.drawn_page import drawn_page
from kindknock.sites.actions.hold_page import hold_page
from kindknock.sites.fetching import Fetched, NotFetched
from kindknock.sites.models import HeldPage, Site
from kindknock.sites.queries import allowed_hosts
from kindknock.standins.alias import to_local
from kindknock.standins.fetching import fetch_any

from .site_of import site_of

_BLANK = (
    '<!doctype html><html lang="en"><meta charset="utf-8">'
    '<meta name="viewport" content="width=device-width, initial-scale=1">'
    "<title>The card</title><style>body{{margin:0;background:#ebe1d2}}</style><body>{}</body></html>"
)


@login_required(login_url="/sign-in")
def stage_page(request: HttpRequest, site_key: str) -> HttpResponse:
    """`?address=` is a page on one of the site's hosts; without it, or where it can't be had, a drawn
    page. With `bare=1` no button: a backdrop. With `blank=1` nothing but the button, on sand.
    """
    assert isinstance(request.user, User)
    site = site_of(request.user, site_key, Power.LOOK)
    if site is None:
        raise Http404
    origin = f"{request.scheme}://{request.get_host()}"
    script = "" if request.GET.get("bare") else format_html('<script src="{}/k/stage.js"></script>', origin)
    address = request.GET.get("address", "")
    held = held_page(site, address, by=request.user)
    page = stage_html(held.html, base=to_local(address), script=script) if held and held.html else None
    drawn = (
        _BLANK.format(script) if request.GET.get("blank") else drawn_page(site.business.name, script=script)
    )
    return framed(page or drawn, is_theirs=page is not None, origin=origin)


def framed(html: str, *, is_theirs: bool, origin: str) -> HttpResponse:
    """A page for a frame of the studio, shut into an origin of its own."""
    response = HttpResponse(html)
    response["Content-Security-Policy"] = (
        f"sandbox allow-scripts allow-popups allow-popups-to-escape-sandbox; script-src {origin}/k/; "
        "object-src 'none'; base-uri *; frame-ancestors 'self'"
    )
    response["X-Frame-Options"] = "SAMEORIGIN"
    response["Cache-Control"] = "no-store"
    response["X-Stage-Page"] = "theirs" if is_theirs else "drawn"
    return response


def held_page(site: Site, address: str, *, by: User) -> HeldPage | None:
    """A page on one of the site's hosts, held or fetched now; None for any other address."""
    if not address.startswith(("https://", "http://")) or host_of(address) not in HostList(
        allowed_hosts(site)
    ):
        return None
    at = clock.now()

    return hold_page(site, address, fetch=lambda to: fetch_counted(to, by=by, at=at, is_own=True), at=at)


def fetch_counted(address: str, *, by: User, at: datetime, is_own: bool) -> Fetched:
    """A page for somebody, who may have so many fetched in a while; `is_own` where its host is one of the
    site's.
    Raises NotFetched.
    """
    if not count(FETCHES, str(by.pk), at=at):
        raise NotFetched("busy")
    return fetch_any(address, is_own=is_own)


def stage_html(html: str, *, base: str, script: str) -> str | None:
    """`without_scripts`, or None where that is no page: only a comment, say, or nothing at all."""
    try:
        return without_scripts(html, base=base, script=script)
    except (etree.LxmlError, ValueError, AssertionError):
        return None


def without_scripts(html: str, *, base: str, script: str) -> str:
    """The page with every script, handler and refresh taken out, its links based, `script` put at its end.
    Raises LxmlError or ValueError where it is no page.
    """
    parser = lxml.html.HTMLParser(encoding="utf-8")
    document = lxml.html.document_fromstring(html.encode("utf-8", "replace"), parser=parser)
    if not isinstance(document.tag, str):
        raise ValueError("nothing but a comment")
    etree.strip_elements(document, "script", "noscript", "base", "iframe", "object", "embed", with_tail=False)
    for element in document.iter():
        for name in list(element.attrib):
            if name.startswith("on") or "javascript:" in element.attrib[name].lower():
                del element.attrib[name]
    for meta in document.xpath("//meta[@http-equiv]"):
        meta.drop_tree()
    head = document.find("head")
    if head is None:
        head = lxml.html.Element("head")
        document.insert(0, head)
    head.insert(0, lxml.html.Element("base", href=base))
    text: str = lxml.html.tostring(document, encoding="unicode", doctype="<!doctype html>")
    end = text.rfind("</body>")
    return text[:end] + script + text[end:] if end >= 0 else text + script
