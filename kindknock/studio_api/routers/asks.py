"""The automatic reply of a door's *Asks first*, as it would be mailed."""

from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.accounts.actions.limit import LINES, limit
from kindknock.accounts.mailing import post
from kindknock.core.setup import Setup
from kindknock.doors.load import draft_of
from kindknock.doors.models import Door
from kindknock.guestbook.actions.auto_reply import known_page, words_of_reply

from .. import auth
from ..errors import Problem
from ..guard import DOORS, user_of
from ..schemas import AutoReplyIn, AutoReplyOut, SentToOut

router = Router()
A_NAME = "Marta"


@router.post("/doors/{key}/auto-reply", response=AutoReplyOut, auth=DOORS)
def preview(request: HttpRequest, key: str, body: AutoReplyIn) -> AutoReplyOut:
    """As somebody called Marta would read it."""
    subject, text = _reply(auth.door(request, key), body)
    return AutoReplyOut(subject=subject, text=text)


@router.post("/doors/{key}/auto-reply/send", response=SentToOut, auth=DOORS)
def send_me(request: HttpRequest, key: str, body: AutoReplyIn) -> SentToOut:
    """The same to one's own address."""
    door, person = auth.door(request, key), user_of(request)
    subject, text = _reply(door, body)
    if person.proven_at is None:
        says = (
            "First press the link we mailed you when you signed up: it shows that your own address is yours."
        )
        raise Problem(409, "not_proven", says, field="reply")
    limit(LINES, f"reply {person.pk}", at=clock.now())
    post(person.email, subject, text)
    return SentToOut(to=person.email)


def _reply(door: Door, body: AutoReplyIn) -> tuple[str, str]:
    setup: Setup = draft_of(door.site)
    language = body.language if body.language in setup.business.languages else setup.business.languages[0]
    words = {tag: text[:4000] for tag, text in body.words.items()}
    page = known_page(door.site, "")
    return words_of_reply(setup, door.key, words, name=A_NAME, language=language, page=page)
