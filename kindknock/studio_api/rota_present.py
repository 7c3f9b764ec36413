"""Makes what the rota shows out of rows and core values, in a fixed number of queries. Reads only.

Plain values in the shape of `schemas.RotaOut` (a test holds them to it): a week of forty people has a
thousand parts, and making and checking a schema for each took most of the time.
"""

from dataclasses import replace
from datetime import date, datetime, timedelta, tzinfo
from typing import Any

from kindknock import clock
from kindknock.accounts.models import Business
from kindknock.core import setup as core
from kindknock.core.addresses import APPS
from kindknock.core.review import advice
from kindknock.core.setup import Setup
from kindknock.core.time import Hours, Timetable, hours_of, people_ready, write_shortest
from kindknock.core.time.dated_hours import week_at
from kindknock.core.time.gaps import hour_gaps
from kindknock.core.time.hours import is_zone
from kindknock.core.time.rota_table import Cell, Gap, RotaDay, Row, days_of, gaps_of, rota_table
from kindknock.core.time.timetable import ClosureDoc, HoursDoc, closure_of
from kindknock.core.words.moments import clock_of, shows_same, when_text
from kindknock.doors.models import Channel, Door
from kindknock.footfall.queries import knocks_by_hour
from kindknock.people.load import closure_document, people_of, timetable_of
from kindknock.people.models import Absence, Closure

from . import rota_words as say
from .hours_words import hours_text
from .words import initials_of

Json = dict[str, Any]
MOST_TOLD = 200
MOST_APART = 60
MOST_RELIEF = 4
MOST_GAPS = 6
_told: dict[tuple[object, ...], dict[str, str]] = {}


def rota_of(business: Business, first: date, days: int, *, at: datetime | None = None) -> Json:
    """The table from `first` on, in a fixed number of queries, however many people there are."""
    table = _Table(business, first, days, at or clock.now())
    return {
        "zone": table.zone,
        "zone_name": table.zone.rpartition("/")[2].replace("_", " "),
        "now": table.second,
        "days": table.day_heads(),
        "rows": table.row_list(),
        "knocks": table.knock_hours(),
        "version": table.timetable.version,
        "relief": _relief(business),
        "gaps": table.gap_list(),
        "closures": _closures(business, table.names, table.today),
        "away": table.away_list(),
    }


def gaps_of_business(business: Business, *, at: datetime) -> tuple[Gap, ...]:
    """The gaps of the usual week, the worst first."""
    return _Table(business, at.date(), 7, at).usual_gaps()


class _Table:
    """One rota being told: who answers on which of these days, by whose clock, with past knocks beneath."""

    def __init__(self, business: Business, first: date, days: int, at: datetime) -> None:
        self.business, self.first, self.at, self.second = business, first, at, int(at.timestamp())
        self.zone = business.zone if is_zone(business.zone) else "UTC"
        self.clock = clock_of(self.zone)
        self.today = at.astimezone(self.clock).date()
        self.people, self.timetable = people_of(business), timetable_of(business, at=at)
        self.shop = hours_of(self.timetable.shop, self.zone)
        self.ready = people_ready(self.people, self.timetable, self.zone)
        self.days = days_of(self.zone, first, days)
        self.knocks, self.missed = knocks_by_hour(business, at=at)
        self.monday = days_of(self.zone, first - timedelta(days=first.weekday()), 7)[0].since
        self.doors = list(
            Door.objects.filter(site__business=business, removed_at=None).order_by("site_id", "place", "pk")
        )
        self.names = {person.key: person.name for person in self.people}
        self.notes = _notes(business, self.people, self.timetable, self.second)
        self.absences = {
            absence.assistant.key: absence
            for absence in Absence.objects.filter(
                assistant__business=business, since__lte=at, until__gt=at
            ).select_related("assistant")
        }

    def doors_of(self, person: str) -> list[str]:
        return [door.name for door in self.doors if person in door.parts.get("people", [])]

    def day_heads(self) -> list[Json]:
        return [
            {
                "day": day.day,
                "name": say.day_name(day.day),
                "since": day.since,
                "until": day.until,
                "turns_min": day.turns_min,
                "is_today": day.since <= self.second < day.until,
            }
            for day in self.days
        ]

    def row_list(self) -> list[Json]:
        return [self._row(row) for row in rota_table(self.ready, self.shop, self.days)]

    def _row(self, row: Row) -> Json:
        is_person = row.kind == "person"
        person = next((each for each in self.people if each.key == row.key), None) if is_person else None
        doc, hours = self._hours_of(row)
        own = clock_of(doc.zone) if person and doc and doc.zone and is_zone(doc.zone) else self.clock
        away = self.absences.get(row.key)
        titles = {"shop": "Shop hours", "result": "Somebody is in"}
        return {
            "kind": row.kind,
            "key": row.key,
            "name": person.name if person else titles[row.kind],
            "role": _role(person, self._language()) if person else "",
            "initials": initials_of(person.name) if person else "",
            "zone": doc.zone if doc and person else "",
            "now": f"away until {_until(away.until, self.at, self.clock)}" if away else "",
            "is_in": any(start <= self.second < end for cell in row.cells for start, end in cell.inside),
            "hours": hours_text(hours, self.zone),
            "typed": write_shortest(hours.week) if hours and hours.week is not None else "",
            "typed_here": self._typed_here(hours),
            "apart": self._dates_apart(hours),
            "note": self.notes.get(row.key, "") if person else "",
            "doors": self.doors_of(row.key) if person else [],
            "cells": [
                _cell(cell, day, self.clock, own, hours)
                for cell, day in zip(row.cells, self.days, strict=True)
            ],
        }

    def _hours_of(self, row: Row) -> tuple[HoursDoc | None, Hours | None]:
        """Whose hours a row is about, as document and ready; none for the result."""
        if row.kind == "shop":
            return self.timetable.shop, self.shop
        if row.kind != "person":
            return None, None
        ready = next((each.hours for each in self.ready if each.key == row.key), None)
        return self.timetable.people.get(row.key), ready

    def _language(self) -> str:
        return self.business.languages[0] if self.business.languages else "en"

    def _typed_here(self, hours: Hours | None) -> str:
        """The hours of the week shown, as one would type them."""
        here = week_at(hours, self.first)
        return write_shortest(here) if here is not None else ""

    def _dates_apart(self, hours: Hours | None) -> list[Json]:
        """The coming dates whose hours differ from the usual week's."""
        coming = [(day, spans) for day, spans in hours.special.items() if day >= self.today] if hours else []
        return [
            {"day": day, "says": say.apart_words(day, spans, self.today)}
            for day, spans in sorted(coming)[:MOST_APART]
        ]

    def knock_hours(self) -> list[list[Json]]:
        """Past knocks by weekday and hour; the colours are of the week shown, its closed days in it."""
        found = hour_gaps(self.ready, self.shop, self.zone, self.monday, self.knocks, self.missed)
        uncovered = {(gap.weekday, gap.hour) for gap in found}

        def hour_out(weekday: int, hour: int) -> Json:
            at = (weekday, hour)
            return {
                "knocks": self.knocks.get(at, 0),
                "missed": self.missed.get(at, 0),
                "is_covered": at not in uncovered,
            }

        return [[hour_out(weekday, hour) for hour in range(24)] for weekday in range(7)]

    def gap_list(self) -> list[Json]:
        """Gaps of the usual week, which longer hours can mend."""
        return [self._gap(gap) for gap in self.usual_gaps()]

    def usual_gaps(self) -> tuple[Gap, ...]:
        usual = [replace(each, hours=_usual(each.hours), absences=()) for each in self.ready]
        found = gaps_of(usual, _usual(self.shop), self.zone, self.monday, self.knocks, self.missed, MOST_GAPS)
        return tuple(found)

    def _gap(self, gap: Gap) -> Json:
        name = self.names.get(gap.person, "")
        says, more = say.gap_words(gap, name)
        return {
            "is_shut": gap.reason == "shop_shut",
            "says": says,
            "more": more,
            "weight": gap.knocks + gap.missed,
            "person": gap.person,
            "person_name": name,
            "weekday": gap.weekday,
            "start_min": gap.start * 60,
            "end_min": gap.end * 60,
        }

    def away_list(self) -> list[Json]:
        return [
            {
                "key": key,
                "name": absence.assistant.name,
                "initials": initials_of(absence.assistant.name),
                "until": _until(absence.until, self.at, self.clock),
                "word": absence.word,
            }
            for key, absence in self.absences.items()
        ]


def _relief(business: Business) -> list[Json]:
    """What helps at every door when nobody is in, whatever the hour. Two queries."""
    out: list[Json] = []
    for door in (
        Door.objects.filter(site__business=business, removed_at=None)
        .select_related("site")
        .prefetch_related("channels")
        .order_by("site_id", "place", "pk")
    ):
        channels = [channel for channel in door.channels.all() if channel.removed_at is None and channel.on]
        where = {"site": door.site.key, "door": door.key, "channel": ""}
        if door.parts.get("when_nobody") == "hide":
            out.append(
                {
                    "code": "away_note",
                    "says": f"{door.name} hides its button when nobody is in.",
                    "act": "Show the away note",
                    **where,
                }
            )
        waits = [channel for channel in channels if channel.app in APPS and not _needs_nobody(channel)]
        if len(waits) == len(channels):
            could = next((wait for wait in waits if APPS[wait.app].needs_nobody), None)
            name = (next(iter(could.name.values()), "") or APPS[could.app].name) if could else ""
            out.append(
                {
                    "code": "needs_nobody",
                    "says": f"{name} at {door.name} waits for somebody.",
                    "act": "Let it need nobody",
                    **where,
                    "channel": could.key,
                }
                if could
                else {
                    "code": "add_way",
                    "says": f"Every way at {door.name} needs somebody in.",
                    "act": "Add one that needs nobody, such as email",
                    **where,
                }
            )
    return out[:MOST_RELIEF]


def _needs_nobody(channel: Channel) -> bool:
    own = channel.more.get("needs_nobody")
    return APPS[channel.app].needs_nobody if own is None else bool(own)


def _usual(hours: Hours | None) -> Hours | None:
    return replace(hours, closures=(), special={}) if hours else None


def _until(at: datetime, now: datetime, shop_clock: tzinfo) -> str:
    return str(when_text(at, now, shop_clock, "en", {"_tomorrow": "tomorrow"}))


def _role(person: core.Person, language: str) -> str:
    return person.role.get(language) or next(iter(person.role.values()), "")


def _notes(
    business: Business, people: tuple[core.Person, ...], timetable: Timetable, second: int
) -> dict[str, str]:
    """What of somebody's hours can never take effect: worked out over a year, so once for each version of
    the timetable and day.
    """
    key = (
        business.pk,
        timetable.version,
        business.zone,
        tuple((person.key, person.keeps_own_hours) for person in people),
        second // 86_400,
    )
    if key in _told:
        return _told[key]
    setup = Setup(
        business=core.Business(
            name=business.name, zone=business.zone, languages=tuple(business.languages) or ("en",)
        ),
        site=core.Site(key="rota"),
        people=people,
    )
    out: dict[str, str] = {}
    for finding in advice(setup, timetable, at_second=second):
        if finding.code in ("never_in", "span_never_in_effect"):
            out.setdefault(finding.person, say.finding_words(finding))
    while len(_told) >= MOST_TOLD:
        _told.pop(next(iter(_told)))
    _told[key] = out
    return out


def _cell(cell: Cell, day: RotaDay, shop_clock: tzinfo, own: tzinfo, hours: Hours | None) -> Json:
    bars = sorted(
        [(start, end, False) for start, end in cell.inside] + [(start, end, True) for start, end in cell.away]
    )
    other = not shows_same(shop_clock, own, datetime.fromtimestamp(day.since, shop_clock))
    return {
        "is_apart": hours is not None and day.day in hours.special,
        "is_closed": cell.is_closed,
        "closure": cell.closure,
        "bars": [
            {
                "since": start,
                "until": end,
                "is_away": away,
                "says": say.span_words(start, end, shop_clock, day.until),
                "theirs": say.span_words(start, end, own, -1) if other else "",
            }
            for start, end, away in bars
        ],
    }


def _closures(business: Business, names: dict[str, str], today: date) -> list[Json]:
    out = []
    for row in Closure.objects.filter(business=business):
        value = closure_of(ClosureDoc.model_validate(closure_document(row)))
        if value is not None and (row.yearly or row.last_day >= today):
            out.append(
                {
                    "id": row.pk,
                    "whose": names.get(row.key, "") if row.whose == "person" else "",
                    "key": row.key,
                    "says": say.closure_words(value, today),
                    "name": row.name,
                    "first_day": row.first_day,
                    "last_day": row.last_day,
                }
            )
    return out
