"""How long the guestbook keeps what was written; the card says so at once."""

from django.db import transaction

from kindknock.accounts.models import Business
from kindknock.sites.notify import site_changed


def keep_days(business: Business, days: int) -> Business:
    """Keep the number of days; every site's card tells it from the next visit on. What was told a visitor
    before is never kept longer than they were told.
    """
    with transaction.atomic():
        business.kept_days = days
        business.save(update_fields=["kept_days"])
        for key in business.sites.values_list("key", flat=True):
            site_changed(key)
    return business
