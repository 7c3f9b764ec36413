"""Close for days or hours, and take a closure back. Live at once."""

from collections.abc import Sequence
from datetime import date, datetime, time

from django.db import transaction

from kindknock.accounts.models import Business, User
from kindknock.core.time import hours as core

from ..models import Closure, Whose
from .keep_version import keep_version


class ClosureRefused(Exception):
    """A closure that ends before it begins, or is timed at one end only."""


def add_closure(
    business: Business,
    *,
    first_day: date,
    last_day: date,
    from_time: time | None = None,
    until_time: time | None = None,
    name: str = "",
    yearly: bool = False,
    whose: Whose = Whose.SHOP,
    key: str = "",
    by: User | None,
    at: datetime,
) -> Closure:
    """Close on whole days `[first_day, last_day)`, or between two readings if timed. Raises
    ClosureRefused.
    """
    if (from_time is None) != (until_time is None) or last_day < first_day:
        raise ClosureRefused
    is_empty = from_time is None or until_time is None or from_time >= until_time
    if last_day == first_day and is_empty:
        raise ClosureRefused
    with transaction.atomic():
        closure = Closure.objects.create(
            business=business,
            first_day=first_day,
            last_day=last_day,
            from_time=from_time,
            until_time=until_time,
            name=name.strip()[:200],
            yearly=yearly,
            whose=whose,
            key=key,
        )
        keep_version(
            business,
            {"what": "closure_added", "name": closure.name, "first_day": first_day.isoformat()},
            by=by,
            at=at,
        )
    return closure


def add_closures(
    business: Business,
    closures: Sequence[core.Closure],
    *,
    whose: Whose = Whose.SHOP,
    key: str = "",
    by: User | None,
    at: datetime,
) -> int:
    """Close as each says, as one change; what is closed that way already is passed over. Returns how many
    are new.
    """
    there = {
        (row.first_day, row.last_day, row.from_time, row.until_time)
        for row in Closure.objects.filter(business=business, whose=whose, key=key)
    }
    rows = []
    for closure in closures:
        timed = closure.start is not None and closure.end is not None
        last = closure.end.date() if timed and closure.end else closure.last
        name = (
            closure.first,
            last,
            closure.start.time() if timed and closure.start else None,
            closure.end.time() if timed and closure.end else None,
        )
        if name not in there:
            there.add(name)
            rows.append(
                Closure(
                    business=business,
                    whose=whose,
                    key=key,
                    first_day=name[0],
                    last_day=name[1],
                    from_time=name[2],
                    until_time=name[3],
                    name=closure.name[:200],
                    yearly=closure.yearly,
                )
            )
    if rows:
        with transaction.atomic():
            Closure.objects.bulk_create(rows)
            keep_version(business, {"what": "closures_added", "count": len(rows)}, by=by, at=at)
    return len(rows)


def remove_closure(closure: Closure, *, by: User | None, at: datetime) -> None:
    """Open again when it would have been closed."""
    with transaction.atomic():
        closure.delete()
        keep_version(
            closure.business,
            {"what": "closure_removed", "name": closure.name, "first_day": closure.first_day.isoformat()},
            by=by,
            at=at,
        )
