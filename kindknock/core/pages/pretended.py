"""What an owner may pretend of a page while rehearsing: a sale, an empty shelf, no price. Only on a
product's page.
"""

from decimal import Decimal, InvalidOperation
from typing import Literal

Pretence = Literal["", "on_sale", "sold_out", "no_price", "basket"]
Facts = tuple[tuple[str, str], ...]
A_BASKET = {"basket": "City tyre\n2 × Bell", "basket_total": "41.50"}
"""A basket to rehearse with, as `basket.basket_facts` has it."""
SALE_SHARE = Decimal("0.8")


def pretended(facts: Facts, what: Pretence) -> Facts:
    """The page's raw facts with a pretence laid over; a basket on any page, all else only where the page
    shows a product.
    """
    found = dict(facts)
    if what == "basket":
        # What a page shows, and something beside it; handed over, else two things of our own.
        return tuple({**A_BASKET, **found}.items())
    if not what or "product" not in found:
        return facts
    if what == "sold_out":
        found["stock"] = "sold_out"
    elif what == "no_price":
        found = {
            name: text for name, text in found.items() if name not in ("price", "sale_price", "highest_price")
        }
    else:
        found["sale_price"] = found.get("sale_price") or _less(found.get("price", ""))
        found = {name: text for name, text in found.items() if text}
    return tuple(found.items())


def _less(price: str) -> str:
    """A fifth less; empty where the price can't be read."""
    try:
        return str((Decimal(price) * SALE_SHARE).quantize(Decimal("0.01")))
    except InvalidOperation:
        return ""
