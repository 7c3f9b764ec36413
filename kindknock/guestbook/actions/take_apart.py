"""Take somebody's words out of an entry, where two people share an address."""

from datetime import datetime

from django.db import transaction

from ..models import Entry, Message
from .take_in import refresh


def take_apart(message: Message, *, at: datetime) -> Entry:
    """Give one message an entry of its own; the only one of an entry stays where it is."""
    entry = message.entry
    if entry.messages.count() < 2:
        return entry
    with transaction.atomic():
        own = Entry.objects.create(
            business=entry.business,
            first_at=message.at,
            last_at=message.at,
            touched_at=max(message.at, at),
            unread=False,
        )
        message.entry = own
        message.save(update_fields=["entry"])
        refresh(own)
        entry.name = entry.email = entry.phone = ""
        refresh(entry)
    return own
