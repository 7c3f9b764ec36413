"""The answers of a release, ready to be listed, read and searched: what is drafted or blank is not on it.

Where docs/rules.md is silent: an answer without words in a language is read in the business's first, else in
one it has, and says which; its title falls back by itself. Those told to be first here come first, then those
without a heading, then heading by heading, each by how many it helped, then in the owner's order.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from ..pages import rules as placement
from ..setup import Answer, Document, PageRule, Setup
from ..words.language_tags import lookup
from ..words.message import text_in
from .document import minutes_to_read, plain_words
from .searching import Findable, Index, found, index_of

Rules = tuple[placement.Rule, ...]


@dataclass(frozen=True, slots=True)
class Shelved:
    """An answer that visitors can read, with its page rules read."""

    answer: Answer
    pages: Rules
    first_on: Rules
    place: int
    """In the owner's order, headings counted."""
    group: int
    """0 without a heading, else the heading's place from 1."""

    def fits(self, place: placement.Place, device: str, language: str) -> bool:
        answer = self.answer
        return (
            (not answer.devices or device in answer.devices)
            and (not answer.languages or lookup((language,), answer.languages) is not None)
            and (not self.pages or placement.judge(self.pages, place).shows)
        )

    def is_first(self, place: placement.Place) -> bool:
        shows = [rule for rule in self.first_on if not rule.is_blank]
        return bool(shows) and placement.judge(self.first_on, place).shows


@dataclass(frozen=True, slots=True)
class Listed:
    """An answer as it is listed on one page: its title and heading there, minutes only of an article."""

    answer: Answer
    title: str
    group: str = ""
    minutes: int = 0


@dataclass(frozen=True, slots=True)
class Shelf:
    shelved: tuple[Shelved, ...]
    groups: tuple[Mapping[str, str], ...]
    default: str
    indexes: dict[str, Index] = field(default_factory=dict, compare=False)
    """Made when a language is first searched."""

    def here(
        self, place: placement.Place, device: str, language: str, helped: Mapping[str, int]
    ) -> tuple[Listed, ...]:
        """Those a visitor can read on this page, in the order they are listed."""
        fitting = [
            (each.is_first(place), each) for each in self.shelved if each.fits(place, device, language)
        ]

        def order(found: tuple[bool, Shelved]) -> tuple[bool, int, int, int]:
            is_first, each = found
            return (not is_first, 0 if is_first else each.group, -helped.get(each.answer.key, 0), each.place)

        return tuple(
            Listed(
                each.answer,
                text_in(each.answer.title, language, self.default),
                ""
                if is_first or not each.group
                else text_in(self.groups[each.group - 1], language, self.default),
                self._minutes(each.answer, language) if each.answer.kind == "article" else 0,
            )
            for is_first, each in sorted(fitting, key=order)
        )

    def found(self, typed: str, language: str) -> tuple[str, ...]:
        """Keys of all answers that the words find, the likeliest first, whatever page they are for."""
        index = self.indexes.get(language)
        if index is None:
            index = self.indexes[language] = index_of(
                [self._findable(each.answer, language) for each in self.shelved], language
            )
        return found(index, typed)

    def _findable(self, answer: Answer, language: str) -> Findable:
        return Findable(
            key=answer.key,
            title=text_in(answer.title, language, self.default),
            words=plain_words(document_in(answer, language, self.default)[1]),
            found_by=text_in(answer.found_by, language, self.default),
        )

    def _minutes(self, answer: Answer, language: str) -> int:
        return minutes_to_read(document_in(answer, language, self.default)[1])


def document_in(answer: Answer, language: str, default: str) -> tuple[str, Document]:
    """The language an answer is read in by who reads `language`, and what is read; empty where none is."""
    tag = language
    while tag:
        if document := answer.body.get(tag):
            return tag, document
        tag = tag.rpartition("-")[0]
    for tag in (default, *answer.body):
        if document := answer.body.get(tag):
            return tag, document
    return "", ()


def is_readable(answer: Answer) -> bool:
    """Whether visitors get it: it has a title and words, and is not kept back."""
    return (
        not answer.is_draft
        and any(text.strip() for text in answer.title.values())
        and any(answer.body.values())
    )


def shelf_of(setup: Setup) -> Shelf:
    groups = {group.key: at for at, group in enumerate(setup.groups, start=1)}
    return Shelf(
        shelved=tuple(
            Shelved(answer, _rules(answer.pages), _rules(answer.first_on), at, groups.get(answer.group, 0))
            for at, answer in enumerate(setup.answers)
            if is_readable(answer)
        ),
        groups=tuple(group.title for group in setup.groups),
        default=setup.business.languages[0],
    )


def _rules(rules: Sequence[PageRule]) -> Rules:
    return tuple(placement.Rule(rule.effect, rule.kind, rule.value, rule.host) for rule in rules)
