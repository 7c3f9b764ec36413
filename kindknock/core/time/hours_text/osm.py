"""OpenStreetMap's own opening_hours texts, by the specification's parser.

Only texts written strictly are taken here (two-letter days, `HH:MM`); what people type goes through
`statements`. The parser in use lets a comma's further rule replace; the grammar says it adds, so such texts
are cut there and their parts united.
"""

import re
from dataclasses import dataclass
from datetime import datetime, timedelta

from opening_hours import OpeningHours, ParserError, State  # type: ignore[attr-defined]  # no stubs

from ..hours import DAY_MIN, Week
from ..spans import Span, Spans, merged, united

_STRICT = re.compile(
    r"(?:(?:Mo|Tu|We|Th|Fr|Sa|Su|PH|SH|off|closed|open)(?![A-Za-z])|\d\d:\d\d|24/7|\"[^\"]{0,200}\"|[ ,;-])+"
)
_HOLIDAY = re.compile(r"(?:^|[;,] ?)(?:PH|SH)(?:, ?(?:PH|SH))*(?P<rest>[^;]*)")
_FURTHER_RULE = re.compile(r", (?=(?:Mo|Tu|We|Th|Fr|Sa|Su)[^;]*?\d\d:\d\d)")
# A week in an ordinary month, with a day either side for what runs past midnight.
_MONDAY = datetime(2024, 1, 8)  # noqa: DTZ001  the parser reads the clock on a wall


@dataclass(frozen=True, slots=True)
class StrictReading:
    """A week, what is said of public holidays ("", "shut" or "hours"), and the comments in quotes."""

    week: Week
    holidays: str = ""
    comments: tuple[str, ...] = ()


def read_strict(text: str) -> StrictReading | None:
    """A text in OpenStreetMap's grammar, strictly written; None for anything else."""
    text = text.strip().rstrip(";").strip()
    if (
        not _STRICT.fullmatch(text)
        or not re.search(r"\d\d:\d\d|24/7|^open *;", text)
        or not is_valid_osm(text)
    ):
        return None
    if re.search(r"(?:[A-Z][a-z]|PH) open", text):
        # Open all day by the grammar, but hardly meant so: ask for the times.
        return None
    if re.search(r"\b(?:SH|PH) (?!off|closed)[^;]*(?:Mo|Tu|We|Th|Fr|Sa|Su)", text):
        return None
    if any('"' in part and not re.search(r"\d\d:\d\d|24/7|off|closed", part) for part in text.split(";")):
        return None
    parts = _parts(text)
    if parts is None:
        return None
    weeks = [_week_of(part) for part in parts]
    week = tuple(united(other[day] for other in weeks) for day in range(7))
    if not any(week):
        return None
    return StrictReading(week, _holidays(text), tuple(re.findall(r"\"([^\"]+)\"", text)))


def is_valid_osm(text: str) -> bool:
    """Whether the specification's own parser takes a text."""
    try:
        OpeningHours(text.strip())
    except (ParserError, SyntaxError, ValueError):
        return False
    return True


def same_on_the_circle(week: Week | None, other: Week) -> bool:
    """Whether two weeks are open at the same moments of a week that goes round, however their days share
    them.
    """
    return week is not None and _on_the_circle(week) == _on_the_circle(other)


def _on_the_circle(week: Week) -> Spans:
    spans = [(day * DAY_MIN + a, day * DAY_MIN + b) for day, whole in enumerate(week) for a, b in whole]
    round_trip = 7 * DAY_MIN
    return merged(
        piece
        for a, b in spans
        for piece in ((a, min(b, round_trip)), (max(a - round_trip, 0), b - round_trip))
        if piece[0] < piece[1]
    )


def _parts(text: str) -> list[str] | None:
    """A text cut at its further rules; None where taking them apart could change what it says."""
    if not (parts := _FURTHER_RULE.split(text))[1:]:
        return [text]
    return None if re.search(r"off|closed|;", text) else parts


def _holidays(text: str) -> str:
    found = [match["rest"] for match in _HOLIDAY.finditer(text)]
    if not found and re.search(r"\b(?:PH|SH)\b", text):
        return "hours"
    return (
        "" if not found else "shut" if all(re.match(r" ?(?:off|closed)", rest) for rest in found) else "hours"
    )


def _week_of(text: str) -> Week:
    days: list[list[Span]] = [[] for _ in range(7)]
    start = _MONDAY - timedelta(days=1)
    for a, b, state, _ in OpeningHours(text).intervals(start, _MONDAY + timedelta(days=8)):
        if state != State.OPEN:
            continue
        begun = a or start
        ended = b or _MONDAY + timedelta(days=8)
        for day in range(7):
            midnight = _MONDAY + timedelta(days=day)
            first = (begun - midnight) // timedelta(minutes=1)
            last = (ended - midnight) // timedelta(minutes=1)
            if 0 <= first < DAY_MIN and last <= first + DAY_MIN:
                days[day].append((first, last))
            elif last > 0 and first < DAY_MIN and last - first > DAY_MIN:
                days[day].append((max(first, 0), min(last, DAY_MIN)))
    return tuple(merged(spans) for spans in days)
