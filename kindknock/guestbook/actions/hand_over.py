"""Who has an entry, and how far it is: handed to somebody, done, not for us, waiting again."""

from datetime import datetime, timedelta

from django.conf import settings
from django.db import transaction

from kindknock.accounts.addresses import studio_address
from kindknock.accounts.notices import tell_members
from kindknock.people.actions.phone_page import phone_page
from kindknock.people.models import Assistant

from ..letters import handed_words
from ..models import Entry
from ..whom import Hand, hands_of, keys_of
from .tell_hook import tell_hook
from .tell_people import about_entry, tell_person

OPEN_FOR = timedelta(seconds=60)
"""An open entry that was not said to be open for so long is no longer."""


class NobodyThere(Exception):
    """Handed to somebody who isn't here, or has left."""


def hand_to(entry: Entry, whom: str, *, by: str, at: datetime) -> Entry:
    """Give it to somebody, who is told by mail unless they took it themselves; to nobody with an empty
    `whom`. Raises NobodyThere.
    """
    hands = hands_of(entry.business)
    hand = hands.get(whom)
    if whom and (hand is None or hand.is_gone):
        raise NobodyThere
    with transaction.atomic():
        entry.holder = whom
        entry.state = Entry.State.TAKEN if whom else Entry.State.WAITING
        _save(entry)
        if hand is not None and whom != by and hand.email:
            tell_handed(entry, hand, hands[by].name if by in hands else entry.business.name, at=at)
        tell_hook(entry, "handed", at=at)
    return entry


def mark(entry: Entry, state: Entry.State, *, at: datetime) -> Entry:
    """Done, not for us, or for us after all. What is for us again goes back to who had it."""
    if state in (Entry.State.WAITING, Entry.State.TAKEN):
        state = Entry.State.TAKEN if entry.holder else Entry.State.WAITING
    was_apart = entry.state == Entry.State.APART
    with transaction.atomic():
        entry.state, entry.apart_until, entry.unread = state, None, False
        _save(entry)
        if was_apart and state in (Entry.State.WAITING, Entry.State.TAKEN):
            # Nobody was told of it while it was kept apart.
            tell_hook(entry, "came", at=at, message=entry.messages.last())
        if state == Entry.State.DONE:
            tell_hook(entry, "done", at=at)
    return entry


def look_at(entry: Entry, whom: str, *, at: datetime) -> None:
    """Somebody has it open: it is read, and others are shown who looks at it."""
    entry.unread = False
    if not is_open_elsewhere(entry, whom, at=at):
        entry.open_by, entry.open_at = whom, at
    entry.save(update_fields=["unread", "open_by", "open_at"])


def is_open_elsewhere(entry: Entry, whom: str, *, at: datetime) -> bool:
    """Whether somebody else has it open just now."""
    open_at = entry.open_at
    return bool(entry.open_by and entry.open_by != whom and open_at and at - open_at < OPEN_FOR)


def _save(entry: Entry) -> None:
    entry.save(update_fields=["holder", "state", "apart_until", "unread"])


def tell_handed(entry: Entry, hand: Hand, by: str, *, at: datetime) -> None:
    """Somebody hears that it is theirs now: a member as they want to, else at their address for notices."""
    if hand.user is not None:
        own = entry.business.memberships.select_related("user", "business").filter(user=hand.user)
        page = page_of(entry, hand)
        tell_members(
            entry.business,
            "note",
            lambda member, language: handed_words(entry, page, by, language),
            at=at,
            about=about_entry(entry),
            among=own,
        )
        return
    person = Assistant.objects.select_related("business").get(key=next(iter(keys_of([hand.whom]))))
    tell_person(
        entry,
        person,
        lambda language, page: handed_words(entry, f"{page}/guests/{entry.pk}", by, language),
        at=at,
    )


def page_of(entry: Entry, hand: Hand) -> str:
    """Where somebody reads an entry: in the studio who signs in, else on their own phone page."""
    key = next(iter(keys_of([hand.whom])), "")
    if hand.user is None and key:
        person = Assistant.objects.get(key=key)
        return f"{settings.ENV.origin}/in/{phone_page(person)}/guests/{entry.pk}"
    return studio_address(entry.business, f"/guestbook/{entry.pk}")
