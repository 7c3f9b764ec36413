"""Close a business: its buttons go at once, everything else after seven days in which it can come back."""

from datetime import datetime, timedelta

from django.db import transaction

from kindknock.accounts.addresses import studio_address
from kindknock.accounts.deeds import record
from kindknock.accounts.hearing import language_of
from kindknock.accounts.letters import day_words, letter_of
from kindknock.accounts.mailing import post_letter
from kindknock.accounts.models import Business, Membership, User
from kindknock.accounts.names import name_of
from kindknock.core.words.moments import clock_of
from kindknock.sites.notify import site_changed

from ..refusals import TeamRefused
from .invite import lock

CHANGE_OF_MIND = timedelta(days=7)


def close_business(business: Business, *, name: str, by: User, at: datetime) -> Business:
    """From now on no button shows; in seven days everything is deleted. `name` is the business's name as the
    owner typed it. Raises TeamRefused (not_owner, other_name). Closed twice changes nothing.
    """
    with transaction.atomic():
        lock(business, by)
        row = Business.objects.get(pk=business.pk)
        if name.strip().casefold() != row.name.strip().casefold():
            raise TeamRefused("other_name", field="name", name=row.name)
        if row.closes_at is not None:
            return row
        row.closes_at = at + CHANGE_OF_MIND
        row.save(update_fields=["closes_at"])
        record(row, by, "closing", at=at)
        _tell(row, "closing", by)
        _changed(row)
    return row


def keep_business(business: Business, *, by: User, at: datetime) -> Business:
    """Its mind was changed in time. Raises TeamRefused (not_owner)."""
    with transaction.atomic():
        lock(business, by)
        row = Business.objects.get(pk=business.pk)
        if row.closes_at is None:
            return row
        row.closes_at = None
        row.save(update_fields=["closes_at"])
        record(row, by, "reopened", at=at)
        _tell(row, "reopened", by)
        _changed(row)
    return row


def delete_closed(*, at: datetime) -> int:
    """Those whose seven days are over go for good, with all that hangs on them; how many."""
    count = 0
    for row in list(Business.objects.filter(closes_at__lte=at)):
        with transaction.atomic():
            _tell(row, "closed", None)
            _changed(row)
            row.delete()
        count += 1
    return count


def _changed(business: Business) -> None:
    for key in business.sites.values_list("key", flat=True):
        site_changed(key)


def _tell(business: Business, what: str, by: User | None) -> None:
    """Every owner hears, never delayed."""
    owners = business.memberships.filter(role=Membership.Role.OWNER).select_related("user")
    for owner in owners.exclude(user__proven_at=None):
        language = language_of(owner.user, business)
        day = ""
        if business.closes_at is not None:
            local = business.closes_at.astimezone(clock_of(business.zone)).date()
            day = day_words(local, language)
        facts = {
            "business": business.name,
            "who": name_of(by) if by else "",
            "day": day,
            "link": studio_address(business, "/business/data"),
        }
        post_letter(owner.user.email, letter_of(language, what, **facts))
