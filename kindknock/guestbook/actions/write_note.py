"""Notes that only the team sees, and the one next step of an entry."""

from datetime import datetime, timedelta

from django.db import transaction

from kindknock.accounts.letters import Letter
from kindknock.accounts.mailing import post_letter

from ..letters import who_words
from ..models import Entry, TeamNote
from ..whom import hands_of
from .hand_over import NobodyThere, page_of

MOST_LETTERS, MOST_NOTES = 4000, 200
TOLD_BEFORE = timedelta(hours=1)
"""So long before its time whoever is named hears of a step."""


class NoteRefused(Exception):
    """A note without words, too long, or one too many: `code` is empty, long or many."""

    def __init__(self, code: str) -> None:
        super().__init__(code)
        self.code = code


def write_note(entry: Entry, text: str, *, by: str, at: datetime) -> TeamNote:
    """Add a note of the team's. Raises NoteRefused."""
    text = text.strip()
    for is_wrong, code in (
        (not text, "empty"),
        (len(text) > MOST_LETTERS, "long"),
        (entry.notes.count() >= MOST_NOTES, "many"),
    ):
        if is_wrong:
            raise NoteRefused(code)
    return TeamNote.objects.create(entry=entry, by=by, text=text, at=at)


def set_next_step(entry: Entry, *, text: str, when: datetime | None, whom: str) -> Entry:
    """Put the next step, or take it away with an empty text. Raises NobodyThere."""
    hands = hands_of(entry.business)
    if whom and (whom not in hands or hands[whom].is_gone):
        raise NobodyThere
    is_one = bool(text.strip())
    entry.next_text = text.strip()[:300]
    entry.next_at, entry.next_whom = (when, whom) if is_one else (None, "")
    entry.next_told = False
    entry.save(update_fields=["next_text", "next_at", "next_whom", "next_told"])
    return entry


def tell_next_steps(*, at: datetime) -> int:
    """Mail who is named an hour before a step's time; each once. How many letters."""
    due = Entry.objects.filter(next_told=False, next_at__lte=at + TOLD_BEFORE).select_related("business")
    written = 0
    for entry in due:
        hand = hands_of(entry.business).get(entry.next_whom)
        with transaction.atomic():
            entry.next_told = True
            entry.save(update_fields=["next_told"])
            if hand is not None and hand.email and not hand.is_gone:
                words = f"{entry.next_text}\n\n{who_words(entry)}: {entry.begins}\n\n{page_of(entry, hand)}\n"
                post_letter(hand.email, Letter(f"A next step at {entry.business.name}", words))
                written += 1
    return written
