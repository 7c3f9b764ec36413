"""One visitor on one page at one moment, read out of whatever the button sent.

Total: any JSON value becomes a visit. What is missing or of the wrong kind is taken as not said;
what is too long is cut. Nothing in here says who somebody is.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from .audience import country_of_zone
from .geometry import Device, device_of
from .hosts import host_of

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
    facts: tuple[tuple[str, str], ...] = ()
    """What the page and its maker tell, as raw text by name, sorted: product, price, currency, visitor, order …"""
    is_private_page: bool = False
    """On a page of ours that shows the door to its owner."""
    at: datetime | None = None


def visit_from(raw: Any, *, is_private_page: bool = False, at: datetime | None = None) -> Visit:
    """Read a visit as the button sends it (docs/formats/visit.md)."""
    said: Mapping[str, Any] = raw if isinstance(raw, Mapping) else {}
    address = _text(said.get("address"), MAX_ADDRESS)
    device = said.get("device")
    if device not in ("phone", "tablet", "computer"):
        device = device_of(_text(said.get("pointer"), 8), _px(said.get("width")), _px(said.get("height")))
    languages = said.get("languages")
    zone = _text(said["zone"], 64) if isinstance(said.get("zone"), str) else None
    return Visit(
        address=address,
        host=host_of(address),
        title=_text(said.get("title"), MAX_TITLE),
        page_language=_text(said.get("lang"), 35),
        languages=tuple(tag[:35] for tag in languages[:20] if isinstance(tag, str))
        if isinstance(languages, list) else (),
        device=device,
        kind=_text(said.get("kind"), 20),
        country=_country(said.get("country")) or country_of_zone(zone or ""),
        zone=zone,
        is_returning=said.get("returning") is True,
        came_from=_came_from(_text(said.get("referrer"), MAX_ADDRESS), address),
        facts=_facts(said.get("facts")),
        is_private_page=is_private_page,
        at=at,
    )


FACTS = ("product", "price", "sale_price", "highest_price", "currency", "stock", "visitor", "order")


def _facts(value: Any) -> tuple[tuple[str, str], ...]:
    if not isinstance(value, Mapping):
        return ()
    return tuple((name, text[:300]) for name in FACTS if (text := _text(value.get(name), 2000).strip()))


def _country(value: Any) -> str:
    return value.upper() if isinstance(value, str) and len(value) == 2 and value.isascii() and value.isalpha() else ""


def _came_from(referrer: str, address: str) -> str:
    host = host_of(referrer) if referrer else ""
    return host if host != host_of(address) else ""


def _text(value: Any, longest: int) -> str:
    # Lone surrogates can't be stored or sent on; they become U+FFFD.
    if not isinstance(value, str):
        return ""
    return value[:longest].encode("utf-8", "replace").decode() if not value.isascii() else value[:longest]


def _px(value: Any) -> int:
    return int(value) if isinstance(value, int | float) and 0 <= value < 100_000 else 0
