"""Reads a price as shops write it, and writes one as a reader of a language does.

Reading is price-parser's, joined here with currency codes; writing is Babel's (CLDR).
"""

import re
from dataclasses import dataclass
from decimal import Decimal, InvalidOperation
from functools import lru_cache

from babel import Locale, UnknownLocaleError
from babel.numbers import format_currency, format_decimal
from price_parser import Price

_SIGNS = {
    "£": "GBP",
    "€": "EUR",
    "¥": "JPY",
    "₹": "INR",
    "₺": "TRY",
    "₽": "RUB",
    "₩": "KRW",
    "₪": "ILS",
    "zł": "PLN",
    "kč": "CZK",
    "r$": "BRL",
    "us$": "USD",
    "a$": "AUD",
    "c$": "CAD",
    "chf": "CHF",
    "$": "USD",
    "₴": "UAH",
    "₦": "NGN",
    "฿": "THB",
    "₫": "VND",
}


@dataclass(frozen=True, slots=True)
class Money:
    """An amount, exact, with an ISO 4217 code or '' where none is known."""

    amount: Decimal
    currency: str = ""


def read_price(text: str, currency: str = "") -> Money | None:
    """The price in a text; None if there is none, or if it is below zero.

    A code or sign in the text wins over the hint, but `$` alone gives way to a hinted dollar.
    """
    found = Price.fromstring(str(text)[:200], currency_hint=currency or None)
    if found.amount is None or found.amount < 0 or re.search(r"[-−]\s*\d", str(text)):
        return None
    sign = (found.currency or "").strip()
    words = _code(sign)
    if not words or (sign == "$" and currency):
        words = currency.upper() or words
    return Money(found.amount, words)


def _code(sign: str) -> str:
    if re.fullmatch(r"[A-Za-z]{3}", sign) and sign.lower() not in _SIGNS:
        return sign.upper()
    return _SIGNS.get(sign.lower(), "")


def machine_amount(value: object) -> Decimal | None:
    """An amount out of a machine's field: a number, or text with a dot or, as some shops write, a comma."""
    if isinstance(value, bool) or value is None:
        return None
    if isinstance(value, int | float):
        amount = Decimal(str(value))
        return amount if amount.is_finite() and amount >= 0 else None
    text = str(value).strip()
    try:
        amount = Decimal(text)
        return amount if amount.is_finite() and amount >= 0 else None
    except InvalidOperation:
        money = read_price(text)
        return money.amount if money else None


def amount_text(amount: Decimal) -> str:
    """An amount as plain decimal text, its written digits kept: `420.00`, `1234.5`."""
    return format(amount, "f")


@lru_cache(maxsize=8192)
def write_price(amount: Decimal, currency: str, language: str) -> str:
    """A price as a reader of the language writes it; whole amounts without cents where all cents are zero."""
    locale = _locale(language)
    if not currency:
        return str(format_decimal(amount, locale=locale))
    if amount == amount.to_integral_value():
        return str(
            format_currency(amount, currency, locale=locale, format=_whole(locale), currency_digits=False)
        )
    return str(format_currency(amount, currency, locale=locale))


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
