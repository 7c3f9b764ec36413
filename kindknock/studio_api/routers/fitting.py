"""Fitting: look at a page for the line."""

from django.conf import settings
from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.core.addresses import HostList
from kindknock.core.addresses.hosts import host_of
from kindknock.core.fitting import Line, Served, look
from kindknock.sites.actions.hold_page import hold_page
from kindknock.sites.fetching import NotFetched
from kindknock.sites.queries import allowed_hosts

from .. import auth
from ..errors import Problem
from ..fitting_words import NOT_FETCHED, note_words, sight_words
from ..schemas import LookIn, LookOut
from ..stage_page import fetch_counted

router = Router()
NO_ADDRESS = "Type the address of a page, such as averilcycles.example/contact."


@router.post("/sites/{key}/fitting/look", response=LookOut)
def look_at(request: HttpRequest, key: str, body: LookIn) -> LookOut:
    """What stands of the line on any public page, as it is served just now."""
    site = auth.site(request, key)
    hosts = allowed_hosts(site)
    address = _address(body.typed, next(iter(hosts), ""))
    try:
        is_own = host_of(address) in HostList(hosts)
        page = fetch_counted(address, by=auth.person(request), at=clock.now(), is_own=is_own)
    except NotFetched as error:
        raise Problem(422, "not_fetched", NOT_FETCHED[error.code], field="typed") from None
    served = Served(page.html, page.address, page.headers)
    if host_of(page.address) in HostList(hosts):
        # What the page tells of itself is known from now on, to the verdict too.
        hold_page(site, page.address, fetch=lambda _: page, anew=True, at=clock.now())
    sight = look(served, Line(site.key, f"{settings.ENV.origin}/k.js"))
    host = host_of(page.address)
    words = sight_words(sight, host=host)
    return LookOut(
        address=page.address,
        state=words.state,
        code=sight.code,
        says=words.says,
        how=words.how,
        add=list(words.add),
        notes=note_words(sight),
        is_ours=host in HostList(hosts),
        host=host,
    )


def _address(typed: str, host: str) -> str:
    """As typed, with what is left out: the scheme, or the site's first host before a path."""
    text = typed.strip()
    if text.startswith("/") and host:
        return f"https://{host}{text}"
    if "://" in text and not text.startswith(("http://", "https://")):
        raise Problem(422, "not_fetched", NOT_FETCHED["not_public"], field="typed")
    name, _, port = text.split("://")[-1].split("/")[0].partition(":")
    if not name or (port and not port.isdigit()):
        raise Problem(422, "not_fetched", NO_ADDRESS, field="typed")
    return text if "://" in text else f"https://{text}"
