"""The one place where people's rows become core values, in a fixed number of queries."""

from dataclasses import replace
from datetime import datetime, timedelta
from typing import Any

from kindknock.accounts.models import Business
from kindknock.core import setup as core
from kindknock.core.formats.ical import write_calendar
from kindknock.core.time import Timetable, timetable_from
from kindknock.core.time.hours import Closure as WallClosure
from kindknock.core.time.timetable import closure_of

from .models import Absence, Assistant, Closure, TimetableVersion, Whose, WorkingHours

KEPT_ABSENCES = timedelta(days=2)


def people_of(business: Business) -> tuple[core.Person, ...]:
    """The assistants as the draft has them, in order. One query."""
    rows = Assistant.objects.filter(business=business, removed_at=None)
    return tuple(
        core.Person.model_validate(
            {
                "key": row.key,
                "name": row.name,
                "role": row.role,
                "addresses": row.addresses,
                "languages": row.languages,
                "pages": row.pages,
                "note": row.note,
                "keeps_own_hours": row.keeps_own_hours,
                "picture": row.picture,
                "has_initials": row.has_initials,
                "is_named": row.is_named,
            }
        )
        for row in rows
    )


def timetable_of(business: Business, *, at: datetime) -> Timetable:
    """What holds now. Four queries: hours, closures, absences, the version."""
    return timetable_from(timetable_document(business, at=at))


def timetable_document(business: Business, *, at: datetime) -> dict[str, Any]:
    """The timetable as core's document; absences that ended days ago are left out."""
    closures: dict[tuple[str, str], list[dict[str, Any]]] = {}
    for closure in Closure.objects.filter(business=business):
        closures.setdefault((closure.whose, closure.key), []).append(closure_document(closure))
    hours = {
        (row.whose, row.key): {"zone": row.zone, "week": row.week, "special": row.special}
        for row in WorkingHours.objects.filter(business=business)
    }
    for owner, theirs in closures.items():
        hours.setdefault(owner, {"zone": "", "week": None, "special": {}})["closures"] = theirs
    absences = Absence.objects.filter(
        assistant__business=business, until__gt=at - KEPT_ABSENCES
    ).select_related("assistant")
    version = TimetableVersion.objects.filter(business=business).values_list("number", flat=True).first()
    return {
        "version": version or 0,
        "shop": hours.get((Whose.SHOP, "")),
        "people": {key: doc for (whose, key), doc in hours.items() if whose == Whose.PERSON},
        "channels": {key: doc for (whose, key), doc in hours.items() if whose == Whose.CHANNEL},
        "absences": [
            {
                "person": absence.assistant.key,
                "from": absence.since.isoformat(),
                "until": absence.until.isoformat(),
                **({"word": absence.word} if absence.is_told and absence.word else {}),
            }
            for absence in absences
        ],
    }


def closure_document(closure: Closure) -> dict[str, Any]:
    start, end = closure.first_day.isoformat(), closure.last_day.isoformat()
    if closure.from_time is not None and closure.until_time is not None:
        start = datetime.combine(closure.first_day, closure.from_time).isoformat()
        end = datetime.combine(closure.last_day, closure.until_time).isoformat()
    return {
        "from": start,
        "until": end,
        "whole_day": closure.from_time is None,
        "yearly": closure.yearly,
        "name": closure.name,
    }


def calendar_of(business: Business, *, at: datetime, more: tuple[WallClosure, ...] = ()) -> str:
    """The shop's closures and people's leave as an iCalendar text (RFC 5545), with `more` behind them."""
    timetable = timetable_of(business, at=at)
    names = {person.key: person.name for person in people_of(business)}
    owned = [("", timetable.shop), *((names.get(key, ""), doc) for key, doc in timetable.people.items())]
    closures = tuple(
        replace(value, name=f"{whose}: {value.name or 'away'}" if whose else value.name or "Closed")
        for whose, doc in owned
        if doc
        for closure in doc.closures
        if (value := closure_of(closure)) is not None
    )
    return write_calendar(closures + more, zone=business.zone, name=f"{business.name}: closed", made_at=at)
