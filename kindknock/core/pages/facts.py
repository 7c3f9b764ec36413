"""What a page is about: the product on it, or nothing, as real shops mark it up.

Reads schema.org from JSON-LD, microdata and RDFa, and Open Graph, with extruct; prices are
`prices`' matter. The product *this page* is about is taken, never a guess from a list page.

Where docs/rules.md is silent: one product node is the page's; of several, the one whose address is the
page's, else the one the page names as its main entity, else the one called as the page's title
begins; else none. Of a range of offers the lowest price is taken. A price is a regular price;
`sale_price` stands beside it only where it is lower.
"""

import json
import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from html import unescape
from typing import Any
from urllib.parse import urljoin

from .offers import (
    amount_of,
    availability_of,
    currency_of,
    first_of,
    is_only_lowest,
    offers_of,
    regular_price,
    stock_of,
)
from .prices import amount_text, machine_amount
from .rules import path_of
from .titles import without_site_name

_KIND_OF_TYPE = {
    "product": "product",
    "productgroup": "product",
    "individualproduct": "product",
    "productmodel": "product",
    "someproducts": "product",
    "vehicle": "product",
    "book": "product",
    "itemlist": "list",
    "collectionpage": "list",
    "offercatalog": "list",
    "searchresultspage": "list",
    "productcollection": "list",
    "article": "article",
    "newsarticle": "article",
    "blogposting": "article",
    "techarticle": "article",
    "checkoutpage": "checkout",
    "contactpage": "contact",
}
_KIND_OF_OG = {
    "product": "product",
    "product.item": "product",
    "og:product": "product",
    "product.group": "list",
    "article": "article",
}
_NOT_THIS_PAGE = {
    "isrelatedto",
    "issimilarto",
    "isaccessoryorsparepartfor",
    "itemlistelement",
    "itemreviewed",
    "itemoffered",
    "hasvariant",
    "isvariantof",
    "mentions",
}
_PRODUCT_TYPES = {kind for kind, page in _KIND_OF_TYPE.items() if page == "product"}


@dataclass(frozen=True, slots=True)
class PageFacts:
    """Texts are plain text, entities decoded. Amounts are exact; `currency` ISO 4217 or ''.

    `availability` is in_stock, sold_out, preorder, or '' where the page doesn't say.
    """

    title: str = ""
    language: str = ""
    kind: str = ""
    is_product: bool = False
    name: str = ""
    price: Decimal | None = None
    sale_price: Decimal | None = None
    highest_price: Decimal | None = None
    currency: str = ""
    availability: str = ""
    is_from: bool = False
    """The price is only the lowest: *from*."""

    def as_dict(self) -> dict[str, object]:
        return {
            "is_product": self.is_product,
            "name": self.name or None,
            "price": amount_text(self.price) if self.price is not None else None,
            "sale_price": amount_text(self.sale_price) if self.sale_price is not None else None,
            "highest_price": amount_text(self.highest_price) if self.highest_price is not None else None,
            "is_from": self.is_from,
            "currency": self.currency or None,
            "availability": self.availability or None,
            "title": self.title,
            "language": self.language or None,
            "kind": self.kind or None,
        }


def facts_from(
    scripts: Sequence[str],
    meta: Mapping[str, str],
    items: Sequence[Any] = (),
    *,
    title: str = "",
    language: str = "",
    address: str = "",
    heading: str = "",
    other_titles: Sequence[str] = (),
) -> PageFacts:
    """The facts of a page out of its raw strings: JSON-LD texts, meta tags by lower-case name, microdata
    items.

    `title` and `language` as the page has them, `address` its own; `heading` its first, where the markup is
    at hand; `other_titles` those of other pages of the site, whose shared part is the site's name. Never
    raises: what can't be read is not there.
    """
    title = title or plain_text(meta.get("og:title", ""))
    # What the page calls itself, for a product that no markup names.
    site_name = plain_text(meta.get("og:site_name", ""))
    called = (
        plain_text(heading)
        or without_site_name(plain_text(meta.get("og:title", "")), site_name, other_titles)
        or without_site_name(title, site_name, other_titles)
    )
    documents = [_folded(document) for document in (*map(json_of, scripts), *items)]
    by_id = {str(item["@id"]): item for document in documents for item in _with_ids(document)}
    nodes = [
        node
        for document in documents
        for node in _walk(_joined(document, by_id) if by_id else document, True, False)
    ]
    product = _product_of_page(nodes, address, title or meta.get("og:title", ""))
    kind = _kind(nodes, meta, product, address)
    if product is None and kind == "product" and called:
        by_meta = without_site_name(plain_text(meta.get("og:title", "")), site_name, other_titles)
        return _with_meta_prices(PageFacts(title, language, kind, True, by_meta or called), meta)
    if product is None:
        return PageFacts(title, language, kind)
    return _product_facts(product, PageFacts(title, language, "product", True, called), meta)


def plain_text(value: object) -> str:
    """Page text as text: entities decoded, markup taken out, blanks joined."""
    text = unescape(unescape(str(value)))
    return " ".join(re.sub(r"<[^<>]{0,300}>", " ", text).split())[:300]


def _folded(value: Any, depth: int = 0) -> Any:
    """A document with its property names in lower case, since shops write them as they like."""
    if isinstance(value, list):
        return [_folded(item, depth + 1) for item in value[:500]] if depth < 14 else []
    if isinstance(value, Mapping):
        if depth > 13:
            return {}
        return {
            str(key)[:200].casefold(): _folded(inner, depth + 1) for key, inner in list(value.items())[:300]
        }
    return value[:5000] if isinstance(value, str) else value


@dataclass(frozen=True, slots=True)
class _Node:
    """One typed thing on the page. `of_page` is false inside a list or a relation to other things."""

    types: frozenset[str]
    data: Mapping[str, Any]
    of_page: bool
    is_main: bool = False


def json_of(text: str) -> Any:
    """JSON as shops write it: comments, stray semicolons, trailing commas and raw line breaks forgiven."""
    stripped = (
        re.sub(r"^\s*(?://<!\[CDATA\[|<!--|/\*.*?\*/)|(?://\]\]>|-->)\s*$", "", text.strip(), flags=re.DOTALL)
        .strip()
        .rstrip(";")
    )
    for attempt in (stripped, re.sub(r",\s*([}\]])", r"\1", stripped)):
        try:
            return json.loads(attempt, strict=False)
        except (ValueError, RecursionError):
            continue
    return None


_JOINED = frozenset({"offers", "mainentity", "hasvariant", "pricespecification", "@graph", "itemoffered"})
"""Where a reference is followed: enough to find a price, too little to go round in circles."""


def _with_ids(value: Any, depth: int = 0) -> Iterator[Mapping[str, Any]]:
    """Everything told in full under an id, at the top or in a graph."""
    if isinstance(value, list) and depth < 4:
        for item in value[:500]:
            yield from _with_ids(item, depth + 1)
    elif isinstance(value, Mapping):
        if isinstance(value.get("@id"), str) and len(value) > 1:
            yield value
        yield from _with_ids(value.get("@graph"), depth + 1)


def _joined(value: Any, by_id: Mapping[str, Any], depth: int = 0) -> Any:
    """What is told by reference, put inside what refers to it."""
    if isinstance(value, list):
        return [_joined(item, by_id, depth) for item in value[:500]]
    if not isinstance(value, Mapping) or depth > 5:
        return value
    if set(value) == {"@id"}:
        value = by_id.get(str(value["@id"]), value)
    return {
        key: _joined(inner, by_id, depth + 1) if key in _JOINED else inner for key, inner in value.items()
    }


def types_of(data: Mapping[str, Any]) -> frozenset[str]:
    """Of which types a thing is, in small letters, without where they are told of; "" among them for none."""
    kinds = data.get("@type", data.get("type", ""))
    names = kinds if isinstance(kinds, list) else [kinds]
    return frozenset(str(name).rsplit("/", 1)[-1].rsplit(":", 1)[-1].casefold() for name in names)


def _walk(value: Any, of_page: bool, is_main: bool, depth: int = 0) -> Iterator[_Node]:
    if depth > 12:
        return
    if isinstance(value, list):
        for item in value[:500]:
            yield from _walk(item, of_page, is_main, depth + 1)
        return
    if not isinstance(value, Mapping):
        return
    types = types_of(value)
    if types - {""}:
        yield _Node(types, value, of_page, is_main)
    in_list = bool(types & {"itemlist", "offercatalog"})
    for name, inner in value.items():
        key = str(name).casefold()
        if isinstance(inner, Mapping | list) and key not in (
            "offers",
            "review",
            "reviews",
            "aggregaterating",
            "brand",
        ):
            yield from _walk(
                inner, of_page and not in_list and key not in _NOT_THIS_PAGE, key == "mainentity", depth + 1
            )


def _product_of_page(nodes: list[_Node], address: str, title: str) -> Mapping[str, Any] | None:
    products = [node for node in nodes if node.of_page and node.types & _PRODUCT_TYPES]
    listed = any(
        node.types & {"itemlist", "collectionpage", "searchresultspage", "offercatalog"}
        for node in nodes
        if node.of_page
    )
    named = {plain_text(first_of(node.data.get("name"))).casefold(): node for node in products}
    if len(named) == 1 and not (listed and len(products) > 1):
        # The same product told twice (JSON-LD and microdata): the telling with an offer is fuller.
        return max(products, key=lambda node: bool(node.data.get("offers"))).data
    for node in products:
        if address and any(_same_page(found, address) for found in _addresses(node.data)):
            return node.data
    for node in products:
        if node.is_main:
            return node.data
    if listed:
        return None
    fits = [node for name, node in named.items() if name and title.casefold().startswith(name)]
    return fits[0].data if len(fits) == 1 else None


def _addresses(data: Mapping[str, Any]) -> list[str]:
    offers = data.get("offers")
    offer = offers[0] if isinstance(offers, list) and offers else offers
    found = [
        data.get("url"),
        data.get("@id"),
        data.get("mainentityofpage"),
        offer.get("url") if isinstance(offer, Mapping) else None,
    ]
    return [str(item.get("@id", "") if isinstance(item, Mapping) else item) for item in found if item]


def _same_page(found: str, address: str) -> bool:
    # An id such as /bikes#product is the page's own; a route (#/…) would be another page.
    return path_of(urljoin(address, found.split("#")[0])) == path_of(address)


def _kind(
    nodes: list[_Node], meta: Mapping[str, str], product: Mapping[str, Any] | None, address: str
) -> str:
    if product is not None:
        return "product"
    for node in nodes:
        if node.of_page:
            for name in node.types:
                kind = _KIND_OF_TYPE.get(name, "")
                if kind and kind != "product":
                    return kind
    several = sum(1 for node in nodes if node.of_page and node.types & _PRODUCT_TYPES) > 1
    if several:
        return "list"
    kind = _KIND_OF_OG.get(meta.get("og:type", "").casefold(), "")
    return kind or ("home" if address and path_of(address) == "/" else "")


def _product_facts(data: Mapping[str, Any], facts: PageFacts, meta: Mapping[str, str]) -> PageFacts:
    name = plain_text(first_of(data.get("name")) or "") or facts.name
    offers = offers_of(data)
    priced = [(amount, offer) for offer in offers if (amount := amount_of(offer)) is not None]
    if not priced:
        return _with_meta_prices(
            PageFacts(
                facts.title, facts.language, "product", True, name, availability=availability_of(offers)
            ),
            meta,
        )
    lowest, offer = min(priced, key=lambda pair: pair[0])
    highest = max(
        [amount for amount, _ in priced]
        + [high for offer in offers if (high := machine_amount(offer.get("highprice"))) is not None]
    )
    regular = regular_price(offer)
    on_sale = regular is not None and regular > lowest
    return PageFacts(
        facts.title,
        facts.language,
        "product",
        True,
        name,
        price=regular if on_sale else lowest,
        sale_price=lowest if on_sale else None,
        highest_price=highest if highest > lowest else None,
        currency=currency_of(offer, data),
        availability=availability_of(offers),
        is_from=highest <= lowest and not on_sale and is_only_lowest(offer),
    )


def _with_meta_prices(facts: PageFacts, meta: Mapping[str, str]) -> PageFacts:
    """Prices out of Open Graph's product tags, where schema.org says none."""
    regular = machine_amount(
        meta.get("product:original_price:amount")
        or meta.get("product:price:amount")
        or meta.get("og:price:amount")
    )
    now = machine_amount(meta.get("product:sale_price:amount") or meta.get("product:price:amount"))
    currency = (meta.get("product:price:currency") or meta.get("og:price:currency") or "").upper()
    stock = stock_of(meta.get("product:availability") or meta.get("og:availability", ""))
    on_sale = regular is not None and now is not None and now < regular
    return PageFacts(
        facts.title,
        facts.language,
        facts.kind,
        True,
        facts.name,
        price=regular,
        sale_price=now if on_sale else None,
        currency=currency,
        availability=facts.availability or stock,
    )
