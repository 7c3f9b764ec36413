"""Who answers when: the table, and everything of it that holds at once."""

from datetime import date, datetime, time, timedelta

from django.conf import settings
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils import timezone
from ninja import Router

from kindknock.accounts.models import Business, User
from kindknock.core.formats.ical import read_calendar
from kindknock.core.formats.osm_hours import write_osm
from kindknock.core.formats.qr import qr_svg
from kindknock.core.formats.schema_org import hours_document, script_text
from kindknock.core.holiday_lists import UnknownCountry, public_holidays, regions_of
from kindknock.core.hours import Closure as ClosureValue
from kindknock.core.hours_text import HoursReading, read_hours
from kindknock.core.moments import clock_of, when_text
from kindknock.core.timetable import hours_of, span_pairs, week_document
from kindknock.people.actions.calendar_address import calendar_address
from kindknock.people.actions.close import ClosureRefused, add_closure, add_closures, remove_closure
from kindknock.people.actions.cover_gap import cover_gap
from kindknock.people.actions.phone_page import phone_page
from kindknock.people.actions.say_away import AwayRefused, say_away, say_back
from kindknock.people.actions.set_hours import HoursRefused, clear_hours, set_hours
from kindknock.people.load import calendar_of, timetable_of
from kindknock.people.models import Closure, Whose

from .. import auth
from .. import rota_words as say
from ..errors import NotFound, Problem
from ..hours_words import HOURS, week_words
from ..rota_present import rota_of
from ..schemas import (
    AwayIn,
    CalendarIn,
    CalendarOut,
    ClosureIn,
    CoverIn,
    HolidayOut,
    HolidaysIn,
    HolidaysOut,
    HoursIn,
    HoursPublishedOut,
    HoursReadingIn,
    HoursReadingOut,
    PhonePageOut,
    RotaOut,
    SubscriptionOut,
)

router = Router()
YEARS_AHEAD = 3


def _table(request: HttpRequest) -> HttpResponse:
    """The table again, for the days the asker shows."""
    business = auth.business(request)
    try:
        first = date.fromisoformat(str(request.GET.get("first") or _today(business)))
    except ValueError:
        first = _today(business)
    return JsonResponse(rota_of(business, first, 14 if request.GET.get("days") == "14" else 7))


def _today(business: Business) -> date:
    return timezone.now().astimezone(clock_of(business.zone)).date()


@router.get("/rota", response=RotaOut)
def rota(request: HttpRequest, first: date | None = None, days: int = 7) -> HttpResponse:
    """A week, or a fortnight, from a day on; from today where none is named."""
    return _table(request)


@router.post("/rota/read-hours", response=HoursReadingOut)
def read_typed(request: HttpRequest, body: HoursReadingIn) -> HoursReadingOut:
    """How hours read while they are typed, and the week to draw."""
    reading = read_hours(body.text, "en")
    if reading.week is None:
        return HoursReadingOut(ok=False, says=HOURS.get(reading.error or "", HOURS["empty"]), week={})
    return HoursReadingOut(ok=True, says=f"Reads as {_read_words(reading)}.", week=week_document(reading.week))


def _read_words(reading: HoursReading) -> str:
    days = [f"{'–'.join(say.short(minute) for minute in spans[0]) if spans else 'closed'} on {date(2024, month, day):%-d %B}" for (month, day), spans in sorted(reading.special.items())]
    caveats = {"other_language": " (in another language)"}
    return week_words(reading.week) + "".join(f", and {one}" for one in days) + "".join(caveats.get(code, "") for code in reading.warnings)


@router.post("/rota/hours", response=RotaOut)
def put_hours(request: HttpRequest, body: HoursIn) -> HttpResponse:
    """Hours as typed or drawn, of the shop, a person or a channel. They hold at once."""
    business, by = auth.business(request), auth.person(request)
    whose, key = _owner(request, body.whose, body.key)
    now = {row.key: row for row in business.hours.filter(whose=whose, key=key)}.get(key)
    zone = now.zone if body.zone is None and now else body.zone or ""
    special = dict(now.special) if now else {}
    if body.week is None and body.text is None:
        week = now.week if now else None
    elif body.week is not None:
        week = {day: [list(pair) for pair in pairs] for day, pairs in body.week.items()}
    elif not (body.text or "").strip():
        clear_hours(business, whose, key, by=by)
        return _table(request)
    else:
        reading = read_hours(body.text or "")
        if reading.week is None:
            raise Problem(422, reading.error or "not_a_time", HOURS.get(reading.error or "", HOURS["empty"]), field="text")
        week = week_document(reading.week)
        special |= {_next(business, month, day).isoformat(): span_pairs(spans) for (month, day), spans in reading.special.items()}
    try:
        set_hours(business, whose, key, week=week, zone=zone, special=special, by=by)
    except HoursRefused as refused:
        raise Problem(422, refused.code, HOURS.get(refused.code, HOURS["not_a_time"]), field="text") from None
    return _table(request)


def _next(business: Business, month: int, day: int) -> date:
    """The next time a day of the year comes; 29 February counts as the 28th in other years."""
    today = _today(business)
    for year in (today.year, today.year + 1):
        try:
            found = date(year, month, day)
        except ValueError:
            found = date(year, 2, 28)
        if found >= today:
            return found
    return found


def _owner(request: HttpRequest, whose: str, key: str) -> tuple[Whose, str]:
    if whose == "person":
        return Whose.PERSON, auth.assistant(request, key).key
    if whose == "channel":
        return Whose.CHANNEL, auth.channel(request, key).key
    return Whose.SHOP, ""


@router.post("/rota/closures", response=RotaOut)
def close(request: HttpRequest, body: ClosureIn) -> HttpResponse:
    """Closed, or on leave, for whole days or for some hours of one."""
    whose, key = _owner(request, body.whose, body.key)
    timed = body.from_time is not None and body.until_time is not None
    last = body.last_day or body.first_day
    try:
        add_closure(auth.business(request), first_day=body.first_day, last_day=last if timed else last + timedelta(days=1), from_time=body.from_time, until_time=body.until_time,
                    name=body.name, yearly=body.yearly, whose=whose, key=key, by=auth.person(request))
    except ClosureRefused:
        raise Problem(422, "closure_backward", "That ends before it begins. Put the later day last.", field="last_day") from None
    return _table(request)


@router.post("/rota/close-today", response=RotaOut)
def close_today(request: HttpRequest) -> HttpResponse:
    """Nobody answers for the rest of today."""
    business = auth.business(request)
    now = timezone.now().astimezone(clock_of(business.zone))
    add_closure(business, first_day=now.date(), last_day=now.date() + timedelta(days=1), from_time=time(now.hour, now.minute), until_time=time(0), name="Closed today", by=auth.person(request))
    return _table(request)


@router.delete("/rota/closures/{number}", response=RotaOut)
def reopen(request: HttpRequest, number: int) -> HttpResponse:
    found = Closure.objects.select_related("business").filter(business=auth.business(request), pk=number).first()
    if found is None:
        raise NotFound
    remove_closure(found, by=auth.person(request))
    return _table(request)


@router.get("/rota/holidays", response=HolidaysOut)
def holidays(request: HttpRequest, country: str = "", region: str = "") -> HolidaysOut:
    """Public holidays of this year and the next ones, to choose from; what is closed already is marked."""
    business = auth.business(request)
    today, country = _today(business), (country or business.country or "GB").upper()
    closed = {row.first_day for row in business.closures.filter(whose=Whose.SHOP)}
    days: list[HolidayOut] = []
    ends = ""
    try:
        for year in range(today.year, today.year + YEARS_AHEAD):
            found = public_holidays(country, year, region or None)
            if not found and not ends:
                ends = f"The list ends before {year}. Look again nearer to it."
            days += [HolidayOut(day=one.day, says=f"{one.day:%A %-d %B %Y}", name=one.name, is_closed=one.day in closed) for one in found if one.day >= today]
    except UnknownCountry:
        raise Problem(422, "unknown_country", "There is no list for that country. Add its days one by one.", field="country") from None
    return HolidaysOut(country=country, regions=list(regions_of(country)), days=days, ends=ends)


@router.post("/rota/holidays", response=RotaOut)
def close_holidays(request: HttpRequest, body: HolidaysIn) -> HttpResponse:
    """Close on these of a country's public holidays, as one change."""
    names: dict[date, str] = {}
    try:
        for year in {day.year for day in body.days}:
            names |= {one.day: one.name for one in public_holidays(body.country, year, body.region or None)}
    except UnknownCountry:
        raise Problem(422, "unknown_country", "There is no list for that country. Add its days one by one.", field="country") from None
    add_closures(auth.business(request), [ClosureValue(day, day + timedelta(days=1), name=names[day]) for day in sorted(set(body.days)) if day in names], by=auth.person(request))
    return _table(request)


def _calendar(request: HttpRequest, body: CalendarIn) -> tuple[list[ClosureValue], list[str]]:
    business = auth.business(request)
    today = _today(business)
    found = read_calendar(body.text, today, today + timedelta(days=800), business.zone)
    if found.error:
        raise Problem(422, found.error, say.CALENDAR.get(found.error, say.CALENDAR["not_a_calendar"]), field="text")
    return list(found.closures), [say.CALENDAR_NOTE[code] for code in found.warnings if code in say.CALENDAR_NOTE]


@router.post("/rota/calendar/preview", response=CalendarOut)
def preview_calendar(request: HttpRequest, body: CalendarIn) -> CalendarOut:
    """What a calendar file would close in the next two years."""
    closures, notes = _calendar(request, body)
    today = _today(auth.business(request))
    return CalendarOut(closes=[f"{say.closure_words(one, today)}{f': {one.name}' if one.name else ''}" for one in closures[:200]], notes=notes)


@router.post("/rota/calendar", response=RotaOut)
def take_calendar(request: HttpRequest, body: CalendarIn) -> HttpResponse:
    """Close, or put somebody on leave, as a calendar file says; as one change."""
    whose, key = _owner(request, body.whose, body.key)
    closures, _ = _calendar(request, body)
    add_closures(auth.business(request), closures, whose=whose, key=key, by=auth.person(request))
    return _table(request)


@router.get("/rota.ics")
def calendar_out(request: HttpRequest) -> HttpResponse:
    """The shop's closures as a calendar file."""
    answer = HttpResponse(calendar_of(auth.business(request), at=timezone.now()), content_type="text/calendar; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="kind-knock-closures.ics"'
    return answer


@router.post("/rota/subscription", response=SubscriptionOut)
def subscription(request: HttpRequest, renew: bool = False) -> SubscriptionOut:
    """The secret address under which calendars find closed days and leave; renewed, the one before stops."""
    return SubscriptionOut(link=f"{settings.ENV.origin}/calendar/{calendar_address(auth.business(request), renew=renew)}.ics")


@router.get("/rota/published", response=HoursPublishedOut)
def published(request: HttpRequest) -> HoursPublishedOut:
    """The shop's hours for its own pages: as a sentence, as schema.org JSON-LD, as OpenStreetMap opening hours."""
    business = auth.business(request)
    hours = hours_of(timetable_of(business).shop, business.zone)
    if hours is None or hours.week is None:
        return HoursPublishedOut(sentence="", json_ld="", osm="")
    return HoursPublishedOut(sentence=f"{week_words(hours.week)}.", osm=write_osm(hours.week),
                             json_ld=f'<script type="application/ld+json">{script_text(hours_document(business.name, hours.week, hours.closures))}</script>')


@router.post("/rota/people/{key}/away", response=RotaOut)
def away(request: HttpRequest, key: str, body: AwayIn) -> HttpResponse:
    """Somebody is away until a moment; no visitor is sent to them from now on."""
    _say_away(auth.assistant(request, key).key, request, body, auth.person(request))
    return _table(request)


def _say_away(key: str, request: HttpRequest, body: AwayIn, by: User) -> None:
    assistant = auth.assistant(request, key)
    now = timezone.now()
    clock = clock_of(assistant.business.zone)
    midnight = datetime.combine(now.astimezone(clock).date() + timedelta(days=1), time(), clock)
    until = body.until or (now + timedelta(minutes=body.minutes) if body.minutes else midnight)
    try:
        say_away(assistant, until=until, at=now, word=body.word, is_told=body.is_told, by=by)
    except AwayRefused:
        raise Problem(422, "away_past", f"{when_text(until, now, clock, 'en')} is over already. Choose a later time.", field="until") from None


@router.post("/rota/people/{key}/phone-page", response=PhonePageOut)
def page_of(request: HttpRequest, key: str, renew: bool = False) -> PhonePageOut:
    """The private address of somebody's own phone page; renewed, the one before stops."""
    link = f"{settings.ENV.origin}/in/{phone_page(auth.assistant(request, key), renew=renew)}"
    return PhonePageOut(link=link, qr=qr_svg(link), is_here_only=settings.ENV.is_loopback)


@router.post("/rota/people/{key}/back", response=RotaOut)
def back(request: HttpRequest, key: str) -> HttpResponse:
    say_back(auth.assistant(request, key), at=timezone.now(), by=auth.person(request))
    return _table(request)


@router.post("/rota/cover", response=RotaOut)
def cover(request: HttpRequest, body: CoverIn) -> HttpResponse:
    """Close a gap by longer hours of one person, and of the shop where it is shut then."""
    person = auth.assistant(request, body.person) if body.person else None
    cover_gap(auth.business(request), person, weekday=body.weekday, start_min=body.start_min, end_min=body.end_min, by=auth.person(request))
    return _table(request)


