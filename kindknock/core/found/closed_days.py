"""Days that a website says in words it is closed on: `Closed 24–26 December`, in the languages whose hours
we read.
"""

import re
from collections.abc import Iterator
from datetime import date
from functools import lru_cache

from babel.dates import get_month_names

from ..time.hours_text.vocabulary import LANGUAGES, folded
from .page import Page
from .proposal import Found, on
from .vocabulary import CLOSED, words_of

MOST_LETTERS, MOST_DAYS = 200, 120
_TO = r"(?:-|(?:to|until|till|through|and|bis|und|au|al|a|ao|t/m|tot en met|tot|الي|حتي|و)(?!\w))"
_OF = r"(?:(?:of|de|den|del|el|il|o)(?!\w)|d')?"


@lru_cache(maxsize=len(LANGUAGES))
def _months(language: str) -> dict[str, int]:
    names: dict[str, int] = {}
    for tag in {language, "en"}:
        for context in ("format", "stand-alone"):
            for width in ("abbreviated", "wide"):
                for number, name in get_month_names(width, context, tag).items():
                    names.setdefault(folded(name).strip("."), int(number))
    return {name: number for name, number in names.items() if len(name) > 2}


@lru_cache(maxsize=len(LANGUAGES))
def _pattern(language: str) -> re.Pattern[str]:
    month = "(?:" + "|".join(sorted(map(re.escape, _months(language)), key=len, reverse=True)) + r")(?!\w)\.?"
    day = r"(?<![\d:.])\d{1,2}(?:st|nd|rd|th|er|º|\.)?(?![\d:])"
    return re.compile(
        rf"(?P<first>{day})\s*(?:{_OF}\s*(?P<month>{month})\s*(?:{_OF}\s*(?P<year>\d{{4}}))?)?\s*"
        rf"(?:{_TO}\s*(?:the|den|el|il|l')?\s*(?P<last>{day})\s*)?{_OF}\s*(?P<last_month>{month})?"
        rf"(?:\s*,?\s*{_OF}\s*(?P<last_year>\d{{4}}))?"
    )


def told_closed(page: Page, today: date) -> Iterator[Found]:
    """Closures to come, of lines that say closed and name days; {first, last}, both included. Without a year
    the next such days are meant.
    """
    tag = page.language.partition("-")[0].lower()
    language = tag if tag in LANGUAGES else "en"
    for line in page.lines:
        if (
            len(line.text) > MOST_LETTERS
            or not any(map(str.isdigit, line.text))
            or not words_of(line.text) & CLOSED
        ):
            continue
        for match in _pattern(language).finditer(folded(line.text)):
            span = _span(match, _months(language), today)
            if span is not None:
                value = {"first": span[0].isoformat(), "last": span[1].isoformat()}
                yield on(page, "closure", value, "words", line.text, sure="likely")


def _span(match: re.Match[str], months: dict[str, int], today: date) -> tuple[date, date] | None:
    last_month = (match["last_month"] or match["month"] or "").strip(".")
    first_month = (match["month"] or match["last_month"] or "").strip(".")
    if last_month not in months or first_month not in months:
        return None
    first_day, last_day = _number(match["first"]), _number(match["last"] or match["first"])
    year = match["last_year"] or match["year"]
    # Without a year: of this one and the next the first that isn't over.
    for ends in [int(year)] if year else [today.year, today.year + 1]:
        begins = int(match["year"]) if match["year"] else ends - (months[first_month] > months[last_month])
        try:
            first = date(begins, months[first_month], first_day)
            last = date(ends, months[last_month], last_day)
        except ValueError:
            return None
        if first <= last and today <= last and (last - first).days < MOST_DAYS:
            return first, last
    return None


def _number(text: str) -> int:
    return int("".join(filter(str.isdecimal, text)))
