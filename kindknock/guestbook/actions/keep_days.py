"""How long the guestbook keeps what was written; the card says so at once."""

from datetime import datetime

from django.db import transaction

from kindknock.accounts.deeds import record
from kindknock.accounts.models import Business, User
from kindknock.sites.notify import site_changed


def keep_days(business: Business, days: int, *, by: User | None, at: datetime) -> Business:
    """Keep the number of days; every site's card tells it from the next visit on. What was told a visitor
    before is never kept longer than they were told.
    """
    with transaction.atomic():
        business.kept_days = days
        business.save(update_fields=["kept_days"])
        record(business, by, "kept_days", at=at, days=days)
        for key in business.sites.values_list("key", flat=True):
            site_changed(key)
    return business
