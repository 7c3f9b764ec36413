"""Make a site's draft, and its business's timetable, what a file says."""

from datetime import datetime
from typing import Any

from django.db import transaction

from kindknock.accounts.models import Business, User
from kindknock.answers.actions.put_pieces import put_pieces
from kindknock.core import setup as core
from kindknock.core.time import Timetable
from kindknock.core.time.timetable import HoursDoc
from kindknock.people.actions.keep_version import keep_version
from kindknock.people.actions.put_people import put_people
from kindknock.people.actions.undo_change import closure_fields
from kindknock.people.load import timetable_document
from kindknock.people.models import Absence, Closure, Whose, WorkingHours
from kindknock.sites.actions.set_host import allow_host
from kindknock.sites.models import Site

from ..load import draft_of
from .put_doors import put_doors


def export_setup(site: Site, *, at: datetime) -> dict[str, Any]:
    """The draft and what holds at once, as one document that `read_setup_file` reads."""
    return {
        "setup": draft_of(site).model_dump(mode="json"),
        "timetable": timetable_document(site.business, at=at),
    }


@transaction.atomic
def import_setup(
    site: Site, setup: core.Setup, timetable: Timetable | None = None, *, by: User | None = None, at: datetime
) -> None:
    """Replace doors, channels, kinds of page, people and hours by the file's; hosts are added, never removed.

    The business's and the site's own names stay. Keys that stand for something of another business get new
    ones. What the file no longer has is taken off the draft; its past stays counted.
    """
    business = site.business
    people = put_people(business, setup.people, at=at)
    site.kinds = [kind.model_dump(mode="json") for kind in setup.site.kinds]
    site.save(update_fields=["kinds"])
    business.languages = list(setup.business.languages)
    business.save(update_fields=["languages"])
    for host in setup.site.hosts:
        allow_host(site, host)
    put_doors(
        site,
        tuple(
            door.model_copy(update={"people": tuple(people[key] for key in door.people if key in people)})
            for door in setup.doors
        ),
        at=at,
    )
    put_pieces(site, setup, people=people, at=at)
    if timetable is not None:
        _import_timetable(business, timetable, people, by, at=at)


def _import_timetable(
    business: Business, timetable: Timetable, people: dict[str, str], by: User | None, *, at: datetime
) -> None:
    WorkingHours.objects.filter(business=business).delete()
    Closure.objects.filter(business=business).delete()
    Absence.objects.filter(assistant__business=business).delete()
    owners = [
        (Whose.SHOP, "", timetable.shop),
        *((Whose.PERSON, people.get(key, ""), doc) for key, doc in timetable.people.items()),
        *((Whose.CHANNEL, key, doc) for key, doc in timetable.channels.items()),
    ]
    for whose, key, doc in owners:
        if doc is not None and (key or whose == Whose.SHOP):
            _import_hours(business, whose, key, doc)
    rows = {row.key: row for row in business.assistants.filter(removed_at=None)}
    Absence.objects.bulk_create(
        [
            Absence(assistant=rows[people[absence.person]], since=absence.from_, until=absence.until)
            for absence in timetable.absences
            if people.get(absence.person) in rows and absence.from_ < absence.until
        ]
    )
    keep_version(business, {"what": "imported"}, by=by, at=at)


def _import_hours(business: Business, whose: Whose, key: str, doc: HoursDoc) -> None:
    if doc.week is not None or doc.special or doc.zone:
        WorkingHours.objects.create(
            business=business,
            whose=whose,
            key=key,
            zone=doc.zone,
            special=_pairs(doc.special),
            week=_pairs(doc.week) if doc.week is not None else None,
        )
    for closure in doc.closures:
        Closure.objects.create(business=business, whose=whose, key=key, **closure_fields(closure))


def _pairs(days: dict[str, Any]) -> dict[str, list[list[str]]]:
    return {day: [list(pair) for pair in pairs] for day, pairs in days.items()}
