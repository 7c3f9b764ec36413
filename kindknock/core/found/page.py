"""One page of a website, read once: its lines of visible text, its links, what its markup tells.

Nothing raises, whatever the page holds; what can't be read is not there.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from itertools import islice
from typing import Any
from urllib.parse import urljoin, urlsplit

from ..addresses.hosts import host_of
from ..pages.facts import json_of, types_of
from ..pages.html import (
    LEAST_WORDS,
    MOST_CHARACTERS,
    document_of,
    embedded,
    language_of,
    ld_texts,
    metas_of,
    title_of,
)
from ..pages.kinds import usual_kind
from .vocabulary import IN_LINE, OTHERS

MOST_LINES, MOST_LINKS, MOST_THINGS = 4_000, 2_000, 400
MOST_SCRIPTS, MOST_FOR_ITEMS, MOST_OF_A_LINE = 20, 60_000, 200
_UNSEEN = frozenset({"script", "style", "noscript", "template", "head", "svg", "iframe", "object", "select"})
_HEADS = ("h1", "h2", "h3", "h4", "h5", "h6")
_FOOT = ("footer", "contentinfo")


@dataclass(frozen=True, slots=True)
class Source:
    """A page as it was fetched: its address, its HTML, its style sheets' texts, its manifest's text."""

    address: str
    html: str
    styles: tuple[str, ...] = ()
    manifest: str = ""


@dataclass(frozen=True, slots=True)
class Line:
    """Text that stands together. `level` is that of a heading, 0 for none."""

    text: str
    is_foot: bool = False
    level: int = 0


@dataclass(frozen=True, slots=True)
class Link:
    """`href` whole; `around` the line it stands in."""

    href: str
    text: str
    around: str
    is_foot: bool = False


@dataclass(frozen=True, slots=True)
class Page:
    """`things` are the typed things of the markup (JSON-LD, microdata, RDFa), names of properties in small
    letters. `is_near`: the home or contact page, where a business tells of itself.
    """

    address: str
    path: str
    title: str
    language: str
    is_near: bool
    draws_itself: bool
    document: Any
    source: Source
    meta: Mapping[str, str] = field(default_factory=dict)
    lines: tuple[Line, ...] = ()
    links: tuple[Link, ...] = ()
    things: tuple[Mapping[str, Any], ...] = ()
    other_languages: tuple[str, ...] = ()

    @property
    def host(self) -> str:
        return host_of(self.address)


def read_page(source: Source) -> Page:
    """A page out of its source."""
    html = source.html[:MOST_CHARACTERS].replace("\0", "")
    parts = _split(source.address)
    path = parts or "/"
    document = document_of(html)
    if document is None:
        return Page(source.address, path, "", "", usual_kind(path) == "home", False, None, source)
    read = _Reading(document, source.address)
    lines = tuple(read.lines)
    letters = sum(len(line.text) for line in lines)
    return Page(
        source.address,
        path,
        title_of(document)[:300],
        language_of(document).strip().replace("_", "-")[:35],
        usual_kind(path) in ("home", "contact"),
        letters < LEAST_WORDS and any(item.get("src") for item in document.iter("script")),
        document,
        source,
        metas_of(document),
        lines,
        tuple(read.links),
        tuple(_things(document, html, source.address)),
        tuple(str(tag) for tag in document.xpath("//@hreflang")[:40] if tag != "x-default"),
    )


def _split(address: str) -> str:
    try:
        return urlsplit(address).path
    except ValueError:
        return ""


def _is_hidden(element: Any) -> bool:
    style = (element.get("style") or "").replace(" ", "").lower()
    return (
        element.get("hidden") is not None or "display:none" in style or element.get("aria-hidden") == "true"
    )


@dataclass(frozen=True, slots=True)
class _Stretch:
    """A piece of a page still to be read: an element, its end, or text, with what holds for it."""

    item: Any
    is_foot: bool = False
    level: int = 0
    is_end: bool = False


class _Reading:
    """The visible text of a page, a line for each block, and the links within each; in order, without
    recursion, as pages nest without end.
    """

    def __init__(self, document: Any, address: str) -> None:
        self.lines: list[Line] = []
        self.links: list[Link] = []
        self._address = address
        self._words: list[str] = []
        self._anchors: list[Any] = []
        body = document.find(".//body")
        stack = [_Stretch(body if body is not None else document)]
        while stack and len(self.lines) < MOST_LINES:
            now = stack.pop()
            if isinstance(now.item, str):
                self._words.append(now.item)
                continue
            if not now.is_end and not _is_seen(now.item):
                continue
            if now.is_end or now.item.tag not in IN_LINE:
                self._end(now.is_foot, now.level)
            if not now.is_end:
                if now.item.tag in ("a", "area") and len(self._anchors) < MOST_OF_A_LINE:
                    self._anchors.append(now.item)
                stack.extend(_within(now))
        self._end(False, 0)

    def _end(self, is_foot: bool, level: int) -> None:
        text = " ".join(" ".join(self._words).split())[:600]
        if text:
            self.lines.append(Line(text, is_foot, level))
        for anchor in self._anchors[: MOST_LINKS - len(self.links)]:
            if link := _link(anchor, self._address, text, is_foot):
                self.links.append(link)
        self._words.clear()
        self._anchors.clear()


def _is_seen(element: Any) -> bool:
    return isinstance(element.tag, str) and element.tag not in _UNSEEN and not _is_hidden(element)


def _within(now: _Stretch) -> list[_Stretch]:
    """What an element holds, last first."""
    element = now.item
    is_foot = now.is_foot or element.tag in _FOOT or element.get("role") in _FOOT
    level = int(element.tag[1]) if element.tag in _HEADS else now.level
    out = [] if element.tag in IN_LINE else [_Stretch(element, is_foot, level, is_end=True)]
    for child in reversed(list(islice(element, MOST_LINES))):
        if child.tail:
            out.append(_Stretch(child.tail, is_foot, level))
        out.append(_Stretch(child, is_foot, level))
    if element.text:
        out.append(_Stretch(element.text, is_foot, level))
    return out


def _link(element: Any, address: str, line: str, is_foot: bool) -> Link | None:
    href = (element.get("href") or "").strip()[:2000]
    if not href or href.startswith(("javascript:", "#")):
        return None
    try:
        whole = urljoin(address, href)
    except ValueError:
        return None
    text = " ".join(" ".join(element.itertext()).split())[:200]
    return Link(whole, text or str(element.get("aria-label") or ""), _window(line, text), is_foot)


def _window(around: str, text: str, room: int = 80) -> str:
    """The words around a text, not more than one reads at a glance."""
    at = max(around.find(text), 0)
    return around[max(0, at - room) : at + len(text) + room].strip()


def _things(document: Any, html: str, address: str) -> Iterator[Mapping[str, Any]]:
    found: list[Any] = []
    found.extend(json_of(text) for text in ld_texts(document)[:MOST_SCRIPTS])
    for mark, syntax in (("itemscope", "microdata"), ("typeof=", "rdfa")):
        if (at := html.find(mark)) >= 0:
            begin = max(html.rfind("<", 0, at), 0)
            piece = html[begin : begin + MOST_FOR_ITEMS]
            found.extend(embedded(piece, address, (syntax,)).get(syntax, []))
    stack, count = list(reversed(found)), 0
    while stack and count < MOST_THINGS:
        value = stack.pop()
        count += 1
        if isinstance(value, list):
            stack.extend(reversed(value[:100]))
        elif isinstance(value, Mapping):
            thing = {
                str(name).rsplit("/", 1)[-1].casefold(): inner for name, inner in list(value.items())[:100]
            }
            if types_of(thing) - {""}:
                yield thing
            stack.extend(
                inner
                for name, inner in thing.items()
                if isinstance(inner, Mapping | list) and name not in OTHERS
            )


def texts_of(value: Any) -> list[str]:
    """What a property says, as texts; things by their name or value."""
    if isinstance(value, list):
        return [text for each in value[:20] for text in texts_of(each)]
    if isinstance(value, Mapping):
        return texts_of(value.get("@value", value.get("name", value.get("@id", ""))))
    return (
        [" ".join(str(value).split())[:300]]
        if isinstance(value, str | int | float) and str(value).strip()
        else []
    )
