"""What an owner takes over of what their website tells, as the setup and the timetable that come of it.

The same value stands behind the button that is tried before there is an account and the one that is hung: a
test compares what is hung with what was tried.
"""

from collections.abc import Callable
from datetime import date, timedelta
from itertools import count
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, field_validator

from kindknock.core import setup as core
from kindknock.core.addresses import APPS, read_contact
from kindknock.core.looks import read_colour
from kindknock.core.time import Timetable
from kindknock.core.time.days import is_near
from kindknock.core.time.hours import UnreadableSpan, is_zone
from kindknock.core.time.timetable import ClosureDoc, HoursDoc, Pairs, week_document, week_of
from kindknock.core.words.language_tags import is_language

from .starts import STARTS_BY_KEY

Short = Annotated[str, Field(max_length=120)]
DOOR_NAME = "Front door"


class TakenValue(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


class TakenWay(TakenValue):
    """`address` is canonical, or as typed."""

    app: Annotated[str, Field(max_length=20)]
    address: Annotated[str, Field(max_length=2000)]

    @field_validator("app")
    @classmethod
    def _one_of_ours(cls, app: str) -> str:
        if app not in APPS:
            raise ValueError("an app we don't know")
        return app


class TakenClosure(TakenValue):
    """Days, both included."""

    first: date
    last: date


class TakenPerson(TakenValue):
    name: Short
    role: Short = ""


class TakenHidden(TakenValue):
    """A page of a kind, by where it begins; `kind` empty for none of those we know."""

    path: Annotated[str, Field(max_length=500, pattern="^/")]
    kind: Literal["", "basket", "checkout"] = ""


class Taken(TakenValue):
    """Everything ticked. Of texts, those that are empty stay as the start or we have them."""

    name: Short
    country: Annotated[str, Field(pattern="^([A-Z]{2})?$")] = ""
    zone: Annotated[str, Field(max_length=64)] = "UTC"
    languages: Annotated[list[Annotated[str, Field(max_length=35)]], Field(max_length=20)] = []
    ways: Annotated[list[TakenWay], Field(max_length=30)] = []
    week: Annotated[dict[str, Pairs], Field(max_length=7)] | None = None
    closures: Annotated[list[TakenClosure], Field(max_length=60)] = []
    colour: Annotated[str, Field(max_length=200)] = ""
    hidden: Annotated[list[TakenHidden], Field(max_length=30)] = []
    people: Annotated[list[TakenPerson], Field(max_length=40)] = []
    start: Annotated[str, Field(max_length=20)] = ""
    label: Short = ""
    heading: Annotated[str, Field(max_length=300)] = ""
    corner: Literal["", "left", "right"] = ""
    host: Annotated[str, Field(max_length=2000)] = ""
    """As `read_host` reads it; empty where there is no website."""

    @field_validator("languages")
    @classmethod
    def _known(cls, languages: list[str]) -> list[str]:
        return [each for each in dict.fromkeys(languages) if is_language(each)]


def counted() -> Callable[[], str]:
    """Keys for a setup that is only looked at."""
    numbers = count(1)
    return lambda: f"k{next(numbers)}"


def setup_of(
    taken: Taken, *, key: Callable[[], str], site: str = "", currency: str = ""
) -> tuple[core.Setup, Timetable]:
    """What comes of it: one site with one door. Ways whose address can't be read are left out."""
    languages = tuple(taken.languages) or ("en",)
    people = tuple(
        core.Person(key=key(), name=each.name.strip(), role={languages[0]: each.role} if each.role else {})
        for each in taken.people
        if each.name.strip()
    )
    kinds = tuple(
        core.KindPattern.model_validate({"kind": each.kind, "pattern": each.path})
        for each in taken.hidden
        if each.kind
    )
    setup = core.Setup(
        business=core.Business(
            name=taken.name.strip(), country=taken.country, zone=zone_of(taken), currency=currency,
            languages=languages,
        ),
        site=core.Site(key=site or key(), name=taken.name.strip(), kinds=kinds),
        people=people,
        doors=(_door(taken, languages[0], people, key),),
    )  # fmt: skip
    return setup, Timetable(shop=_hours(taken))


def zone_of(taken: Taken) -> str:
    return taken.zone if is_zone(taken.zone) else "UTC"


def _door(taken: Taken, language: str, people: tuple[core.Person, ...], key: Callable[[], str]) -> core.Door:
    start = STARTS_BY_KEY.get(taken.start)
    parts: dict[str, Any] = dict(start.parts) if start else {}
    own = {"label": taken.label.strip(), "heading": taken.heading.strip()}
    says = {**parts.get("says", {}), **{name: {language: text} for name, text in own.items() if text}}
    looks = dict(parts.get("looks", {}))
    if colour := read_colour(taken.colour):
        looks["colour"] = colour
    if taken.corner:
        looks["corner"] = taken.corner
    hides = [{"effect": "hide", "kind": "below", "value": each.path} for each in taken.hidden]
    return core.Door.model_validate(
        {
            **parts,
            "key": key(),
            "name": DOOR_NAME,
            "says": says,
            "looks": looks,
            "pages": [*parts.get("pages", ()), *hides],
            "people": [person.key for person in people],
            "channels": [each.model_dump() for each in _channels(taken, key)],
        }
    )


def _channels(taken: Taken, key: Callable[[], str]) -> list[core.Channel]:
    out: dict[tuple[str, str], core.Channel] = {}
    for way in taken.ways:
        reading = read_contact(way.address, app=way.app, country=taken.country or None, zone=zone_of(taken))
        if reading.ok:
            channel = core.Channel(key=key(), app=reading.app or way.app, address=reading.canonical)
            out.setdefault((channel.app, channel.address), channel)
    return list(out.values())


def _hours(taken: Taken) -> HoursDoc | None:
    try:
        week = week_document(week_of(taken.week)) if taken.week is not None else None
    except UnreadableSpan:
        week = None
    closures = [
        ClosureDoc.model_validate(
            {
                "from": each.first.isoformat(),
                "until": (each.last + timedelta(days=1)).isoformat(),
                "whole_day": True,
            }
        )
        for each in taken.closures
        if is_near(each.first) and is_near(each.last) and each.first <= each.last
    ]
    if week is None and not closures:
        return None
    return HoursDoc.model_validate(
        {"week": week, "closures": [each.model_dump(by_alias=True) for each in closures]}
    )
