"""Close a gap: one person's usual hours, and the shop's where it is shut then, are made longer, each on
their own clock. Live at once, as one change.
"""

from datetime import date, datetime

from django.db import transaction

from kindknock.accounts.models import Business, User
from kindknock.core.time import hours_of
from kindknock.core.time.remedies import longer_week
from kindknock.core.time.timetable import week_document

from ..load import timetable_of
from ..models import Assistant, Whose, WorkingHours
from .keep_version import keep_version


def cover_gap(
    business: Business,
    person: Assistant | None,
    *,
    weekday: int,
    start_min: int,
    end_min: int,
    near: date,
    by: User | None,
    at: datetime,
) -> None:
    """`[start_min, end_min)` of a weekday (0 is Monday) of the shop's clock is added, as the clocks stand
    near a day. Who has no hours of their own is in whenever the shop is.
    """
    timetable = timetable_of(business, at=at)
    owners: list[tuple[Whose, str]] = [
        (Whose.SHOP, ""),
        *([(Whose.PERSON, person.key)] if person is not None else []),
    ]
    with transaction.atomic():
        for whose, key in owners:
            doc = timetable.shop if whose == Whose.SHOP else timetable.people.get(key)
            hours = hours_of(doc, business.zone)
            if hours is None or hours.week is None:
                continue
            longer = longer_week(hours, weekday, start_min, end_min, business.zone, near)
            WorkingHours.objects.filter(business=business, whose=whose, key=key).update(
                week=week_document(longer.week or hours.week)
            )
        keep_version(
            business,
            {"what": "gap_covered", "key": person.key if person else "", "weekday": weekday},
            by=by,
            at=at,
        )
