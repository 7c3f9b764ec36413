"""What sort of business a website is of, and what keeps its home page from telling of one."""

from collections.abc import Sequence
from typing import Literal

from ..pages.facts import types_of
from ..time.hours_text.vocabulary import LANGUAGES
from .about import is_business
from .page import Page
from .proposal import Found, joined, on
from .vocabulary import PARKED, TRADES, words_of

Obstacle = Literal["", "wall", "parked", "empty"]
MOST_LETTERS = 3_000
"""Longer is somebody's own text, whatever words stand in it."""


def trades_of(pages: Sequence[Page]) -> list[Found]:
    """Of which of our starts a business is, by its types in the markup, else by its name and headings."""
    found = []
    for page in pages:
        for thing in page.things:
            types = types_of(thing)
            if is_business(types) and (trade := _trade(types)):
                found.append(on(page, "trade", trade, "markup", f"type: {min(types)}"))
    for page in pages[:1]:
        heads = [line.text for line in page.lines if line.level in (1, 2)]
        for text in (page.title, *heads[:6]):
            if trade := _trade(words_of(text)):
                found.append(on(page, "trade", trade, "words", text, sure="likely"))
                break
    return joined(found)[:1]


def _trade(words: frozenset[str]) -> str:
    return next((trade for trade, names in TRADES if words & names), "")


def obstacle_of(pages: Sequence[Page]) -> Obstacle:
    """Why a home page tells of no business: only who signs in gets further, it is nobody's yet, or there is
    nothing on it.
    """
    if not pages or pages[0].document is None:
        return "empty"
    home = pages[0]
    letters = sum(len(line.text) for line in home.lines)
    if letters >= MOST_LETTERS:
        return ""
    text = " ".join([home.title, *(line.text for line in home.lines)])
    if PARKED.search(text):
        return "parked"
    asks = any((item.get("type") or "").casefold() == "password" for item in home.document.iter("input"))
    if asks and len(home.links) < 8:
        return "wall"
    return "" if letters or home.things or home.title or home.draws_itself else "empty"


def unread_language(pages: Sequence[Page]) -> str:
    """The language the home page says it is in, where its words are none we read; else ''."""
    tag = pages[0].language.partition("-")[0].lower() if pages else ""
    return tag if tag.isalpha() and tag not in LANGUAGES else ""
