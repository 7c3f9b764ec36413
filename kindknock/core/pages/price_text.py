"""Reads a price as shops write it: which number, which currency, and what its dots and commas mean.

A separator before three last digits parts thousands, unless the currency has three places and writes them so;
before one or two it parts the places. Where docs/rules.md is silent: of several prices the first is the
page's;
a range gives its lowest, with the highest beside it; a number of more than twelve digits is no price.
"""

import re
from dataclasses import dataclass
from decimal import Decimal
from functools import lru_cache

from babel.core import get_global
from babel.numbers import get_currency_precision

from ..folding import plain as plain_text

MOST_DIGITS = 12
"""Whole digits of a price; more is something else (an article number, an attack)."""
MOST_PLACES = 8

# fmt: off
_SIGNS = {
    "£": "GBP", "€": "EUR", "¥": "JPY", "円": "JPY", "元": "CNY", "₹": "INR", "₺": "TRY", "tl": "TRY", "₽": "RUB",
    "₩": "KRW", "₪": "ILS", "₴": "UAH", "₦": "NGN", "฿": "THB", "₫": "VND", "₱": "PHP", "₡": "CRC", "₲": "PYG",
    "zł": "PLN", "zl": "PLN", "kč": "CZK", "kc": "CZK", "ft": "HUF", "lei": "RON", "leu": "RON", "лв": "BGN",
    "din": "RSD", "kn": "HRK", "r$": "BRL", "us$": "USD", "a$": "AUD", "au$": "AUD", "c$": "CAD", "ca$": "CAD",
    "nz$": "NZD", "hk$": "HKD", "s$": "SGD", "mx$": "MXN", "nt$": "TWD", "$": "USD", "fr": "CHF", "sfr": "CHF",
    "euro": "EUR", "euros": "EUR", "eur": "EUR", "dollars": "USD", "pounds": "GBP", "rm": "MYR", "rp": "IDR",
    "r": "ZAR", "kd": "KWD", "bd": "BHD", "jd": "JOD", "dt": "TND", "ro": "OMR", "sr": "SAR", "qr": "QAR",
    "dhs": "AED", "dh": "AED", "aed": "AED", "egp": "EGP", "le": "EGP", "₸": "KZT", "₼": "AZN", "₾": "GEL",
    "د.ك": "KWD", "د.إ": "AED", "ر.س": "SAR", "ر.ع": "OMR", "د.ب": "BHD", "د.ت": "TND", "ج.م": "EGP",
    "د.م": "MAD", "د.أ": "JOD", "ر.ق": "QAR", "﷼": "SAR", "ريال": "SAR", "درهم": "AED", "دينار": "KWD",
}
# Signs that several countries use: the hint says whose, where it is one of them.
_SHARED = {
    "$": ("USD", "CAD", "AUD", "NZD", "SGD", "HKD", "MXN", "CLP", "COP", "ARS", "UYU", "TWD"),
    "kr": ("SEK", "NOK", "DKK", "ISK"), "kr.": ("DKK", "SEK", "NOK", "ISK"), "¥": ("JPY", "CNY"),
    "£": ("GBP", "EGP", "GIP", "FKP"), "rs": ("INR", "PKR", "LKR", "NPR", "MUR"), "r": ("ZAR", "BRL"),
    "fr": ("CHF", "XOF", "XAF", "RWF"), "dh": ("AED", "MAD"), "dhs": ("AED", "MAD"), "din": ("RSD",),
    "ريال": ("SAR", "OMR", "QAR", "YER"), "درهم": ("AED", "MAD"), "دينار": ("KWD", "BHD", "JOD", "TND", "IQD"),
    "le": ("EGP", "SLE"), "₽": ("RUB", "BYN"), "lei": ("RON", "MDL"), "leu": ("RON", "MDL"),
}
_FROM = (
    "from", "starting at", "starts at", "as low as", "ab", "schon ab", "à partir de", "a partir de", "dès", "des",
    "desde", "da", "a partire da", "vanaf", "v.a.", "من", "ابتداء من", "ابتداءً من", "od", "fra", "från", "od:",
)
# fmt: on
_NO_PLACES_WRITTEN = frozenset({"HUF", "ISK", "IDR", "COP", "RSD", "IQD", "LBP"})
"""Currencies with places in the standard and none on a price tag."""
_COMMA_FOR_PLACES = frozenset({"TND"})
_NUMBER = re.compile(r"\d{1,3}(?:[ ’']\d{3})+(?!\d)(?:[.,]\d{1,8})?|\d+(?:[.,]\d+)*")
_BADGE = re.compile(r"\(?\s*[-−–+]?\s*\d{1,3}(?:[.,]\d{1,2})?\s*[%٪]\s*\)?")
_RANGE = re.compile(
    r"^\s*(?:[^\W\d]{1,4}\.?|[£€$¥₹])?\s*(?:[-–—−]|to|bis|à|a|al|tot|até|hasta|إلى|–)\s*"
    r"(?:[^\W\d]{1,4}\.?\s?|[£€$¥₹])?\s*$",
    re.IGNORECASE,
)


@dataclass(frozen=True, slots=True)
class PriceText:
    """A price read: the lowest amount, the highest of a range, whether it says *from*, an ISO 4217 code or
    ''.
    """

    amount: Decimal
    currency: str = ""
    highest: Decimal | None = None
    is_from: bool = False


def read_price_text(text: str, hint: str = "") -> PriceText | None:
    """The price in a text; None where there is none, or it is below zero. `hint` is the page's currency."""
    plain = _plain(text[:300])
    plain = _BADGE.sub(" ", plain)
    found = list(_NUMBER.finditer(plain))
    if not found:
        return None
    at = next((at for at, match in enumerate(found) if _has_sign(plain, match)), 0)
    # "2 for £10": the number beside the sign. Of a range ("20-30 €") that is its second.
    if at and _RANGE.match(plain[found[at - 1].end() : found[at].start()]):
        at -= 1
    found = found[at:]
    first = found[0]
    before = plain[: first.start()]
    if re.search(r"[-−]\s*(?:[^\w\s-]\s*)?$", before):
        return None
    currency = _currency(plain, found, hint)
    amount = _amount(first.group(), currency)
    if amount is None:
        return None
    highest = None
    is_from = any(
        re.search(rf"(?:^|[^\w]){re.escape(word)}[^\w]*(?:\w{{1,3}}\s)?\W*$", before) for word in _FROM
    )
    if len(found) > 1 and _RANGE.match(plain[first.end() : found[1].start()]):
        second = _amount(found[1].group(), currency)
        if second is not None and second != amount:
            amount, highest = min(amount, second), max(amount, second)
            is_from = True
    return PriceText(amount, currency, highest, is_from)


_ALIKE = str.maketrans("\n٫٬‘’", " .,''")


def _plain(text: str) -> str:
    return plain_text(text, keeps_dashes=True).translate(_ALIKE).casefold()


def _currency(plain: str, numbers: "list[re.Match[str]]", hint: str) -> str:
    """The currency written beside a number, before or behind; else the hinted one."""
    hint = hint.strip().upper() if re.fullmatch(r"\s*[A-Za-z]{3}\s*", hint) else ""
    ends = [0, *(match.end() for match in numbers)]
    starts = [*(match.start() for match in numbers), len(plain)]
    for a, b in sorted(zip(ends, starts, strict=True), key=lambda gap: gap[0] > numbers[0].end()):
        gap = plain[a:b]
        for word in _words_of(gap, is_before=a == 0):
            if code := _code(word, hint):
                return code
    return hint


def _has_sign(plain: str, number: "re.Match[str]") -> bool:
    """Whether a sign or code of a currency stands right beside a number."""
    before = re.search(r"(\S+)\s?$", plain[: number.start()])
    after = re.match(r"\s?([^\s\d(/]+)", plain[number.end() :])
    return any(
        _code(word, "") or word in _SHARED
        for match in (before, after)
        if match
        for word in (match[1], match[1].strip(".,;:-–()/"))
    )


def _words_of(gap: str, *, is_before: bool) -> list[str]:
    """The signs and words in what stands beside a number, the nearest first."""
    words = re.findall(r"[^\W\d_]+\.[^\W\d_]+\.?|[^\W\d_]*[$£€¥]|[^\W\d_]+\.?|[^\w\s]", gap)
    return words[::-1] if is_before else words


def _code(word: str, hint: str) -> str:
    shared = _SHARED.get(word) or _SHARED.get(word.rstrip("."))
    if shared:
        if hint in shared:
            return hint
        return _SIGNS.get(word.rstrip("."), "")
    if word.upper() in _codes():
        return word.upper()
    return _SIGNS.get(word) or _SIGNS.get(word.rstrip(".")) or ""


@lru_cache(maxsize=1)
def _codes() -> frozenset[str]:
    """The ISO 4217 codes that CLDR knows."""
    return frozenset(get_global("all_currencies"))


def _places(currency: str) -> int:
    if currency in _NO_PLACES_WRITTEN:
        return 0
    return get_currency_precision(currency) if currency in _codes() else 2


def _amount(written: str, currency: str) -> Decimal | None:
    """A number as written, its separators understood; None where it can't be a price."""
    text = re.sub(r"[ ']", "", written)
    separators = re.findall(r"[.,]", text)
    whole, places = text, ""
    if separators:
        last = separators[-1]
        head, _, tail = text.rpartition(last)
        if _parts_places(separators, len(tail), last, currency):
            whole, places = head, tail
    whole = re.sub(r"[.,]", "", whole)
    if not whole or len(whole) > MOST_DIGITS or len(places) > MOST_PLACES:
        return None
    return Decimal(f"{whole}.{places}" if places else whole)


def _parts_places(separators: list[str], tail: int, last: str, currency: str) -> bool:
    """Whether the last separator parts the places of a number, rather than its thousands."""
    if len(set(separators)) > 1:
        return True
    if len(separators) > 1:
        return False
    if tail != 3:
        return True
    if _places(currency) != 3:
        return False
    return last == ("," if currency in _COMMA_FOR_PLACES else ".")
