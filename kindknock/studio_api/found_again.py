"""What a website says now that is otherwise here: told for each thing that can be taken over, never done."""

from collections.abc import Iterator, Mapping
from datetime import date
from typing import Any

from kindknock.accounts.may import Power
from kindknock.core.setup import Setup
from kindknock.core.time import Timetable
from kindknock.core.time.hours import UnreadableSpan
from kindknock.core.time.timetable import closure_of, week_of

from .found_rows import languages_words
from .hours_words import hours_words
from .schemas import DifferOut, RowOut

NEEDS: Mapping[str, Power] = {
    "who": Power.BUSINESS,
    "hours": Power.TIME,
    "closure": Power.TIME,
    "person": Power.PEOPLE,
}
"""What taking a kind over needs; all else is the doors' draft."""
NO_HOURS = "no hours are set"


def differing(rows: list[RowOut], draft: Setup, timetable: Timetable) -> Iterator[DifferOut]:
    """The rows whose value isn't here yet, in their order; a guess is none that the website says."""
    for row in rows:
        if row.kind == "words" or not row.on:
            continue
        here = _here(row.kind, row.value, draft, timetable)
        if here is not None:
            says = "".join(part.text for part in row.parts)
            yield DifferOut(
                key=row.key,
                kind=row.kind,
                value=row.value,
                says=says,
                here=here,
                where=row.where,
                quote=row.quote,
            )


def _here(kind: str, value: dict[str, Any], draft: Setup, timetable: Timetable) -> str | None:
    """What stands here in its place, '' for nothing; None where it is the same."""
    return HERE[kind](value, draft, timetable)


def _who(value: dict[str, Any], draft: Setup, timetable: Timetable) -> str | None:
    business = draft.business
    is_same = value["name"].casefold() == business.name.casefold() or not value["name"]
    if is_same and set(value["languages"]) <= set(business.languages):
        return None
    return f"{business.name}, in {languages_words(business.languages)}"


def _way(value: dict[str, Any], draft: Setup, timetable: Timetable) -> str | None:
    stands = {(way.app, way.address) for door in draft.doors for way in door.channels}
    stands |= {(app, address) for person in draft.people for app, address in person.addresses.items()}
    missing = [app for app in value["apps"] if (app, value["address"]) not in stands]
    value["apps"] = missing
    return "" if missing else None


def _hours(value: dict[str, Any], draft: Setup, timetable: Timetable) -> str | None:
    shop = timetable.shop
    if value["week"] is None:
        return None
    try:
        if shop is not None and shop.week is not None and week_of(shop.week) == week_of(value["week"]):
            return None
    except UnreadableSpan:
        return None
    return hours_words(shop, draft.business.zone) or NO_HOURS


def _closure(value: dict[str, Any], draft: Setup, timetable: Timetable) -> str | None:
    first, last = (date.fromisoformat(value[name]) for name in ("first", "last"))
    closures = timetable.shop.closures if timetable.shop else []
    for doc in closures:
        closure = closure_of(doc)
        if closure is not None and closure.first <= first and last < closure.last:
            return None
    return ""


def _colour(value: dict[str, Any], draft: Setup, timetable: Timetable) -> str | None:
    if not value["colour"] or not draft.doors or draft.doors[0].looks.colour == value["colour"]:
        return None
    return draft.doors[0].looks.colour


def _hidden(value: dict[str, Any], draft: Setup, timetable: Timetable) -> str | None:
    rules = [rule for door in draft.doors for rule in door.pages if rule.effect == "hide"]
    kinds = {rule.value for rule in rules if rule.kind == "page_kind"}
    if value.get("kind") in kinds or any(rule.value == value["path"] for rule in rules):
        return None
    return ""


def _person(value: dict[str, Any], draft: Setup, timetable: Timetable) -> str | None:
    names = {person.name.casefold() for person in draft.people}
    return None if value["name"].casefold() in names else ""


HERE = {
    "who": _who,
    "way": _way,
    "hours": _hours,
    "closure": _closure,
    "colour": _colour,
    "hidden": _hidden,
    "person": _person,
}
