"""Which language a visit is answered in: the page's own first, then the visitor's, then the business's."""

from collections.abc import Sequence
from typing import Literal

import langcodes

RIGHT_TO_LEFT = frozenset({"ar", "arc", "ckb", "dv", "fa", "he", "ks", "ps", "sd", "syr", "ug", "ur", "yi"})
"""Languages whose usual script runs right to left (CLDR character order)."""


def lookup(wanted: Sequence[str], have: Sequence[str]) -> str | None:
    """The tag of `have` that fits best, by RFC 4647 section 3.4 lookup; None if none does.

    Each wanted range is shortened from its end, a single letter before the cut going with it.
    """
    by_lower = {tag.lower(): tag for tag in have}
    for wish in wanted:
        tag = wish.strip().replace("_", "-").lower()
        while tag and tag != "*":
            if tag in by_lower:
                return by_lower[tag]
            tag = tag.rpartition("-")[0]
            if len(tag) > 1 and tag[-2] == "-":
                tag = tag[:-2]
    return None


def direction_of(language: str) -> Literal["rtl", "ltr"]:
    """`rtl` or `ltr`, by the language, or by its script subtag where it has one."""
    parts = language.lower().split("-")
    if any(part in ("arab", "hebr", "syrc", "thaa", "nkoo") for part in parts[1:]):
        return "rtl"
    return "rtl" if parts[0] in RIGHT_TO_LEFT and "latn" not in parts[1:] else "ltr"


def is_language(tag: str) -> bool:
    """Whether a tag is a well-formed BCP 47 tag of a language that exists."""
    try:
        return langcodes.Language.get(tag).is_valid()
    except (langcodes.tag_parser.LanguageTagError, ValueError, AttributeError):
        return False
