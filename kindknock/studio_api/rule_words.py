"""Page rules, patterns, devices and the button's arrival in English."""

from collections.abc import Sequence

from kindknock.core.pages.reading import Piece
from kindknock.core.setup import Door, PageRule

from .words import listed

KINDS = {
    "home": "the home page",
    "product": "product pages",
    "list": "list pages",
    "article": "articles",
    "basket": "the basket",
    "checkout": "the checkout",
    "contact": "the contact page",
}


DEVICES = {"phone": "phones", "tablet": "tablets", "computer": "computers"}


def rule_words(rule: PageRule) -> str:
    """One page rule as a sentence: `Hide on /basket and everything below it`."""
    at = {
        "exact": f"{rule.value} only",
        "below": "every page" if rule.value == "/" else f"{rule.value} and everything below it",
        "pattern": f"pages like {rule.value}",
        "page_kind": KINDS.get(rule.value, rule.value),
        "campaign": f"visits from the campaign {rule.value}",
    }[rule.kind]
    return f"{rule.effect.title()} on {at}{f', on {rule.host} alone' if rule.host else ''}"


def devices_words(devices: Sequence[str]) -> str:
    return (
        listed([DEVICES[one] for one in ("phone", "tablet", "computer") if one in devices])
        if devices and len(devices) < 3
        else "every device"
    )


PIECE = {
    "starts": "starts with “{}”",
    "then": "then “{}” anywhere after it",
    "ends": "ends with “{}”",
    "anything": "anything",
    "nothing_more": "and nothing more",
}


def pattern_words(pieces: Sequence[Piece]) -> str:
    """A pattern told: `Starts with “/shop/”, then “sale” anywhere after it, ends with “.html”.`"""
    said = ", ".join(PIECE[piece.code].format(piece.text) for piece in pieces)
    return said[:1].upper() + said[1:] + "." if said else ""


def arrival_words(door: Door) -> str:
    """When it comes: `at once`, `after 4 seconds`, `after 4 seconds or 30 % of scrolling, from page 2 of a
    visit`.
    """
    arrives = door.arrives
    ways = [f"{arrives.seconds} second{'' if arrives.seconds == 1 else 's'}"] if arrives.seconds else []
    if arrives.scroll_percent is not None and arrives.seconds != 0:
        ways.append(f"{arrives.scroll_percent} % of scrolling")
    words = f"after {' or '.join(ways)}" if ways else "at once"
    return words + (f", from page {arrives.page} of a visit" if arrives.page > 1 else "")
