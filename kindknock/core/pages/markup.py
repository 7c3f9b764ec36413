"""Finds the facts of a page in its HTML; what they mean is `pagefacts`' matter.

Parsing is lxml's and extruct's. The button sends the same raw strings without the HTML around them.
"""

from collections.abc import Mapping, Sequence
from typing import Any

import extruct
import lxml.html
from lxml.etree import ParserError

from .facts import PageFacts, facts_from, plain_text

MOST_CHARACTERS = 3_000_000


def read_page(html: str, address: str = "", other_titles: Sequence[str] = ()) -> PageFacts:
    """The facts of a page; `other_titles` are those of the site's other pages. Never raises: what can't be
    read is not there.
    """
    text = html[:MOST_CHARACTERS]
    try:
        document = lxml.html.document_fromstring(
            text.encode("utf-8", "replace"), parser=lxml.html.HTMLParser(encoding="utf-8")
        )
    except (ParserError, ValueError):
        return PageFacts()
    meta = _metas(document)
    title = " ".join(document.xpath("string(//title)").split())
    language = str(
        document.get("lang")
        or document.get("{http://www.w3.org/XML/1998/namespace}lang")
        or meta.get("og:locale", "")
    )
    scripts = [
        str(item)
        for item in document.xpath("//script[contains(translate(@type,'LDJSON','ldjson'),'ld+json')]/text()")
    ]
    return facts_from(
        scripts,
        meta,
        _items(text, address),
        title=plain_text(title),
        language=language.strip().replace("_", "-"),
        address=address or _canonical(document),
        heading=_heading(document),
        other_titles=other_titles,
    )


def _heading(document: Any) -> str:
    """The page's first heading with words in it."""
    found = (" ".join(str(item.text_content()).split()) for item in document.xpath("//h1")[:5])
    return next((text for text in found if text), "")


def _items(html: str, address: str) -> list[Any]:
    """Microdata and RDFa as JSON-LD has it."""
    try:
        found = extruct.extract(
            html,
            base_url=address or "https://page.example/",
            syntaxes=["microdata", "rdfa"],
            uniform=True,
            errors="ignore",
        )
    except Exception:
        return []
    return [*found.get("microdata", []), *(_short_names(item) for item in found.get("rdfa", []))]


def _metas(document: Any) -> dict[str, str]:
    out: dict[str, str] = {}
    for element in document.iter("meta"):
        name = (element.get("property") or element.get("name") or "").strip().casefold()
        if name and element.get("content"):
            out.setdefault(name, element.get("content").strip())
    return out


def _canonical(document: Any) -> str:
    found = document.xpath("//link[@rel='canonical']/@href")
    return str(found[0]) if found else ""


def _short_names(item: Any) -> Any:
    """RDFa with full IRIs, as JSON-LD has it: `http://schema.org/name` → `name`, values unwrapped."""
    if isinstance(item, Mapping):
        if set(item) <= {"@value", "@language", "@type"} and "@value" in item:
            return item["@value"]
        return {str(key).rsplit("/", 1)[-1]: _short_names(value) for key, value in item.items()}
    if isinstance(item, list):
        return (
            next(_short_names(each) for each in item)
            if len(item) == 1
            else [_short_names(each) for each in item]
        )
    return item
