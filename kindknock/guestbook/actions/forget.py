"""Delete what was kept long enough, one entry, or everything about a person. For good."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.db import transaction
from django.db.models import F, Q
from django.db.models.functions import Least

from kindknock.accounts.actions.limit import forget_tries
from kindknock.accounts.models import Business, Notice, Outgoing
from kindknock.core.addresses import read_contact

from ..models import Entry, Message
from .tell_hook import tell_hook
from .tell_people import tell_of

KEPT_CHOICES = (30, 90, 180, 365)


@dataclass(frozen=True, slots=True)
class Found:
    """What there is about a person: by which address, and which entries."""

    reach: str
    is_email: bool
    entries: tuple[Entry, ...]


def delete_entry(entry: Entry) -> None:
    with transaction.atomic():
        forget_notices_of([entry.pk])
        entry.delete()


def forget_notices_of(numbers: Sequence[int]) -> None:
    """What waits to be told of entries goes with them."""
    Notice.objects.filter(about__in=[f"entry:{number}" for number in numbers], sent_at=None).delete()


def delete_old(*, at: datetime) -> int:
    """Delete entries whose last word is older than what the card said, or than the business now keeps,
    whichever is less; how many.
    """
    forget_tries(at)
    deleted = 0
    days = Least(F("told_days"), F("business__kept_days"))
    for number in Entry.objects.values_list("told_days", "business__kept_days").distinct():
        kept = min(number)
        _, by_model = (
            Entry.objects.annotate(days=days)
            .filter(days=kept, touched_at__lt=at - timedelta(days=kept))
            .delete()
        )
        deleted += by_model.get("guestbook.Entry", 0)
    return deleted


def take_up_apart(*, at: datetime) -> list[Entry]:
    """What was kept apart for its day: nothing for us where somebody looked at it, else it waits like all
    others and its letter goes out.
    """
    due = Entry.objects.filter(state=Entry.State.APART, apart_until__lte=at).select_related("business")
    for entry in due:
        with transaction.atomic():
            is_seen = not entry.unread
            entry.state = Entry.State.NOT_OURS if is_seen else Entry.State.WAITING
            entry.apart_until = None
            entry.save(update_fields=["state", "apart_until"])
            newest = entry.messages.select_related("site", "person").last()
            if not is_seen and newest is not None:
                tell_of(entry, newest, at=at)
                tell_hook(entry, "came", at=at, message=newest)
    return list(due)


def about(business: Business, typed: str) -> Found | None:
    """Everything about one person, by email or number; None where it is neither."""
    for app in ("email", "phone"):
        reading = read_contact(typed, app=app, country=business.country or None)
        if reading.ok and reading.canonical:
            is_email = app == "email"
            reach = reading.canonical.lower() if is_email else reading.canonical
            same = Q(email=reach) if is_email else Q(phone=reach)
            theirs = Message.objects.filter(same, entry__business=business).values("entry")
            entries = Entry.objects.filter(Q(pk__in=theirs) | (same & Q(business=business)))
            return Found(reach, is_email, tuple(entries.order_by("first_at", "pk")))
    return None


def forget_person(business: Business, found: Found) -> int:
    """Delete all entries found, and letters to them that still wait; how many entries."""
    with transaction.atomic():
        numbers = [entry.pk for entry in found.entries]
        forget_notices_of(numbers)
        Entry.objects.filter(business=business, pk__in=numbers).delete()
        if found.is_email:
            Outgoing.objects.filter(to__iexact=found.reach, by=None, state=Outgoing.State.WAITING).delete()
    return len(found.entries)
