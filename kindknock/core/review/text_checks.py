"""What is wrong in the words themselves: braces that are not closed, fill-ins that are none, texts that read
empty or broken on the pages seen.

Where docs/rules.md is silent: every language counts; a text is tried on each page seen and on one of which
nothing is known; the small words are ours and are left aside.
"""

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from ..setup import Setup
from ..words.fillins import KNOWN, fill, names_in
from ..words.guesses import nearest_name
from ..words.slots import Slot, slots_of
from .findings import Finding

# A note that starts empty is no fault: the visitor writes it.
_NEVER_EMPTY = ("label", "nudge", "heading", "help", "closing", "away", "thanks", "name", "caption")
_WHOLE = re.compile(r"\{\{|\}\}|\{[^{}|]*(?:\|[^{}]*)?\}")


@dataclass(frozen=True, slots=True)
class PageSeen:
    """A page of the site and what it is about, ready for a reader: fill-in → text."""

    path: str
    facts: Mapping[str, str]


def has_open_brace(text: str) -> bool:
    """Whether a brace begins a fill-in that isn't one: visitors would read it as it stands."""
    return "{" in _WHOLE.sub("", text)


def text_findings(setup: Setup, pages: Sequence[PageSeen] = ()) -> Iterator[Finding]:
    """What is wrong in every written text of a site."""
    for slot in slots_of(setup):
        if slot.field == "small":
            continue
        for language, text in slot.texts.items():
            if "{" in text:
                yield from _in_one(slot, language, text, pages)


def _in_one(slot: Slot, language: str, text: str, pages: Sequence[PageSeen]) -> Iterator[Finding]:
    owner, key, *_ = slot.path.split("/")
    where = f"{slot.field}:{language}"

    def found(code: str, more: str = "") -> Finding:
        return Finding(
            code,
            door=key if owner == "door" else "",
            person=key if owner == "person" else "",
            fix="write_text",
            found=f"{where}:{more}" if more else where,
            weight="advises",
        )

    if has_open_brace(text):
        yield found("brace_open")
        return
    unknown = [name for name in dict.fromkeys(names_in(text)) if name not in KNOWN]
    for name in unknown:
        yield found("fill_in_unknown", f"{name}:{nearest_name(name)}")
    if unknown or slot.field not in _NEVER_EMPTY:
        return
    for page in pages:
        if not fill(text, page.facts).text.strip():
            yield found("text_reads_empty", page.path)
            return
    if not fill(text, {}).text.strip():
        yield found("text_reads_empty")
