"""What a door asks before it hands over: up to eight questions on one page of the card (docs/rules.md 13)."""

from typing import Annotated, Literal

from pydantic import Field

from .values import Key, PageRules, Texts, Value

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


class QuestionSet(Value):
    """Questions on one page of the card, in order."""

    title: Texts = {}
    """Above the questions; empty takes our own words."""
    questions: Annotated[tuple[Question, ...], Field(max_length=MOST_QUESTIONS)] = ()


class OtherQuestions(QuestionSet):
    """In place of the door's on some pages, or for some of its channels; the first that fits holds. Without
    either it stands nowhere.
    """

    key: Key
    pages: PageRules = ()
    channels: Annotated[tuple[Key, ...], Field(max_length=50)] = ()


class Asks(QuestionSet):
    """`when`: never; before any app; or only while nobody is in."""

    when: Literal["never", "always", "nobody"] = "never"
    keeps: bool = False
    """Whether note and answers are also kept in the guestbook; else they stand in the message only."""
    mails: Literal["no", "asked", "named"] = "no"
    """Whom what is kept is mailed to as well: nobody, the person asked, or `mail_to`."""
    mail_to: Annotated[tuple[Annotated[str, Field(max_length=254)], ...], Field(max_length=5)] = ()
    thanks: Texts = {}
    """On the card, when the visitor comes back from the app."""
    reply: Texts = {}
    """Mailed to who was asked for an email and gave one; empty mails nothing."""
    others: Annotated[tuple[OtherQuestions, ...], Field(max_length=10)] = ()
