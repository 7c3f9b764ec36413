"""What a fill-in that isn't one was probably meant to be."""

from difflib import get_close_matches

from .fillins import KNOWN

# fmt: off
# Names that people give to what we call otherwise.
_MEANT = {
    "first_name": "visitor", "name": "visitor", "visitor_name": "visitor", "customer": "visitor", "user": "visitor",
    "customer_name": "visitor", "guest": "visitor", "client": "visitor", "your_name": "visitor", "last_name": "visitor",
    "item": "product", "product_name": "product", "article": "product", "title": "page", "page_title": "page",
    "url": "address", "link": "address", "page_url": "address", "page_address": "address", "cost": "price",
    "amount": "price", "discount": "saving", "offer_price": "sale_price", "availability": "stock", "agent": "assistant",
    "person": "assistant", "shop": "site", "company": "site", "business": "site", "store": "site",
    "order_number": "order", "order_id": "order", "opening": "next_opening", "opens": "next_opening",
    "closes": "closing_today", "closing": "closing_today", "hello": "greeting",
    "cart": "basket", "items": "basket", "cart_items": "basket", "total": "basket_total", "cart_total": "basket_total",
    "sum": "basket_total",
}
# fmt: on


def nearest_name(name: str) -> str:
    """The fill-in that was probably meant; empty where none is near."""
    plain = name.strip().lower().replace(" ", "_").replace("-", "_")
    if plain in _MEANT:
        return _MEANT[plain]
    found = get_close_matches(plain, sorted(KNOWN), n=1, cutoff=0.6)
    return (
        found[0]
        if found
        else next((item for item in sorted(KNOWN) if plain and (item.startswith(plain) or plain in item)), "")
    )
