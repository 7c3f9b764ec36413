"""Reads of the guestbook for screens. Anybody else's entry is as if it did not exist."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any, Literal

from django.db.models import Count, Min, Q, QuerySet

from kindknock.accounts.models import Business
from kindknock.core.guests import search_words
from kindknock.core.time.hours import Closure
from kindknock.core.words.moments import clock_of

from .models import Entry
from .whom import keys_of

MOST_STEPS = 500
View = Literal["everyone", "mine", "nobody", "not_ours"]
VIEWS: dict[str, tuple[Entry.State, ...]] = {
    "everyone": (Entry.State.WAITING, Entry.State.TAKEN, Entry.State.DONE),
    "mine": (Entry.State.WAITING, Entry.State.TAKEN, Entry.State.DONE),
    "nobody": (Entry.State.WAITING,),
    "not_ours": (Entry.State.APART, Entry.State.NOT_OURS),
}


@dataclass(frozen=True, slots=True)
class After:
    """Where a page of the list goes on: behind this entry."""

    state: int
    last_at: datetime
    pk: int


def _seen(business: Business, seen_by: str | None) -> "QuerySet[Entry]":
    """All entries, or, for somebody, those they have and those nobody has."""
    found = Entry.objects.filter(business=business)
    return found if seen_by is None else found.filter(holder__in=[seen_by, ""])


def entry_for(business: Business, pk: int, *, seen_by: str | None = None) -> Entry | None:
    return _seen(business, seen_by).select_related("business", "asked").filter(pk=pk).first()


def entries_of(
    business: Business,
    view: View,
    *,
    whom: str,
    search: str = "",
    after: After | None = None,
    seen_by: str | None = None,
) -> "QuerySet[Entry]":
    """In the order of the list: waiting, with someone, done; or kept apart, not for us; within, the newest
    words first. `whom` is who asks: theirs are those they have, and those for them that nobody has.
    With `seen_by`, only what that one has and what nobody has.
    """
    found = _seen(business, seen_by).filter(state__in=VIEWS[view]).select_related("asked")
    if view == "mine":
        found = found.filter(_theirs(whom))
    elif view == "nobody":
        found = found.filter(holder="")
    for word in search_words(search):
        found = found.filter(search__contains=word)
    if after is not None:
        older = Q(last_at__lt=after.last_at) | Q(last_at=after.last_at, pk__lt=after.pk)
        behind = Q(state__lt=after.state) if view == "not_ours" else Q(state__gt=after.state)
        found = found.filter(behind | (Q(state=after.state) & older))
    return found.order_by("-state" if view == "not_ours" else "state", "-last_at", "-pk")


def _theirs(whom: str) -> Q:
    mine = Q(holder=whom)
    keys = keys_of([whom])
    return mine | Q(holder="", asked__key__in=keys) if keys else mine


def sums_of(business: Business, whom: str, *, seen_by: str | None = None) -> dict[str, Any]:
    """How many there are: by state, waiting for `whom`, unread, held by nobody; and since when. One query."""
    states = {state.name.lower(): Count("pk", filter=Q(state=state)) for state in Entry.State}
    sums: dict[str, Any] = _seen(business, seen_by).aggregate(
        **states,
        mine=Count("pk", filter=_theirs(whom) & Q(state__lt=Entry.State.DONE)),
        nobody=Count("pk", filter=Q(state=Entry.State.WAITING, holder="")),
        unread=Count("pk", filter=Q(unread=True, state__lt=Entry.State.DONE)),
        first_at=Min("first_at"),
    )
    return sums


def waiting_in(business: Business, *, seen_by: str | None = None) -> int:
    """How many nobody has read yet, for the bar."""
    return _seen(business, seen_by).filter(unread=True, state__lt=Entry.State.DONE).count()


def steps_of(business: Business) -> tuple[Closure, ...]:
    """The next steps that have a time, as half hours of a calendar on the shop's clock. Words of the team's
    alone stand in them: who wrote is in nobody's calendar.
    """
    zone = clock_of(business.zone)
    steps = Entry.objects.filter(business=business, next_at__isnull=False).order_by("next_at", "pk")
    out = []
    for entry in steps[:MOST_STEPS]:
        assert entry.next_at is not None
        starts = entry.next_at.astimezone(zone).replace(tzinfo=None)
        ends = starts + timedelta(minutes=30)
        out.append(Closure(starts.date(), starts.date(), starts, ends, name=f"Next step: {entry.next_text}"))
    return tuple(out)


def of_person(business: Business, whom: str) -> "QuerySet[Entry]":
    """What waits for somebody on their own phone page: what they have, and what was for them or for nobody in
    particular and nobody has.
    """
    keys = keys_of([whom])
    open_ones = Q(holder=whom) | Q(holder="", asked__key__in=keys) | Q(holder="", asked=None)
    states: Iterable[Entry.State] = (Entry.State.WAITING, Entry.State.TAKEN)
    return Entry.objects.filter(open_ones, business=business, state__in=states).order_by("state", "-last_at")
