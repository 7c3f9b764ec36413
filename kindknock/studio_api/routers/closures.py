"""Closed days and leave: one by one, from public holidays, from calendars and out to them; the hours for
the site's own pages. All of it holds at once.
"""

from datetime import date, time, timedelta

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from ninja import Router

from kindknock import clock
from kindknock.accounts.may import Power
from kindknock.core.formats.ical import read_calendar
from kindknock.core.formats.osm_hours import write_osm
from kindknock.core.formats.schema_org import hours_document, script_text
from kindknock.core.time import Closure as ClosureValue
from kindknock.core.time import hours_of
from kindknock.core.time.hours import closure_on
from kindknock.core.time.public_holidays import UnknownCountry, public_holidays, regions_of
from kindknock.core.words.moments import clock_of
from kindknock.guestbook.queries import steps_of
from kindknock.people.actions.calendar_address import calendar_address
from kindknock.people.actions.close import ClosureRefused, add_closure, add_closures, remove_closure
from kindknock.people.load import calendar_of, timetable_of
from kindknock.people.models import Closure

from .. import auth
from .. import rota_words as say
from ..errors import NotFound, Problem
from ..guard import LOOK, TIME, can, user_of
from ..hours_words import week_words
from ..rota_request import owner_of, table, today_of
from ..schemas import (
    CalendarIn,
    CalendarOut,
    ClosureIn,
    HolidayOut,
    HolidaysIn,
    HolidaysOut,
    HoursPublishedOut,
    RotaOut,
    SubscriptionOut,
)

router = Router()
YEARS_AHEAD = 3


@router.post("/rota/closures", response=RotaOut, auth=TIME)
def close(request: HttpRequest, body: ClosureIn) -> HttpResponse:
    """Closed, or on leave, for whole days or for some hours of one."""
    whose, key = owner_of(request, body.whose, body.key)
    timed = body.from_time is not None and body.until_time is not None
    last = body.last_day or body.first_day
    try:
        add_closure(
            auth.business(request),
            first_day=body.first_day,
            last_day=last if timed else last + timedelta(days=1),
            from_time=body.from_time,
            until_time=body.until_time,
            name=body.name,
            yearly=body.yearly,
            whose=whose,
            key=key,
            by=user_of(request),
            at=clock.now(),
        )
    except ClosureRefused:
        raise Problem(
            422, "closure_backward", "That ends before it begins. Put the later day last.", field="last_day"
        ) from None
    return table(request)


@router.post("/rota/close-today", response=RotaOut, auth=TIME)
def close_today(request: HttpRequest) -> HttpResponse:
    """Nobody answers for the rest of today."""
    business = auth.business(request)
    now = clock.now().astimezone(clock_of(business.zone))
    add_closure(
        business,
        first_day=now.date(),
        last_day=now.date() + timedelta(days=1),
        from_time=time(now.hour, now.minute),
        until_time=time(0),
        name="Closed today",
        by=user_of(request),
        at=clock.now(),
    )
    return table(request)


@router.delete("/rota/closures/{number}", response=RotaOut, auth=TIME)
def reopen(request: HttpRequest, number: int) -> HttpResponse:
    found = (
        Closure.objects.select_related("business").filter(business=auth.business(request), pk=number).first()
    )
    if found is None:
        raise NotFound
    remove_closure(found, by=user_of(request), at=clock.now())
    return table(request)


@router.get("/rota/holidays", response=HolidaysOut, auth=LOOK)
def holidays(request: HttpRequest, country: str = "", region: str = "") -> HolidaysOut:
    """Public holidays of this year and the next ones, to choose from; what is closed already is marked."""
    business = auth.business(request)
    today, country = today_of(business), (country or business.country or "GB").upper()
    shop = hours_of(timetable_of(business, at=clock.now()).shop, business.zone)
    days: list[HolidayOut] = []
    ends = ""
    try:
        for year in range(today.year, today.year + YEARS_AHEAD):
            found = public_holidays(country, year, region or None)
            if not found and not ends:
                ends = f"The list ends before {year}. Look again nearer to it."
            days += [
                HolidayOut(
                    day=item.day,
                    says=f"{item.day:%A %-d %B %Y}",
                    name=item.name,
                    is_closed=closure_on(shop, item.day) is not None,
                )
                for item in found
                if item.day >= today
            ]
    except UnknownCountry:
        raise Problem(
            422,
            "unknown_country",
            "There is no list for that country. Add its days one by one.",
            field="country",
        ) from None
    return HolidaysOut(country=country, regions=list(regions_of(country)), days=days, ends=ends)


@router.post("/rota/holidays", response=RotaOut, auth=TIME)
def close_holidays(request: HttpRequest, body: HolidaysIn) -> HttpResponse:
    """Close on these of a country's public holidays, as one change."""
    names: dict[date, str] = {}
    try:
        for year in {day.year for day in body.days}:
            names |= {
                holiday.day: holiday.name
                for holiday in public_holidays(body.country, year, body.region or None)
            }
    except UnknownCountry:
        raise Problem(
            422,
            "unknown_country",
            "There is no list for that country. Add its days one by one.",
            field="country",
        ) from None
    add_closures(
        auth.business(request),
        [
            ClosureValue(day, day + timedelta(days=1), name=names[day])
            for day in sorted(set(body.days))
            if day in names
        ],
        by=user_of(request),
        at=clock.now(),
    )
    return table(request)


def _calendar(request: HttpRequest, body: CalendarIn) -> tuple[list[ClosureValue], list[str]]:
    business = auth.business(request)
    today = today_of(business)
    found = read_calendar(body.text, today, today + timedelta(days=800), business.zone)
    if found.error:
        raise Problem(
            422, found.error, say.CALENDAR.get(found.error, say.CALENDAR["not_a_calendar"]), field="text"
        )
    return list(found.closures), [
        say.CALENDAR_NOTE[code] for code in found.warnings if code in say.CALENDAR_NOTE
    ]


@router.post("/rota/calendar/preview", response=CalendarOut, auth=TIME)
def preview_calendar(request: HttpRequest, body: CalendarIn) -> CalendarOut:
    """What a calendar file would close in the next two years."""
    closures, notes = _calendar(request, body)
    today = today_of(auth.business(request))
    return CalendarOut(
        closes=[
            f"{say.closure_words(closure, today)}{f': {closure.name}' if closure.name else ''}"
            for closure in closures[:200]
        ],
        notes=notes,
    )


@router.post("/rota/calendar", response=RotaOut, auth=TIME)
def take_calendar(request: HttpRequest, body: CalendarIn) -> HttpResponse:
    """Close, or put somebody on leave, as a calendar file says; as one change."""
    whose, key = owner_of(request, body.whose, body.key)
    closures, _ = _calendar(request, body)
    add_closures(auth.business(request), closures, whose=whose, key=key, by=user_of(request), at=clock.now())
    return table(request)


@router.get("/rota.ics", auth=LOOK)
def calendar_out(request: HttpRequest) -> HttpResponse:
    """The shop's closures as a calendar file."""
    business = auth.business(request)
    steps = steps_of(business) if can(request, Power.EVERY_GUEST) else ()
    answer = HttpResponse(
        calendar_of(business, at=clock.now(), more=steps), content_type="text/calendar; charset=utf-8"
    )
    answer["Content-Disposition"] = 'attachment; filename="kind-knock-closures.ics"'
    return answer


@router.post("/rota/subscription", response=SubscriptionOut, auth=TIME)
def subscription(request: HttpRequest, renew: bool = False) -> SubscriptionOut:
    """The secret address under which calendars find closed days and leave; renewed, the one before stops."""
    return SubscriptionOut(
        link=f"{settings.ENV.origin}/calendar/{calendar_address(auth.business(request), renew=renew)}.ics"
    )


@router.get("/rota/published", response=HoursPublishedOut, auth=LOOK)
def published(request: HttpRequest) -> HoursPublishedOut:
    """The shop's hours for its own pages: as a sentence, as schema.org JSON-LD, as OpenStreetMap opening
    hours.
    """
    business = auth.business(request)
    hours = hours_of(timetable_of(business, at=clock.now()).shop, business.zone)
    if hours is None or hours.week is None:
        return HoursPublishedOut(sentence="", json_ld="", osm="")
    schema = script_text(hours_document(business.name, hours.week, hours.closures))
    return HoursPublishedOut(
        sentence=f"{week_words(hours.week)}.",
        osm=write_osm(hours.week),
        json_ld=f'<script type="application/ld+json">{schema}</script>',
    )
