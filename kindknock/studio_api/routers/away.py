"""Somebody is away, or back: said in the studio, or on their own phone page. It holds at once."""

from datetime import datetime, timedelta, tzinfo
from typing import Annotated

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from kindknock import clock
from kindknock.accounts.models import User
from kindknock.core.formats.qr import qr_svg
from kindknock.core.time import hours_of, people_ready
from kindknock.core.time.remedies import stand_ins
from kindknock.core.words.moments import clock_of, end_of_day, when_text
from kindknock.people.actions.phone_page import phone_page
from kindknock.people.actions.say_away import AwayRefused, say_away, say_back
from kindknock.people.load import people_of, timetable_of
from kindknock.people.models import Assistant
from kindknock.people.words import cover_words

from .. import auth
from ..errors import Problem
from ..guard import OWN_TIME, user_of
from ..rota_request import table
from ..schemas import (
    MOST_MINUTES,
    AwayIn,
    MeanwhileOut,
    PhonePageOut,
    RotaOut,
)
from ..schemas.days import Moment

router = Router()


@router.post("/rota/people/{key}/away", response=RotaOut, auth=OWN_TIME)
def away(request: HttpRequest, key: str, body: AwayIn) -> HttpResponse:
    """Somebody is away until a moment; no visitor is sent to them from now on."""
    _say_away(auth.own_assistant(request, key), body, user_of(request))
    return table(request)


def _say_away(assistant: Assistant, body: AwayIn, by: User) -> None:
    now = clock.now()
    shop_clock = clock_of(assistant.business.zone)
    until = _until(body.until, body.minutes, now, shop_clock)
    try:
        say_away(assistant, until=until, at=now, word=body.word, is_told=body.is_told, by=by)
    except AwayRefused:
        raise Problem(
            422,
            "away_past",
            f"{when_text(until, now, shop_clock, 'en')} is over already. Choose a later time.",
            field="until",
        ) from None


def _until(until: datetime | None, minutes: int | None, now: datetime, shop_clock: tzinfo) -> datetime:
    return until or (now + timedelta(minutes=minutes) if minutes else end_of_day(now, shop_clock))


@router.post("/rota/people/{key}/phone-page", response=PhonePageOut, auth=OWN_TIME)
def page_of(request: HttpRequest, key: str, renew: bool = False) -> PhonePageOut:
    """The private address of somebody's own phone page; renewed, the one before stops."""
    link = f"{settings.ENV.origin}/in/{phone_page(auth.own_assistant(request, key), renew=renew)}"
    return PhonePageOut(link=link, qr=qr_svg(link), is_here_only=settings.ENV.is_loopback)


@router.post("/rota/people/{key}/back", response=RotaOut, auth=OWN_TIME)
def back(request: HttpRequest, key: str) -> HttpResponse:
    say_back(auth.own_assistant(request, key), at=clock.now(), by=user_of(request))
    return table(request)


@router.get("/rota/people/{key}/meanwhile", response=MeanwhileOut, auth=OWN_TIME)
def meanwhile(
    request: HttpRequest,
    key: str,
    minutes: Annotated[int | None, Query(ge=5, le=MOST_MINUTES)] = None,
    until: Moment | None = None,
) -> MeanwhileOut:
    """Who would be there while somebody is away, before it is said: for so many minutes, until a moment,
    or for the rest of today.
    """
    assistant, now = auth.own_assistant(request, key), clock.now()
    business = assistant.business
    shop_clock, zone, timetable = clock_of(business.zone), business.zone, timetable_of(business, at=now)
    people = people_of(business)
    ready = people_ready(people, timetable, zone)
    end = _until(until, minutes, now, shop_clock)
    found = stand_ins(
        ready,
        hours_of(timetable.shop, zone),
        key,
        int(now.timestamp()),
        max(int(end.timestamp()), int(now.timestamp()) + 60),
    )
    return MeanwhileOut(
        says=cover_words(found, {person.key: person.name for person in people}, now, shop_clock)
    )
