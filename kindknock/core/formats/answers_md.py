"""Answers as Markdown (CommonMark), one file an answer and language, with a few lines in front that say what
it is.

A paragraph that Markdown can't carry as it stands (bold letters within a word and the like) is written as the
HTML that Markdown allows; so what is written reads back as it was.
"""

import re
from collections.abc import Mapping
from dataclasses import dataclass, field

import regex
from markdown_it import MarkdownIt

from ..answers.document import cleaned
from ..answers.markup import document_from_html, html_of
from ..setup.answers import Block, Document, Run

MOST_LETTERS = 400_000
_INLINE = re.compile(r"([\\`*_\[\]<>&#|~])")
_AT_START = re.compile(r"^(\s*)([+\-=>]|\d{1,9}(?=[.)]))", re.MULTILINE)
_FRONT = re.compile(r"\A\ufeff?---[ \t]*\r?\n(.*?)\r?\n---[ \t]*(?:\r?\n|\Z)", re.DOTALL)
_TITLE = re.compile(r"\A\s*#[ \t]+(.+?)[ \t]*#*[ \t]*(?:\r?\n|\Z)")
_NOT_NAME = regex.compile(r"[^\p{L}\p{N}]+")


@dataclass(frozen=True, slots=True)
class MarkdownAnswer:
    """One file: `front` its lines by name, all small letters."""

    title: str = ""
    kind: str = "question"
    language: str = ""
    body: Document = ()
    front: Mapping[str, str] = field(default_factory=dict)


def document_from_markdown(source: str) -> Document:
    """A clean document; HTML within is read as HTML is."""
    return document_from_html(MarkdownIt("commonmark", {"html": True}).render(source[:MOST_LETTERS]))


def markdown_of(document: Document) -> str:
    """Markdown that reads back as the document."""
    return "\n\n".join(_part(block) for block in document) + ("\n" if document else "")


def answer_from_markdown(source: str) -> MarkdownAnswer:
    """An answer of a file; the title from its lines in front, else from its first heading."""
    text = source[:MOST_LETTERS].replace("\r\n", "\n")
    front: dict[str, str] = {}
    if found := _FRONT.match(text):
        for line in found.group(1).splitlines():
            name, _, value = line.partition(":")
            front[name.strip().lower()] = value.strip()
        text = text[found.end() :]
    kind = "article" if "article" in front else "question"
    title = front.get(kind, "") or front.get("title", "")
    if not title and (heading := _TITLE.match(text)):
        title, text = heading.group(1), text[heading.end() :]
    return MarkdownAnswer(
        title=title.strip(),
        kind=kind,
        language=front.get("language", ""),
        body=document_from_markdown(text),
        front=front,
    )


def answer_to_markdown(answer: MarkdownAnswer) -> str:
    lines = [f"{answer.kind}: {_one_line(answer.title)}", f"language: {answer.language}"]
    lines += [f"{name}: {_one_line(value)}" for name, value in answer.front.items() if value.strip()]
    return "---\n" + "\n".join(lines) + "\n---\n\n" + markdown_of(answer.body)


def file_name(place: int, title: str) -> str:
    """`01-how-long-does-a-wheel-take.md`: the place first, so that files stand in order."""
    slug = _NOT_NAME.sub("-", title.casefold()).strip("-")[:60].strip("-")
    return f"{place:02}-{slug or 'answer'}.md"


def _one_line(text: str) -> str:
    return " ".join(text.split())


def _part(block: Block) -> str:
    text = _written(block)
    kept = cleaned((block,), abroad=True)
    return text if document_from_markdown(text) == kept else html_of((block,))


def _written(block: Block) -> str:
    match block.kind:
        case "picture":
            return f"![{_INLINE.sub(_ESCAPED, block.says)}]({block.picture})"
        case "head":
            return "## " + _line(block.runs).replace("\\\n", " ")
        case "bullets":
            return "\n".join("- " + _line(item).replace("\n", "\n  ") for item in block.items)
        case "numbers":
            return "\n".join(
                f"{at}. " + _line(item).replace("\n", "\n   ") for at, item in enumerate(block.items, start=1)
            )
    return _line(block.runs)


_ESCAPED = r"\\\1"


def _line(runs: tuple[Run, ...]) -> str:
    return "".join(_run(run) for run in runs)


def _run(run: Run) -> str:
    mark = ("**" if run.bold else "") + ("*" if run.italic else "")
    text = _INLINE.sub(_ESCAPED, run.text)
    text = _AT_START.sub(
        lambda found: f"{found[1]}\\{found[2]}" if not found[2].isdigit() else found[0], text
    )
    text = re.sub(r"^(\s*\d{1,9})([.)])", r"\1\\\2", text, flags=re.MULTILINE).replace("\n", "\\\n")
    if mark:
        before, words, after = _edges(text)
        text = f"{before}{mark}{words}{mark[::-1]}{after}" if words else text
    return f"[{text}]({run.link})" if run.link else text


def _edges(text: str) -> tuple[str, str, str]:
    words = text.strip(" ")
    at = text.find(words) if words else 0
    return text[:at], words, text[at + len(words) :]
