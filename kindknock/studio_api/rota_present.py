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
from kindknock.core.time import Hours, Timetable, hours_of, person_of, write_shortest
from kindknock.core.time.dated_hours import week_at
from kindknock.core.time.gaps import hour_gaps
from kindknock.core.time.hours import is_zone
from kindknock.core.time.rota_table import Cell, RotaDay, days_of, gaps_of, rota_table
from kindknock.core.time.timetable import ClosureDoc, closure_of
from kindknock.core.words.moments import clock_of, shows_same, when_text
from kindknock.doors.models import Channel, Door
from kindknock.footfall.queries import knocks_by_hour
from kindknock.people.load import closure_document, people_of, timetable_of
from kindknock.people.models import Absence, Closure

from . import rota_words as say
from .hours_words import said_hours
from .words import initials_of

Json = dict[str, Any]
MOST_TOLD = 200
MOST_APART = 60
MOST_RELIEF = 4
MOST_GAPS = 6
_told: dict[tuple[object, ...], dict[str, str]] = {}


def rota_of(business: Business, first: date, days: int, *, at: datetime | None = None) -> Json:
    """The table from `first` on, in a fixed number of queries, however many people there are."""
    now = at or clock.now()
    zone = business.zone if is_zone(business.zone) else "UTC"
    shop_clock, second = clock_of(zone), int(now.timestamp())
    people, timetable = people_of(business), timetable_of(business, at=now)
    shop = hours_of(timetable.shop, zone)
    ready = [person_of(one.key, timetable, zone, keeps_own_hours=one.keeps_own_hours) for one in people]
    table = days_of(zone, first, days)
    rows = rota_table(ready, shop, table)
    knocks, missed = knocks_by_hour(business, at=now)
    monday = days_of(zone, first - timedelta(days=first.weekday()), 7)
    # Gaps are of the usual week, which longer hours can mend; the colours beneath are of the week shown, its
    # closed days in it.
    usual = [replace(one, hours=_usual(one.hours), absences=()) for one in ready]
    gaps = gaps_of(usual, _usual(shop), zone, monday[0].since, knocks, missed, MOST_GAPS)
    uncovered = {
        (gap.weekday, gap.hour) for gap in hour_gaps(ready, shop, zone, monday[0].since, knocks, missed)
    }
    own_hours = {one.key: one.hours for one in ready}
    names = {one.key: one.name for one in people}
    notes = _notes(business, people, timetable, second)
    absences = {
        one.assistant.key: one
        for one in Absence.objects.filter(
            assistant__business=business, since__lte=now, until__gt=now
        ).select_related("assistant")
    }
    today = now.astimezone(shop_clock).date()
    language = business.languages[0] if business.languages else "en"

    def row_out(index: int) -> Json:
        row = rows[index]
        person = next((one for one in people if one.key == row.key), None) if row.kind == "person" else None
        doc = timetable.people.get(row.key) if person else timetable.shop if row.kind == "shop" else None
        own = clock_of(doc.zone) if person and doc and doc.zone and is_zone(doc.zone) else shop_clock
        inside = any(start <= second < end for cell in rows[index].cells for start, end in cell.inside)
        hours = own_hours.get(row.key) if person else shop if row.kind == "shop" else None
        away = absences.get(row.key)
        now_words = f"away until {_until(away.until, now, shop_clock)}" if away else ""
        return {
            "kind": row.kind,
            "key": row.key,
            "name": person.name if person else {"shop": "Shop hours", "result": "Somebody is in"}[row.kind],
            "role": _role(person, language) if person else "",
            "initials": initials_of(person.name) if person else "",
            "zone": doc.zone if doc and person else "",
            "now": now_words,
            "is_in": inside,
            "hours": said_hours(hours, zone),
            "typed": write_shortest(hours.week) if hours and hours.week is not None else "",
            "typed_here": write_shortest(here) if (here := week_at(hours, first)) is not None else "",
            "apart": [
                {"day": day, "says": say.apart_words(day, spans, today)}
                for day, spans in sorted(hours.special.items())
                if day >= today
            ][:MOST_APART]
            if hours
            else [],
            "note": notes.get(row.key, "") if person else "",
            "cells": [
                _cell(cell, day, shop_clock, own, hours) for cell, day in zip(row.cells, table, strict=True)
            ],
        }

    return {
        "zone": zone,
        "zone_name": zone.rpartition("/")[2].replace("_", " "),
        "now": second,
        "days": [
            {
                "day": day.day,
                "name": say.day_name(day.day),
                "since": day.since,
                "until": day.until,
                "turns_min": day.turns_min,
                "is_today": day.since <= second < day.until,
            }
            for day in table
        ],
        "rows": [row_out(index) for index in range(len(rows))],
        "knocks": [
            [
                {
                    "knocks": knocks.get((weekday, hour), 0),
                    "missed": missed.get((weekday, hour), 0),
                    "is_covered": (weekday, hour) not in uncovered,
                }
                for hour in range(24)
            ]
            for weekday in range(7)
        ],
        "version": timetable.version,
        "relief": _relief(business),
        "gaps": [
            {
                "is_shut": gap.reason == "shop_shut",
                "says": head,
                "more": more,
                "weight": gap.knocks + gap.missed,
                "person": gap.person,
                "person_name": names.get(gap.person, ""),
                "weekday": gap.weekday,
                "start_min": gap.start * 60,
                "end_min": gap.end * 60,
            }
            for gap in gaps
            for head, more in (say.gap_words(gap, names.get(gap.person, "")),)
        ],
        "closures": _closures(business, names, today),
        "away": [
            {
                "key": key,
                "name": one.assistant.name,
                "initials": initials_of(one.assistant.name),
                "until": _until(one.until, now, shop_clock),
                "word": one.word,
            }
            for key, one in absences.items()
        ],
    }


def _relief(business: Business) -> list[Json]:
    """What helps at every door when nobody is in, whatever the hour. Two queries."""
    out: list[Json] = []
    for door in (
        Door.objects.filter(site__business=business, removed_at=None)
        .select_related("site")
        .prefetch_related("channels")
        .order_by("site_id", "place", "pk")
    ):
        channels = [one for one in door.channels.all() if one.removed_at is None and one.on]
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
        waits = [one for one in channels if one.app in APPS and not _needs_nobody(one)]
        if len(waits) == len(channels):
            could = next((one for one in waits if APPS[one.app].needs_nobody), None)
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
        tuple((one.key, one.keeps_own_hours) for one in people),
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
