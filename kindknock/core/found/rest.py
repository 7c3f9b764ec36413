"""Which pages are where people pay, who works there, and whether a line of ours stands there already."""

import re
from collections.abc import Iterator, Sequence
from itertools import islice
from urllib.parse import urlsplit

from ..fitting.look import lines_in
from ..pages.facts import types_of
from ..pages.kinds import usual_kind
from .about import is_business
from .page import Page, texts_of
from .proposal import Found, joined, on
from .vocabulary import STAFF

_NAME = re.compile(r"^[^\W\d_][\w'’.-]*(?: [^\W\d_][\w'’.-]*){0,3}$")
MOST_CARDS = 2_000
TOLD = ("basket", "checkout", "contact")


def kinds_of(pages: Sequence[Page]) -> list[Found]:
    """Pages linked to whose address says of what kind they are: {kind, path}."""
    found = []
    for page in pages:
        for link in page.links:
            try:
                parts = urlsplit(link.href)
            except ValueError:
                continue
            kind = usual_kind(parts.path.casefold())
            if (parts.hostname or "") == page.host and kind in TOLD:
                value = {"kind": kind, "path": parts.path}
                found.append(on(page, "kind", value, "words", link.text or parts.path, sure="likely"))
    return joined(found)


def people_of(pages: Sequence[Page]) -> list[Found]:
    """People with a role: {name, role}. Of the markup, else of what a page lists as its team, which is a
    guess.
    """
    found = [each for page in pages for each in _of_markup(page)]
    return joined(found or (each for page in pages for each in _of_lists(page)))


def _of_markup(page: Page) -> Iterator[Found]:
    about = {
        name
        for thing in page.things
        if is_business(types_of(thing))
        for key in ("employee", "employees", "founder", "member")
        for name in texts_of(thing.get(key))
    }
    for thing in page.things:
        if "person" not in types_of(thing):
            continue
        names, roles = texts_of(thing.get("name")), texts_of(thing.get("jobtitle"))
        if names and (roles and (names[0] in about or "worksfor" in thing)):
            value = {"name": names[0], "role": roles[0]}
            words = f"{names[0]}, {roles[0]}"
            yield on(page, "person", value, "markup", words)


def _of_lists(page: Page) -> Iterator[Found]:
    if page.document is None:
        return
    for element in islice(page.document.iter("li", "div", "article", "figure", "section"), MOST_CARDS):
        marks = f"{element.get('class') or ''} {element.get('id') or ''}".casefold()
        if not any(word in marks for word in STAFF) or len(element) > 12:
            continue
        heads = list(element.iter("h2", "h3", "h4", "h5", "strong", "figcaption"))
        if len(heads) != 1:
            continue
        name = " ".join(str(heads[0].text_content()).split())
        after = heads[0].getnext()
        role = " ".join(str(after.text_content()).split()) if after is not None else ""
        if role and len(role) < 60 and len(name) < 50 and _NAME.match(name) and name[0].isupper():
            yield on(page, "person", {"name": name, "role": role}, "else", f"{name}, {role}", sure="guess")


def lines_of(pages: Sequence[Page]) -> list[Found]:
    """Keys of lines of ours that stand on the pages already."""
    return joined(
        on(page, "line", key, "markup", source, sure="sure")
        for page in pages
        if page.document is not None
        for key, source in lines_in(page.document)
    )
