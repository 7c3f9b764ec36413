"""How hours typed as text were read, or why not, in English."""

from datetime import date

from kindknock.accounts.models import Business
from kindknock.core.time.hours_text import HoursReading, read_hours, write_shortest
from kindknock.core.time.timetable import week_document

from .hours_words import week_words
from .rota_words import short
from .schemas import HoursChoiceOut, HoursReadingOut
from .words import listed

HOURS = {
    "same_start_and_end": "A span starts and ends at the same time. Write 0:00-24:00 for the whole day.",
    "not_a_time": "A time in it can't be read. Write it like 9-17:30.",
    "not_a_day": "A date in it is none. Write it like 24 Dec.",
    "empty": "Write them like Mon-Fri 9-17:30, Sat 10-14.",
    "unsure_days": "“{word}” may mean with Saturday or without. Name the days, like Mon-Fri or Mon-Sat.",
    "open_end": "A start or an end is missing. Write both, like 9-17:30.",
    "no_times": "Which times? Write them behind the days, like Mon-Fri 9-17:30.",
    "only_closed": "That says when it is shut. Say when it is open too, like Tue-Sat 10-18, closed Sun-Mon.",
    "by_appointment": "By appointment gives no hours. Write when somebody answers, like Mon-Fri 9-17.",
    "seasonal": "Hours by season don't fit one week. Write today's; set others on the rota.",
    "dates_apart": "Dates can run within one month only. Write each month's apart.",
    "year_named": "Leave the year out: the next such date is meant.",
    "break_outside": "The break lies outside the hours. Write it like Mon-Fri 9-18, closed 12-13.",
    "two_ways": "That reads in two ways. Press the one you mean.",
}
NOT_READ = "“{word}” can't be read here. Write days and times alone, like Mon-Fri 9-17:30, Sat 10-14."
ASSUMED = {
    "afternoon": "afternoon is meant where am or pm is missing",
    "evening": "evening is meant where am or pm is missing",
    "morning": "morning is meant where am or pm is missing",
    "every_day": "every day is meant, as none is named",
    "both": "a day named twice has both times",
    "replaced": "a day named again has the later times",
    "whole_day": "0 to 0 is the whole day",
    "other_language": "read in another language",
}
"""What was taken for granted in a reading, by its warning."""
DAY_NAMES = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")


def reading_problem(reading: HoursReading) -> str:
    """Why hours can't be taken as typed, in a sentence that says the fix."""
    if reading.error == "unreadable" and not reading.word:
        return HOURS["empty"]
    return HOURS.get(reading.error or "", NOT_READ).format(word=reading.word)


def reading_words(reading: HoursReading) -> str:
    """How hours read: `Tue–Sat 10–18, closed Sunday and Monday, and closed on 24 December`."""
    week = reading.week or ()
    shut = [DAY_NAMES[day] for day, spans in enumerate(week) if not spans]
    days = [
        f"{'–'.join(short(minute) for minute in spans[0]) if spans else 'closed'} on "
        f"{date(2024, month, day):%-d %B}"
        for (month, day), spans in sorted(reading.special.items())
    ]
    return (
        week_words(reading.week)
        + (f", closed {listed(shut)}" if shut else "")
        + "".join(f", and {day}" for day in days)
    )


def reading_notes(reading: HoursReading) -> str:
    """What was assumed, left out, or isn't part of a week; empty where nothing was."""
    notes = [ASSUMED[code] for code in reading.warnings if code in ASSUMED]
    if reading.left_out:
        notes.append(f"left out: {', '.join(f'“{words}”' for words in reading.left_out)}")
    if reading.holidays == "hours":
        notes.append("hours on public holidays are left out: set them on the rota for those days")
    text = "; ".join(notes)
    return text[:1].upper() + text[1:] + "." if text else ""


def read_for(business: Business, text: str) -> HoursReading:
    """Read hours in the business's first language, as everything here that keeps hours does."""
    return read_hours(text, (business.languages or ["en"])[0])


def hours_reading_out(reading: HoursReading) -> HoursReadingOut:
    """A reading as it is shown under its box: the week to draw, else why not, or what it may mean."""
    if reading.week is None:
        return HoursReadingOut(
            ok=False,
            says=reading_problem(reading),
            more="",
            week={},
            choices=[
                HoursChoiceOut(says=week_words(week), text=write_shortest(week)) for week in reading.choices
            ],
            holidays=False,
        )
    return HoursReadingOut(
        ok=True,
        says=f"Reads as {reading_words(reading)}.",
        more=reading_notes(reading),
        week=week_document(reading.week),
        choices=[],
        holidays=reading.holidays == "shut",
    )
