"""Who answers when: the table, the hours, and what closes a gap. Hours hold at once."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from kindknock import clock
from kindknock.doors.actions.change_channel import change_channel
from kindknock.doors.actions.change_door import change_door
from kindknock.doors.actions.keep_step import drafting
from kindknock.people.actions.cover_gap import cover_gap
from kindknock.people.actions.set_hours import set_hours

from .. import auth
from ..guard import DOORS, LOOK, OWN_TIME, TIME, user_of
from ..hours_reading import hours_reading_out, read_for
from ..rota_request import owner_of, table, today_of
from ..schemas import (
    CoverIn,
    Done,
    HoursIn,
    HoursReadingIn,
    HoursReadingOut,
    ReliefIn,
    RotaOut,
    UsualIn,
)
from ..schemas.days import Day
from ..typed_hours import keep_hours

router = Router()


@router.get("/rota", response=RotaOut, auth=LOOK)
def rota(request: HttpRequest, first: Day | None = None, days: int = 7) -> HttpResponse:
    """A week, a fortnight, or a month's weeks, from a day on; from today where none is named."""
    return table(request)


@router.post("/rota/read-hours", response=HoursReadingOut, auth=LOOK)
def read_typed(request: HttpRequest, body: HoursReadingIn) -> HoursReadingOut:
    """How hours read while they are typed, and the week to draw."""
    return hours_reading_out(read_for(auth.business(request), body.text))


@router.post("/rota/hours", response=RotaOut, auth=OWN_TIME)
def put_hours(request: HttpRequest, body: HoursIn) -> HttpResponse:
    """Hours as typed or drawn, of the shop, a person or a channel. They hold at once."""
    whose, key = owner_of(request, body.whose, body.key)
    week = (
        {day: [list(pair) for pair in pairs] for day, pairs in body.week.items()}
        if body.week is not None
        else None
    )
    keep_hours(
        auth.business(request),
        whose,
        key,
        by=user_of(request),
        text=body.text,
        week=week,
        zone=body.zone,
        monday=body.monday,
    )
    return table(request)


@router.post("/rota/usual", response=RotaOut, auth=OWN_TIME)
def usual_again(request: HttpRequest, body: UsualIn) -> HttpResponse:
    """Take the hours of single dates away, so that the usual week holds there again."""
    business = auth.business(request)
    whose, key = owner_of(request, body.whose, body.key)
    now = business.hours.filter(whose=whose, key=key).first()
    gone = {day.isoformat() for day in body.days}
    if now is not None and gone & set(now.special):
        set_hours(
            business,
            whose,
            key,
            week=now.week,
            zone=now.zone,
            special={day: spans for day, spans in now.special.items() if day not in gone},
            by=user_of(request),
            at=clock.now(),
        )
    return table(request)


@router.post("/rota/cover", response=RotaOut, auth=TIME)
def cover(request: HttpRequest, body: CoverIn) -> HttpResponse:
    """Close a gap by longer hours of one person, and of the shop where it is shut then."""
    person = auth.assistant(request, body.person) if body.person else None
    cover_gap(
        auth.business(request),
        person,
        weekday=body.weekday,
        start_min=body.start_min,
        end_min=body.end_min,
        near=today_of(auth.business(request)),
        by=user_of(request),
        at=clock.now(),
    )
    return table(request)


@router.post("/rota/relief", response=Done, auth=DOORS)
def relieve(request: HttpRequest, body: ReliefIn) -> Done:
    """Show the away note at a door, or let a way need nobody: in the draft, so it is published like any
    other.
    """
    door, by = auth.door(request, body.door), user_of(request)
    if body.code == "away_note":
        with drafting(door.site, by, at=clock.now()):
            change_door(door, {"when_nobody": "away"}, version=door.version)
    else:
        channel = auth.channel(request, body.channel)
        with drafting(channel.door.site, by, at=clock.now()):
            change_channel(channel, more={"needs_nobody": True})
    return Done()
