"""Every text of a site that an owner writes, by a stable path: for lists, translators and counting what is
missing.

A path is `door/KEY/says/label`, `door/KEY/channel/KEY/caption`, `person/KEY/role` and the like. What is
said by default where a text is empty is the small words' matter; which text wins for one visit is
`spoken`'s.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import TypeVar

import regex

from ..setup import Asks, Door, Override, Person, QuestionSet, Says, Setup
from .language_tags import lookup

Texts = Mapping[str, str]
SAYS: tuple[str, ...] = tuple(name for name in Says.model_fields if name != "small")
NUDGE = ("words", "first_reply", "second_reply")
ROOM: dict[str, int] = {
    "label": 28,
    "nudge": 90,
    "first_reply": 40,
    "second_reply": 40,
    "heading": 90,
    "help": 160,
    "closing": 160,
    "hint": 60,
    "note": 400,
    "note_for_product": 400,
    "note_on_sale": 400,
    "away": 160,
    "thanks": 90,
    "privacy": 300,
    "mark_words": 60,
    "name": 40,
    "caption": 60,
    "role": 40,
    "small": 80,
    "asks_title": 90,
    "question": 90,
    "question_hint": 60,
    "choice": 40,
    "asks_thanks": 160,
    "asks_reply": 600,
}
"""How many letters, as a reader counts them, a place has; a longer text is advised against, not refused."""
Questions = TypeVar("Questions", bound=QuestionSet)
_GRAPHEME = regex.compile(r"\X")


def letters_of(text: str) -> int:
    """Letters as a reader counts them: extended grapheme clusters (UAX 29)."""
    return sum(1 for _ in _GRAPHEME.finditer(text))


@dataclass(frozen=True, slots=True)
class Slot:
    """One text in all its languages. `field` names its kind, `of` what it belongs to, for a reader."""

    path: str
    field: str
    texts: Texts
    of: str = ""

    @property
    def is_written(self) -> bool:
        return any(text.strip() for text in self.texts.values())

    def missing_in(self, language: str) -> bool:
        """Whether it is written, but neither in this language nor in one it is a variety of (RFC 4647,
        3.4).
        """
        return (
            self.is_written
            and lookup((language,), [tag for tag, text in self.texts.items() if text.strip()]) is None
        )


def slots_of(setup: Setup) -> tuple[Slot, ...]:
    """Every text there is a place for, written or not, door by door in the owner's order, then people."""
    return tuple(slot for door in setup.doors for slot in slots_of_door(door)) + tuple(
        slot for person in setup.people for slot in slots_of_person(person)
    )


def slots_of_door(door: Door) -> Iterator[Slot]:
    at = f"door/{door.key}"
    yield from _says(at, door.says, door.name)
    for field in NUDGE:
        name = "nudge" if field == "words" else field
        yield Slot(f"{at}/nudge/{field}", name, getattr(door.nudge, field), door.name)
    yield Slot(f"{at}/also/mark_words", "mark_words", door.also.mark_words, door.name)
    yield from _asks(at, door)
    for channel in door.channels:
        for field in ("name", "caption", "note"):
            yield Slot(f"{at}/channel/{channel.key}/{field}", field, getattr(channel, field), channel.app)
    for plate in door.plates:
        yield Slot(f"{at}/plate/{plate.key}/label", "label", plate.label, door.name)
    for override in door.overrides:
        yield from _says(f"{at}/override/{override.key}", override.says, override.name or door.name)


def _asks(at: str, door: Door) -> Iterator[Slot]:
    """What is asked first; nothing of it while it is switched off and empty."""
    asks = door.asks
    if not asks.questions and not asks.others:
        return
    yield from _questions(f"{at}/asks", f"{at}/ask", asks, door.name)
    yield Slot(f"{at}/asks/thanks", "asks_thanks", asks.thanks, door.name)
    yield Slot(f"{at}/asks/reply", "asks_reply", asks.reply, door.name)
    for other in asks.others:
        yield from _questions(f"{at}/other/{other.key}", f"{at}/other/{other.key}/ask", other, door.name)


def _questions(at: str, each: str, asks: QuestionSet, of: str) -> Iterator[Slot]:
    yield Slot(f"{at}/title", "asks_title", asks.title, of)
    for question in asks.questions:
        path = f"{each}/{question.key}"
        yield Slot(f"{path}/label", "question", question.label, of)
        yield Slot(f"{path}/hint", "question_hint", question.hint, of)
        for choice in question.choices:
            yield Slot(f"{path}/choice/{choice.key}/words", "choice", choice.words, of)


def _says(at: str, says: Says, of: str) -> Iterator[Slot]:
    for field in SAYS:
        yield Slot(f"{at}/says/{field}", field, getattr(says, field), of)
    for name, texts in says.small.items():
        yield Slot(f"{at}/small/{name}", "small", texts, of)


def slots_of_person(person: Person) -> Iterator[Slot]:
    for field in ("role", "note"):
        yield Slot(f"person/{person.key}/{field}", field, getattr(person, field), person.name)


def missing_texts(setup: Setup, language: str) -> tuple[Slot, ...]:
    """The written texts that readers of a language get in another one."""
    return tuple(slot for slot in slots_of(setup) if slot.missing_in(language))


def begun_in(setup: Setup, language: str) -> dict[str, dict[str, str]]:
    """What is missing in a language, written as it stands in the default one or else the first that has it:
    a start to translate from, as `with_texts` takes it.
    """
    default = setup.business.languages[0]
    return {
        slot.path: {
            language: slot.texts.get(default) or next(text for text in slot.texts.values() if text.strip())
        }
        for slot in missing_texts(setup, language)
    }


def with_texts(setup: Setup, written: Mapping[str, Mapping[str, str]]) -> Setup:
    """The setup with texts by path and language put in; an empty text takes one out, a path that isn't
    there is passed over.
    """
    return setup.model_copy(
        update={
            "doors": tuple(_door(door, written) for door in setup.doors),
            "people": tuple(
                person.model_copy(update=_put(f"person/{person.key}", person, ("role", "note"), written))
                for person in setup.people
            ),
        }
    )


def _door(door: Door, written: Mapping[str, Mapping[str, str]]) -> Door:
    at = f"door/{door.key}"
    return door.model_copy(
        update={
            "says": _said(at, door.says, written),
            "nudge": door.nudge.model_copy(update=_put(f"{at}/nudge", door.nudge, NUDGE, written)),
            "asks": _asked(at, door.asks, written),
            "also": door.also.model_copy(update=_put(f"{at}/also", door.also, ("mark_words",), written)),
            "channels": tuple(
                channel.model_copy(
                    update=_put(f"{at}/channel/{channel.key}", channel, ("name", "caption", "note"), written)
                )
                for channel in door.channels
            ),
            "plates": tuple(
                plate.model_copy(update=_put(f"{at}/plate/{plate.key}", plate, ("label",), written))
                for plate in door.plates
            ),
            "overrides": tuple(
                _override(f"{at}/override/{override.key}", override, written) for override in door.overrides
            ),
        }
    )


def _asked(at: str, asks: Asks, written: Mapping[str, Mapping[str, str]]) -> Asks:
    whole = _questions_with(f"{at}/asks", f"{at}/ask", asks, written)
    others = tuple(
        _questions_with(f"{at}/other/{other.key}", f"{at}/other/{other.key}/ask", other, written)
        for other in asks.others
    )
    put = _put(f"{at}/asks", asks, ("thanks", "reply"), written)
    return whole.model_copy(update={**put, "others": others})


def _questions_with(
    at: str, each: str, asks: Questions, written: Mapping[str, Mapping[str, str]]
) -> Questions:
    questions = []
    for question in asks.questions:
        path = f"{each}/{question.key}"
        choices = tuple(
            choice.model_copy(update=_put(f"{path}/choice/{choice.key}", choice, ("words",), written))
            for choice in question.choices
        )
        put = _put(path, question, ("label", "hint"), written)
        questions.append(question.model_copy(update={**put, "choices": choices}))
    return asks.model_copy(update={**_put(at, asks, ("title",), written), "questions": tuple(questions)})


def _override(at: str, override: Override, written: Mapping[str, Mapping[str, str]]) -> Override:
    return override.model_copy(update={"says": _said(at, override.says, written)})


def _said(at: str, says: Says, written: Mapping[str, Mapping[str, str]]) -> Says:
    small = dict(says.small)
    for path, texts in written.items():
        head, _, name = path.rpartition("/")
        if head == f"{at}/small":
            small[name] = _merged(small.get(name, {}), texts)
    return says.model_copy(
        update={
            **_put(f"{at}/says", says, SAYS, written),
            "small": {name: texts for name, texts in small.items() if texts},
        }
    )


def _put(
    at: str, value: object, fields: tuple[str, ...], written: Mapping[str, Mapping[str, str]]
) -> dict[str, dict[str, str]]:
    return {
        field: _merged(getattr(value, field), written[f"{at}/{field}"])
        for field in fields
        if f"{at}/{field}" in written
    }


def _merged(texts: Texts, more: Texts) -> dict[str, str]:
    return {tag: text for tag, text in {**texts, **more}.items() if text}
