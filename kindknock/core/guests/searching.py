"""Words as they are searched: without capitals, accents and the marks that only give direction.

A number is found however it was grouped: all digits of a text stand together once more behind it.
"""

import re
import unicodedata

import regex

MOST_WORDS = 12
_INVISIBLE = re.compile("[\u00ad\u061c\u200b-\u200f\u202a-\u202e\u2060-\u2069\ufeff]")
_NUMBER = re.compile(r"\+?\d(?:[\d\s().\-/]{3,}\d)")
_ONLY_NUMBER = re.compile(r"[+\d\s().\-/]{4,}")


def folded(text: str) -> str:
    """Small letters without accents (compatibility decomposition, combining marks dropped), blanks as one."""
    plain = unicodedata.normalize("NFKD", _INVISIBLE.sub("", text.replace("\x00", "")))
    return " ".join(regex.sub(r"\p{Mn}+", "", plain).casefold().split())


def searchable(*texts: str) -> str:
    """What stands to be searched: the texts folded, numbers in them once more as digits alone."""
    whole = folded("\n".join(text for text in texts if text))
    numbers = {re.sub(r"\D", "", number) for number in _NUMBER.findall(whole)}
    return " ".join([whole, *sorted(numbers - set(whole.split()))])


def search_words(typed: str) -> tuple[str, ...]:
    """The words that all have to stand in an entry; none where nothing is asked for. A number, grouped or
    with its leading 0, is one word: the digits after the 0.
    """
    whole = folded(typed)
    if _ONLY_NUMBER.fullmatch(whole):
        digits = re.sub(r"\D", "", whole).lstrip("0")
        return (digits,) if digits else ()
    return tuple(dict.fromkeys(whole.split()))[:MOST_WORDS]
