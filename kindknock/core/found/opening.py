"""When a business is open, as its pages tell: schema.org in both its forms, and hours written as text."""

import re
from collections.abc import Iterator, Mapping, Sequence
from datetime import date
from typing import Any

from ..pages.facts import types_of
from ..time.hours import Week
from ..time.hours_text import read_hours
from ..time.timetable import week_document
from .closed_days import told_closed
from .page import Line, Page, texts_of
from .proposal import By, Found, joined, on, only
from .vocabulary import HOURS, words_of

DAYS = ("monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday")
MOST_TOGETHER = 9
"""Lines that may stand together: a week, a closed day said apart, a remark."""
MOST_LETTERS, MOST_REMARK, MOST_SHORTER = 300, 40, 5
MOST_TRIES = 8
"""Places of a page that are tried: a timetable of buses has thousands that look like hours."""
_CLOCK = re.compile(r"(\d{1,2}):(\d{2})")
_HAS_TIME = re.compile(r"\d{1,2}\s*(?:[:.h]\s*\d{2}|h\b|am\b|pm\b|uhr\b|[-–]\s*\d)", re.IGNORECASE)


def hours_of(pages: Sequence[Page]) -> list[Found]:
    """The week, as `week_document` has it; by markup, else by text beside words that say hours."""
    found = [each for page in pages for each in _of_markup(page)]
    found = found or [each for page in pages for each in _of_text(page)]
    return only(found)


def closures_of(pages: Sequence[Page], today: date) -> list[Found]:
    """Days on which markup or words say that nobody is there, from today on: {first, last}, both included."""
    out = []
    for page in pages:
        for thing in page.things:
            if "openinghoursspecification" not in types_of(thing):
                continue
            first, last = (_day(texts_of(thing.get(name))) for name in ("validfrom", "validthrough"))
            opens, closes = (texts_of(thing.get(name)) for name in ("opens", "closes"))
            if (
                first
                and last
                and today <= last
                and (opens[:1], closes[:1]) in (([], []), (["00:00"], ["00:00"]))
            ):
                value = {"first": first.isoformat(), "last": last.isoformat()}
                out.append(on(page, "closure", value, "markup"))
        out.extend(told_closed(page, today))
    return joined(out)


def _day(texts: list[str]) -> date | None:
    try:
        return date.fromisoformat(texts[0][:10]) if texts else None
    except ValueError:
        return None


def _of_markup(page: Page) -> Iterator[Found]:
    spans: list[list[tuple[int, int]]] = [[] for _ in DAYS]
    for thing in page.things:
        for text in (", ".join(texts_of(thing.get("openinghours"))),):
            week = read_hours(text, "en").week if text else None
            if week is not None:
                yield on(page, "hours", week_document(week), "markup", f"openingHours: {text}")
        if "openinghoursspecification" in types_of(thing) and "validfrom" not in thing:
            _take(spans, thing)
    if any(spans):
        week = tuple(tuple(sorted(set(day))) for day in spans)
        yield on(page, "hours", week_document(week), "markup", "openingHoursSpecification")


def _take(spans: list[list[tuple[int, int]]], thing: Mapping[str, Any]) -> None:
    opens, closes = (_minute(texts_of(thing.get(name))) for name in ("opens", "closes"))
    if opens is None or closes is None or opens == closes:
        return
    for text in texts_of(thing.get("dayofweek")):
        name = text.rsplit("/", 1)[-1].casefold()
        if name in DAYS:
            spans[DAYS.index(name)].append((opens, closes if closes > opens else closes + 1440))


def _minute(texts: list[str]) -> int | None:
    match = _CLOCK.match(texts[0]) if texts else None
    if match is None:
        return None
    minute = int(match[1]) * 60 + int(match[2])
    # A day that ends a minute before midnight ends at midnight.
    return 1440 if minute == 1439 else minute if minute <= 1440 else None


def _of_text(page: Page) -> Iterator[Found]:
    """The longest run of lines that reads as hours, wherever one begins."""
    language = page.language.partition("-")[0].lower() or "en"
    at = tries = 0
    while at < len(page.lines) and tries < MOST_TRIES:
        if not _may_begin(page.lines[at]):
            at += 1
            continue
        tries += 1
        taken, week, text = _longest(page.lines[at : at + MOST_TOGETHER], language)
        if week is not None:
            before = page.lines[max(0, at - 2) : at + 1]
            is_named = any(words_of(line.text) & HOURS for line in before)
            by: By = "words" if is_named else "else"
            yield on(page, "hours", week_document(week), by, text, sure="likely" if is_named else "guess")
        at += max(taken, 1)


def _may_begin(line: Line) -> bool:
    return len(line.text) < MOST_LETTERS and _HAS_TIME.search(line.text) is not None


def _longest(lines: Sequence[Line], language: str) -> tuple[int, Week | None, str]:
    """Of lines that have a time or are short (*Sunday closed*), the most that read as hours together."""
    run = next(
        (at for at, line in enumerate(lines) if not _may_begin(line) and len(line.text) > MOST_REMARK),
        len(lines),
    )
    for count in (*range(run, max(run - MOST_SHORTER, 1), -1), 1):
        text = "\n".join(line.text for line in lines[:count])
        for tried in (text, _after_label(text)):
            reading = read_hours(tried, language) if tried else None
            if reading is not None and reading.week is not None and not reading.left_out:
                return count, reading.week, text
    return 0, None, ""


def _after_label(text: str) -> str:
    """What follows a label: `Opening hours: Mon-Fri 9-5`."""
    label, colon, rest = text.partition(": ")
    return rest if colon and not any(character.isdigit() for character in label) else ""
