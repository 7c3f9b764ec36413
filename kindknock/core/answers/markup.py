"""Documents out of HTML, as a browser or an office program puts it on the clipboard, and HTML out of them.

nh3 takes out whatever could run before anything is read; lxml reads what is left. Office programs write lists
as paragraphs with a mark in front (`mso-list`): they become lists.
"""

import html
import re
from collections.abc import Iterable

import nh3
from lxml import etree
from lxml import html as parser

from ..setup.answers import Block, Document, Run
from .document import cleaned

MOST_HTML = 2_000_000
_TAGS = frozenset(
    re.findall(
        r"\w+",
        "p div br h1 h2 h3 h4 h5 h6 ul ol li b strong i em a img span blockquote pre code table "
        "tr td th tbody thead section article header footer main figure figcaption dl dt dd hr u "
        "s sub sup font center",
    )
)
_ATTRIBUTES = {"a": {"href"}, "img": {"src", "alt", "width", "height"}, "*": {"class", "style"}}
_HEADS = frozenset(("h1", "h2", "h3", "h4", "h5", "h6"))
_BREAKS = frozenset(
    re.findall(
        r"\w+",
        "p div section article header footer main blockquote pre table tr dl dt dd figure "
        "figcaption hr center",
    )
)
_OFFICE_MARK = re.compile(r"^\s*(?:[·•▪§o\u2013\-\uf0b7\uf0a7]|\(?(?:\d{1,3}|[a-z])[.)])[\s\xa0]+")
_NUMBERED = re.compile(r"^\s*\(?(?:\d{1,3}|[a-z])[.)]")
_OFFICE_JUNK = re.compile(r"<!\[if[^>]*>.*?<!\[endif\]>|<o:p>.*?</o:p>|<!--.*?-->", re.DOTALL | re.IGNORECASE)
_SPACE = re.compile(r"[ \t\r\n\f]+")


def document_from_html(source: str) -> Document:
    """A clean document out of any HTML; what isn't understood leaves its words behind. Pictures of other
    places are still in it: whoever keeps it says which (`pictures_abroad`).
    """
    text = source[:MOST_HTML].replace("\x00", "")
    text = _OFFICE_JUNK.sub(lambda found: _office_mark(found.group()), text)
    safe = nh3.clean(
        text,
        tags=set(_TAGS),
        attributes={tag: set(names) for tag, names in _ATTRIBUTES.items()},
        url_schemes={"https", "mailto", "tel"},
        link_rel=None,
        clean_content_tags={
            "script",
            "style",
            "title",
            "noscript",
            "template",
            "iframe",
            "object",
            "svg",
            "math",
        },
    )
    if not safe.strip():
        return ()
    try:
        tree = parser.fragment_fromstring(safe, create_parent="div")
    except (etree.ParserError, ValueError):
        return ()
    reading = _Reading()
    reading.element(tree, Run())
    reading.close()
    return cleaned(reading.blocks, abroad=True)


def _office_mark(junk: str) -> str:
    """The mark of an office list stands in a conditional comment; its kind is what is kept of it."""
    if not junk.lower().startswith("<![if"):
        return ""
    words = html.unescape(re.sub(r"<[^>]+>", "", junk)).strip(" \xa0\t\r\n")
    if not words:
        return ""
    return "1. " if _NUMBERED.match(words + " ") else "• "


class _Reading:
    """Walks a cleaned tree and gathers blocks."""

    def __init__(self) -> None:
        self.blocks: list[Block] = []
        self.runs: list[Run] = []
        self.kind: str = "text"
        self.items: list[tuple[Run, ...]] | None = None
        self.is_office = False

    def close(self) -> None:
        """End the paragraph, heading or list item that is being gathered."""
        runs, self.runs = tuple(self.runs), []
        if not "".join(run.text for run in runs).strip():
            return
        if self.items is not None:
            self.items.append(runs)
        elif self.is_office:
            self._office_item(runs)
        else:
            self.blocks.append(Block.model_validate({"kind": self.kind, "runs": runs}))

    def _office_item(self, runs: tuple[Run, ...]) -> None:
        kind = "numbers" if _NUMBERED.match(runs[0].text) else "bullets"
        first = runs[0].model_copy(update={"text": _OFFICE_MARK.sub("", runs[0].text, count=1)})
        item = (first, *runs[1:])
        last = self.blocks[-1] if self.blocks else None
        if last is not None and last.kind == kind:
            self.blocks[-1] = last.model_copy(update={"items": (*last.items, item)})
        else:
            self.blocks.append(Block.model_validate({"kind": kind, "items": (item,)}))

    def element(self, element: parser.HtmlElement, like: Run) -> None:
        self.words(element.text, like)
        for child in element:
            if isinstance(child.tag, str):
                self.child(child, like)
            self.words(child.tail, like)

    def words(self, text: str | None, like: Run) -> None:
        if text:
            self.runs.append(like.model_copy(update={"text": _SPACE.sub(" ", text.replace("\xa0", " "))}))

    def child(self, element: parser.HtmlElement, like: Run) -> None:
        tag = element.tag
        if tag == "br":
            self.runs.append(like.model_copy(update={"text": "\n"}))
        elif tag == "img":
            self.picture(element)
        elif tag in ("ul", "ol"):
            self.list(element, tag, like)
        elif tag in _HEADS:
            self.part(element, "head", Run())
        elif tag in _BREAKS or tag == "li":
            self.part(element, self.kind if self.kind == "head" else "text", like)
        else:
            if tag in ("td", "th"):
                self.words(" ", like)
            self.element(element, _like(element, like))

    def part(self, element: parser.HtmlElement, kind: str, like: Run) -> None:
        self.close()
        before, self.kind = self.kind, kind
        was_office = self.is_office
        self.is_office = "mso-list" in element.get("style", "") or "ListParagraph" in element.get("class", "")
        self.element(element, _like(element, like) if kind != "head" else like)
        self.close()
        self.kind, self.is_office = before, was_office

    def list(self, element: parser.HtmlElement, tag: str, like: Run) -> None:
        """A list; one within another goes on as items of the outer one."""
        self.close()
        outer = self.items
        if outer is None:
            self.items = []
        for item in element:
            if isinstance(item.tag, str):
                self.element(item, _like(item, like)) if item.tag == "li" else self.child(item, like)
                self.close()
        if outer is None:
            items, self.items = tuple(self.items or ()), None
            if items:
                kind = "bullets" if tag == "ul" else "numbers"
                self.blocks.append(Block.model_validate({"kind": kind, "items": items}))

    def picture(self, element: parser.HtmlElement) -> None:
        source = element.get("src", "")
        found = Block(
            kind="picture",
            picture=source[:2000],
            says=element.get("alt", "")[:500],
            width=_px(element.get("width")),
            height=_px(element.get("height")),
        )
        if self.items is None:
            self.close()
            self.blocks.append(found)


def _like(element: parser.HtmlElement, like: Run) -> Run:
    """How words within an element look."""
    style = element.get("style", "").lower()
    more: dict[str, object] = {}
    if element.tag in ("b", "strong") and "font-weight:normal" not in style.replace(" ", ""):
        more["bold"] = True
    if element.tag in ("i", "em"):
        more["italic"] = True
    if re.search(r"font-weight:\s*(bold|[6-9]00)", style):
        more["bold"] = True
    if re.search(r"font-style:\s*italic", style):
        more["italic"] = True
    if element.tag == "a" and element.get("href"):
        more["link"] = element.get("href")[:2000]
    return like.model_copy(update=more)


def _px(text: str | None) -> int:
    return int(text) if text and text.isascii() and text.isdecimal() and len(text) < 5 else 0


def html_of(document: Iterable[Block]) -> str:
    """A document as HTML without attributes but those of links and pictures."""
    return "".join(_html(block) for block in document)


def _html(block: Block) -> str:
    match block.kind:
        case "picture":
            says = html.escape(block.says)
            return f'<p><img src="{html.escape(block.picture)}" alt="{says}"></p>'
        case "bullets" | "numbers":
            tag = "ul" if block.kind == "bullets" else "ol"
            return f"<{tag}>" + "".join(f"<li>{_inline(item)}</li>" for item in block.items) + f"</{tag}>"
        case "head":
            return f"<h3>{_inline(block.runs)}</h3>"
    return f"<p>{_inline(block.runs)}</p>"


def _inline(runs: Iterable[Run]) -> str:
    return "".join(_marked(run) for run in runs)


def _marked(run: Run) -> str:
    words = html.escape(run.text, quote=False).replace("\n", "<br>")
    if run.italic:
        words = f"<em>{words}</em>"
    if run.bold:
        words = f"<strong>{words}</strong>"
    return f'<a href="{html.escape(run.link)}">{words}</a>' if run.link else words
