"""Who the business is: its name, its country and zone, its languages."""

import re
from collections.abc import Iterator, Sequence
from dataclasses import replace
from zoneinfo import available_timezones

import phonenumbers
from babel.core import get_global

from ..pages.facts import types_of
from ..time.hours_text.vocabulary import folded
from ..words.language_tags import is_language
from .page import Page, texts_of
from .proposal import Found, on, only
from .vocabulary import CREDIT

BUSINESS = re.compile(
    r"business|organization|organisation|store|shop|restaurant|cafe|bakery|salon|clinic|dentist|hotel|"
    r"lodging|"
    r"corporation|service|agency|school|place|bar|attorney|physician|repair|rental|studio"
)
MOST_LANGUAGES = 12
_NONE = frozenset(("breadcrumblist", "website", "service", "place", "barcode"))
_BETWEEN = re.compile(r"\s+[|·•–—»:-]\s+|\s*\|\s*|:\s+")
_COUNTRY_NAMES = {"uk": "GB", "united kingdom": "GB", "england": "GB", "deutschland": "DE", "usa": "US"}
_NOT_A_COUNTRY = {
    "com",
    "org",
    "net",
    "info",
    "biz",
    "io",
    "co",
    "tv",
    "me",
    "ai",
    "eu",
    "example",
    "localhost",
    "test",
}


def is_business(types: frozenset[str]) -> bool:
    """Whether a thing of these types may be the business itself."""
    return any(BUSINESS.search(name) for name in types) and not types & _NONE


def names_of(pages: Sequence[Page]) -> list[Found]:
    """By the markup of a business, else what pages call their site, else the part of titles that they share
    or that the address spells.
    """
    found = []
    for page in pages:
        for thing in page.things:
            if is_business(types_of(thing)):
                found += [
                    on(page, "name", text, "markup", f"name: {text}")
                    for text in texts_of(thing.get("name"))[:1]
                ]
        if site := page.meta.get("og:site_name", ""):
            found.append(on(page, "name", site, "words", f"og:site_name: {site}", sure="likely"))
    return only(found) or list(_name_of_titles(pages))


def _name_of_titles(pages: Sequence[Page]) -> Iterator[Found]:
    if not pages:
        return
    parts = [[part.strip() for part in _BETWEEN.split(page.title) if part.strip()] for page in pages]
    label = folded(pages[0].host.removeprefix("www.").partition(".")[0]).replace("-", "")
    for part in parts[0]:
        spelled = re.sub(r"\W", "", folded(part))
        is_spelled = len(spelled) > 2 and (spelled in label or label in spelled)
        is_shared = len(parts) > 1 and all(part in others for others in parts[1:])
        if is_spelled or is_shared:
            yield on(pages[0], "name", part, "words", pages[0].title, sure="likely")
            return
    if parts[0]:
        yield on(pages[0], "name", parts[0][0], "else", pages[0].title, sure="guess")


def countries_of(pages: Sequence[Page]) -> list[Found]:
    """By the address in the markup, by numbers written with their country, by the address's ending, by the
    region of the page's language.
    """
    found = []
    for page in pages:
        for thing in page.things:
            for text in texts_of(thing.get("addresscountry")):
                if code := _country(text):
                    found.append(on(page, "country", code, "markup", f"addressCountry: {text}"))
        for link in page.links:
            if CREDIT.search(link.around) or not link.href.startswith(("tel:+", "tel:00")):
                continue
            if code := _country_of_number(link.href[4:]):
                found.append(on(page, "country", code, "link", link.around, sure="likely"))
        ending = page.host.rpartition(".")[2]
        if len(ending) == 2 and ending not in _NOT_A_COUNTRY:
            code = _COUNTRY_NAMES.get(ending, ending.upper())
            found.append(on(page, "country", code, "words", page.host, sure="likely"))
        region = page.language.partition("-")[2]
        if len(region) == 2 and region.isalpha():
            found.append(on(page, "country", region.upper(), "else", f"lang: {page.language}", sure="guess"))
    return only(found)


def _country(text: str) -> str:
    if len(text) == 2 and text.isalpha():
        return _COUNTRY_NAMES.get(text.casefold(), text.upper())
    return _COUNTRY_NAMES.get(text.casefold(), "")


def _country_of_number(text: str) -> str:
    try:
        number = phonenumbers.parse(text.replace("00", "+", 1) if text.startswith("00") else text, None)
    except phonenumbers.NumberParseException:
        return ""
    return str(phonenumbers.region_code_for_number(number) or "")


def zones_of(countries: list[Found]) -> list[Found]:
    """The zone of a country that has only one; of another it must be asked."""
    out = []
    for each in countries:
        zones = [
            zone
            for zone, country in get_global("zone_territories").items()
            if country == each.value and zone in available_timezones()
        ]
        if len(zones) == 1:
            out.append(replace(each, what="zone", value=zones[0]))
    return out


def languages_of(pages: Sequence[Page]) -> list[Found]:
    """Those its pages say they are in, and those they link to as the same in another language, without their
    regions.
    """
    out: dict[str, Found] = {}
    for page in pages:
        for tag, words in (
            (page.language, f"lang: {page.language}"),
            *((other, f"hreflang: {other}") for other in page.other_languages),
        ):
            language = tag.partition("-")[0].lower()
            if is_language(language) and language not in out and len(out) < MOST_LANGUAGES:
                out[language] = on(page, "language", language, "markup", words, sure="sure")
    return list(out.values())
