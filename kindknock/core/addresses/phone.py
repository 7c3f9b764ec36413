"""Reads a phone number however it was typed; numbering plans are the phone library's matter.

Where docs/rules.md is silent: digits without `+` are read with the business's country, and internationally
where that fails; both are weighed where both are numbers. A leading zero that the country doesn't write is
read with the country of the time zone, and asked. An example number (all one digit, or counting up or down)
is
accepted whatever its length from six digits on, since people type it to see the screen.
"""

import itertools
import re
from dataclasses import dataclass, replace

import phonenumbers
from phonenumbers import NumberParseException, PhoneNumberFormat, PhoneNumberType, ValidationResult

from .phone_text import NumberText, find_numbers

_KINDS = {
    PhoneNumberType.FIXED_LINE: "landline",
    PhoneNumberType.MOBILE: "mobile",
    PhoneNumberType.FIXED_LINE_OR_MOBILE: "either",
    PhoneNumberType.TOLL_FREE: "landline",
    PhoneNumberType.VOIP: "either",
}
# Mobile prefixes that are dialled no more: after this country code, so many digits in all.
_OLD_PREFIXES = {"521": ("52", 13)}


@dataclass(frozen=True, slots=True)
class PhoneReading:
    """A number read, or the code of why not (`error`); `e164` is empty then.

    `country` is ISO 3166 or None for numbers of no country; `kind` is landline, mobile, either or other;
    `as_national` says the business's country was used to read it. `left_out` are words that stood beside it.
    `choices` are other readings, likelier first: with an error, those to ask about.
    """

    e164: str = ""
    shown: str = ""
    extension: str = ""
    country: str | None = None
    kind: str = "other"
    as_national: bool = False
    warnings: tuple[str, ...] = ()
    error: str | None = None
    left_out: str = ""
    choices: tuple["PhoneReading", ...] = ()


def read_phone(typed: str, country: str | None = None, zone_country: str | None = None) -> PhoneReading:
    """Read one phone number; `zone_country` is where the reader's clock says they are.

    Errors: empty, letters, two_numbers, two_ways, too_long, too_short, needs_country, not_a_number.
    Warnings: unassigned, example_number, fax.

    Source: ITU-T E.164 (15 digits at most); numbering plans from the phonenumbers library.
    """
    found = find_numbers(typed)
    if found.error:
        return PhoneReading(error=found.error)
    numbers = [number for number in found.numbers if not number.is_fax] or list(found.numbers)
    readings = [_read(number, country, zone_country) for number in numbers]
    if len(readings) > 1:
        good = tuple({reading.e164: reading for reading in readings if reading.e164}.values())
        if len(good) != 1:
            return PhoneReading(error="two_numbers", choices=good)
        readings = list(good)
    reading = readings[0]
    if numbers[0].is_fax and not reading.error:
        reading = replace(reading, warnings=(*reading.warnings, "fax"))
    faxes = [number.text for number in found.numbers if number.is_fax and number not in numbers]
    return replace(reading, left_out=" ".join((found.words, *faxes)).strip()[:200])


def _read(number: NumberText, country: str | None, zone_country: str | None) -> PhoneReading:
    digits = re.sub(r"\D", "", number.text)
    text = number.text
    international = text.lstrip("( ").startswith("+")
    if international and digits.startswith("00"):
        # "+0044…": both signs for abroad.
        text, digits = "+" + digits[2:], digits[2:]
    for old, (code, length) in _OLD_PREFIXES.items():
        for lead in ("", "00"):
            if digits.startswith(lead + old) and len(digits) == length + len(lead):
                digits = lead + code + digits[len(lead + old) :]
                text = ("+" if international else "") + digits
    abroad = 2 if digits.startswith("00") else 3 if country and digits.startswith("011") else 0
    if len(digits) > 15 + abroad * (not international) + ("(0)" in text):
        return PhoneReading(error="too_long")
    return _read_digits(_Asked(text, digits, international, country, zone_country), number.extension)


@dataclass(frozen=True, slots=True)
class _Asked:
    text: str
    digits: str
    international: bool
    country: str | None
    zone_country: str | None

    @property
    def leads_with_zero(self) -> bool:
        return not self.international and self.digits.startswith("0") and not self.digits.startswith("00")

    @property
    def zero_is_strange(self) -> bool:
        """A leading zero that no number of the country has, so it may be another's."""
        return self.leads_with_zero and (self.country is None or not _writes_zero(self.country))


@dataclass(frozen=True, slots=True)
class _Way:
    """One way to read the digits: by a region's rules, or as they stand behind a `+`."""

    number: phonenumbers.PhoneNumber
    region: str | None

    @property
    def is_valid(self) -> bool:
        return phonenumbers.is_valid_number(self.number)

    @property
    def is_mobile(self) -> bool:
        return phonenumbers.number_type(self.number) == PhoneNumberType.MOBILE

    @property
    def is_abroad(self) -> bool:
        """Read with a region's sign for calling abroad: the number is another country's."""
        code = self.number.country_code
        return self.region is not None and code != phonenumbers.country_code_for_region(self.region)


def _read_digits(asked: _Asked, extension: str) -> PhoneReading:
    ways = [
        way
        for candidate, region in _candidates(asked)
        if (way := _way(candidate, region)) is not None and phonenumbers.is_possible_number(way.number)
    ]
    # What only reads by a sign for abroad must be a number there: *0117 496 0199* is none of Russia's.
    ways = [way for way in ways if way.is_valid or not way.is_abroad]
    valid = [way for way in ways if way.is_valid]

    def reading_by(way: _Way) -> PhoneReading:
        return _reading(way, extension, asked.digits)

    if asked.zero_is_strange and any(way.region == asked.zone_country for way in valid if way.region):
        # Read by where the clock says: likely, but nothing to go live on.
        likely = sorted(valid, key=lambda way: way.region != asked.zone_country or way.is_abroad)
        return PhoneReading(
            error="two_ways" if len(likely) > 1 else "needs_country", choices=tuple(map(reading_by, likely))
        )
    different = list({way.number.country_code: way for way in reversed(valid)}.values())[::-1]
    if len(different) > 1 or len({reading_by(way).e164 for way in valid}) > 1:
        return _weighed(valid, asked, extension)
    if valid or (ways and not asked.zero_is_strange):
        return reading_by((valid or ways)[0])
    if _is_example(asked.digits):
        return _example(asked, extension)
    if asked.zero_is_strange:
        return PhoneReading(error="needs_country")
    return PhoneReading(error=_why_not(asked))


def _weighed(valid: list[_Way], asked: _Asked, extension: str) -> PhoneReading:
    """Digits that are a number with and without a country code."""
    own_code = phonenumbers.country_code_for_region(asked.country or "ZZ")
    reading_by = {id(way): _reading(way, extension, asked.digits) for way in valid}
    bare = next((way for way in valid if way.region is None), None)
    national = next((way for way in valid if way.region == asked.country), None)
    if national is not None and (national.is_mobile or not _writes_zero(asked.country or "")):
        # Where numbers are written without a zero, plain digits are the country's own.
        return reading_by[id(national)]
    if bare is not None and bare.number.country_code == own_code and bare.is_mobile:
        others = tuple(
            reading_by[id(way)] for way in valid if reading_by[id(way)].e164 != reading_by[id(bare)].e164
        )
        return replace(reading_by[id(bare)], choices=others)
    likely = sorted(valid, key=lambda way: (not way.is_mobile, way.region is None))
    return PhoneReading(error="two_ways", choices=tuple(reading_by[id(way)] for way in likely))


def _writes_zero(country: str) -> bool:
    """Whether numbers of a country are written with a leading zero at home (Italy's keep it always)."""
    return phonenumbers.ndd_prefix_for_region(country, True) == "0" or country in ("IT", "SM", "VA")


def _candidates(asked: _Asked) -> list[tuple[str, str | None]]:
    """Ways to read the digits, most likely first: (text, region whose rules are taken)."""
    text, digits = asked.text, asked.digits
    if asked.international:
        return [("+" + text.lstrip("( ").lstrip("+").replace("(0)", "", 1), None), ("+" + digits, None)]
    ways: list[tuple[str, str | None]] = []
    if digits.startswith("00"):
        ways.append(("+" + digits[2:], None))
    if asked.country:
        ways.append((digits, asked.country))
    if asked.zone_country and asked.zone_country != asked.country and asked.zero_is_strange:
        ways.append((digits, asked.zone_country))
    if not digits.startswith("0"):
        ways.append(("+" + digits, None))
    return ways


def _way(candidate: str, region: str | None) -> _Way | None:
    try:
        return _Way(phonenumbers.parse(candidate, region), region)
    except NumberParseException:
        return None


def _reading(way: _Way, extension: str, digits: str) -> PhoneReading:
    number, warnings = way.number, []
    if _is_example(phonenumbers.national_significant_number(number)) or _is_example(digits):
        warnings.append("example_number")
    elif not way.is_valid:
        warnings.append("unassigned")
    country = phonenumbers.region_code_for_number(number) or _main_region(number.country_code)
    # A number the library re-read as international (44117… in GB) was not read nationally.
    as_national = (
        way.region is not None
        and not way.is_abroad
        and not digits.startswith(str(number.country_code) + str(number.national_number))
    )
    return PhoneReading(
        phonenumbers.format_number(number, PhoneNumberFormat.E164),
        phonenumbers.format_number(number, PhoneNumberFormat.INTERNATIONAL),
        extension or number.extension or "",
        country,
        _KINDS.get(phonenumbers.number_type(number), "other"),
        as_national,
        tuple(warnings),
    )


def _example(asked: _Asked, extension: str) -> PhoneReading:
    digits = asked.digits
    return PhoneReading(
        "+" + digits.lstrip("0") if digits.strip("0") else digits,
        digits,
        extension,
        asked.country,
        warnings=("example_number",),
    )


def _main_region(calling_code: int | None) -> str | None:
    region = phonenumbers.region_code_for_country_code(calling_code or 0)
    return region if region not in ("ZZ", "001") else None


def _why_not(asked: _Asked) -> str:
    for candidate, region in _candidates(asked):
        way = _way(candidate, region)
        if way is None or way.is_abroad:
            continue
        why = phonenumbers.is_possible_number_with_reason(way.number)
        if why == ValidationResult.TOO_LONG:
            return "too_long"
        if why in (ValidationResult.TOO_SHORT, ValidationResult.IS_POSSIBLE_LOCAL_ONLY):
            return "too_short"
    if len(asked.digits) < 7:
        return "too_short"
    return "needs_country" if asked.country is None and not asked.international else "not_a_number"


def _is_example(digits: str) -> bool:
    """All one digit, or counting up or down (…890 and 098… included), for six digits or more."""
    if len(digits) < 6:
        return False
    steps = {(int(b) - int(a)) % 10 for a, b in itertools.pairwise(digits)}
    return len(steps) == 1 and steps <= {0, 1, 9}
