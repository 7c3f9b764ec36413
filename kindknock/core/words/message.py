"""The travelling message: what goes into the app is what stands in the Note, and what is added below.

Where docs/rules.md is silent: the visitor's words and what is added stand apart by one blank line, the
added lines under each other; blanks around the visitor's words are dropped, inside they stay.
The button composes by the same rules; `tests/vectors/message.json` is run by both.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from ..addresses.recipes import TEXT, Links, encode

Texts = Mapping[str, str]
"""One text in several languages: BCP 47 tag → words."""


@dataclass(frozen=True, slots=True)
class Added:
    """One line put below the visitor's words. Only a page's address may be dropped for room."""

    kind: Literal["page", "mark", "answer"]
    text: str


@dataclass(frozen=True, slots=True)
class Sending:
    """What a press does: open `link`, and put `copied` on the clipboard where it can't travel."""

    link: str | None
    text: str
    copied: bool


def compose(note: str, added: Sequence[Added]) -> str:
    """The whole message; empty parts leave no blank lines, all empty leaves the empty text."""
    words = note.replace("\r\n", "\n").strip()
    below = "\n".join(line.text.strip() for line in added if line.text.strip())
    return "\n\n".join(part for part in (words, below) if part)


def send(links: Links, note: str, added: Sequence[Added]) -> Sending:
    """Fit the message into the link: the page's address goes first, the visitor's words never.

    Where the words alone are too long, or the app carries none, the message is copied.
    """
    whole = compose(note, added)
    if not whole:
        return Sending(links.bare, "", False)
    if links.with_text is None:
        return Sending(links.bare, whole, True) if links.copies else Sending(links.bare, "", False)
    without_page = compose(note, [line for line in added if line.kind != "page"])
    for text in (whole, without_page):
        link = links.with_text.replace(TEXT, encode(text)) if text else links.bare
        if link is None or len(link) <= links.limit:
            return Sending(link, text, False)
    return Sending(links.bare, whole, True)


def text_in(texts: Texts, language: str, default: str) -> str:
    """One text in the wanted language, else its parent tags, else the default's, else any written one."""
    tag = language
    while tag:
        if words := texts.get(tag):
            return words
        tag = tag.rpartition("-")[0]
    return texts.get(default) or next((words for words in texts.values() if words), "")
