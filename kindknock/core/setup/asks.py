"""What a door asks before it hands over: up to eight questions on one page of the card (docs/rules.md 13)."""

from typing import Annotated, Literal

from pydantic import Field

from .values import Key, Texts, Value

QuestionKind = Literal["words", "long", "one", "some", "yes", "email", "phone", "number", "day", "time"]
CHOOSES: tuple[QuestionKind, ...] = ("one", "some")
"""Kinds with choices of the owner's."""
MOST_QUESTIONS, MOST_CHOICES = 8, 12


class AskChoice(Value):
    key: Key
    words: Texts = {}


class OnlyWhen(Value):
    """Asked only where an earlier *one of* was answered with this choice."""

    question: Key = ""
    choice: Key = ""


class Question(Value):
    key: Key
    kind: QuestionKind = "words"
    label: Texts = {}
    hint: Texts = {}
    needed: bool = False
    choices: Annotated[tuple[AskChoice, ...], Field(max_length=MOST_CHOICES)] = ()
    only_when: OnlyWhen | None = None


class Asks(Value):
    """`when`: never; before any app; or only while nobody is in."""

    when: Literal["never", "always", "nobody"] = "never"
    title: Texts = {}
    """Above the questions; empty takes our own words."""
    questions: Annotated[tuple[Question, ...], Field(max_length=MOST_QUESTIONS)] = ()
