"""Notes that visitors left: read, answered, finished, deleted."""

from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.core.addresses import links_to, read_contact
from kindknock.core.words import direction_of
from kindknock.guestbook.actions.keep_note import EmptyAnswer, NotByEmail, answer_note, delete_note, mark_note
from kindknock.guestbook.actions.leave_note import KEPT_DAYS
from kindknock.guestbook.models import LeftNote
from kindknock.guestbook.queries import notes_of

from .. import auth
from ..errors import Problem
from ..schemas import AnswerIn, Done, MarkIn, NoteOut, NotesOut

router = Router()
MOST = 300


@router.get("/sites/{key}/notes", response=NotesOut)
def read_notes(request: HttpRequest, key: str) -> NotesOut:
    """Newest first."""
    return NotesOut(
        notes=[note_out(note) for note in notes_of(auth.site(request, key))[:MOST]], kept_days=KEPT_DAYS
    )


@router.post("/notes/{pk}/answer", response=NoteOut)
def answer(request: HttpRequest, pk: int, body: AnswerIn) -> NoteOut:
    """Email an answer to whoever left an email."""
    try:
        return note_out(
            answer_note(auth.note(request, pk), text=body.text, by=auth.person(request), at=clock.now())
        )
    except EmptyAnswer:
        raise Problem(422, "empty_answer", "Write an answer first.", field="text") from None
    except NotByEmail:
        raise Problem(
            422,
            "not_by_email",
            "They left a number: call or text it, then mark the note as answered.",
            field="text",
        ) from None


@router.post("/notes/{pk}/mark", response=NoteOut)
def mark(request: HttpRequest, pk: int, body: MarkIn) -> NoteOut:
    return note_out(mark_note(auth.note(request, pk), body.state))


@router.delete("/notes/{pk}", response=Done)
def delete(request: HttpRequest, pk: int) -> Done:
    delete_note(auth.note(request, pk))
    return Done()


def note_out(note: LeftNote) -> NoteOut:
    by_email = "@" in note.reach
    by = note.answered_by
    return NoteOut(
        id=note.pk,
        name=note.name,
        reach=note.reach if by_email else read_contact(note.reach, app="phone").shown or note.reach,
        by_email=by_email,
        call="" if by_email else links_to("phone", note.reach).bare or "",
        text_link="" if by_email else links_to("sms", note.reach).bare or "",
        text=note.text,
        address=note.address,
        title=note.title,
        language=note.language,
        direction=direction_of(note.language or "en"),
        state=note.state,
        answer=note.answer,
        answered_by=(by.name or by.email) if by else "",
        at=note.at,
    )
