"""Asks the core from outside: one plain value in, one plain value out, by topic.

The shapes are fixed in docs/asking.md; a topic is changed only by a new one beside it. Nothing
that is asked makes this raise: what can't be read comes back as `{"error": …}`.
"""

from collections.abc import Callable, Mapping
from typing import Any

from .apps import APPS, RETIRED
from .contacts import read_contact
from .errors import CoreError
from .setup import setup_from
from .verdict import compile_setup, decide
from .visit import visit_from

Said = Mapping[str, Any]


class BadQuestion(CoreError):
    """The question lacks something or has it in the wrong kind; the message is its code."""


def answer(topic: str, question: Any) -> dict[str, Any]:
    """One answer. Errors: unknown_topic, not_an_object, or what the topic itself says."""
    ask = TOPICS.get(topic)
    if ask is None:
        return {"error": "unknown_topic"}
    if not isinstance(question, Mapping):
        return {"error": "not_an_object"}
    try:
        return ask(question)
    except CoreError as error:
        return {"error": str(error)}


def _text(said: Said, name: str) -> str:
    value = said.get(name)
    if not isinstance(value, str):
        raise BadQuestion(f"{name}_missing")
    return value


def _optional(said: Said, name: str) -> str | None:
    value = said.get(name)
    if value is not None and not isinstance(value, str):
        raise BadQuestion(f"{name}_not_text")
    return value or None


def _read(said: Said) -> dict[str, Any]:
    app = _optional(said, "app")
    if app is not None and app not in APPS and app not in RETIRED:
        raise BadQuestion("unknown_app")
    reading = read_contact(_text(said, "typed"), app=app, country=_optional(said, "country"))
    return {"ok": reading.ok, "canonical": reading.canonical, "shown": reading.shown, "app": reading.app,
            "warnings": list(reading.warnings), "error": reading.error}


def _verdict(said: Said) -> dict[str, Any]:
    compiled = compile_setup(setup_from(said.get("setup")))
    verdict = decide(compiled, visit_from(said.get("visit")), explain=True)
    return {"shown": verdict.shown, "door": verdict.door, "language": verdict.language, "device": verdict.device,
            "stopped_by": verdict.stopped_by, "reasons": [reason.as_dict() for reason in verdict.reasons]}


TOPICS: dict[str, Callable[[Said], dict[str, Any]]] = {"read": _read, "verdict": _verdict}
