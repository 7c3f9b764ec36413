"""Where else a website tells of its business: the pages its home page leads to, and what belongs to a
page.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from urllib.parse import urldefrag, urljoin, urlsplit

from ..pages.kinds import usual_kind
from .page import Link, Page, Source, read_page
from .vocabulary import TELLING, words_of

MOST_STYLES = 2
MOST_LOOKED_AT = 400
_FILES = (".pdf", ".jpg", ".jpeg", ".png", ".webp", ".zip", ".doc", ".docx", ".ics", ".vcf", ".mp4")


@dataclass(frozen=True, slots=True)
class Leads:
    """Addresses: `pages` that may tell more, the likeliest first; the `styles` and the `manifest` of the page
    itself, '' for none.
    """

    pages: tuple[str, ...]
    styles: tuple[str, ...]
    manifest: str


def leads_of(home: Source, *, most: int) -> Leads:
    """Of a home page: at most so many pages of the same host, one of each sort before a second of any."""
    page = read_page(home)
    return Leads(tuple(_telling(page, most)), tuple(_sheets(page))[:MOST_STYLES], _manifest(page))


def _telling(page: Page, most: int) -> list[str]:
    here, ranked = _bare(page.address), {}
    for link in page.links[:MOST_LOOKED_AT]:
        address = _bare(link.href)
        if address == here or address in ranked or not _is_page_of(address, page.host):
            continue
        sort = _sort(link)
        if sort is not None:
            ranked[address] = sort
    firsts: list[str] = []
    seconds: list[str] = []
    for address, sort in sorted(ranked.items(), key=lambda item: item[1]):
        (seconds if any(sort == ranked[other] for other in firsts) else firsts).append(address)
    return [*firsts, *seconds][:most]


def _bare(address: str) -> str:
    try:
        return urldefrag(address).url
    except ValueError:
        return ""


def _is_page_of(address: str, host: str) -> bool:
    try:
        parts = urlsplit(address)
    except ValueError:
        return False
    same = (parts.hostname or "").removeprefix("www.") == host.removeprefix("www.")
    return parts.scheme in ("http", "https") and same and not parts.path.lower().endswith(_FILES)


def _sort(link: Link) -> int | None:
    """By which words it is called, the most telling first; None for another page."""
    try:
        path = urlsplit(link.href).path.casefold()
    except ValueError:
        return None
    kind = usual_kind(path)
    if kind in ("contact", "basket", "checkout"):
        return 0 if kind == "contact" else None
    words = words_of(f"{link.text} {path.replace('-', ' ').replace('/', ' ').replace('_', ' ')}")
    return next((at for at, names in enumerate(TELLING) if words & names), None)


def _sheets(page: Page) -> Iterator[str]:
    yield from _linked(page, "stylesheet")


def _manifest(page: Page) -> str:
    return next(_linked(page, "manifest"), "")


def _linked(page: Page, rel: str) -> Iterator[str]:
    if page.document is None:
        return
    for item in page.document.iter("link"):
        if rel in (item.get("rel") or "").casefold().split() and (href := (item.get("href") or "").strip()):
            try:
                address = urljoin(page.address, href)
            except ValueError:
                continue
            if address.startswith(("http://", "https://")) and (item.get("media") or "") != "print":
                yield address
