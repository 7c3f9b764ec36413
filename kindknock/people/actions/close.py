"""Close for days or hours, and take a closure back. Live at once."""

from datetime import date, time

from django.db import transaction

from kindknock.accounts.models import Business, User

from ..models import Closure, Whose
from .keep_version import keep_version


class ClosureRefused(Exception):
    """A closure that ends before it begins, or is timed at one end only."""


def add_closure(business: Business, *, first_day: date, last_day: date, from_time: time | None = None, until_time: time | None = None,
                name: str = "", yearly: bool = False, whose: Whose = Whose.SHOP, key: str = "", by: User | None) -> Closure:
    """Close on whole days `[first_day, last_day)`, or between two readings if timed. Raises ClosureRefused."""
    timed = from_time is not None and until_time is not None
    if (from_time is None) != (until_time is None) or last_day < first_day or (not timed and last_day == first_day):
        raise ClosureRefused
    if timed and first_day == last_day and from_time >= until_time:  # type: ignore[operator]
        raise ClosureRefused
    with transaction.atomic():
        closure = Closure.objects.create(
            business=business, first_day=first_day, last_day=last_day, from_time=from_time, until_time=until_time,
            name=name.strip()[:200], yearly=yearly, whose=whose, key=key)
        keep_version(business, {"what": "closure_added", "name": closure.name, "first_day": first_day.isoformat()}, by=by)
    return closure


def remove_closure(closure: Closure, *, by: User | None) -> None:
    """Open again when it would have been closed."""
    with transaction.atomic():
        closure.delete()
        keep_version(closure.business, {"what": "closure_removed", "name": closure.name, "first_day": closure.first_day.isoformat()}, by=by)
