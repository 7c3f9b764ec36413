"""Answers and signposts as their owner writes them. All of it is draft until published."""

from typing import Any

from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.answers.actions.change_piece import (
    add_piece,
    change_piece,
    order_pieces,
    put_back,
    remove_piece,
)
from kindknock.answers.actions.put_groups import put_groups
from kindknock.answers.models import Piece
from kindknock.answers.queries import piece_of
from kindknock.core.answers.document import cleaned, pictures_abroad
from kindknock.core.answers.markup import document_from_html
from kindknock.core.answers.shelf import shelf_of
from kindknock.core.formats.answers_md import document_from_markdown
from kindknock.doors.actions.begin_with import begin_with
from kindknock.doors.actions.keep_step import drafting, undo_step
from kindknock.doors.load import draft_of
from kindknock.doors.ready_trees import READY_TREES
from kindknock.sites.models import Site

from .. import auth
from ..answers_present import answers_of
from ..errors import NotFound
from ..guard import DOORS, LOOK, user_of
from ..schemas import (
    AnswerChanges,
    AnswerIn,
    AnswersOrderIn,
    AnswersOut,
    BeginIn,
    DocumentOut,
    FindIn,
    FoundAnswersOut,
    GroupsIn,
    PastedIn,
    SignpostsChanges,
    SignpostsIn,
)

router = Router()
NOT_PARTS = {"version", "typing"}


def _piece(site: Site, sort: str, key: str) -> Piece:
    found = piece_of(site, sort, key)
    if found is None:
        raise NotFound
    return found


def _parts(body: AnswerChanges | SignpostsChanges) -> dict[str, Any]:
    return body.model_dump(mode="json", exclude_unset=True, exclude_none=True, exclude=NOT_PARTS)


@router.get("/sites/{key}/answers", response=AnswersOut, auth=LOOK)
def read_answers(request: HttpRequest, key: str) -> AnswersOut:
    return answers_of(auth.site(request, key), user_of(request))


@router.post("/sites/{key}/answers", response=AnswersOut, auth=DOORS)
def add_answer(request: HttpRequest, key: str, body: AnswerIn) -> AnswersOut:
    """One more, last; `added` is its key."""
    site, by = auth.site(request, key), user_of(request)
    with drafting(site, by, at=clock.now()):
        piece = add_piece(site, Piece.Sort.ANSWER, body.model_dump(mode="json"))
    return answers_of(site, by, added=piece.key)


@router.patch("/sites/{key}/answers/{answer}", response=AnswersOut, auth=DOORS)
def change_answer(request: HttpRequest, key: str, answer: str, body: AnswerChanges) -> AnswersOut:
    site, by = auth.site(request, key), user_of(request)
    with drafting(site, by, typing=bool(body.typing), at=clock.now()):
        change_piece(_piece(site, Piece.Sort.ANSWER, answer), _parts(body), version=body.version)
    return answers_of(site, by)


@router.delete("/sites/{key}/answers/{answer}", response=AnswersOut, auth=DOORS)
def remove_answer(request: HttpRequest, key: str, answer: str) -> AnswersOut:
    """Off the draft; undo brings it back, and visitors have it until the next release."""
    site, by = auth.site(request, key), user_of(request)
    with drafting(site, by, at=clock.now()):
        remove_piece(_piece(site, Piece.Sort.ANSWER, answer), at=clock.now())
    return answers_of(site, by)


@router.put("/sites/{key}/answers-order", response=AnswersOut, auth=DOORS)
def order_answers(request: HttpRequest, key: str, body: AnswersOrderIn) -> AnswersOut:
    site, by = auth.site(request, key), user_of(request)
    with drafting(site, by, at=clock.now()):
        order_pieces(site, Piece.Sort.ANSWER, body.keys)
    return answers_of(site, by)


@router.put("/sites/{key}/answers-groups", response=AnswersOut, auth=DOORS)
def group_answers(request: HttpRequest, key: str, body: GroupsIn) -> AnswersOut:
    """All headings, in order. Answers of one that goes stand without."""
    site, by = auth.site(request, key), user_of(request)
    with drafting(site, by, at=clock.now()):
        put_groups(site, tuple(body.groups), was=body.was, at=clock.now())
    return answers_of(site, by)


@router.post("/sites/{key}/answers-undo", response=AnswersOut, auth=DOORS)
def undo(request: HttpRequest, key: str, redo: bool = False) -> AnswersOut:
    """Take back the last change this person made to the site's draft, or make it again."""
    site, by = auth.site(request, key), user_of(request)
    undo_step(site, by, redo=redo, at=clock.now())
    return answers_of(site, by)


@router.post("/sites/{key}/answers-back/{piece}", response=AnswersOut, auth=DOORS)
def bring_back(request: HttpRequest, key: str, piece: str) -> AnswersOut:
    """An answer or signposts that somebody took off while another wrote in it, on the draft again."""
    site, by = auth.site(request, key), user_of(request)
    with drafting(site, by, at=clock.now()):
        if not put_back(site, piece):
            raise NotFound
    return answers_of(site, by, added=piece)


@router.post("/sites/{key}/answers-pasted", response=DocumentOut, auth=DOORS)
def read_pasted(request: HttpRequest, key: str, body: PastedIn) -> DocumentOut:
    """What was pasted, as a clean document: of HTML, else of Markdown."""
    auth.site(request, key)
    found = document_from_html(body.html) if body.html else document_from_markdown(body.markdown or "")
    return DocumentOut(blocks=list(cleaned(found)), abroad=len(pictures_abroad(found)))


@router.post("/sites/{key}/answers-found", response=FoundAnswersOut, auth=LOOK)
def find(request: HttpRequest, key: str, body: FindIn) -> FoundAnswersOut:
    """Which answers of the draft a visitor's words find, whatever page they are for."""
    draft = draft_of(auth.site(request, key))
    language = body.language if body.language in draft.business.languages else draft.business.languages[0]
    return FoundAnswersOut(keys=list(shelf_of(draft).found(body.typed, language)[:20]))


@router.post("/sites/{key}/signposts", response=AnswersOut, auth=DOORS)
def add_signposts(request: HttpRequest, key: str, body: SignpostsIn) -> AnswersOut:
    """One more set: a first step to write, or a ready tree."""
    site, by = auth.site(request, key), user_of(request)
    value = READY_TREES.get(body.ready or "") or READY_TREES[""]
    with drafting(site, by, at=clock.now()):
        piece = add_piece(site, Piece.Sort.SIGNPOSTS, value)
    return answers_of(site, by, added=piece.key)


@router.patch("/sites/{key}/signposts/{signposts}", response=AnswersOut, auth=DOORS)
def change_signposts(request: HttpRequest, key: str, signposts: str, body: SignpostsChanges) -> AnswersOut:
    site, by = auth.site(request, key), user_of(request)
    with drafting(site, by, typing=bool(body.typing), at=clock.now()):
        change_piece(_piece(site, Piece.Sort.SIGNPOSTS, signposts), _parts(body), version=body.version)
    return answers_of(site, by)


@router.delete("/sites/{key}/signposts/{signposts}", response=AnswersOut, auth=DOORS)
def remove_signposts(request: HttpRequest, key: str, signposts: str) -> AnswersOut:
    """Off the draft, and off the doors that begin with it."""
    site, by = auth.site(request, key), user_of(request)
    piece = _piece(site, Piece.Sort.SIGNPOSTS, signposts)
    with drafting(site, by, at=clock.now()):
        begin_with(site, piece.key, ())
        remove_piece(piece, at=clock.now())
    return answers_of(site, by)


@router.put("/sites/{key}/signposts/{signposts}/begins", response=AnswersOut, auth=DOORS)
def put_begins(request: HttpRequest, key: str, signposts: str, body: BeginIn) -> AnswersOut:
    """Which doors begin with these signposts, on every page, in place of what they began with."""
    site, by = auth.site(request, key), user_of(request)
    piece = _piece(site, Piece.Sort.SIGNPOSTS, signposts)
    with drafting(site, by, at=clock.now()):
        begin_with(site, piece.key, tuple(body.doors))
    return answers_of(site, by)
