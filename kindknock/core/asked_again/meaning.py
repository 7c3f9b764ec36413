"""What a question is about: its meaningful words, stemmed (docs/rules.md 20), whatever way it was put."""

from functools import lru_cache

import regex

from ..answers.common_words import telling_words
from ..answers.searching import STEMMERS, stem_of
from ..guests.searching import folded

MOST_WORDS = 40
_WORD = regex.compile(r"[\p{L}\p{N}]+(?:['’]\p{L}+)?")
_MAIL = regex.compile(r"\S+@\S+")
_NUMBER = regex.compile(r"\+?\d[\d\s()./-]{5,}\d")
_LINK = regex.compile(r"\b(?:https?://|www\.)\S+", regex.IGNORECASE)
STRUCK = "…"


def struck(text: str) -> str:
    """The text without what may lead to a person: emails, long numbers, addresses of pages."""
    for found in (_LINK, _MAIL, _NUMBER):
        text = found.sub(STRUCK, text)
    return text


def meaning(text: str, language: str) -> frozenset[str]:
    """The stems that count. A language without a list of common words keeps all of its words; of words all of
    which are common, all count, so that *How much?* is something too.
    """
    base = language.split("-")[0].lower()
    words = [folded(word) for word in _WORD.findall(struck(text).replace(STRUCK, " "))[:MOST_WORDS]]
    return frozenset(_stem(word, base) for word in telling_words(words, base))


@lru_cache(maxsize=50_000)
def _stem(word: str, base: str) -> str:
    return stem_of(word, base) if base in STEMMERS else word
