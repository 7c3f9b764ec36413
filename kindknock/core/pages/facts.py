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

from .prices import amount_text, machine_amount, read_price
from .rules import path_of

_KIND_OF_TYPE = {
    "product": "product",
    "productgroup": "product",
    "individualproduct": "product",
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

    def as_dict(self) -> dict[str, object]:
        return {
            "is_product": self.is_product,
            "name": self.name or None,
            "price": amount_text(self.price) if self.price is not None else None,
            "sale_price": amount_text(self.sale_price) if self.sale_price is not None else None,
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
) -> PageFacts:
    """The facts of a page out of its raw strings: JSON-LD texts, meta tags by lower-case name, microdata
    items.

    `title` and `language` as the page has them, `address` its own. Never raises: what can't be read is not
    there.
    """
    title = title or plain_text(meta.get("og:title", ""))
    documents = [*map(_json_of, scripts), *items]
    by_id = {str(item["@id"]): item for document in documents for item in _with_ids(document)}
    nodes = [
        node
        for document in documents
        for node in _walk(_joined(document, by_id) if by_id else document, True, False)
    ]
    product = _product_of_page(nodes, address, title or meta.get("og:title", ""))
    kind = _kind(nodes, meta, product, address)
    if product is None and kind == "product" and meta.get("og:title"):
        return _with_meta_prices(PageFacts(title, language, kind, True, plain_text(meta["og:title"])), meta)
    if product is None:
        return PageFacts(title, language, kind)
    return _product_facts(product, PageFacts(title, language, "product", True), meta)


def plain_text(value: object) -> str:
    """Page text as text: entities decoded, markup taken out, blanks joined."""
    text = unescape(unescape(str(value)))
    return " ".join(re.sub(r"<[^<>]{0,300}>", " ", text).split())[:300]


@dataclass(frozen=True, slots=True)
class _Node:
    """One typed thing on the page. `of_page` is false inside a list or a relation to other things."""

    types: frozenset[str]
    data: Mapping[str, Any]
    of_page: bool
    is_main: bool = False


def _json_of(text: str) -> Any:
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


_JOINED = frozenset({"offers", "mainEntity", "hasVariant", "priceSpecification", "@graph", "itemOffered"})
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


def _types(data: Mapping[str, Any]) -> frozenset[str]:
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
    types = _types(value)
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
    named = {plain_text(_first(node.data.get("name"))).casefold(): node for node in products}
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
        data.get("mainEntityOfPage"),
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


def _first(value: Any) -> Any:
    return value[0] if isinstance(value, list) and value else value


def _product_facts(data: Mapping[str, Any], facts: PageFacts, meta: Mapping[str, str]) -> PageFacts:
    name = plain_text(_first(data.get("name")) or "") or plain_text(meta.get("og:title", ""))
    offers = _offers(data)
    priced = [(amount, offer) for offer in offers if (amount := _amount(offer)) is not None]
    if not priced:
        return _with_meta_prices(
            PageFacts(facts.title, facts.language, "product", True, name, availability=_availability(offers)),
            meta,
        )
    lowest, offer = min(priced, key=lambda pair: pair[0])
    highest = max(
        [amount for amount, _ in priced]
        + [high for offer in offers if (high := machine_amount(offer.get("highPrice"))) is not None]
    )
    regular = _regular(offer)
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
        currency=_currency(offer, data),
        availability=_availability(offers),
    )


def _offers(data: Mapping[str, Any]) -> list[Mapping[str, Any]]:
    offers = data.get("offers")
    found = offers if isinstance(offers, list) else [offers]
    out: list[Mapping[str, Any]] = []
    for offer in found:
        if isinstance(offer, Mapping):
            inner = offer.get("offers")
            out.append(offer)
            if isinstance(inner, list | Mapping) and machine_amount(offer.get("lowPrice")) is None:
                out.extend(
                    item
                    for item in (inner if isinstance(inner, list) else [inner])
                    if isinstance(item, Mapping)
                )
    variants = data.get("hasVariant")
    if not out and isinstance(variants, list):
        out = [offer for variant in variants if isinstance(variant, Mapping) for offer in _offers(variant)]
    return out


def _specifications(offer: Mapping[str, Any]) -> list[Mapping[str, Any]]:
    given = offer.get("priceSpecification")
    return [item for item in (given if isinstance(given, list) else [given]) if isinstance(item, Mapping)]


def _price_type(specification: Mapping[str, Any]) -> str:
    return str(_first(specification.get("priceType", ""))).rsplit("/", 1)[-1].casefold()


def _amount(offer: Mapping[str, Any]) -> Decimal | None:
    for value in (offer.get("price"), offer.get("lowPrice")):
        if (amount := machine_amount(_first(value))) is not None:
            return amount
    plain = [
        amount
        for specification in _specifications(offer)
        if _price_type(specification) not in ("listprice", "strikethroughprice", "msrp", "srp")
        and (amount := machine_amount(_first(specification.get("price")))) is not None
    ]
    return min(plain) if plain else None


def _regular(offer: Mapping[str, Any]) -> Decimal | None:
    listed = [
        amount
        for specification in _specifications(offer)
        if _price_type(specification) in ("listprice", "strikethroughprice", "msrp", "srp")
        and (amount := machine_amount(_first(specification.get("price")))) is not None
    ]
    return max(listed) if listed else None


def _currency(offer: Mapping[str, Any], data: Mapping[str, Any]) -> str:
    for source in (offer, *_specifications(offer), data):
        code = str(_first(source.get("priceCurrency", "")) or "").strip().upper()
        if re.fullmatch(r"[A-Z]{3}", code):
            return code
    money = read_price(str(_first(offer.get("price") or offer.get("lowPrice") or "")))
    return money.currency if money else ""


def _availability(offers: list[Mapping[str, Any]]) -> str:
    found = {
        re.sub(r"[^a-z]", "", str(_first(offer.get("availability", ""))).rsplit("/", 1)[-1].casefold())
        for offer in offers
    }
    if found & {"instock", "limitedavailability", "onlineonly", "instoreonly", "lowstock"}:
        return "in_stock"
    if found & {"preorder", "presale", "backorder", "madetoorder"}:
        return "preorder"
    return "sold_out" if found & {"outofstock", "soldout", "discontinued"} else ""


def _with_meta_prices(facts: PageFacts, meta: Mapping[str, str]) -> PageFacts:
    """Prices out of Open Graph's product tags, where schema.org says none."""
    regular = machine_amount(
        meta.get("product:original_price:amount")
        or meta.get("product:price:amount")
        or meta.get("og:price:amount")
    )
    now = machine_amount(meta.get("product:sale_price:amount") or meta.get("product:price:amount"))
    currency = (meta.get("product:price:currency") or meta.get("og:price:currency") or "").upper()
    stock = re.sub(
        r"[^a-z]", "", meta.get("product:availability", meta.get("og:availability", "")).casefold()
    )
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
        availability=facts.availability
        or {
            "instock": "in_stock",
            "oos": "sold_out",
            "outofstock": "sold_out",
            "preorder": "preorder",
            "pending": "preorder",
        }.get(stock, ""),
    )
