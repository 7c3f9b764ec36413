"""Reads a phone number however it was typed; numbering plans are the phone library's matter.

Where docs/rules.md is silent: a run of digits without `+` is read with the business's country first
and internationally only when that fails; an example number (all one digit, or counting up or
down) is accepted whatever its length from six digits on, since people type it to see the screen.
"""

import itertools
import re
import unicodedata
from dataclasses import dataclass

import phonenumbers
from phonenumbers import NumberParseException, PhoneNumberFormat, PhoneNumberType, ValidationResult

_LETTERS = re.compile(r"[^\W\d_]", re.UNICODE)
_EXTENSION = re.compile(r"(?:;ext=|\bext(?:ension|n)?\.?\s*:?|\bx\.?\s?|#)\s*(\d{1,7})\s*$", re.IGNORECASE)
_TWO = re.compile(r"[/,;|&\n]|\s(?:or|and|und|ou|et|o|y)\s", re.IGNORECASE)
_KINDS = {
    PhoneNumberType.FIXED_LINE: "landline",
    PhoneNumberType.MOBILE: "mobile",
    PhoneNumberType.FIXED_LINE_OR_MOBILE: "either",
    PhoneNumberType.TOLL_FREE: "landline",
    PhoneNumberType.VOIP: "either",
}


@dataclass(frozen=True, slots=True)
class PhoneReading:
    """A number read, or the code of why not (`error`); `e164` is empty then.

    `country` is ISO 3166 or None for numbers of no country; `kind` is landline, mobile, either
    or other; `as_national` says the business's country was used to read it.
    """

    e164: str = ""
    shown: str = ""
    extension: str = ""
    country: str | None = None
    kind: str = "other"
    as_national: bool = False
    warnings: tuple[str, ...] = ()
    error: str | None = None


def read_phone(typed: str, country: str | None = None) -> PhoneReading:
    """Read one phone number. Errors: empty, letters, two_numbers, too_long, too_short,
    needs_country, not_a_number. Warnings: unassigned, example_number.

    Source: ITU-T E.164 (15 digits at most); numbering plans from the phonenumbers library.
    """
    text = _plain(typed)
    if not text:
        return PhoneReading(error="empty")
    extension = ""
    if match := _EXTENSION.search(text):
        extension, text = match.group(1), text[: match.start()].rstrip(" ;,")
    if _LETTERS.search(_TWO.sub("/", text)):
        return PhoneReading(error="letters")
    if _holds_two(text):
        return PhoneReading(error="two_numbers")
    digits = re.sub(r"\D", "", text)
    if not digits:
        return PhoneReading(error="not_a_number")
    international = text.lstrip("( ").startswith("+")
    if len(digits) > 15 + 2 * (not international and digits.startswith("00")) + ("(0)" in text):
        return PhoneReading(error="too_long")
    return _read_digits(text, digits, international, country, extension)


def _read_digits(
    text: str, digits: str, international: bool, country: str | None, extension: str
) -> PhoneReading:
    best: tuple[phonenumbers.PhoneNumber, bool] | None = None
    for candidate, region, national in _candidates(text, digits, international, country):
        try:
            number = phonenumbers.parse(candidate, region)
        except NumberParseException:
            continue
        if phonenumbers.is_valid_number(number):
            best = (number, national)
            break
        if best is None and phonenumbers.is_possible_number(number):
            best = (number, national)
    if best is not None:
        return _reading(best[0], best[1], extension, digits)
    if _is_example(digits):
        return PhoneReading(
            "+" + digits.lstrip("0") if digits.strip("0") else digits,
            digits,
            extension,
            country,
            "other",
            False,
            ("example_number",),
        )
    if country is None and not international and digits.startswith("0") and not digits.startswith("00"):
        return PhoneReading(error="needs_country")
    return PhoneReading(error=_why_not(text, digits, international, country))


def _candidates(
    text: str, digits: str, international: bool, country: str | None
) -> list[tuple[str, str | None, bool]]:
    """Ways to read the digits, most likely first: (text, region to read with, is it national)."""
    if international:
        return [
            ("+" + text.lstrip("( ").lstrip("+").replace("(0)", "", 1), None, False),
            ("+" + digits, None, False),
        ]
    ways: list[tuple[str, str | None, bool]] = []
    if digits.startswith("00"):
        ways.append(("+" + digits[2:], None, False))
    if country:
        ways.append((digits, country, True))
    if not digits.startswith("0"):
        ways.append(("+" + digits, None, False))
    return ways


def _reading(number: phonenumbers.PhoneNumber, national: bool, extension: str, digits: str) -> PhoneReading:
    warnings = []
    if _is_example(phonenumbers.national_significant_number(number)) or _is_example(digits):
        warnings.append("example_number")
    elif not phonenumbers.is_valid_number(number):
        warnings.append("unassigned")
    country = phonenumbers.region_code_for_number(number) or _main_region(number.country_code)
    # A number the library re-read as international (44117… in GB) was not read nationally.
    as_national = national and not digits.startswith(str(number.country_code) + str(number.national_number))
    return PhoneReading(
        phonenumbers.format_number(number, PhoneNumberFormat.E164),
        phonenumbers.format_number(number, PhoneNumberFormat.INTERNATIONAL),
        extension or number.extension or "",
        country,
        _KINDS.get(phonenumbers.number_type(number), "other"),
        as_national,
        tuple(warnings),
    )


def _main_region(calling_code: int | None) -> str | None:
    region = phonenumbers.region_code_for_country_code(calling_code or 0)
    return region if region not in ("ZZ", "001") else None


def _why_not(text: str, digits: str, international: bool, country: str | None) -> str:
    for candidate, region, _ in _candidates(text, digits, international, country):
        try:
            number = phonenumbers.parse(candidate, region)
        except NumberParseException:
            continue
        why = phonenumbers.is_possible_number_with_reason(number)
        if why == ValidationResult.TOO_LONG:
            return "too_long"
        if why in (ValidationResult.TOO_SHORT, ValidationResult.IS_POSSIBLE_LOCAL_ONLY):
            return "too_short"
    if len(digits) < 7:
        return "too_short"
    return "needs_country" if country is None and not international else "not_a_number"


def _plain(typed: str) -> str:
    """Compatibility forms folded, every decimal digit ASCII, every blank a space, marks removed."""
    out = []
    for char in unicodedata.normalize("NFKC", typed):
        category = unicodedata.category(char)
        if category == "Nd":
            out.append(str(unicodedata.digit(char)))
        elif category in ("Zs", "Zl", "Zp") or char in "\t\r\n":
            out.append("\n" if char == "\n" else " ")
        elif category == "Cf":
            continue
        elif category == "Pd" or char == "−":
            out.append("-")
        else:
            out.append(char)
    text = "".join(out).strip()
    return re.sub(
        r"^(?:tel|sms|callto|phone|mobile|fax|t|m)\s*:\s*(?://)?", "", text, flags=re.IGNORECASE
    ).strip()


def _holds_two(text: str) -> bool:
    if text.count("+") > 1:
        return True
    return sum(len(re.sub(r"\D", "", part)) >= 6 for part in _TWO.split(text)) > 1


def _is_example(digits: str) -> bool:
    """All one digit, or counting up or down (…890 and 098… included), for six digits or more."""
    if len(digits) < 6:
        return False
    steps = {(int(b) - int(a)) % 10 for a, b in itertools.pairwise(digits)}
    return len(steps) == 1 and steps <= {0, 1, 9}
