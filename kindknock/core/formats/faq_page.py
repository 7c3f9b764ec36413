"""Questions with answers as schema.org FAQPage, the JSON-LD that stands in an owner's own page, there and
back.
"""

import json
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any

import lxml.html
from lxml.etree import ParserError

from ..answers.markup import document_from_html, html_of
from ..setup.answers import Document

MOST_LETTERS, MOST_QUESTIONS = 3_000_000, 500


@dataclass(frozen=True, slots=True)
class Asked:
    question: str
    answer: Document
    language: str = ""


def faq_document(asked: Sequence[Asked], language: str) -> dict[str, Any]:
    """The JSON-LD of a page with these questions."""
    return {
        "@context": "https://schema.org",
        "@type": "FAQPage",
        "inLanguage": language,
        "mainEntity": [
            {
                "@type": "Question",
                "name": each.question,
                "acceptedAnswer": {"@type": "Answer", "text": html_of(each.answer)},
            }
            for each in asked
        ],
    }


def asked_in(text: str) -> tuple[Asked, ...]:
    """Questions in a page's HTML, or in bare JSON-LD; what can't be read is not there. Each once."""
    scripts = _scripts(text[:MOST_LETTERS])
    out: dict[str, Asked] = {}
    for script in scripts:
        try:
            document = json.loads(script)
        except (ValueError, RecursionError):
            continue
        for found in _pages(document, 0):
            for each in _questions(found):
                out.setdefault(each.question, each)
    return tuple(out.values())[:MOST_QUESTIONS]


def _scripts(text: str) -> list[str]:
    if text.lstrip()[:1] in ("{", "["):
        return [text]
    try:
        page = lxml.html.document_fromstring(
            text.encode("utf-8", "replace"), parser=lxml.html.HTMLParser(encoding="utf-8")
        )
    except (ParserError, ValueError):
        return []
    found = page.xpath("//script[contains(translate(@type,'LDJSON','ldjson'),'ld+json')]/text()")
    return [str(item) for item in found]


def _pages(value: Any, deep: int) -> Iterator[dict[str, Any]]:
    """Every FAQPage in a document, also within a graph."""
    if deep > 8:
        return
    if isinstance(value, list):
        for each in value:
            yield from _pages(each, deep + 1)
    elif isinstance(value, dict):
        if "FAQPage" in _listed(value.get("@type")):
            yield value
        for each in value.values():
            if isinstance(each, list | dict):
                yield from _pages(each, deep + 1)


def _listed(value: Any) -> list[Any]:
    return value if isinstance(value, list) else [value]


def _questions(page: dict[str, Any]) -> Iterator[Asked]:
    language = page.get("inLanguage")
    for each in _listed(page.get("mainEntity")):
        if not isinstance(each, dict):
            continue
        answers = [item for item in _listed(each.get("acceptedAnswer")) if isinstance(item, dict)]
        name = each.get("name") or each.get("text")
        text = answers[0].get("text") if answers else None
        if isinstance(name, str) and isinstance(text, str) and name.strip():
            title = " ".join(lxml.html.fromstring(f"<p>{name}</p>").text_content().split())[:2000]
            yield Asked(title, document_from_html(text), language if isinstance(language, str) else "")
