"""Reads hours typed as people write them, or as OpenStreetMap has it, and writes them back the shortest way.

Where docs/rules.md is silent: in plain words a bare end that would come before its start is taken as
afternoon ("9-5", "10-2"), and said so; written with two digits ("22-02", "9-05:00") it runs past
midnight. A later rule for a day replaces an earlier one, as in OpenStreetMap. Days named in
"except 24 Dec 9-1" become special days.
"""

import itertools
import re
import unicodedata
from dataclasses import dataclass, field, replace
from functools import lru_cache

from babel.dates import get_day_names, get_month_names

from .hours import DAY_MIN, UnreadableSpan, Week, span_of
from .spans import Span, Spans, merged
from .timetable import DAYS

OSM_DAYS = ("Mo", "Tu", "We", "Th", "Fr", "Sa", "Su")
LANGUAGES = ("en", "pt", "nl", "de", "fr", "es", "it")
_GROUPS = {
    "daily": range(7),
    "every day": range(7),
    "everyday": range(7),
    "all week": range(7),
    "weekdays": range(5),
    "weekday": range(5),
    "weekends": range(5, 7),
    "weekend": range(5, 7),
    "diariamente": range(7),
    "dagelijks": range(7),
    "täglich": range(7),
    "tous les jours": range(7),
    "todos los días": range(7),
    "tutti i giorni": range(7),
}
_CLOSED = (
    "closed",
    "off",
    "shut",
    "fechado",
    "encerrado",
    "gesloten",
    "geschlossen",
    "fermé",
    "cerrado",
    "chiuso",
)
_ALL_DAY = ("24/7", "24 hours", "24h", "all day", "round the clock", "always")
_EXCEPT = ("except", "excepto", "exceto", "behalve", "außer", "sauf")
_TO = (
    " to ",
    " until ",
    " till ",
    " through ",
    " thru ",
    " bis ",
    " tot ",
    " até ",
    " à ",
    " a ",
    " hasta ",
    " - ",
)


@dataclass(frozen=True, slots=True)
class HoursReading:
    """A week as read, special days by (month, day), and what was assumed; or the code of why not."""

    week: Week | None = None
    special: dict[tuple[int, int], Spans] = field(default_factory=dict)
    warnings: tuple[str, ...] = ()
    error: str | None = None


@dataclass(frozen=True, slots=True)
class _Token:
    kind: str
    value: int = 0
    bare: bool = False
    """A time written as on a twelve-hour clock, with neither am nor pm."""
    half: str = ""
    other: int = 0
    exact: bool = False
    """Written with its minutes."""


def read_hours(text: str, language: str = "en") -> HoursReading:
    """Read a text with the day names of its language, of English, else of any we know (warning
    other_language).

    Errors: empty, unreadable, not_a_time, same_start_and_end.
    """
    plain = _plain(text)
    if not plain:
        return HoursReading(error="empty")
    if plain in _ALL_DAY:
        return HoursReading(_whole_week())
    first = _read_in(plain, language)
    if first.error != "unreadable":
        return first
    base = language.split("-")[0]
    others = (
        reading for other in LANGUAGES if other != base and (reading := _read_in(plain, other)).error is None
    )
    other = next(others, None)
    return replace(other, warnings=(*other.warnings, "other_language")) if other else first


def _read_in(plain: str, language: str) -> HoursReading:
    try:
        return _Reader(_tokens(plain, language)).read()
    except UnreadableSpan as error:
        return HoursReading(error=error.code)


def _whole_week() -> Week:
    day: Spans = ((0, DAY_MIN),)
    return (day, day, day, day, day, day, day)


def _plain(text: str) -> str:
    folded = unicodedata.normalize("NFKC", text[:2000]).casefold()
    digits = "".join(str(unicodedata.digit(c)) if unicodedata.category(c) == "Nd" else c for c in folded)
    dashed = re.sub(r"\s*[–—‒―−~]\s*", "-", digits)
    return re.sub(r"[ \t\u00a0\u202f]+", " ", dashed).strip(" .;,\n")


@lru_cache(maxsize=32)
def _words(language: str) -> dict[str, _Token]:
    out: dict[str, _Token] = {}
    base = language.split("-")[0]
    for locale in dict.fromkeys(("en", base if base in LANGUAGES else "en")):
        for width in ("abbreviated", "wide", "short"):
            for at, name in get_day_names(width, "stand-alone", locale=locale).items():
                out[name.casefold().strip(".")] = _Token("day", at)
            if width != "short":
                for at, name in get_month_names(width, "format", locale=locale).items():
                    out.setdefault(name.casefold().strip("."), _Token("month", at))
    out.update({name.casefold(): _Token("day", at) for at, name in enumerate(OSM_DAYS) if base == "en"})
    out.update(
        {word: _Token("day", at) for word, at in (("tues", 1), ("weds", 2), ("thur", 3), ("thurs", 3))}
    )
    if base == "pt":
        out.update(
            {
                f"{name}-feira": _Token("day", at)
                for at, name in enumerate(("segunda", "terça", "quarta", "quinta", "sexta"))
            }
        )
    out.update({word: _Token("group", min(days), other=max(days)) for word, days in _GROUPS.items()})
    out.update({word: _Token("closed") for word in _CLOSED})
    out.update({word: _Token("whole") for word in _ALL_DAY})
    out.update({word: _Token("except") for word in _EXCEPT})
    out["noon"] = out["midday"] = _Token("time", 720)
    out["midnight"] = _Token("time", DAY_MIN, half="midnight")
    out["ph"] = out["sh"] = _Token("holiday")
    for word in ("and", "&", "+", "e", "en", "und", "et", "y"):
        out.setdefault(word, _Token("comma"))
    for word in (
        "open",
        "from",
        "hours",
        "hrs",
        "on",
        "the",
        "h",
        "uhr",
        "uur",
        "de",
        "das",
        "von",
        "van",
        "du",
        "des",
        "le",
        "às",
        "as",
        "los",
        "from",
    ):
        out.setdefault(word, _Token("filler"))
    return out


_TIME = re.compile(
    r"(\d{1,2})(?:\s?[:.h]\s?(\d{2}))?\s?(?:h\b|uhr\b|uur\b)?\s?(a\.?m\.?|p\.?m\.?|[ap](?=\W|$))?"
)


def _tokens(text: str, language: str) -> list[_Token]:
    for word in _TO:
        text = text.replace(word, "-")
    words = _words(language)
    names = sorted(words, key=len, reverse=True)
    out: list[_Token] = []
    at = 0
    while at < len(text):
        char = text[at]
        if char in ";\n":
            out.append(_Token("semi"))
        elif char in ",&+/":
            out.append(_Token("comma"))
        elif char == "-":
            out.append(_Token("dash"))
        elif char in " .:()":
            pass
        elif (
            name := next(
                (
                    n
                    for n in names
                    if text.startswith(n, at) and not (text[at + len(n) : at + len(n) + 1].isalpha())
                ),
                None,
            )
        ) is not None:
            out.append(words[name])
            at += len(name)
            continue
        elif match := _TIME.match(text, at):
            out.append(_time(match))
            at = match.end()
            continue
        else:
            raise UnreadableSpan("unreadable")
        at += 1
    return [token for token in out if token.kind != "filler"]


def _time(match: "re.Match[str]") -> _Token:
    hour, minute, half = int(match.group(1)), int(match.group(2) or 0), (match.group(3) or "")[:1]
    if minute > 59 or hour > 24 or (hour == 24 and minute) or (half and not 1 <= hour <= 12):
        raise UnreadableSpan("not_a_time")
    if half:
        hour = hour % 12 + (12 if half == "p" else 0)
    bare = (
        not half
        and 1 <= hour <= 12
        and match.group(1)[0] != "0"
        and (match.group(2) is None or len(match.group(1)) == 1)
    )
    return _Token("time", hour * 60 + minute, bare, half, int(match.group(1)), match.group(2) is not None)


class _Reader:
    """Rules left to right: days, then their times."""

    def __init__(self, tokens: list[_Token]) -> None:
        self.tokens, self.at = tokens, 0
        self.week: dict[int, list[Span]] = {}
        self.special: dict[tuple[int, int], list[Span]] = {}
        self.warnings: list[str] = []

    def peek(self, ahead: int = 0) -> str:
        return self.tokens[self.at + ahead].kind if self.at + ahead < len(self.tokens) else "end"

    def take(self) -> _Token:
        self.at += 1
        return self.tokens[self.at - 1]

    def read(self) -> HoursReading:
        excepting = False
        while self.at < len(self.tokens):
            if self.peek() in ("semi", "comma", "except"):
                excepting = self.take().kind == "except"
                continue
            self.rule(excepting)
            excepting = False
        if not self.week and not self.special:
            raise UnreadableSpan("unreadable")
        week = tuple(merged(self.week.get(day, [])) for day in range(7))
        return HoursReading(
            week,
            {day: merged(spans) for day, spans in self.special.items()},
            tuple(dict.fromkeys(self.warnings)),
        )

    def rule(self, excepting: bool) -> None:
        dates = self.dates()
        days = [] if dates else self.days()
        if self.peek() == "holiday":
            self.take()
            self.warnings.append("holidays_left_out")
            if not days:
                self.spans()
                return
        spans = self.spans()
        if spans is None:
            if not days and not dates:
                raise UnreadableSpan("unreadable")
            # "Mon-Fri 9-5 except Wed": an exception without hours is a day off.
            spans = [] if excepting else [(0, DAY_MIN)]
            self.warnings.extend([] if excepting else ["whole_day"])
        if dates:
            self.special.update({day: list(spans) for day in dates})
            return
        for day in days or list(range(7)):
            self.week[day] = list(spans)
        if not days:
            self.warnings.append("every_day")

    def dates(self) -> list[tuple[int, int]]:
        out = []
        while True:
            if self.peek() == "time" and self.peek(1) == "month":
                out.append((self.tokens[self.at + 1].value, self.take().other))
                self.take()
            elif (
                self.peek() == "month"
                and self.peek(1) == "time"
                and self.tokens[self.at + 1].bare | (self.tokens[self.at + 1].value % 60 == 0)
            ):
                month = self.take().value
                out.append((month, self.take().other))
            else:
                return out
            if (
                self.peek() == "comma"
                and self.peek(1) in ("time", "month")
                and self.peek(2) in ("month", "time")
            ):
                self.take()

    def days(self) -> list[int]:
        out: list[int] = []
        while self.peek() in ("day", "group"):
            token = self.take()
            if token.kind == "group":
                out.extend(range(token.value, token.other + 1))
            elif self.peek() == "dash" and self.peek(1) == "day":
                self.take()
                last = self.take().value
                out.extend((token.value + step) % 7 for step in range((last - token.value) % 7 + 1))
            else:
                out.append(token.value)
            if self.peek() == "comma" and self.peek(1) in ("day", "group", "holiday"):
                self.take()
        if out and self.peek() == "except" and self.peek(1) == "day":
            self.take()
            left_out = self.days()
            return [day for day in out if day not in left_out]
        return out

    def spans(self) -> list[Span] | None:
        if self.peek() == "closed":
            self.take()
            return []
        if self.peek() == "whole":
            self.take()
            return [(0, DAY_MIN)]
        out: list[Span] = []
        while self.peek() == "time" and self.peek(1) == "dash" and self.peek(2) == "time":
            start = self.take()
            self.take()
            out.append(self.span(start, self.take(), out[-1][1] if out else 0))
            if self.peek() == "comma" and self.peek(1) == "time" and self.peek(2) == "dash":
                self.take()
        if self.peek() == "time":
            raise UnreadableSpan("unreadable")
        return out or None

    def span(self, start: _Token, end: _Token, after: int) -> Span:
        first, last = start.value, end.value
        if first == last and (start.exact or end.exact) and first % DAY_MIN:
            raise UnreadableSpan("same_start_and_end")
        if start.bare and first < after <= first + 720 < 1440:
            first += 720
            if end.bare and last <= 720:
                last += 720
            self.warnings.append("afternoon")
        if start.half == "midnight":
            first = 0
        if end.half == "p" and start.bare and first + 720 < last and first < 720 and not start.half:
            first = first + 720 if first < 420 else first
        if end.bare and not end.half and last <= first < 1440 and last < 720 and last + 720 > first:
            last += 720
            self.warnings.append("afternoon")
        elif end.bare and start.half == "a" and last < first:
            last += 720
        span, warning = span_of(first, last)
        if warning:
            self.warnings.append(warning)
        return span


def write_osm(week: Week) -> str:
    """The OpenStreetMap opening_hours text of a week, canonical: `Mo-Fr 09:00-17:30; Sa 10:00-14:00`."""
    if all(day == ((0, DAY_MIN),) for day in week):
        return "24/7"
    return (
        "; ".join(
            f"{_run(days, OSM_DAYS, '-', ',')} "
            f"{','.join(f'{_hhmm(a)}-{_hhmm(b if b <= DAY_MIN else b - DAY_MIN)}' for a, b in spans)}"
            for days, spans in _grouped(week)
        )
        or "off"
    )


@lru_cache(maxsize=2048)
def write_shortest(week: Week) -> str:
    """The shortest plain English that reads back the same: `Mon-Fri 9-17:30, Sat 10-14`."""
    if all(day == ((0, DAY_MIN),) for day in week):
        return "24/7"
    names = tuple(day.title() for day in DAYS)
    return (
        ", ".join(
            f"{_run(days, names, '-', ', ')} {', '.join(_short(a, b) for a, b in spans)}"
            for days, spans in _grouped(week)
        )
        or "closed"
    )


def _grouped(week: Week) -> list[tuple[list[int], Spans]]:
    out: list[tuple[list[int], Spans]] = []
    for day, whole in enumerate(week):
        spans = tuple(piece for a, b in whole for piece in _pieces(a, b))
        if not spans:
            continue
        same = next((days for days, other in out if other == spans), None)
        if same is not None:
            same.append(day)
        else:
            out.append(([day], spans))
    return out


def _pieces(start: int, end: int) -> list[Span]:
    """A span as writable ones: a day's readings can't tell 24 hours or more from what is over it."""
    if end - start < DAY_MIN or (start, end) == (0, DAY_MIN):
        return [(start, end)]
    cuts = [
        start,
        *([min(start + 720, 1430)] if start < 720 else []),
        *([1435] if start >= 720 or end - start - 720 >= DAY_MIN else []),
        end,
    ]
    return list(itertools.pairwise(cuts))


def _run(days: list[int], names: tuple[str, ...], to: str, between: str) -> str:
    runs: list[list[int]] = []
    for day in days:
        if runs and day == runs[-1][-1] + 1:
            runs[-1].append(day)
        else:
            runs.append([day])
    return between.join(
        names[run[0]]
        if len(run) == 1
        else f"{names[run[0]]}{between if len(run) == 2 else to}{names[run[-1]]}"
        for run in runs
    )


def _hhmm(minute: int) -> str:
    return f"{minute // 60:02}:{minute % 60:02}"


def _short(start: int, end: int) -> str:
    last = end if end <= DAY_MIN else end - DAY_MIN

    def plain(minute: int) -> str:
        return f"{minute // 60}" if minute % 60 == 0 else f"{minute // 60}:{minute % 60:02}"

    # Written bare, an end at or before its start would be read as afternoon.
    ambiguous = last < 720 and last <= start < last + 720
    return f"{plain(start)}-{_hhmm(last) if ambiguous or end > DAY_MIN else plain(last)}"
