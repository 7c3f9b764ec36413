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
from .pages.kinds import kind_of
from .pages.rules import Rule, judge, pattern_matches, place_of
from .setup import setup_from
from .time.days import FIRST_YEAR, LAST_YEAR, is_near
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


def _text(asked: Said, name: str) -> str:
    value = asked.get(name)
    if not isinstance(value, str):
        raise BadQuestion(f"{name}_missing")
    return value


def _optional(asked: Said, name: str) -> str | None:
    value = asked.get(name)
    if value is not None and not isinstance(value, str):
        raise BadQuestion(f"{name}_not_text")
    return value or None


def _list(asked: Said, name: str) -> list[Any]:
    value = asked.get(name)
    if value is not None and not isinstance(value, list):
        raise BadQuestion(f"{name}_not_a_list")
    return value or []


def _read(asked: Said) -> dict[str, Any]:
    app = _optional(asked, "app")
    if app is not None and app not in APPS and app not in RETIRED:
        raise BadQuestion("unknown_app")
    reading = read_contact(
        _text(asked, "typed"), app=app, country=_optional(asked, "country"), zone=_optional(asked, "zone")
    )
    return {
        "ok": reading.ok,
        "canonical": reading.canonical,
        "shown": reading.shown,
        "app": reading.app,
        "warnings": list(reading.warnings),
        "left_out": reading.left_out,
        "choices": [other.canonical for other in reading.choices],
        "error": reading.error,
    }


def _verdict(asked: Said) -> dict[str, Any]:
    compiled = compile_setup(setup_from(asked.get("setup")), timetable=timetable_from(asked.get("timetable")))
    at = (
        _aware(asked["visit"], "at")
        if isinstance(asked.get("visit"), Mapping) and asked["visit"].get("at")
        else None
    )
    verdict = decide(compiled, visit_from(asked.get("visit"), at=at), explain=True)
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
        "reasons": [_plain_value(reason.as_dict()) for reason in verdict.reasons],
    }


def _plain_value(value: Any) -> Any:
    """A value as JSON has it: moments as text."""
    if isinstance(value, Mapping):
        return {str(key): _plain_value(inner) for key, inner in value.items()}
    if isinstance(value, list | tuple | set | frozenset):
        return [_plain_value(inner) for inner in value]
    if isinstance(value, datetime):
        return _iso(value)
    return value if value is None or isinstance(value, str | int | float | bool) else str(value)


def _aware(asked: Said, name: str) -> datetime:
    text = _text(asked, name)
    try:
        at = datetime.fromisoformat(text.replace("Z", "+00:00"))
    except ValueError:
        raise BadQuestion(f"{name}_not_a_moment") from None
    if not is_near(at):
        raise BadQuestion(f"{name}_too_far_off")
    return at if at.tzinfo is not None else at.replace(tzinfo=UTC)


def _day(text: Any, name: str) -> date:
    try:
        day = date.fromisoformat(str(text)[:10])
    except ValueError:
        raise BadQuestion(f"{name}_not_a_day") from None
    if not is_near(day):
        raise BadQuestion(f"{name}_too_far_off")
    return day


def _zone(asked: Said) -> str:
    zone = _optional(asked, "zone") or "UTC"
    if not is_zone(zone):
        raise BadQuestion("unknown_zone")
    return zone


def _week(value: Any) -> Week | None:
    """A week out of a document, a text, or null (always). Raises BadQuestion."""
    if value is None:
        return None
    if isinstance(value, str):
        reading = read_hours(value)
        if reading.week is None:
            raise BadQuestion(reading.error or "unreadable")
        return reading.week
    if not isinstance(value, Mapping):
        raise BadQuestion("hours_missing")
    try:
        return week_of(value)
    except UnreadableSpan as error:
        raise BadQuestion(error.code) from None


def _closure(value: Any, zone: str) -> Closure:
    """A closure out of a document; a reading with an offset is moved to the zone's wall."""
    if not isinstance(value, Mapping) or not isinstance(value.get("from"), str):
        raise BadQuestion("closures_not_readable")
    whole = value.get("whole_day", "T" not in value["from"])
    ends = {
        name: str(value.get(name) or "") if whole else _on_wall(str(value.get(name) or ""), zone)
        for name in ("from", "until")
    }
    closure = closure_of(
        ClosureDoc.model_validate(
            {
                **ends,
                "whole_day": whole is True,
                "yearly": value.get("yearly") is True,
                "name": str(value.get("name", ""))[:200],
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


def _hours(asked: Said) -> dict[str, Any]:
    zone = _zone(asked)
    closures = tuple(_closure(item, zone) for item in _list(asked, "closures"))
    found = outlook(Hours(zone, _week(asked.get("hours")), closures), _aware(asked, "at"))
    return {
        "open": found.open,
        "next_change": _iso(found.next_change),
        "next_opening": _iso(found.next_opening),
    }


def _hours_text(asked: Said) -> dict[str, Any]:
    reading = read_hours(_text(asked, "text"), _optional(asked, "language") or "en")
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
        "left_out": list(reading.left_out),
        "holidays": reading.holidays,
        "choices": [write_osm(other) for other in reading.choices],
        "error": reading.error,
    }


def _pattern(asked: Said) -> dict[str, Any]:
    place = place_of(_text(asked, "path"))
    return {"matches": pattern_matches(_text(asked, "pattern"), place.path, place.query | place.tags)}


def _pages(asked: Said) -> dict[str, Any]:
    rules = []
    for item in _list(asked, "rules"):
        if (
            not isinstance(item, Mapping)
            or item.get("effect") not in ("show", "hide")
            or item.get("kind") not in RULE_KINDS
        ):
            raise BadQuestion("rule_unreadable")
        rules.append(Rule(item["effect"], item["kind"], str(item.get("value") or "")))
    address = _text(asked, "address")
    kind = kind_of(place_of(address), by_page=_optional(asked, "page_kind") or "").kind
    placing = judge(rules, place_of(address, kind=kind))
    return {"shows": placing.shows, "decided_by": placing.decided_by, "near_miss": placing.near_miss}


def _facts(asked: Said) -> dict[str, Any]:
    from .pages.markup import read_page

    others = [title for title in _list(asked, "other_titles") if isinstance(title, str)]
    return read_page(_text(asked, "html"), _optional(asked, "address") or "", others).as_dict()


def _price(asked: Said) -> dict[str, Any]:
    from .pages.prices import amount_text, read_price

    money = read_price(_text(asked, "text"), _optional(asked, "currency") or "")
    return {
        "amount": amount_text(money.amount) if money else None,
        "currency": (money.currency or None) if money else None,
        "highest": amount_text(money.highest) if money and money.highest is not None else None,
        "is_from": money.is_from if money else False,
    }


def _contrast(asked: Said) -> dict[str, Any]:
    found = contrast(_text(asked, "text"), _text(asked, "ground"))
    if found is None:
        raise BadQuestion("not_a_colour")
    return {"ratio": found.ratio, "reads": found.reads, "nearest": found.nearest}


def _language(asked: Said) -> dict[str, Any]:
    wanted, have = asked.get("wanted"), asked.get("have")
    if not isinstance(wanted, str | list) or not isinstance(have, list):
        raise BadQuestion("wanted_or_have_missing")
    return {"language": best_language(wanted, [tag for tag in have if isinstance(tag, str)])}


def _calendar(asked: Said) -> dict[str, Any]:
    from .formats.ical import read_calendar

    reading = read_calendar(
        _text(asked, "ics"), _day(asked.get("from"), "from"), _day(asked.get("until"), "until"), _zone(asked)
    )
    return {
        "closures": [_closure_document(closure) for closure in reading.closures],
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


def _cards(asked: Said) -> dict[str, Any]:
    from .formats.vcard import read_cards

    reading = read_cards(_text(asked, "vcf"))
    return {
        "people": [
            {
                "name": person.name,
                "role": person.role,
                "phones": list(person.phones),
                "emails": list(person.emails),
            }
            for person in reading.people
        ],
        "warnings": list(reading.warnings),
        "error": reading.error,
    }


def _holidays(asked: Said) -> dict[str, Any]:
    from .time.public_holidays import UnknownCountry, public_holidays

    year = asked.get("year")
    if not isinstance(year, int) or isinstance(year, bool) or not FIRST_YEAR <= year <= LAST_YEAR:
        raise BadQuestion("year_missing")
    try:
        found = public_holidays(_text(asked, "country"), year, _optional(asked, "region"))
    except UnknownCountry as error:
        raise BadQuestion(str(error)) from None
    return {"days": [{"day": item.day.isoformat(), "name": item.name} for item in found]}


def _message(asked: Said) -> dict[str, Any]:
    facts = asked.get("facts") or {}
    if not isinstance(facts, Mapping):
        raise BadQuestion("facts_not_an_object")
    filled = fill(_text(asked, "template"), ready_facts(facts, _optional(asked, "language") or "en"))
    return {"text": filled.text, "unknown": list(filled.unknown)}


def _found(asked: Said) -> dict[str, Any]:
    from .found import found
    from .found.page import Source
    from .found.plain import plain

    sources = []
    if not _list(asked, "pages"):
        raise BadQuestion("pages_missing")
    for page in _list(asked, "pages"):
        if not isinstance(page, Mapping):
            raise BadQuestion("pages_not_objects")
        styles = tuple(str(style) for style in _list(page, "styles"))
        manifest = _optional(page, "manifest") or ""
        sources.append(Source(_text(page, "address"), _text(page, "html"), styles, manifest))
    today = _day(asked["today"], "today") if asked.get("today") else date.min
    return plain(found(sources, today=today, country=_optional(asked, "country") or ""))


TOPICS: dict[str, Callable[[Said], dict[str, Any]]] = {
    "read": _read,
    "verdict": _verdict,
    "hours": _hours,
    "hours_text": _hours_text,
    "pattern": _pattern,
    "pages": _pages,
    "facts": _facts,
    "found": _found,
    "price": _price,
    "contrast": _contrast,
    "language": _language,
    "calendar": _calendar,
    "cards": _cards,
    "holidays": _holidays,
    "message": _message,
}
