"""Asks the core from outside: one plain value in, one plain value out, by topic.

The shapes are fixed in docs/asking.md; a topic is changed only by a new one beside it. Nothing
that is asked makes this raise: what can't be read comes back as `{"error": …}`.
"""

from collections.abc import Callable, Mapping
from datetime import UTC, date, datetime
from typing import Any
from zoneinfo import ZoneInfo

from .addresses.apps import APPS, RETIRED
from .addresses.contacts import read_contact
from .errors import CoreError
from .looks.colour import contrast
from .pages.rules import Rule, judge, pattern_matches, place_of
from .setup import setup_from
from .time.hours import Closure, Hours, UnreadableSpan, Week, is_zone, outlook
from .time.hours_text import read_hours, write_osm, write_shortest
from .time.timetable import ClosureDoc, closure_of, timetable_from, week_document, week_of
from .visit import compile_setup, decide
from .visit.visitor import visit_from
from .words.fillins import fill, ready_facts
from .words.languages import best_language

Said = Mapping[str, Any]
RULE_KINDS = ("exact", "below", "pattern", "page_kind", "campaign")


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


def _list(said: Said, name: str) -> list[Any]:
    value = said.get(name)
    if value is not None and not isinstance(value, list):
        raise BadQuestion(f"{name}_not_a_list")
    return value or []


def _read(said: Said) -> dict[str, Any]:
    app = _optional(said, "app")
    if app is not None and app not in APPS and app not in RETIRED:
        raise BadQuestion("unknown_app")
    reading = read_contact(_text(said, "typed"), app=app, country=_optional(said, "country"))
    return {
        "ok": reading.ok,
        "canonical": reading.canonical,
        "shown": reading.shown,
        "app": reading.app,
        "warnings": list(reading.warnings),
        "error": reading.error,
    }


def _verdict(said: Said) -> dict[str, Any]:
    compiled = compile_setup(setup_from(said.get("setup")), timetable=timetable_from(said.get("timetable")))
    at = (
        _aware(said["visit"], "at")
        if isinstance(said.get("visit"), Mapping) and said["visit"].get("at")
        else None
    )
    verdict = decide(compiled, visit_from(said.get("visit"), at=at), explain=True)
    return {
        "shown": verdict.shown,
        "door": verdict.door,
        "language": verdict.language,
        "device": verdict.device,
        "stopped_by": verdict.stopped_by,
        "until": _iso(verdict.until),
        "missed": verdict.missed,
        "people": list(verdict.people),
        "channels": list(verdict.channels),
        "reasons": [reason.as_dict() for reason in verdict.reasons],
    }


def _aware(said: Said, name: str) -> datetime:
    text = _text(said, name)
    try:
        at = datetime.fromisoformat(text.replace("Z", "+00:00"))
    except ValueError:
        raise BadQuestion(f"{name}_not_a_moment") from None
    return at if at.tzinfo is not None else at.replace(tzinfo=UTC)


def _day(text: Any, name: str) -> date:
    try:
        return date.fromisoformat(str(text)[:10])
    except ValueError:
        raise BadQuestion(f"{name}_not_a_day") from None


def _zone(said: Said) -> str:
    zone = _optional(said, "zone") or "UTC"
    if not is_zone(zone):
        raise BadQuestion("unknown_zone")
    return zone


def _week(said: Any) -> Week | None:
    """A week out of a document, a text, or null (always). Raises BadQuestion."""
    if said is None:
        return None
    if isinstance(said, str):
        reading = read_hours(said)
        if reading.week is None:
            raise BadQuestion(reading.error or "unreadable")
        return reading.week
    if not isinstance(said, Mapping):
        raise BadQuestion("hours_missing")
    try:
        return week_of(said)
    except UnreadableSpan as error:
        raise BadQuestion(error.code) from None


def _closure(said: Any, zone: str) -> Closure:
    """A closure out of a document; a reading with an offset is moved to the zone's wall."""
    if not isinstance(said, Mapping) or not isinstance(said.get("from"), str):
        raise BadQuestion("closures_not_readable")
    whole = said.get("whole_day", "T" not in said["from"])
    ends = {
        name: str(said.get(name) or "") if whole else _on_wall(str(said.get(name) or ""), zone)
        for name in ("from", "until")
    }
    closure = closure_of(
        ClosureDoc.model_validate(
            {
                **ends,
                "whole_day": whole is True,
                "yearly": said.get("yearly") is True,
                "name": str(said.get("name", ""))[:200],
            }
        )
    )
    if closure is None:
        raise BadQuestion("closures_not_readable")
    return closure


def _on_wall(text: str, zone: str) -> str:
    try:
        at = datetime.fromisoformat(text.replace("Z", "+00:00"))
    except ValueError:
        raise BadQuestion("closures_not_readable") from None
    return (at.astimezone(ZoneInfo(zone)).replace(tzinfo=None) if at.tzinfo is not None else at).isoformat()


def _iso(at: datetime | None) -> str | None:
    return at.isoformat().replace("+00:00", "Z") if at is not None else None


def _hours(said: Said) -> dict[str, Any]:
    zone = _zone(said)
    closures = tuple(_closure(one, zone) for one in _list(said, "closures"))
    found = outlook(Hours(zone, _week(said.get("hours")), closures), _aware(said, "at"))
    return {
        "open": found.open,
        "next_change": _iso(found.next_change),
        "next_opening": _iso(found.next_opening),
    }


def _hours_text(said: Said) -> dict[str, Any]:
    reading = read_hours(_text(said, "text"), _optional(said, "language") or "en")
    week = reading.week
    return {
        "hours": week_document(week) if week is not None else None,
        "shortest": write_shortest(week) if week is not None else None,
        "osm": write_osm(week) if week is not None else None,
        "special": {
            f"{month:02}-{day:02}": [[a, b] for a, b in spans]
            for (month, day), spans in reading.special.items()
        },
        "warnings": list(reading.warnings),
        "error": reading.error,
    }


def _pattern(said: Said) -> dict[str, Any]:
    place = place_of(_text(said, "path"))
    return {"matches": pattern_matches(_text(said, "pattern"), place.path, place.query)}


def _pages(said: Said) -> dict[str, Any]:
    rules = []
    for one in _list(said, "rules"):
        if (
            not isinstance(one, Mapping)
            or one.get("effect") not in ("show", "hide")
            or one.get("kind") not in RULE_KINDS
        ):
            raise BadQuestion("rule_unreadable")
        rules.append(Rule(one["effect"], one["kind"], str(one.get("value") or "")))
    placing = judge(rules, place_of(_text(said, "address"), kind=_optional(said, "page_kind") or ""))
    return {"shows": placing.shows, "decided_by": placing.decided_by, "near_miss": placing.near_miss}


def _facts(said: Said) -> dict[str, Any]:
    from .pages.markup import read_page

    return read_page(_text(said, "html"), _optional(said, "address") or "").as_dict()


def _price(said: Said) -> dict[str, Any]:
    from .pages.prices import amount_text, read_price

    money = read_price(_text(said, "text"), _optional(said, "currency") or "")
    return {
        "amount": amount_text(money.amount) if money else None,
        "currency": (money.currency or None) if money else None,
    }


def _contrast(said: Said) -> dict[str, Any]:
    found = contrast(_text(said, "text"), _text(said, "ground"))
    if found is None:
        raise BadQuestion("not_a_colour")
    return {"ratio": found.ratio, "reads": found.reads, "nearest": found.nearest}


def _language(said: Said) -> dict[str, Any]:
    wanted, have = said.get("wanted"), said.get("have")
    if not isinstance(wanted, str | list) or not isinstance(have, list):
        raise BadQuestion("wanted_or_have_missing")
    return {"language": best_language(wanted, [tag for tag in have if isinstance(tag, str)])}


def _calendar(said: Said) -> dict[str, Any]:
    from .formats.ical import read_calendar

    reading = read_calendar(
        _text(said, "ics"), _day(said.get("from"), "from"), _day(said.get("until"), "until"), _zone(said)
    )
    return {
        "closures": [_closure_document(one) for one in reading.closures],
        "warnings": list(reading.warnings),
        "error": reading.error,
    }


def _closure_document(closure: Closure) -> dict[str, Any]:
    timed = closure.start is not None and closure.end is not None
    return {
        "name": closure.name,
        "from": (closure.start or closure.first).isoformat() if timed else closure.first.isoformat(),
        "until": (closure.end or closure.last).isoformat() if timed else closure.last.isoformat(),
        "whole_day": not timed,
    }


def _cards(said: Said) -> dict[str, Any]:
    from .formats.vcard import read_cards

    reading = read_cards(_text(said, "vcf"))
    return {
        "people": [
            {"name": one.name, "role": one.role, "phones": list(one.phones), "emails": list(one.emails)}
            for one in reading.people
        ],
        "warnings": list(reading.warnings),
        "error": reading.error,
    }


def _holidays(said: Said) -> dict[str, Any]:
    from .time.public_holidays import UnknownCountry, public_holidays

    year = said.get("year")
    if not isinstance(year, int) or isinstance(year, bool) or not 1900 <= year <= 2200:
        raise BadQuestion("year_missing")
    try:
        found = public_holidays(_text(said, "country"), year, _optional(said, "region"))
    except UnknownCountry as error:
        raise BadQuestion(str(error)) from None
    return {"days": [{"day": one.day.isoformat(), "name": one.name} for one in found]}


def _message(said: Said) -> dict[str, Any]:
    facts = said.get("facts") or {}
    if not isinstance(facts, Mapping):
        raise BadQuestion("facts_not_an_object")
    filled = fill(_text(said, "template"), ready_facts(facts, _optional(said, "language") or "en"))
    return {"text": filled.text, "unknown": list(filled.unknown)}


TOPICS: dict[str, Callable[[Said], dict[str, Any]]] = {
    "read": _read,
    "verdict": _verdict,
    "hours": _hours,
    "hours_text": _hours_text,
    "pattern": _pattern,
    "pages": _pages,
    "facts": _facts,
    "price": _price,
    "contrast": _contrast,
    "language": _language,
    "calendar": _calendar,
    "cards": _cards,
    "holidays": _holidays,
    "message": _message,
}
