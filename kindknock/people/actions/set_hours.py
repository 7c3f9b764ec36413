"""Set the usual week and the special days of the shop, a person or a channel. Live at once."""

from datetime import date, datetime
from typing import Any

from django.db import transaction

from kindknock.accounts.models import Business, User
from kindknock.core.time.hours import UnreadableSpan, is_zone
from kindknock.core.time.timetable import spans_of, week_of

from ..models import Whose, WorkingHours
from .keep_version import keep_version


class HoursRefused(Exception):
    """Hours that can't be: `code` is same_start_and_end, not_a_time, unknown_zone or not_a_day."""

    def __init__(self, code: str) -> None:
        super().__init__(code)
        self.code = code


def clear_hours(business: Business, whose: Whose, key: str = "", *, by: User | None, at: datetime) -> None:
    """Go back to having none of one's own. Saying it twice changes nothing."""
    with transaction.atomic():
        gone, _ = WorkingHours.objects.filter(business=business, whose=whose, key=key).delete()
        if gone:
            keep_version(business, {"what": "hours_cleared", "whose": whose.value, "key": key}, by=by, at=at)


def set_hours(
    business: Business,
    whose: Whose,
    key: str = "",
    *,
    week: dict[str, Any] | None,
    zone: str = "",
    special: dict[str, Any] | None = None,
    by: User | None,
    at: datetime,
) -> WorkingHours:
    """Replace these hours whole; a `week` of None is always. Saying what holds already changes nothing.
    Raises HoursRefused.
    """
    try:
        if week is not None:
            week_of(week)
        for day, spans in (special or {}).items():
            date.fromisoformat(day)
            spans_of(spans)
    except UnreadableSpan as error:
        raise HoursRefused(error.code) from None
    except ValueError:
        raise HoursRefused("not_a_day") from None
    if zone and not is_zone(zone):
        raise HoursRefused("unknown_zone")
    with transaction.atomic():
        values = {"week": week, "zone": zone, "special": special or {}}
        row = WorkingHours.objects.select_for_update().filter(business=business, whose=whose, key=key).first()
        if row is not None and {name: getattr(row, name) for name in values} == values:
            return row
        row, _ = WorkingHours.objects.update_or_create(
            business=business, whose=whose, key=key, defaults=values
        )
        keep_version(business, {"what": "hours_set", "whose": whose.value, "key": key}, by=by, at=at)
    return row
