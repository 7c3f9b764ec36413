"""Hours, closures and who is in, in English."""

from datetime import date, datetime, timedelta

from babel.dates import format_date

from kindknock import clock
from kindknock.core.setup import Setup
from kindknock.core.time import Hours, Timetable, Week, hours_of, people_ready, write_shortest
from kindknock.core.time.availability import Availability
from kindknock.core.time.hours import is_zone
from kindknock.core.time.timetable import HoursDoc
from kindknock.core.words.moments import clock_of, when_text

from .schemas import HoursOut, PersonOut
from .words import initials_of

SOON = timedelta(days=60)


def week_words(week: Week | None) -> str:
    """A week as a person writes it; empty where none is set."""
    return write_shortest(week).replace("-", "–") if week is not None else ""


def typed_hours(doc: HoursDoc | None) -> str:
    """The usual week as one would type it; empty where none is set."""
    hours = hours_of(doc, "UTC")
    return write_shortest(hours.week) if hours is not None and hours.week is not None else ""


def hours_words(doc: HoursDoc | None, zone: str) -> str:
    """Hours in words, with their zone where it isn't the shop's; empty where none are set."""
    return hours_text(hours_of(doc, zone), zone)


def hours_text(hours: Hours | None, zone: str) -> str:
    """As `hours_words`, of hours that are ready."""
    if hours is None or hours.week is None:
        return ""
    return week_words(hours.week) + (
        f", {hours.zone.rpartition('/')[2].replace('_', ' ')} time" if hours.zone != zone else ""
    )


def days_words(first: date, last: date, year: int) -> str:
    """`25 December`, `25–26 December` or `24 December to 2 January`; with the year where it isn't `year`."""

    def day_words(day: date) -> str:
        return str(format_date(day, "d MMMM" if day.year == year else "d MMMM y", locale="en"))

    if first == last:
        return day_words(first)
    return (
        f"{first.day}–{day_words(last)}"
        if (first.year, first.month) == (last.year, last.month)
        else f"{day_words(first)} to {day_words(last)}"
    )


def closures_ahead(hours: Hours | None, today: date) -> list[str]:
    """What is closed in the next weeks, as days."""
    out = []
    for closure in hours.closures if hours else ():
        first, last = closure.first, closure.last - timedelta(days=1)
        if closure.yearly and first.year < today.year:
            first, last = (day.replace(year=today.year) for day in (first, last))
        if closure.is_whole_day and first <= today + SOON and last >= today:
            out.append(days_words(first, last, first.year if closure.yearly else today.year))
    return out


def people_and_hours(
    draft: Setup, timetable: Timetable, at: datetime | None = None
) -> tuple[list[PersonOut], HoursOut]:
    """Everybody who answers with how they stand now, and the shop's hours."""
    at = at or clock.now()
    zone = draft.business.zone if is_zone(draft.business.zone) else "UTC"
    shop_clock, second, language = clock_of(zone), int(at.timestamp()), draft.business.languages[0]
    shop = hours_of(timetable.shop, zone)
    availability = Availability(
        people_ready(draft.people, timetable, zone),
        shop,
        {},
    )
    state = availability.at(second)

    def time_words(moment: datetime | None, before: str) -> str:
        return (
            f"{before} {when_text(moment, at, shop_clock, 'en', {'_tomorrow': 'tomorrow'})}"
            if moment is not None
            else ""
        )

    people = []
    for person in draft.people:
        inside = person.key in state.people_in
        now = (
            time_words(availability.out_at(person.key, second), "in until") or "in"
            if inside
            else time_words(availability.back_at(person.key, second), "back") or "out"
        )
        people.append(
            PersonOut(
                key=person.key,
                name=person.name,
                role=person.role.get(language) or next(iter(person.role.values()), ""),
                initials=initials_of(person.name),
                languages=list(person.languages),
                hours=hours_words(timetable.people.get(person.key), zone),
                is_in=inside,
                now=now,
            )
        )
    opening = availability.next_opening(frozenset(), second) if not state.shop_open else None
    return people, HoursOut(
        shop=hours_words(timetable.shop, zone),
        closures=closures_ahead(shop, at.astimezone(shop_clock).date()),
        now="open" if state.shop_open else time_words(opening, "shut until") or "shut",
    )
