"""How a business can be reached, as its pages tell: numbers, emails, its own pages in apps."""

from collections.abc import Iterator, Mapping
from typing import Any
from urllib.parse import parse_qsl, unquote, urlsplit

import phonenumbers

from ..addresses.contacts import read_contact
from ..pages.facts import types_of
from .page import Line, Link, Page, texts_of
from .proposal import By, Found, on
from .vocabulary import CALL, CREDIT, FAX, NOT_A_PHONE, WHATSAPP, words_of

MOST_MATCHES, MOST_LINKS, MOST_NUMBERS, LEAST_DIGITS = 20, 60, 20, 6
_SHARING = ("text", "url", "u", "share", "body", "title")
"""What only links that share a page carry, where no address stands beside."""
_NOT_OURS = ("map", "link", "signposts")


def ways_of(page: Page, country: str | None) -> Iterator[Found]:
    """Each way told on a page; the same may come more than once."""
    for thing in page.things:
        yield from _of_thing(page, thing, country)
    seen: set[str] = set()
    for link in page.links:
        is_known = link.href in seen or CREDIT.search(link.around)
        is_own = link.href.startswith(("http://", "https://")) and _is_same_host(link.href, page)
        if len(seen) < MOST_LINKS and not is_known and not is_own:
            seen.add(link.href)
            yield from _of_link(page, link, country)
    # A list of a thousand numbers is nobody's contact; those beside a word that says call come first.
    lines = [line for line in page.lines if sum(map(str.isdigit, line.text)) >= LEAST_DIGITS]
    lines.sort(key=lambda line: not words_of(line.text) & CALL)
    for line in lines[:MOST_NUMBERS]:
        yield from _of_line(page, line, country)


def _of_thing(page: Page, thing: Mapping[str, Any], country: str | None) -> Iterator[Found]:
    if types_of(thing) & {"person", "review", "product", "event"}:
        return
    for name in ("telephone", "email"):
        for text in texts_of(thing.get(name)):
            app = "phone" if name == "telephone" else "email"
            yield from _way(page, app, text.removeprefix("mailto:"), country, "markup", f"{name}: {text}")
    # The pages of a business elsewhere (schema.org sameAs): only those that one can write to.
    for text in texts_of(thing.get("sameas")):
        yield from _of_app(page, text, country, "markup", f"sameAs: {text}")


def _of_link(page: Page, link: Link, country: str | None) -> Iterator[Found]:
    scheme, _, rest = link.href.partition(":")
    scheme = scheme.lower()
    if scheme in ("tel", "callto"):
        if not FAX.search(link.around.partition(link.text)[0]):
            yield from _way(page, "phone", unquote(rest), country, "link", link.around)
    elif scheme in ("sms", "smsto"):
        yield from _way(page, "sms", unquote(rest).partition("?")[0], country, "link", link.around)
    elif scheme == "mailto":
        yield from _way(page, "email", unquote(rest).partition("?")[0], country, "link", link.around)
    elif scheme in ("http", "https"):
        yield from _of_app(page, link.href, country, "link", link.around)


def _is_same_host(href: str, page: Page) -> bool:
    try:
        return (urlsplit(href).hostname or "") == page.host
    except ValueError:
        return True


def _of_app(page: Page, href: str, country: str | None, by: By, words: str) -> Iterator[Found]:
    reading = read_contact(href, country=country)
    if not reading.ok or reading.app is None or reading.app in _NOT_OURS:
        return
    try:
        query = dict(parse_qsl(urlsplit(href).query))
    except ValueError:
        return
    if any(name in query for name in _SHARING) and not reading.canonical:
        return
    yield on(page, "way", {"app": reading.app, "address": reading.canonical}, by, words)


def _way(page: Page, app: str, text: str, country: str | None, by: By, words: str) -> Iterator[Found]:
    reading = read_contact(text, app=app, country=country)
    if reading.ok:
        yield on(page, "way", {"app": app, "address": reading.canonical}, by, words)


def _of_line(page: Page, line: Line, country: str | None) -> Iterator[Found]:
    """Numbers written as text: likely beside a word that says call, a guess alone."""
    if CREDIT.search(line.text):
        return
    words = words_of(line.text)
    is_named = bool(words & CALL)
    try:
        matches = list(phonenumbers.PhoneNumberMatcher(line.text, country, max_tries=MOST_MATCHES))
    except phonenumbers.NumberParseException:
        return
    for match in matches:
        before = line.text[: match.start]
        if FAX.search(before) or NOT_A_PHONE.search(before[-24:]):
            continue
        reading = read_contact(match.raw_string, app="phone", country=country)
        if not reading.ok:
            continue
        by: By = "words" if is_named else "else"
        yield on(page, "way", {"app": "phone", "address": reading.canonical}, by, line.text)
        if words & WHATSAPP:
            yield on(page, "way", {"app": "whatsapp", "address": reading.canonical}, "words", line.text)


def main_number(ways: list[Found], pages: list[Page]) -> str:
    """The number that stands on most pages, the earlier found where as many; '' where there is none."""
    numbers = [
        str(each.value["address"]) for each in ways if each.value["app"] == "phone" and each.sure != "guess"
    ]
    if not numbers:
        return ""
    digits = {number: "".join(filter(str.isdigit, number))[-7:] for number in numbers}
    stands = {
        number: sum(
            any(digits[number] in "".join(filter(str.isdigit, line.text)) for line in page.lines)
            or any(digits[number] in link.href for link in page.links)
            for page in pages
        )
        for number in numbers
    }
    return max(numbers, key=lambda number: stands[number])
