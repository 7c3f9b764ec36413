"""What of something found stands in a setup and its timetable already, and what doesn't."""

from collections.abc import Callable, Mapping
from datetime import date
from typing import Any

from ..setup import Setup
from ..time import Timetable
from ..time.hours import UnreadableSpan
from ..time.timetable import closure_of, week_of

Value = Mapping[str, Any]


def missing(kind: str, value: Value, setup: Setup, timetable: Timetable) -> Value | None:
    """The part of a value that isn't there yet, by its kind: `who` {name, languages}, `way` {apps, address},
    `hours` {week}, `closure` {first, last}, `colour` {colour}, `hidden` {path, kind}, `person` {name}. None
    where all of it is.
    """
    return _MISSING[kind](value, setup, timetable)


def _who(value: Value, setup: Setup, timetable: Timetable) -> Value | None:
    business = setup.business
    is_same = value["name"].casefold() == business.name.casefold() or not value["name"]
    return None if is_same and set(value["languages"]) <= set(business.languages) else value


def _way(value: Value, setup: Setup, timetable: Timetable) -> Value | None:
    stands = {(way.app, way.address) for door in setup.doors for way in door.channels}
    stands |= {(app, address) for person in setup.people for app, address in person.addresses.items()}
    apps = [app for app in value["apps"] if (app, value["address"]) not in stands]
    return {**value, "apps": apps} if apps else None


def _hours(value: Value, setup: Setup, timetable: Timetable) -> Value | None:
    shop = timetable.shop
    if value["week"] is None:
        return None
    try:
        if shop is not None and shop.week is not None and week_of(shop.week) == week_of(value["week"]):
            return None
    except UnreadableSpan:
        return None
    return value


def _closure(value: Value, setup: Setup, timetable: Timetable) -> Value | None:
    first, last = (date.fromisoformat(value[name]) for name in ("first", "last"))
    closures = [closure_of(each) for each in (timetable.shop.closures if timetable.shop else ())]
    is_there = any(each is not None and each.first <= first and last < each.last for each in closures)
    return None if is_there else value


def _colour(value: Value, setup: Setup, timetable: Timetable) -> Value | None:
    is_there = not value["colour"] or not setup.doors or setup.doors[0].looks.colour == value["colour"]
    return None if is_there else value


def _hidden(value: Value, setup: Setup, timetable: Timetable) -> Value | None:
    rules = [rule for door in setup.doors for rule in door.pages if rule.effect == "hide"]
    kinds = {rule.value for rule in rules if rule.kind == "page_kind"}
    is_there = value.get("kind") in kinds or any(rule.value == value["path"] for rule in rules)
    return None if is_there else value


def _person(value: Value, setup: Setup, timetable: Timetable) -> Value | None:
    names = {person.name.casefold() for person in setup.people}
    return None if value["name"].casefold() in names else value


_MISSING: Mapping[str, Callable[[Value, Setup, Timetable], Value | None]] = {
    "who": _who,
    "way": _way,
    "hours": _hours,
    "closure": _closure,
    "colour": _colour,
    "hidden": _hidden,
    "person": _person,
}
