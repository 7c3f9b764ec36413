"""What a visitor can read before writing: questions with answers, articles, and signposts (docs/rules.md 15,
16).
"""

from typing import Annotated, Literal

from pydantic import Field

from .values import Device, Key, PageRules, Picture, Texts, Value

MOST_ANSWERS, MOST_SIGNPOSTS = 2000, 50
MOST_STEPS, MOST_DOWN, MOST_ARMS, LEAST_ARMS = 40, 4, 5, 2
Words = Annotated[str, Field(max_length=100_000)]


class Run(Value):
    """Words that look alike. A line break within a paragraph is `\\n`."""

    text: Words = ""
    bold: bool = False
    italic: bool = False
    link: Annotated[str, Field(max_length=2000)] = ""


Runs = Annotated[tuple[Run, ...], Field(max_length=5000)]


class Block(Value):
    """One part of a document: `runs` of a paragraph or a heading, `items` of a list, or a picture with `says`
    for who can't see it.
    """

    kind: Literal["text", "head", "bullets", "numbers", "picture"] = "text"
    runs: Runs = ()
    items: Annotated[tuple[Runs, ...], Field(max_length=500)] = ()
    picture: Picture = ""
    says: Annotated[str, Field(max_length=500)] = ""
    width: Annotated[int, Field(ge=0, le=20_000)] = 0
    height: Annotated[int, Field(ge=0, le=20_000)] = 0


Document = Annotated[tuple[Block, ...], Field(max_length=3000)]
Documents = Annotated[dict[str, Document], Field(max_length=40)]
"""BCP 47 tag → what is read in that language."""


class Group(Value):
    """A heading under which answers stand."""

    key: Key
    title: Texts = {}


class Answer(Value):
    key: Key
    kind: Literal["question", "article"] = "question"
    title: Texts = {}
    body: Documents = {}
    group: Key = ""
    """Of the heading it stands under; empty for none."""
    pages: PageRules = ()
    devices: tuple[Device, ...] = ()
    """Empty: every device."""
    languages: Annotated[tuple[Key, ...], Field(max_length=40)] = ()
    """Whose readers get it; empty: all, in a language it is written in."""
    first_on: PageRules = ()
    """Pages on which it stands before the others."""
    not_quite: Key = ""
    """Of the person *not quite* leads to; empty: whoever is in."""
    found_by: Texts = {}
    is_draft: bool = False
    """Kept back: in the setup, and never served."""


Leads = Literal["", "step", "words", "answer", "page", "link", "call", "way", "person", "tell", "code"]


class Arm(Value):
    """One way on from a step. `to` is the key of a step, answer, channel or person, a path, a link or a
    number to call; empty with `person` is whoever is in. `says` are the words it leads to, or those that
    stand with a code, a call, a person, or as thanks. `note` is what a note begins with.
    """

    key: Key
    label: Texts = {}
    leads: Leads = ""
    to: Annotated[str, Field(max_length=2000)] = ""
    says: Texts = {}
    note: Texts = {}
    code: Annotated[str, Field(max_length=80)] = ""
    """A text to copy. Anybody can read it."""
    asks_name: bool = False
    """Asks the visitor's name before it leads on."""


class Step(Value):
    key: Key
    heading: Texts = {}
    says: Texts = {}
    arms: Annotated[tuple[Arm, ...], Field(max_length=20)] = ()


class Signposts(Value):
    """A tree of steps; the first is where it begins. `name` is the owner's own."""

    key: Key
    name: Annotated[str, Field(max_length=80)] = ""
    steps: Annotated[tuple[Step, ...], Field(max_length=100)] = ()
    is_draft: bool = False


class Begins(Value):
    """Which signposts a door begins with, on which pages and for readers of which languages (empty: all). The
    first that fits holds.
    """

    key: Key
    signposts: Key = ""
    pages: PageRules = ()
    languages: Annotated[tuple[Key, ...], Field(max_length=40)] = ()


class Reads(Value):
    """What a visitor of a door can read: the answers as a line above the note, first, or not at all; and the
    signposts it begins with.
    """

    answers: Literal["line", "first", "no"] = "line"
    begins: Annotated[tuple[Begins, ...], Field(max_length=20)] = ()
