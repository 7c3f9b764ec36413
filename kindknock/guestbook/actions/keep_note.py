"""Read, answer, finish and delete left notes."""

from datetime import datetime, timedelta

from django.db import transaction

from kindknock.accounts.actions.limit import ANSWERS, ANSWERS_TO, forget_tries, limit
from kindknock.accounts.mailing import post
from kindknock.accounts.models import User
from kindknock.core.setup import setup_from
from kindknock.core.words.fillins import fill
from kindknock.doors.queries import last_release
from kindknock.doors.small_words import written

from ..models import LeftNote
from .leave_note import KEPT_DAYS


class NotByEmail(Exception):
    """The visitor left a number: an answer goes by phone, not from here."""


class NotProven(Exception):
    """Whoever answers has not proven their own address yet."""


class EmptyAnswer(Exception):
    """An answer without words."""


def answer_note(note: LeftNote, *, text: str, by: User, at: datetime) -> LeftNote:
    """Email an answer, the visitor's own words below it. Raises EmptyAnswer, NotByEmail, TooOften."""
    if not text.strip():
        raise EmptyAnswer
    if "@" not in note.reach:
        raise NotByEmail
    if by.proven_at is None:
        raise NotProven
    business = note.site.business
    limit(ANSWERS_TO, f"{business.pk} {note.reach.lower()}", at=at)
    limit(ANSWERS, str(business.pk), at=at)
    quoted = "\n".join(f"> {line}" for line in note.text.splitlines())
    with transaction.atomic():
        note.state, note.answer, note.answered_by = LeftNote.State.ANSWERED, text.strip()[:5000], by
        note.save(update_fields=["state", "answer", "answered_by"])
        post(
            note.reach,
            subject_of(note),
            f"{note.answer}\n\n{by.name or business.name}\n\n{quoted}\n\n"
            f"{business.name}: {note.address.partition('?')[0]}\n",
        )
    return note


def subject_of(note: LeftNote) -> str:
    """The subject of an answer, in the note's language and in the words that are live."""
    release = last_release(note.site)
    setup = setup_from(release.setup) if release else None
    door = next((door for door in setup.doors if door.key == note.door), None) if setup else None
    default = setup.business.languages[0] if setup else "en"
    words = written("_answer_subject", door, note.language or default, default)
    return fill(words, {"business": note.site.business.name}).text


def mark_note(note: LeftNote, state: str) -> LeftNote:
    """Say how far a note has come. Raises ValueError for a state there isn't."""
    note.state = LeftNote.State(state)
    note.save(update_fields=["state"])
    return note


def delete_note(note: LeftNote) -> None:
    note.delete()


def delete_old_notes(*, at: datetime) -> int:
    """Delete what has been kept long enough; how many."""
    forget_tries(at)
    deleted, _ = LeftNote.objects.filter(at__lt=at - timedelta(days=KEPT_DAYS)).delete()
    return deleted
