"""A product's offers: what it costs, what it cost before, in which currency, and whether it is to be had.

Property names are in lower case (`facts` folds them), values as the page wrote them.
"""

import re
from collections.abc import Iterable, Mapping
from decimal import Decimal
from typing import Any

from .prices import machine_amount, read_price


def first_of(value: Any) -> Any:
    """The first of a list, else the value itself."""
    return value[0] if isinstance(value, list) and value else value


def offers_of(data: Mapping[str, Any]) -> list[Mapping[str, Any]]:
    """A product's offers, those of its variants where it has none of its own."""
    offers = data.get("offers")
    found = offers if isinstance(offers, list) else [offers]
    out: list[Mapping[str, Any]] = []
    for offer in found:
        if isinstance(offer, Mapping):
            inner = offer.get("offers")
            out.append(offer)
            if isinstance(inner, list | Mapping) and machine_amount(offer.get("lowprice")) is None:
                out.extend(
                    item
                    for item in (inner if isinstance(inner, list) else [inner])
                    if isinstance(item, Mapping)
                )
    variants = data.get("hasvariant")
    if not out and isinstance(variants, list):
        out = [offer for variant in variants if isinstance(variant, Mapping) for offer in offers_of(variant)]
    return out


def _specifications(offer: Mapping[str, Any]) -> list[Mapping[str, Any]]:
    given = offer.get("pricespecification")
    return [item for item in (given if isinstance(given, list) else [given]) if isinstance(item, Mapping)]


def _price_type(specification: Mapping[str, Any]) -> str:
    return str(first_of(specification.get("pricetype", ""))).rsplit("/", 1)[-1].casefold()


_BEFORE = frozenset({"listprice", "strikethroughprice", "msrp", "srp"})
"""Types of a price that is struck through or recommended, not asked."""


def _specified(offer: Mapping[str, Any], *, before: bool) -> list[Decimal]:
    """The amounts of its specifications: what it cost before, or what it costs."""
    code = _own_currency(offer)
    return [
        amount
        for specification in _specifications(offer)
        if (_price_type(specification) in _BEFORE) is before
        and (amount := machine_amount(first_of(specification.get("price")), code)) is not None
    ]


def amount_of(offer: Mapping[str, Any]) -> Decimal | None:
    """What an offer costs: its price, else its lowest, else that of its plain specifications."""
    for value in (offer.get("price"), offer.get("lowprice")):
        if (amount := machine_amount(first_of(value), _own_currency(offer))) is not None:
            return amount
    return min(_specified(offer, before=False), default=None)


def regular_price(offer: Mapping[str, Any]) -> Decimal | None:
    """What it cost before, where the offer tells it as struck through or recommended."""
    return max(_specified(offer, before=True), default=None)


def is_only_lowest(offer: Mapping[str, Any]) -> bool:
    """Whether an offer tells the lowest price and no highest: *from*."""
    if first_of(offer.get("price")) in (None, "") and first_of(offer.get("lowprice")) not in (None, ""):
        return machine_amount(first_of(offer.get("highprice"))) is None
    value = first_of(offer.get("price"))
    money = read_price(value) if isinstance(value, str) else None
    return money is not None and money.is_from and money.highest is None


def _currency_named(sources: Iterable[Mapping[str, Any]]) -> str:
    for source in sources:
        code = str(first_of(source.get("pricecurrency", "")) or "").strip().upper()
        if re.fullmatch(r"[A-Z]{3}", code):
            return code
    return ""


def _own_currency(offer: Mapping[str, Any]) -> str:
    return _currency_named((offer, *_specifications(offer)))


def currency_of(offer: Mapping[str, Any], data: Mapping[str, Any]) -> str:
    """The currency an offer names, else the product, else the price's own text."""
    if code := _own_currency(offer) or _currency_named((data,)):
        return code
    money = read_price(str(first_of(offer.get("price") or offer.get("lowprice") or "")))
    return money.currency if money else ""


# fmt: off
_STOCK = {
    "in_stock": ("instock", "limitedavailability", "limited", "onlineonly", "instoreonly", "lowstock", "available",
                 "availablefororder", "instorepickup", "onstock", "yes", "true"),
    "preorder": ("preorder", "presale", "backorder", "backordered", "madetoorder", "pending", "availabletoorder"),
    "sold_out": ("outofstock", "soldout", "discontinued", "oos", "unavailable", "notavailable", "nostock", "no"),
}
# fmt: on


def stock_of(value: object) -> str:
    """`in_stock` and the like out of a word, an address or its old forms; '' where it says nothing known."""
    while isinstance(value, list):
        value = value[0] if value else ""
    if isinstance(value, Mapping):
        value = value.get("@id") or value.get("name") or value.get("@value") or ""
    word = re.sub(r"[^a-z]", "", re.split(r"[/#:]", str(value).strip().rstrip("/"))[-1].casefold())
    return next((stock for stock, names in _STOCK.items() if word in names), "")


def availability_of(offers: list[Mapping[str, Any]]) -> str:
    """The best of what the offers say: one variant in stock is enough."""
    found = {stock_of(offer.get("availability", "")) for offer in offers}
    return next((stock for stock in _STOCK if stock in found), "")
