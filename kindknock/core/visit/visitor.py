"""One visitor on one page at one moment, read out of whatever the button sent.

Total: any JSON value becomes a visit. What is missing or of the wrong kind is taken as not said;
what is too long is cut. Nothing in here says who somebody is.
"""

import json
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from hashlib import blake2b
from typing import Any

from ..addresses.hosts import host_of
from ..looks.geometry import Device, device_of
from ..pages.basket import basket_facts
from ..pages.facts import facts_from
from ..pages.prices import amount_text
from ..time.zones import country_of_zone

MAX_ADDRESS = 2000
MAX_TITLE = 300


@dataclass(frozen=True, slots=True)
class Visit:
    """`at` is an aware moment of our clock, or None where no rule asks for time."""

    address: str
    host: str
    title: str = ""
    page_language: str = ""
    languages: tuple[str, ...] = ()
    device: Device = "computer"
    kind: str = ""
    """The kind of page, by `pagefacts` or the owner's patterns."""
    country: str = ""
    """ISO 3166, as the edge knows it; empty where it doesn't."""
    zone: str | None = None
    """The visitor's time zone by name, told only when asked for; None while not told, '' if there is none."""
    is_returning: bool = False
    """Whether the visitor's browser remembers an earlier visit; never so where storage is refused."""
    came_from: str = ""
    """Host of the referring page, if it is another site."""
    offset_min: int | None = None
    """Minutes from the visitor's clock to UTC, as `Date.getTimezoneOffset()`; only for telling times,
    never for judging them.
    """
    facts: tuple[tuple[str, str], ...] = ()
    """What the page and its maker tell, as raw text by name: product, price, currency, visitor, order …"""
    is_private_page: bool = False
    """On a page of ours that shows the door to its owner."""
    dice: int = 0
    """A number below DICE that a visit keeps: who stands first where people take turns. No more is made of
    it.
    """
    at: datetime | None = None


DICE = 24


def visit_from(
    raw: Any, *, is_private_page: bool = False, at: datetime | None = None, country: str = ""
) -> Visit:
    """Read a visit as the button sends it (docs/formats/visit.md). A `country` that is known otherwise wins
    over what is sent and over the zone's.
    """
    found: Mapping[str, Any] = raw if isinstance(raw, Mapping) else {}
    address = _text(found.get("address"), MAX_ADDRESS)
    device = found.get("device")
    if device not in ("phone", "tablet", "computer"):
        device = device_of(_text(found.get("pointer"), 8), _px(found.get("width")), _px(found.get("height")))
    languages = found.get("languages")
    zone = _text(found["zone"], 64) if isinstance(found.get("zone"), str) else None
    title, offset = _text(found.get("title"), MAX_TITLE), found.get("offset")
    page = _of_page(*raw_of_page(found["page"]), title, address) if "page" in found else _NO_PAGE
    return Visit(
        address=address,
        host=host_of(address),
        title=title,
        page_language=_text(found.get("lang"), 35) or page.language,
        languages=tuple(tag[:35] for tag in languages[:20] if isinstance(tag, str))
        if isinstance(languages, list)
        else (),
        device=device,
        kind=_text(found.get("kind"), 20) or page.kind,
        country=country or _country(found.get("country")) or country_of_zone(zone or ""),
        zone=zone,
        is_returning=found.get("returning") is True,
        came_from=_came_from(_text(found.get("referrer"), MAX_ADDRESS), address),
        offset_min=offset if isinstance(offset, int) and -900 <= offset <= 900 else None,
        facts=_facts(found.get("facts"), page.facts),
        is_private_page=is_private_page,
        dice=dice % DICE if isinstance(dice := found.get("dice"), int) and not isinstance(dice, bool) else 0,
        at=at,
    )


FACTS = ("product", "price", "sale_price", "highest_price", "currency", "stock", "visitor", "order")


def _facts(value: Any, of_page: tuple[tuple[str, str], ...]) -> tuple[tuple[str, str], ...]:
    """The page's facts, those its maker hands over in front: a product named there takes the place of the
    page's whole product.
    """
    if not isinstance(value, Mapping):
        return of_page
    found = {name: text[:300] for name in FACTS if (text := _text(value.get(name), 2000).strip())}
    if "basket" in value:
        found = {
            name: text.encode("utf-8", "replace").decode()
            for name, text in (basket_facts(value["basket"]) | found).items()
        }
    kept = () if "product" in found else of_page
    return tuple({**dict(kept), **found}.items())


@dataclass(frozen=True, slots=True)
class _OfPage:
    """What a page's own markup says, kept for the next visitor of it."""

    kind: str = ""
    language: str = ""
    facts: tuple[tuple[str, str], ...] = ()


_NO_PAGE = _OfPage()
MOST_SCRIPTS, MOST_SCRIPT, MOST_METAS = 8, 12_000, 40
Raw = tuple[tuple[str, ...], tuple[tuple[str, str], ...], str]


def raw_of_page(value: Any) -> Raw:
    """The raw strings of a page as the button gathers them: `ld` JSON-LD texts, `meta` by name, `items`
    microdata as JSON text.
    """
    found: Mapping[str, Any] = value if isinstance(value, Mapping) else {}
    scripts, meta = found.get("ld"), found.get("meta")
    return (
        tuple(_text(script, MOST_SCRIPT) for script in scripts[:MOST_SCRIPTS] if isinstance(script, str))
        if isinstance(scripts, list)
        else (),
        tuple(
            (_text(name, 80).lower(), _text(item, 500))
            for name, item in list(meta.items())[:MOST_METAS]
            if isinstance(name, str)
        )
        if isinstance(meta, Mapping)
        else (),
        _text(found.get("items"), MOST_SCRIPT),
    )


_HELD: dict[bytes, _OfPage] = {}
MOST_HELD = 4096
"""Pages known to one process. Each is held by a digest of what it said, and as the little that was read of
it: some kilobytes, however much was sent.
"""


def _of_page(
    scripts: tuple[str, ...], meta: tuple[tuple[str, str], ...], items: str, title: str, address: str
) -> _OfPage:
    raw = repr((scripts, meta, items, title, address)).encode("utf-8", "surrogatepass")
    key = blake2b(raw, digest_size=16).digest()
    found = _HELD.get(key)
    if found is None:
        if len(_HELD) >= MOST_HELD:
            _HELD.clear()
        found = _HELD[key] = _read_page(scripts, meta, items, title, address)
    return found


def _read_page(
    scripts: tuple[str, ...], meta: tuple[tuple[str, str], ...], items: str, title: str, address: str
) -> _OfPage:
    try:
        found = json.loads(items) if items else []
    except (ValueError, RecursionError):
        found = []
    facts = facts_from(
        scripts, dict(meta), found if isinstance(found, list) else [], title=title, address=address
    )
    amounts = (
        ("price", facts.price),
        ("sale_price", facts.sale_price),
        ("highest_price", facts.highest_price),
    )
    words = [
        ("product", facts.name),
        *((name, amount_text(amount)) for name, amount in amounts if amount is not None),
        ("currency", facts.currency),
        ("stock", facts.availability),
        ("price_from", "yes" if facts.is_from else ""),
    ]
    return _OfPage(
        facts.kind,
        facts.language,
        tuple((name, text[:300]) for name, text in words if text) if facts.is_product and facts.name else (),
    )


def _country(value: Any) -> str:
    return (
        value.upper()
        if isinstance(value, str) and len(value) == 2 and value.isascii() and value.isalpha()
        else ""
    )


def _came_from(referrer: str, address: str) -> str:
    host = host_of(referrer) if referrer else ""
    return host if host != host_of(address) else ""


def _text(value: Any, longest: int) -> str:
    # Lone surrogates can't be stored or sent on; they become a question mark.
    if not isinstance(value, str):
        return ""
    return value[:longest].encode("utf-8", "replace").decode() if not value.isascii() else value[:longest]


def _px(value: Any) -> int:
    return int(value) if isinstance(value, int | float) and 0 <= value < 100_000 else 0
