"""What the owner does about a group of questions: answered, on the page now, not worth it, or open again."""

from datetime import datetime

from django.db import transaction

from kindknock.accounts.models import User
from kindknock.answers.actions.change_piece import add_piece
from kindknock.answers.models import Piece

from ..models import QuestionGroup
from ..queries import wording_of


def settle(group: QuestionGroup, state: str, *, by: User, at: datetime, piece: str = "") -> None:
    """From now on it is done, or, with *open*, asked for again."""
    group.state, group.piece = state, piece
    is_open = state == QuestionGroup.State.OPEN
    group.done_at, group.done_by = (None, None) if is_open else (at, by)
    group.save(update_fields=["state", "piece", "done_at", "done_by"])


def begin_answer(group: QuestionGroup, *, sees_notes: bool, by: User, at: datetime) -> Piece:
    """An answer with the group's wording as its title, first on the page where most asked; pressed twice, the
    one that was begun. Raises PieceRefused.
    """
    wording = wording_of(group, sees_notes=sees_notes)
    page = [{"effect": "show", "kind": "exact", "value": wording.page}] if wording.page else []
    with transaction.atomic():
        now = QuestionGroup.objects.select_for_update().get(pk=group.pk)
        begun = Piece.objects.filter(site=group.site, key=now.piece, removed_at=None).first()
        if now.state == QuestionGroup.State.ANSWERED and begun is not None:
            return begun
        value = {"title": {group.language: _begun_large(wording.text[:200])}, "first_on": page}
        piece = add_piece(group.site, Piece.Sort.ANSWER, value)
        settle(group, QuestionGroup.State.ANSWERED, by=by, at=at, piece=piece.key)
    return piece


def _begun_large(text: str) -> str:
    return text[:1].upper() + text[1:]
