"""Keep a page of the site for the stage, fetched once and again when it is old."""

from collections.abc import Callable
from datetime import datetime, timedelta
from hashlib import sha256
from typing import Any

from kindknock.core.fitting import links_of
from kindknock.core.pages import read_page
from kindknock.core.pages.prices import amount_text

from ..fetching import Fetched, NotFetched, fetch_page
from ..models import HeldPage, Site

KEPT = timedelta(minutes=10)
KEPT_MISS = timedelta(seconds=30)


def hold_page(
    site: Site,
    address: str,
    *,
    fetch: Callable[[str], Fetched] = fetch_page,
    anew: bool = False,
    at: datetime,
) -> HeldPage:
    """The page as held, or as fetched now where it isn't, or is old. One that can't be had is asked for
    again soon.
    """
    digest = digest_of(address)
    now = at
    held = HeldPage.objects.filter(site=site, digest=digest).first()
    if held is not None and not anew and now - held.at < (KEPT if held.html else KEPT_MISS):
        return held
    try:
        html, why = fetch(address).html, ""
    except NotFetched as error:
        html, why = "", error.code
    if not html and held is not None and held.html:
        return held
    made, _ = HeldPage.objects.update_or_create(
        site=site,
        digest=digest,
        defaults={
            "address": address[:2000],
            "html": html.replace("\x00", ""),
            "why": why,
            "at": now,
            "facts": facts_of(html, address),
            "links": list(links_of(html, address)),
        },
    )
    HeldPage.objects.filter(
        pk__in=list(site.held_pages.values_list("pk", flat=True)[HeldPage.MOST_A_SITE :])
    ).delete()
    return made


def digest_of(address: str) -> str:
    return sha256(address.encode()).hexdigest()


def facts_of(html: str, address: str) -> dict[str, Any]:
    """What a page tells of itself, as core's visit takes it; empty where there is no page."""
    if not html:
        return {}
    page = read_page(html, address)
    amounts = (("price", page.price), ("sale_price", page.sale_price), ("highest_price", page.highest_price))
    words = (
        {
            "product": page.name,
            "currency": page.currency,
            "stock": page.availability,
            **{name: amount_text(amount) for name, amount in amounts if amount is not None},
        }
        if page.is_product
        else {}
    )
    return {
        "title": page.title,
        "lang": page.language,
        "kind": page.kind,
        "facts": {name: text for name, text in words.items() if text},
    }
