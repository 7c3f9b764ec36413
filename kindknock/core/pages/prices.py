"""Prices: read as shops write them, written as a reader of a language does.

What the dots and commas of a text mean is `price_text`'s matter; writing is Babel's (CLDR).
"""

import re
from dataclasses import dataclass
from decimal import Decimal
from functools import lru_cache

from babel import Locale, UnknownLocaleError
from babel.numbers import format_currency, format_decimal

from .price_text import MOST_DIGITS, MOST_PLACES, read_price_text

_MACHINE = re.compile(rf"\d{{1,{MOST_DIGITS}}}(?:\.\d{{1,{MOST_PLACES}}})?")
_MOST = Decimal(10) ** MOST_DIGITS


@dataclass(frozen=True, slots=True)
class Money:
    """An amount, exact, with an ISO 4217 code or '' where none is known.

    `highest` is the other end of a range; `is_from` says that the amount is only the lowest.
    """

    amount: Decimal
    currency: str = ""
    highest: Decimal | None = None
    is_from: bool = False


def read_price(text: str, currency: str = "") -> Money | None:
    """The price in a text; None if there is none, or if it is below zero.

    A code or sign in the text wins over the hint, but a sign that several countries share gives way to a
    hinted currency that has it.
    """
    found = read_price_text(str(text), currency)
    return Money(found.amount, found.currency, found.highest, found.is_from) if found else None


def machine_amount(value: object, currency: str = "") -> Decimal | None:
    """An amount out of a machine's field: a number, or text with a dot or, as some shops write, otherwise.

    Bounded before anything is made of it: `1e500000000` is no price.
    """
    if isinstance(value, bool) or value is None:
        return None
    if isinstance(value, int | float | Decimal):
        if not 0 <= value < _MOST:
            return None
        amount = Decimal(str(value))
        return amount if amount == round(amount, MOST_PLACES) else round(amount, MOST_PLACES)
    text = str(value)[:100].strip()
    if _MACHINE.fullmatch(text):
        return Decimal(text)
    if re.search(r"\d[eE][-+]?\d", text):
        return None
    money = read_price(text, currency)
    return money.amount if money else None


def amount_text(amount: Decimal) -> str:
    """An amount as plain decimal text, its written digits kept: `420.00`, `1234.5`."""
    return format(amount, "f")


@lru_cache(maxsize=8192)
def write_price(amount: Decimal, currency: str, language: str) -> str:
    """A price as a reader of the language writes it; whole amounts without cents where all cents are zero."""
    locale = _locale(language)
    if not 0 <= amount < _MOST:
        return ""
    if not currency:
        return str(format_decimal(amount, locale=locale))
    if amount == amount.to_integral_value():
        return str(
            format_currency(amount, currency, locale=locale, format=_whole(locale), currency_digits=False)
        )
    return str(format_currency(amount, currency, locale=locale))


_FROM = {
    "en": "from {}",
    "de": "ab {}",
    "fr": "à partir de {}",
    "es": "desde {}",
    "it": "da {}",
    "pt": "a partir de {}",
    "nl": "vanaf {}",
    "ar": "ابتداءً من {}",
}


def price_from(price: str, language: str) -> str:
    """A written price as the lowest of several, in words of the language."""
    return _FROM.get(language.split("-")[0], _FROM["en"]).format(price)


@lru_cache(maxsize=256)
def _whole(locale: Locale) -> str:
    return re.sub(r"\.0+", "", str(locale.currency_formats["standard"].pattern))


@lru_cache(maxsize=256)
def _locale(language: str) -> Locale:
    try:
        return Locale.parse(language.replace("-", "_"))
    except (ValueError, UnknownLocaleError):
        base = language.split("-")[0]
        try:
            return Locale.parse(base)
        except (ValueError, UnknownLocaleError):
            return Locale.parse("en")
