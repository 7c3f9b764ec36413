"""The HTML of a page, taken apart: its document, its meta tags, what its markup carries. By lxml and extruct;
nothing raises, and what can't be read is not there.
"""

from collections.abc import Sequence
from typing import Any

import extruct
import lxml.html
from lxml.etree import ParserError

MOST_CHARACTERS = 3_000_000
LEAST_WORDS = 120
"""With fewer letters of its own than these, and a script, a page draws itself in the browser."""
_LD = "//script[contains(translate(@type,'LDJSON','ldjson'),'ld+json')]/text()"


def document_of(html: str) -> Any:
    """The parsed document; None where there is none."""
    try:
        return lxml.html.document_fromstring(
            html.encode("utf-8", "replace"), parser=lxml.html.HTMLParser(encoding="utf-8")
        )
    except (ParserError, ValueError):
        return None


def title_of(document: Any) -> str:
    """The title, blanks joined."""
    return " ".join(str(document.xpath("string(//title)")).split())


def language_of(document: Any) -> str:
    """What the page says its language is, as it says it."""
    return str(document.get("lang") or document.get("{http://www.w3.org/XML/1998/namespace}lang") or "")


def metas_of(document: Any) -> dict[str, str]:
    """Contents of meta tags by their name or property in small letters, the first of each."""
    out: dict[str, str] = {}
    for element in document.iter("meta"):
        name = (element.get("property") or element.get("name") or "").strip().casefold()
        if name and element.get("content"):
            out.setdefault(name, element.get("content").strip())
    return out


def ld_texts(document: Any) -> list[str]:
    """The texts of JSON-LD scripts."""
    return [str(text) for text in document.xpath(_LD)]


def embedded(
    html: str, address: str, syntaxes: Sequence[str] = ("microdata", "rdfa")
) -> dict[str, list[Any]]:
    """Microdata and RDFa as JSON-LD has it, by syntax."""
    try:
        found = extruct.extract(
            html,
            base_url=address or "https://page.example/",
            syntaxes=list(syntaxes),
            uniform=True,
            errors="ignore",
        )
    except Exception:
        # extruct raises whatever its parsers do; a page's markup must not.
        return {}
    return {syntax: list(found.get(syntax, [])) for syntax in syntaxes}
