"""What visitors of a site ask again and again, and what to do about it."""

from typing import cast

from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.accounts.may import Power
from kindknock.asked_again.actions.settle import begin_answer, settle
from kindknock.asked_again.actions.take_questions import take_questions
from kindknock.asked_again.models import QuestionGroup
from kindknock.asked_again.queries import asked_again
from kindknock.doors.actions.keep_step import drafting

from .. import asked_words as say
from .. import auth
from ..errors import NotFound
from ..guard import DOORS, can, user_of
from ..schemas import AskedGroupOut, BegunAnswerOut, SettleIn
from ..schemas.asked_again import GroupState

router = Router()
NEW_AT_ONCE = 200
"""So many new questions are put together while somebody waits for the screen; a job takes the rest."""


@router.get("/sites/{key}/asked-again", response=list[AskedGroupOut], auth=DOORS)
def asked(request: HttpRequest, key: str) -> list[AskedGroupOut]:
    """Groups of three different people and more, in their most typical wording."""
    site, at = auth.site(request, key), clock.now()
    take_questions(site, at=at, most=NEW_AT_ONCE)
    return [
        AskedGroupOut(
            number=found.group.pk,
            wording=found.wording.text,
            language=found.group.language,
            says=say.says(found),
            more=say.more(found, at),
            state=cast(GroupState, found.group.state),
            since=say.since(found.group, found.since),
            piece=found.group.piece,
        )
        for found in asked_again(site, sees_notes=_sees_notes(request), at=at)
    ]


@router.post("/asked-again/{number}/answer", response=BegunAnswerOut, auth=DOORS)
def answer(request: HttpRequest, number: int) -> BegunAnswerOut:
    """Begin an answer with its wording, first on the page where most asked."""
    group = _group(request, number)
    by = user_of(request)
    with drafting(group.site, by, at=clock.now()):
        piece = begin_answer(group, sees_notes=_sees_notes(request), by=by, at=clock.now())
    return BegunAnswerOut(piece=piece.key)


@router.put("/asked-again/{number}", response=list[AskedGroupOut], auth=DOORS)
def put_state(request: HttpRequest, number: int, body: SettleIn) -> list[AskedGroupOut]:
    """It stands on the page now, is not worth it, or is open again."""
    group = _group(request, number)
    settle(group, body.state, by=user_of(request), at=clock.now(), piece=group.piece)
    return asked(request, group.site.key)


def _group(request: HttpRequest, number: int) -> QuestionGroup:
    found = (
        QuestionGroup.objects.select_related("site__business")
        .filter(site__business=auth.business(request), pk=number)
        .first()
    )
    if found is None:
        raise NotFound
    return found


def _sees_notes(request: HttpRequest) -> bool:
    return can(request, Power.EVERY_GUEST)
