"""Who hears of what by mail, when it is quiet, and how such a letter looks."""

from zoneinfo import available_timezones

from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.accounts.actions.stop_hearing import change_hearing
from kindknock.accounts.hearing import KINDS, language_of, may_hear, rate_of, zone_of
from kindknock.accounts.letters import Letter, html_of, sentence, text_of
from kindknock.accounts.may import Power, may
from kindknock.accounts.models import Membership

from .. import auth
from ..errors import NotFound, Problem
from ..guard import LOOK, membership, user_of
from ..sample_letters import sample_of
from ..schemas import HearIn, HearsOut, KindOut, LetterOut, OwnLettersIn, ReaderOut

router = Router()


@router.get("/hears", response=HearsOut, auth=LOOK)
def hears(request: HttpRequest) -> HearsOut:
    """The table: an owner sees everybody, the others themselves."""
    own = membership(request)
    business = own.business
    rows = business.memberships.select_related("user", "business").order_by("pk")
    shown = rows if may(own, Power.TEAM) else rows.filter(pk=own.pk)
    return HearsOut(
        kinds=[KindOut(kind=kind, rates=list(found.rates)) for kind, found in KINDS.items()],
        readers=[_reader(row, own) for row in shown],
    )


def _reader(row: Membership, own: Membership) -> ReaderOut:
    return ReaderOut(
        id=row.pk,
        name=row.user.name or row.user.email,
        is_me=row.pk == own.pk,
        is_proven=row.user.proven_at is not None,
        rates={kind: rate_of(row, kind) if may_hear(row, kind) else "may_not" for kind in KINDS},
        is_quiet=row.is_quiet,
        quiet_from_min=row.quiet_from_min,
        quiet_until_min=row.quiet_until_min,
        zone=zone_of(row.user, row.business),
        language=language_of(row.user, row.business),
    )


@router.put("/hears/{number}/{kind}", response=HearsOut, auth=LOOK)
def put_rate(request: HttpRequest, number: int, kind: str, body: HearIn) -> HearsOut:
    """How often somebody hears of a kind: one's own, or, for an owner, anybody's."""
    found = _row(request, number)
    if kind not in KINDS:
        raise NotFound
    if not may_hear(found, kind):
        raise Problem(403, "may_not", "Their part in the team doesn’t see that, so they don’t hear of it.")
    if not change_hearing(found, kind, body.rate):
        raise Problem(
            422, "rate_unknown", "It can’t come that often. Choose one that is offered.", field="rate"
        )
    return hears(request)


@router.patch("/hears/own", response=HearsOut, auth=LOOK)
def put_own(request: HttpRequest, body: OwnLettersIn) -> HearsOut:
    """One's own quiet hours in this business, and the clock and language of all one's letters."""
    own, user = membership(request), user_of(request)
    if body.zone and body.zone not in available_timezones():
        raise Problem(422, "zone_unknown", "Choose a time zone from the list.", field="zone")
    for row, names in (
        (own, ("is_quiet", "quiet_from_min", "quiet_until_min")),
        (user, ("zone", "language")),
    ):
        given = body.model_dump(include=set(names), exclude_none=True)
        for name, value in given.items():
            setattr(row, name, value)
        row.save(update_fields=list(given))
    return hears(request)


@router.get("/hears-sample/{kind}", response=LetterOut, auth=LOOK)
def see_one(request: HttpRequest, kind: str) -> LetterOut:
    """A letter of a kind as it would come to who asks, from what there is, else from made-up words."""
    own = membership(request)
    if kind not in KINDS or not may_hear(own, kind):
        raise NotFound
    language = language_of(own.user, own.business)
    words = sample_of(own, kind, language, at=clock.now())
    why = sentence(language, f"why.{kind}", business=own.business.name)
    letter = Letter(words.subject, words.text, language, why)
    return LetterOut(subject=words.subject, text=text_of(letter), html=html_of(letter))


def _row(request: HttpRequest, number: int) -> Membership:
    own = membership(request)
    rows = auth.business(request).memberships.select_related("user", "business")
    found = rows.filter(pk=number).first()
    if found is None or (found.pk != own.pk and not may(own, Power.TEAM)):
        raise NotFound
    return found
