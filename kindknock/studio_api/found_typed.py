"""A sentence of what was found with one of its words as somebody types or chooses it."""

from collections.abc import Callable, Mapping

from kindknock.core.addresses import read_contact
from kindknock.core.found.proposed import ONLY_ONE
from kindknock.core.looks import read_colour
from kindknock.core.time.hours import is_zone
from kindknock.core.time.hours_text import read_hours
from kindknock.core.time.timetable import week_document
from kindknock.core.words.language_tags import is_language
from kindknock.doors.starts import STARTS_BY_KEY

from .errors import Problem
from .found_rows import Value, row_of, words_row
from .hours_reading import reading_problem
from .schemas import PlaceIn, RowOut
from .words import FIELD, why_not


def changed_row(kind: str, key: str, value: Value, field: str, typed: str, place: PlaceIn) -> RowOut:
    """A row with one field as typed, or its value as chosen. Raises Problem with the sentence that says the
    fix.
    """
    text = typed.strip()
    try:
        new = value | (READ[kind](value, field, text, place) if field else {})
        if kind == "words":
            return words_row(new, place.language or "en")
        return row_of(kind, key, new, ticks=kind != "who", only_one=kind in ONLY_ONE)
    except (KeyError, TypeError, ValueError, AttributeError):
        raise Problem(422, "value_refused", "Something sent can’t be read: reload the page.") from None


def _read_who(value: Value, field: str, text: str, place: PlaceIn) -> Value:
    if field == "name" and not text:
        raise Problem(422, "name_empty", FIELD["name_empty"], field="name")
    if field == "zone" and not is_zone(text):
        raise Problem(422, "zone_unknown", FIELD["zone_unknown"], field="zone")
    if field == "languages":
        tags = [tag for tag in (each.strip() for each in text.split(",")) if is_language(tag)]
        if not tags:
            raise Problem(422, "language_unknown", FIELD["language_unknown"], field="languages")
        return {"languages": tags}
    return {field: text[:120]} if field in ("name", "zone") else {}


def _read_way(value: Value, field: str, text: str, place: PlaceIn) -> Value:
    if field == "apps":
        fits = read_contact(value["address"], app=None, country=place.country or None).fits
        apps = [app for app in text.split(",") if app in fits]
        return {"apps": apps or value["apps"]}
    reading = read_contact(text, country=place.country or None, zone=place.zone or None)
    if not reading.ok:
        raise Problem(422, reading.error or "not_readable", why_not(reading), field="address")
    kept = [app for app in value["apps"] if app in reading.fits]
    return {
        "address": reading.canonical,
        "apps": kept or [reading.fits[0] if reading.fits else reading.app or "link"],
    }


def _read_hours(value: Value, field: str, text: str, place: PlaceIn) -> Value:
    if not text:
        return {"week": None}
    reading = read_hours(text, (place.language or "en").partition("-")[0])
    if reading.week is None:
        raise Problem(422, reading.error or "unreadable", reading_problem(reading), field="week")
    return {"week": week_document(reading.week)}


def _read_colour(value: Value, field: str, text: str, place: PlaceIn) -> Value:
    colour = read_colour(text)
    if colour is None:
        raise Problem(
            422,
            "not_a_colour",
            "That doesn’t read as a colour. Write it like #2e5a3a or green.",
            field="colour",
        )
    return {"colour": colour}


def _read_hidden(value: Value, field: str, text: str, place: PlaceIn) -> Value:
    path = "/" + text.partition("://")[2].partition("/")[2] if "://" in text else text
    path = path if path.startswith("/") else f"/{path}"
    if len(path) < 2:
        raise Problem(422, "empty", "Write where those pages begin, like /checkout.", field="path")
    return {"path": path[:500], "kind": value.get("kind", "") if path == value.get("path") else ""}


def _read_person(value: Value, field: str, text: str, place: PlaceIn) -> Value:
    if field == "name" and not text:
        raise Problem(422, "name_empty", "What are they called?", field="name")
    return {field: text[:120]} if field in ("name", "role") else {}


def _read_text(value: Value, field: str, text: str, place: PlaceIn) -> Value:
    if field == "start":
        # What was typed stays; the rest is as the start has it.
        return {"start": text if text in STARTS_BY_KEY else ""}
    if field == "corner":
        return {"corner": text if text in ("left", "right") else ""}
    return {field: text[: 120 if field == "label" else 300]} if field in ("label", "heading") else {}


READ: Mapping[str, Callable[[Value, str, str, PlaceIn], Value]] = {
    "who": _read_who,
    "way": _read_way,
    "hours": _read_hours,
    "closure": lambda value, field, text, place: {},
    "colour": _read_colour,
    "hidden": _read_hidden,
    "person": _read_person,
    "words": _read_text,
}
