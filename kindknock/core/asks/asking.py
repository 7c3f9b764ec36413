"""Which questions can be asked, and what the card is told of them.

Where docs/rules.md is silent: a question without a label in any language is not asked, nor one to choose
from with fewer than two choices that have words; a condition that can't come true (on a later question, one
that isn't a *one of*, a choice that is gone) counts as none while it is drafted and is told before
publishing.
"""

from collections.abc import Mapping
from typing import Any

from ..setup import Asks, OtherQuestions, Question
from ..setup.asks import CHOOSES, QuestionSet
from ..words.fillins import fill
from ..words.message import text_in

Texts = Mapping[str, str]


def written(texts: Texts) -> bool:
    return any(text.strip() for text in texts.values())


def askable(asks: QuestionSet) -> tuple[Question, ...]:
    """Those that can be put, in order."""
    return tuple(question for question in asks.questions if _can_be_put(question))


def _can_be_put(question: Question) -> bool:
    if not written(question.label):
        return False
    return question.kind not in CHOOSES or sum(written(choice.words) for choice in question.choices) > 1


def condition_of(question: Question, asks: QuestionSet) -> tuple[str, str] | None:
    """(question, choice) it hangs on; None where it hangs on nothing, or on what can't be."""
    when = question.only_when
    if when is None:
        return None
    before = asks.questions[: [each.key for each in asks.questions].index(question.key)]
    asked = next((each for each in before if each.key == when.question and each.kind == "one"), None)
    if asked is None or not _can_be_put(asked):
        return None
    there = {choice.key for choice in asked.choices if written(choice.words)}
    return (when.question, when.choice) if when.choice in there else None


def sets_of(asks: Asks) -> tuple[QuestionSet, ...]:
    """The door's questions and the others, in order."""
    return (asks, *asks.others)


def others_of(asks: Asks) -> tuple[OtherQuestions, ...]:
    """Those that stand anywhere: on some pages, or for some channels."""
    return tuple(other for other in asks.others if other.pages or other.channels)


def plan_of(asks: QuestionSet, language: str, default: str) -> dict[str, Any]:
    """What the card is told of one set in one language; empty where there is nothing to ask. Members: title,
    asked [{key, kind, label, hint, needed, choices [{key, words}], when [question, choice]}], those as usual
    left out.
    """
    asked = [_question(question, asks, language, default) for question in askable(asks)]
    if not asked:
        return {}
    title = text_in(asks.title, language, default)
    return ({"title": title} if title else {}) | {"asked": asked}


def where_they_go(asks: Asks, words: Mapping[str, str], *, site: str, days: int) -> str:
    """What the card says of where answers go, before anything is sent: into the message, and what else the
    owner chose. `words` are the small words of the reader's language.
    """
    out = [words.get("ask_into", "")]
    if asks.keeps:
        out.append(fill(words.get("_ask_keeps", ""), {"site": site, "days": str(days)}).text)
        if asks.mails == "asked":
            out.append(words.get("_ask_mails", ""))
        elif asks.mails == "named" and asks.mail_to:
            out.append(fill(words.get("_ask_mails_to", ""), {"addresses": ", ".join(asks.mail_to)}).text)
    return " ".join(part for part in out if part)


def _question(question: Question, asks: QuestionSet, language: str, default: str) -> dict[str, Any]:
    out: dict[str, Any] = {
        "key": question.key,
        "kind": question.kind,
        "label": text_in(question.label, language, default),
    }
    if hint := text_in(question.hint, language, default):
        out["hint"] = hint
    if question.needed:
        out["needed"] = True
    if question.kind in CHOOSES:
        out["choices"] = [
            {"key": choice.key, "words": text_in(choice.words, language, default)}
            for choice in question.choices
            if written(choice.words)
        ]
    if condition := condition_of(question, asks):
        out["when"] = list(condition)
    return out
