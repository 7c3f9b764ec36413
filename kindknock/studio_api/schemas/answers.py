"""What visitors can read, as its owner writes it: answers, headings, signposts, with what became of them."""

from typing import Literal

from ninja import Field, Schema

from kindknock.core import setup as core

from .stage import StageIn


class OfPeople(Schema):
    """Somebody or some way an arm can lead to, or *not quite*."""

    key: str
    name: str


class ReadCountsOut(Schema):
    """`says` is *31 of 36*, *too few to tell* or empty; `more` the range, for who looks closer."""

    shown: int
    helped: int
    says: str
    more: str


class AnswerOut(Schema):
    key: str
    version: int
    kind: Literal["question", "article"]
    title: dict[str, str]
    body: core.answers.Documents
    group: str
    pages: core.values.PageRules
    devices: list[str]
    languages: list[str]
    first_on: core.values.PageRules
    not_quite: str
    found_by: dict[str, str]
    is_draft: bool
    where: str
    """*on /workshop and below*, in words."""
    minutes: int
    words: dict[str, int]
    """How many, by language."""
    missing: list[str]
    """Languages of the business that it isn't written in."""
    unsaid: int
    """Pictures without a text for who can’t see them."""
    is_live: bool
    """As visitors have it; else it isn’t, or not like this."""
    is_blank: bool
    counts: ReadCountsOut


class GroupOut(Schema):
    key: str
    title: dict[str, str] = Field(default_factory=dict)


class AmissOut(Schema):
    code: str
    step: str
    arm: str
    says: str
    blocks: bool


class WalkOut(Schema):
    """A set of signposts' last four weeks. `pressed` and `left_after` by step:arm."""

    begun: int
    person: int
    read: int
    left: int
    pressed: dict[str, int]
    left_most: str
    """The label of the choice after which most left; empty where too few did."""
    says: str


class LineOutlineOut(Schema):
    """One line of the outline; `opens` is the key of the step drawn below it."""

    deep: int
    step: str
    arm: str
    opens: str
    again: bool


class SignpostsOut(Schema):
    key: str
    version: int
    name: str
    steps: list[core.Step]
    is_draft: bool
    is_live: bool
    title: str
    ways: int
    down: int
    begins: list[str]
    """Names of the doors that begin with it."""
    outline: list[LineOutlineOut]
    amiss: list[AmissOut]
    missing: dict[str, int]
    """Texts missing, by language."""
    walks: WalkOut


class AnswersOut(Schema):
    """All that visitors of a site can read, and what it may lead to."""

    site: str
    name: str
    language: str
    languages: list[str]
    answers: list[AnswerOut]
    groups: list[GroupOut]
    signposts: list[SignpostsOut]
    people: list[OfPeople]
    ways: list[OfPeople]
    doors: list[OfPeople]
    pages: list[str]
    not_found: int
    undo: str
    redo: str
    changes: int
    """How many changes of the site are not live."""
    added: str = ""
    """The key of what was just added."""


class AnswerIn(Schema):
    """A new answer; what isn’t given is empty."""

    kind: Literal["question", "article"]
    title: dict[str, str] = Field(default_factory=dict)
    body: core.answers.Documents = Field(default_factory=dict)


class AnswerChanges(Schema):
    """Parts that are saved, each whole; those not sent stay."""

    version: int
    typing: bool | None = None
    kind: Literal["question", "article"] | None = None
    title: core.values.Texts | None = None
    body: core.answers.Documents | None = None
    group: core.Key | None = None
    pages: core.values.PageRules | None = None
    devices: list[core.Device] | None = None
    languages: list[core.Key] | None = None
    first_on: core.values.PageRules | None = None
    not_quite: core.Key | None = None
    found_by: core.values.Texts | None = None
    is_draft: bool | None = None


class AnswersOrderIn(Schema):
    keys: list[str] = Field(max_length=2000)


class GroupsIn(Schema):
    """All headings, in order; one without a key is new. `was`: the keys of those that stood as this change
    began; what others have put in since stays.
    """

    groups: list[core.Group] = Field(max_length=100)
    was: list[core.Key] | None = Field(None, max_length=200)


class SignpostsIn(Schema):
    """New signposts: from nothing, or one of the ready trees."""

    ready: str | None = Field(None, max_length=20)


class SignpostsChanges(Schema):
    version: int
    typing: bool | None = None
    name: str | None = Field(None, max_length=80)
    steps: list[core.Step] | None = Field(None, max_length=100)
    is_draft: bool | None = None


class BeginIn(Schema):
    """Which door begins with these signposts from now on; empty takes them off every door."""

    doors: list[str] = Field(max_length=50)


class PastedIn(Schema):
    html: str | None = Field(None, max_length=2_000_000)
    markdown: str | None = Field(None, max_length=400_000)


class DocumentOut(Schema):
    """`abroad` counts pictures of other places, which were left out."""

    blocks: list[core.Block]
    abroad: int


class FindIn(Schema):
    typed: str = Field(max_length=200)
    language: str | None = Field(None, max_length=35)


class FoundAnswersOut(Schema):
    keys: list[str]


class FaqIn(Schema):
    """A page of one’s own that has questions with answers, or its source."""

    address: str | None = Field(None, max_length=2000)
    source: str | None = Field(None, max_length=3_000_000)


class ImportedOut(Schema):
    """What came in: how many, and a sentence on each file or question that didn’t."""

    added: int
    changed: int
    says: str
    left_out: list[str]


class StageReadIn(StageIn):
    """What the card on the stage asks for: the list, an answer, or what is found."""

    key: str | None = Field(None, max_length=64)
    typed: str | None = Field(None, max_length=200)
