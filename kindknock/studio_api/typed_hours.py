"""Hours as somebody typed them, kept: of the shop, a person or a channel, every week or one dated week."""

from datetime import date

from kindknock import clock
from kindknock.accounts.models import Business, User
from kindknock.core.time import hours_of
from kindknock.core.time.dated_hours import next_date, special_with
from kindknock.core.time.hours_text import HoursReading
from kindknock.core.time.timetable import HoursDoc, span_pairs, week_document
from kindknock.people.actions.set_hours import HoursRefused, clear_hours, set_hours
from kindknock.people.models import Whose

from .errors import Problem
from .hours_reading import HOURS, read_for, reading_problem
from .rota_request import today_of

Days = dict[str, list[list[str]]]


def keep_hours(
    business: Business,
    whose: Whose,
    key: str,
    *,
    by: User,
    text: str | None = None,
    week: Days | None = None,
    zone: str | None = None,
    monday: date | None = None,
    field: str = "text",
) -> None:
    """Take hours as typed (`text`) or as a `week`; neither leaves the week as it is, empty text is none of
    one's own. What isn't said of `zone` stays. Days typed as exceptions join those there are. Raises
    Problem with the `field` it stands in.
    """
    now = business.hours.filter(whose=whose, key=key).first()
    special = dict(now.special) if now else {}
    usual = now.week if now else None
    if text is not None and week is None:
        if not text.strip() and monday is None:
            clear_hours(business, whose, key, by=by, at=clock.now())
            return
        reading = read_for(business, text)
        if reading.week is None:
            raise Problem(422, reading.error or "unreadable", reading_problem(reading), field=field)
        if monday is None:
            week = week_document(reading.week)
        else:
            hours = (
                hours_of(HoursDoc(zone=now.zone, week=now.week, special=now.special), business.zone)
                if now
                else None
            )
            special = {
                day.isoformat(): span_pairs(spans)
                for day, spans in special_with(hours, reading.week, monday).items()
            }
        special |= _excepted(business, reading)
    try:
        set_hours(
            business,
            whose,
            key,
            week=week if week is not None else usual,
            zone=zone if zone is not None else now.zone if now else "",
            special=special,
            by=by,
            at=clock.now(),
        )
    except HoursRefused as refused:
        words = HOURS.get(refused.code, HOURS["not_a_time"])
        raise Problem(422, refused.code, words, field=field) from None


def _excepted(business: Business, reading: HoursReading) -> Days:
    today = today_of(business)
    return {
        next_date(today, month, day).isoformat(): span_pairs(spans)
        for (month, day), spans in reading.special.items()
    }
