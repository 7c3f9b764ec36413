"""Statements made into a week: what a later one does to an earlier one, and which half of the day is meant.

Where docs/rules.md is silent: a bare end that would come before its start is taken as afternoon (`9-5`,
`10-2`), as are two bare times before six (`1-7`), and said so; written with two digits (`22-02`) an end runs
past midnight. What is said twice of a day is added where the times lie apart, replaced where the later lie
within the earlier, and asked where they overlap otherwise. OpenStreetMap's own texts go through a parser of
its grammar (`osm`), where a comma adds and a semicolon replaces.
"""

from collections.abc import Iterator
from dataclasses import dataclass, field, replace

from ..hours import DAY_MIN, UnreadableSpan, Week, span_of
from ..spans import Span, Spans, merged, without
from .osm import read_strict, same_on_the_circle
from .statements import CLOSE, Atom, DateKey, Reading, Statement, atoms_of, readings_of
from .tokens import Clock, UnreadableHours, tokens_of
from .vocabulary import LANGUAGES, NOON, folded, words_of


@dataclass(frozen=True, slots=True)
class HoursReading:
    """A week as read, special days by (month, day), and what was assumed; or the code of why not.

    `left_out` are words that say nothing about the week (*by appointment*). `holidays` is "shut" where the
    text shuts public holidays, "hours" where it gives them hours of their own: neither is part of the week.
    `choices` are the weeks it may mean where `error` is two_ways, likelier first; `word` is what could not be
    read.
    """

    week: Week | None = None
    special: dict[DateKey, Spans] = field(default_factory=dict)
    warnings: tuple[str, ...] = ()
    error: str | None = None
    left_out: tuple[str, ...] = ()
    holidays: str = ""
    choices: tuple[Week, ...] = ()
    word: str = ""


def read_hours(text: str, language: str = "en") -> HoursReading:
    """Read a text with the words of its language, of English, else of any we know (warning other_language).

    Errors: empty, unreadable, unsure_days, not_a_time, not_a_day, same_start_and_end, open_end, no_times,
    only_closed, by_appointment, seasonal, dates_apart, year_named, break_outside, two_ways.
    """
    plain = folded(text)
    if not plain:
        return HoursReading(error="empty")
    if len(text) > 2000:
        return HoursReading(error="unreadable", word=plain[:40])
    base = language.split("-")[0].lower()
    strict = read_strict(text)
    if strict is not None:
        # Which day a span begins on the parser doesn't tell where one joins the next: ours does.
        ours = _read_in(plain, "en")
        plainly = ours.week is not None and not set(ours.warnings) & {"both", "replaced"}
        return HoursReading(
            ours.week if plainly or same_on_the_circle(ours.week, strict.week) else strict.week,
            warnings=("holidays_left_out",) if strict.holidays else (),
            left_out=strict.comments,
            holidays=strict.holidays,
        )
    first = _read_in(plain, base)
    if first.week is not None or first.error in _FINAL:
        return first
    return _in_other_languages(plain, base) or _farthest(plain, first, base)


_FINAL = ("two_ways", "not_a_time", "same_start_and_end", "year_named", "break_outside")


def _farthest(plain: str, first: HoursReading, base: str) -> HoursReading:
    """Where no language reads it: the word at which the one that reads most of it stops."""
    if first.error != "unreadable":
        return first
    found = [first, *(_read_in(plain, tag) for tag in LANGUAGES if tag != base)]
    return max((each for each in found if each.word), key=lambda each: plain.find(each.word), default=first)


def _in_other_languages(plain: str, base: str) -> HoursReading | None:
    others: list[HoursReading] = []
    better: HoursReading | None = None
    for alone in (True, False):
        found = [_read_in(plain, tag, alone=alone) for tag in LANGUAGES if tag != base]
        others = others or [other for other in found if other.week is not None or other.error == "two_ways"]
        # Words that a language has all of, but that make no hours: it tells better what is missing.
        better = better or next((other for other in found if other.error not in (None, "unreadable")), None)
    weeks = list(
        dict.fromkeys(week for other in others for week in ((other.week,) if other.week else other.choices))
    )
    if not others:
        return better
    if len(weeks) > 1:
        return HoursReading(error="two_ways", choices=tuple(weeks))
    return replace(others[0], warnings=(*others[0].warnings, "other_language"))


def _read_in(plain: str, language: str, *, alone: bool = False) -> HoursReading:
    word = words_of(language).get(plain)
    if word is not None and word.kind == "whole":
        return HoursReading(_whole_week())
    try:
        return _best(readings_of(_checked(atoms_of(tokens_of(plain, language, alone)))))
    except UnreadableHours as error:
        return HoursReading(error=error.code, word=error.word)
    except UnreadableSpan as error:
        return HoursReading(error=error.code)


def _whole_week() -> Week:
    day: Spans = ((0, DAY_MIN),)
    return (day, day, day, day, day, day, day)


def _checked(atoms: list[Atom]) -> list[Atom]:
    """Atoms that can make hours. Raises UnreadableHours with what is missing."""
    kinds = {atom.kind for atom in atoms}
    if not kinds:
        raise UnreadableHours("unreadable")
    if not kinds & {"range", "whole"}:
        if "appointment" in kinds:
            raise UnreadableHours("by_appointment")
        if kinds & {"closed", "break", "except"}:
            raise UnreadableHours("only_closed")
        raise UnreadableHours("no_times" if "days" in kinds else "unreadable")
    return atoms


def _best(readings: list[Reading]) -> HoursReading:
    """The cheapest reading that makes a week; asked where another as cheap makes a different one."""
    error: UnreadableHours | None = None
    made: list[tuple[float, HoursReading]] = []
    for reading in readings:
        if made and reading.cost > made[0][0] + CLOSE:
            break
        try:
            made.append((reading.cost, _made(reading)))
        except UnreadableHours as refused:
            error = error or refused
    if not made:
        raise error or UnreadableHours("unreadable")
    best = made[0][1]
    weeks = tuple(
        dict.fromkeys(
            week for _, other in made for week in (other.choices or ((other.week,) if other.week else ()))
        )
    )
    return HoursReading(error="two_ways", choices=weeks) if len(weeks) > 1 else best


def _made(reading: Reading) -> HoursReading:
    """The week of one sharing out; where times or overlaps read in two ways, both weeks as choices."""
    first = _Maker(0).make(reading.statements)
    if not first.asked:
        return first.reading()
    second = _Maker(1).make(reading.statements)
    weeks = tuple(dict.fromkeys((first.week(), second.week())))
    return HoursReading(error="two_ways", choices=weeks) if len(weeks) > 1 else first.reading()


class _Maker:
    """Lays statements over a week, one after another. `taking` is which of two meanings is taken."""

    def __init__(self, taking: int) -> None:
        self.taking, self.asked = taking, False
        self.days: dict[int, Spans] = {}
        self.named: dict[int, int] = {}
        """How many days the statement named that last spoke of a day: the fewer, the more it counts."""
        self.special: dict[DateKey, Spans] = {}
        self.warnings: list[str] = []
        self.left_out: list[str] = []
        self.holidays = ""

    def make(self, statements: tuple[Statement, ...]) -> "_Maker":
        early: list[Statement] = []
        for statement in statements:
            if statement.cuts and not statement.values and not statement.names_days and not self.days:
                early.append(statement)
            else:
                self.lay(statement)
        for statement in early:
            self.lay(statement)
        if not any(self.days.values()) and not any(self.special.values()):
            raise UnreadableHours("only_closed")
        return self

    def week(self) -> Week:
        return tuple(self.days.get(day, ()) for day in range(7))

    def reading(self) -> HoursReading:
        return HoursReading(
            self.week(),
            dict(self.special),
            tuple(dict.fromkeys(self.warnings)),
            left_out=tuple(dict.fromkeys(self.left_out)),
            holidays=self.holidays,
        )

    def lay(self, statement: Statement) -> None:
        self.left_out += [atom.word for atom in statement.values if atom.kind == "appointment"]
        values = [atom for atom in statement.values if atom.kind != "appointment"]
        cuts = tuple(merged(self.span(atom, 0) for atom in statement.cuts))
        if not values:
            if cuts and not statement.is_exception:
                self.cut(statement, cuts)
                return
            if not statement.names_days:
                return
        if values and values[0].kind == "until":
            self.until(statement, values[0])
            return
        shuts = not values or values[0].kind == "closed"
        spans = () if shuts else self.spans(values)
        if cuts and not _lies_within(spans, cuts):
            raise UnreadableHours("break_outside")
        spans = without(spans, cuts)
        self.special.update(dict.fromkeys(statement.dates, spans))
        if statement.holidays:
            self.holidays = "hours" if spans else "shut"
            self.warnings.append("holidays_left_out")
        if not statement.names_days:
            self.warnings.extend([] if statement.values[0].kind == "whole" else ["every_day"])
        days = statement.days if statement.names_days else frozenset(range(7))
        for day in sorted(days):
            self.set_day(day, spans, len(days), replaces=statement.is_exception)

    def set_day(self, day: int, spans: Spans, named: int, *, replaces: bool) -> None:
        before = self.days.get(day)
        fewer = named <= self.named.get(day, 7)
        if before is None or replaces:
            self.days[day] = spans
        elif not spans or not before:
            # "Daily 9-5, closed Sunday", in either order: what names fewer days is meant.
            if not fewer:
                return
            if before and not spans:
                self.days[day] = spans
            else:
                self.asked = self.asked or bool(spans)
                self.days[day] = spans if self.taking == 0 else before
        else:
            self.days[day] = self.joined(before, spans, fewer=fewer)
        self.named[day] = min(named, self.named.get(day, 7))

    def joined(self, before: Spans, spans: Spans, *, fewer: bool) -> Spans:
        both = merged((*before, *spans))
        if sum(b - a for a, b in both) == sum(b - a for a, b in (*before, *spans)):
            self.warnings.append("both")
            return both
        if both == spans and fewer:
            return spans
        if both == before and fewer:
            self.warnings.append("replaced")
            return spans
        if spans == before:
            return spans
        self.asked = True
        return spans if self.taking == 0 else both

    def cut(self, statement: Statement, cuts: Spans) -> None:
        """A break that names no days is taken out of every day so far."""
        days = statement.days if statement.names_days else frozenset(self.days)
        touched = [day for day in days if without(self.days.get(day, ()), cuts) != self.days.get(day, ())]
        if not touched:
            raise UnreadableHours("break_outside")
        for day in touched:
            self.days[day] = without(self.days[day], cuts)

    def until(self, statement: Statement, value: Atom) -> None:
        """`Fri until 3pm`: that day's last end, moved."""
        end = value.end
        for day in statement.days:
            before = self.days.get(day)
            if not before or end is None or statement.dates or statement.holidays:
                raise UnreadableHours("open_end", value.word)
            start = before[-1][0]
            minute = end.minute + (720 if end.bare and end.minute <= start else 0)
            if not start < minute:
                raise UnreadableHours("open_end", value.word)
            self.days[day] = (*before[:-1], (start, minute))
        if not statement.days:
            raise UnreadableHours("open_end", value.word)

    def spans(self, values: list[Atom]) -> Spans:
        if values[0].kind == "whole":
            return ((0, DAY_MIN),)
        out: list[Span] = []
        for atom in values:
            out.append(self.span(atom, out[-1][1] if out else 0))
        return merged(out)

    def span(self, atom: Atom, after: int) -> Span:
        assert atom.start is not None and atom.end is not None
        meant = list(_meanings(atom.start, atom.end, after))
        self.asked = self.asked or len(meant) > 1
        (start, end), warning = meant[min(self.taking, len(meant) - 1)]
        self.warnings.extend([warning] if warning else [])
        if start < end and end > DAY_MIN:
            if not atom.end.exact or end - start > DAY_MIN or start >= DAY_MIN:
                raise UnreadableHours("not_a_time")
            return (start, end)
        if start >= DAY_MIN and end != DAY_MIN:
            start = 0 if start == DAY_MIN else start
        span, warning = span_of(start, end)
        self.warnings.extend([warning] if warning else [])
        return span


def _lies_within(spans: Spans, cuts: Spans) -> bool:
    return all(any(a < start and end < b for a, b in spans) for start, end in cuts)


def _meanings(start: Clock, end: Clock, after: int) -> Iterator[tuple[Span, str]]:
    """What two times as written can mean, likelier first: minutes, and the code of what was assumed.

    `after` is the end of the range before on the same day: "9-12, 1-5" goes on in the afternoon.
    """
    first, last = start.minute, end.minute
    if start.half == "midnight":
        first = 0
    if end.half == "a" and last == 0:
        last = DAY_MIN
    if first == last and (start.exact or end.exact or first == NOON) and first % DAY_MIN:
        raise UnreadableHours("same_start_and_end")
    if start.bare and end.bare:
        yield from _both_bare(first, last, after)
    elif start.bare and end.half in ("a", "p"):
        yield from _start_bare(first, last, end.half)
    elif end.bare and start.half in ("a", "p") and last <= first:
        yield (first, _end_bare(first, last)), ""
    elif end.bare and last < 720 and last <= first < last + 720:
        yield (first, last + 720), "afternoon"
    elif start.bare and first < after <= first + 720 < last:
        yield (first + 720, last), "afternoon"
    else:
        yield (first, last), ""


def _end_bare(first: int, last: int) -> int:
    """`9am-2`, `6pm-11`, `10pm-12`, `10pm-2`."""
    if last == NOON and first > NOON:
        return DAY_MIN
    return last + 720 if last + 720 > first else last


def _both_bare(first: int, last: int, after: int) -> Iterator[tuple[Span, str]]:
    if first < after <= first + 720 < DAY_MIN:
        yield (first + 720, last + 720 if last <= 720 and last + 720 > first + 720 else last), "afternoon"
    elif last <= first:
        yield (
            (first, last + 720 if last < 720 else DAY_MIN),
            "afternoon" if last != 720 or first != 720 else "",
        )
    elif first < 360:
        yield (first + 720, last + 720), "afternoon"
    else:
        yield (first, last), "morning" if first < 480 and last <= 720 else ""


def _start_bare(first: int, last: int, half: str) -> Iterator[tuple[Span, str]]:
    """`9-5pm`, `1-5pm`, `8-10pm`, `11-2am`."""
    if half == "a":
        if first < last:
            yield (first, last), ""
            if last == DAY_MIN:
                yield (first + 720, last), ""
        else:
            yield (first + 720 if first < 720 else first, last), "evening"
        return
    if first == 720 or first + 720 >= last:
        yield (first, last), ""
    elif first < 360:
        yield (first + 720, last), "afternoon"
    else:
        yield (first, last), ""
        yield (first + 720, last), ""
