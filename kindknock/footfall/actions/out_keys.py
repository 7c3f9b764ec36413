"""Keys with which other systems read the counts of a business: made, asked with, taken back."""

from datetime import datetime, timedelta
from hashlib import sha256
from secrets import token_urlsafe

from django.db import transaction

from kindknock.accounts.actions.limit import Limit, limit
from kindknock.accounts.deeds import record
from kindknock.accounts.models import Business, User

from ..models import OutKey

ASKS = Limit("out-key", 60, timedelta(hours=1))
"""By one key."""


class KeysFull(Exception):
    """There are as many keys as a business may have."""


def make_key(business: Business, name: str, *, by: User, at: datetime) -> tuple[OutKey, str]:
    """A new key, and its text, which is never shown again. Raises KeysFull."""
    text = f"knock-{token_urlsafe(24)}"
    with transaction.atomic():
        Business.objects.select_for_update().get(pk=business.pk)
        if business.out_keys.count() >= OutKey.MOST:
            raise KeysFull
        key = OutKey.objects.create(
            business=business, name=name.strip() or "Another system", digest=_digest(text), made_at=at
        )
        record(business, by, "out_key", at=at, file=key.name)
    return key, text


def take_key_back(key: OutKey, *, by: User, at: datetime) -> None:
    with transaction.atomic():
        record(key.business, by, "out_key_back", at=at, file=key.name)
        key.delete()


def business_of_key(text: str, *, at: datetime) -> Business | None:
    """Whose counts somebody with this key may read; None where it is none, not any more, or the business is
    closed. Raises TooOften.
    """
    key = OutKey.objects.select_related("business").filter(digest=_digest(text)).first()
    if key is None or key.business.closes_at is not None:
        return None
    limit(ASKS, str(key.pk), at=at)
    OutKey.objects.filter(pk=key.pk).update(used_at=at)
    return key.business


def _digest(text: str) -> str:
    return sha256(text.encode()).hexdigest()
