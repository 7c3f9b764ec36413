"""Whether visits are counted at all, the owner says for the whole business."""

from datetime import datetime

from django.db import transaction

from kindknock.accounts.deeds import record
from kindknock.accounts.models import Business, User
from kindknock.sites.notify import site_changed


def switch_counting(business: Business, is_counting: bool, *, by: User, at: datetime) -> None:
    """From now on, on every page: nothing that buttons report of visits is kept while it is off."""
    with transaction.atomic():
        business.is_counting = is_counting
        business.save(update_fields=["is_counting"])
        record(business, by, "counting", at=at, on=is_counting)
        for key in business.sites.values_list("key", flat=True):
            site_changed(key)
