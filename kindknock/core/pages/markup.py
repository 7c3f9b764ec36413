"""Finds the facts of a page in its HTML; what they mean is `pagefacts`' matter.

Parsing is lxml's and extruct's. The button sends the same raw strings without the HTML around them.
"""

from collections.abc import Mapping, Sequence
from typing import Any

from .facts import PageFacts, facts_from, plain_text
from .html import MOST_CHARACTERS, document_of, embedded, language_of, ld_texts, metas_of, title_of


def read_page(html: str, address: str = "", other_titles: Sequence[str] = ()) -> PageFacts:
    """The facts of a page; `other_titles` are those of the site's other pages. Never raises: what can't be
    read is not there.
    """
    text = html[:MOST_CHARACTERS]
    document = document_of(text)
    if document is None:
        return PageFacts()
    meta = metas_of(document)
    language = language_of(document) or meta.get("og:locale", "")
    return facts_from(
        ld_texts(document),
        meta,
        _items(text, address),
        title=plain_text(title_of(document)),
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
    found = embedded(html, address)
    return [*found.get("microdata", []), *(_short_names(item) for item in found.get("rdfa", []))]


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
