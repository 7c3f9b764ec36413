"""Page rules, patterns, devices and the button's arrival in English."""

import json
from collections.abc import Sequence
from pathlib import Path

from kindknock.core.pages.reading import Piece
from kindknock.core.setup import Door, PageRule

from .words import listed

# The studio words its draft rules from the same file, letter by letter, without asking.
_WORDS = json.loads((Path(__file__).parent / "rule_words.en.json").read_text(encoding="utf-8"))
KINDS: dict[str, str] = _WORDS["kinds"]

DEVICES = {"phone": "phones", "tablet": "tablets", "computer": "computers"}


def rule_words(rule: PageRule) -> str:
    """One page rule as a sentence: `Hide on /basket and everything below it`."""
    return f"{rule.effect.title()} on {pages_words(rule)}"


def pages_words(rule: PageRule) -> str:
    """What a rule singles out, without its verb."""
    at: str
    if rule.kind == "page_kind":
        at = KINDS.get(rule.value, rule.value)
    elif rule.value == "/" and rule.kind in ("exact", "below"):
        at = KINDS["home"] if rule.kind == "exact" else _WORDS["everything"]
    else:
        at = _WORDS[rule.kind].format(rule.value)
    return f"{at}, {_WORDS['on_host'].format(rule.host)}" if rule.host else at


def devices_words(devices: Sequence[str]) -> str:
    return (
        listed([DEVICES[name] for name in ("phone", "tablet", "computer") if name in devices])
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
    words = ", ".join(PIECE[piece.code].format(piece.text) for piece in pieces)
    return words[:1].upper() + words[1:] + "." if words else ""


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
