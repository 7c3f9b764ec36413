"""Tell that somebody wrote and nobody has answered in an hour in which the shop was open."""

from datetime import datetime, timedelta

from django.db import transaction
from django.db.models import F, Q

from kindknock.accounts.addresses import studio_address
from kindknock.accounts.letters import quoted, sentence
from kindknock.accounts.notices import Words, tell_members
from kindknock.core.time.hours import Hours, open_spans
from kindknock.core.time.timetable import hours_of
from kindknock.people.load import timetable_of

from ..letters import who_words
from ..models import Entry
from .tell_people import about_entry

LATE = timedelta(hours=1)
LOOKED_BACK = timedelta(days=7)
"""What waited longer than this before anybody wanted to hear of it is no news."""


def tell_late(*, at: datetime) -> int:
    """Each entry once for the same words; how many were told of."""
    waiting = Entry.objects.filter(
        Q(late_told_at=None) | Q(late_told_at__lt=F("last_at")),
        state__in=(Entry.State.WAITING, Entry.State.TAKEN),
        touched_at=F("last_at"),
        last_at__lte=at - LATE,
        last_at__gt=at - LOOKED_BACK,
    )
    count = 0
    hours: dict[int, Hours | None] = {}
    for entry in waiting.select_related("business").order_by("pk"):
        business = entry.business
        if business.pk not in hours:
            hours[business.pk] = hours_of(timetable_of(business, at=at).shop, business.zone)
        if open_seconds(hours[business.pk], entry.last_at, at) < LATE.total_seconds():
            continue
        with transaction.atomic():
            Entry.objects.filter(pk=entry.pk).update(late_told_at=at)
            _tell(entry, at)
        count += 1
    return count


def open_seconds(hours: Hours | None, start: datetime, end: datetime) -> int:
    """How long the shop was open between two moments; without hours it always is."""
    first, last = int(start.timestamp()), int(end.timestamp())
    if hours is None:
        return last - first
    return sum(until - since for since, until in open_spans(hours, first, last))


def _tell(entry: Entry, at: datetime) -> None:
    link = studio_address(entry.business, f"/guestbook/{entry.pk}")

    def words(_: object, language: str) -> Words:
        who = who_words(entry, language)
        return Words(
            sentence(language, "unanswered.subject", business=entry.business.name),
            sentence(language, "unanswered.text", who=who, words=quoted(entry.begins), link=link),
        )

    tell_members(entry.business, "unanswered", words, at=at, about=about_entry(entry))
