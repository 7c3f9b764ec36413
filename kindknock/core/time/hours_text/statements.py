"""Which times belong to which days: the cheapest way to read a row of tokens as whole statements.

A statement has days then values (`Mon-Fri 9-5`), values then days (`closed Sunday`), or values alone. Every
token must find its place in one; where two ways to share them out cost the same, both are given back, and the
caller asks.
"""

from collections.abc import Iterator
from dataclasses import dataclass, field

from .tokens import Clock, Token, UnreadableHours

DateKey = tuple[int, int]


@dataclass(frozen=True, slots=True)
class Atom:
    """One part of a statement.

    `kind`: days, except, range, closed, whole, break, appointment, until. `before` is the separator that
    parts it
    from the atom before: "" (none), and, comma, line or semi.
    """

    kind: str
    before: str = ""
    days: frozenset[int] = frozenset()
    dates: frozenset[DateKey] = frozenset()
    holidays: bool = False
    start: Clock | None = None
    end: Clock | None = None
    word: str = ""


@dataclass(slots=True)
class Statement:
    """`values` hold on `days` and `dates`; `cuts` are taken out of them. Without days: of every day so
    far.
    """

    days: frozenset[int] = frozenset()
    dates: frozenset[DateKey] = frozenset()
    holidays: bool = False
    is_exception: bool = False
    values: list[Atom] = field(default_factory=list)
    cuts: list[Atom] = field(default_factory=list)

    @property
    def names_days(self) -> bool:
        return bool(self.days or self.dates or self.holidays)


@dataclass(frozen=True, slots=True)
class Reading:
    """One way to share the atoms out, and what it costs: less is likelier."""

    cost: float
    statements: tuple[Statement, ...]


_SEPARATORS = {"comma": "comma", "and": "and", "semi": "semi", "line": "line"}
_STRONGEST = ("", "and", "comma", "line", "semi")
_BETWEEN_STATEMENTS = {"": 2.0, "and": 1.0, "comma": 0.0, "line": 0.0, "semi": 0.0}
_IN_DAYS = {"": 0.6, "and": 0.0, "comma": 0.3}
_DAYS_THEN_VALUES = {"": 0.0, "comma": 1.0, "and": 3.0, "line": 1.0}
_VALUES_THEN_DAYS = {"": 0.5, "comma": 2.5, "and": 3.0, "line": 3.0}
_IN_VALUES = {"": 0.8, "and": 0.1, "comma": 0.3, "line": 2.5, "semi": 2.5}
_BEFORE_CUT = {"": 0.1, "and": 0.1, "comma": 0.1, "line": 0.5, "semi": 0.5}
CLOSE = 0.35
"""Two readings whose costs lie no further apart are as good as each other."""
_ENDS = ("end", "line", "semi", "comma")
_KEEP, _MOST_ATOMS, _LONGEST = 6, 120, 16


def atoms_of(tokens: list[Token]) -> list[Atom]:
    """The parts of statements in a row of tokens. Raises UnreadableHours."""
    return list(_Builder(tokens).build())


class _Builder:
    def __init__(self, tokens: list[Token]) -> None:
        self.tokens, self.at = _dashes_placed(tokens), 0

    def kind(self, ahead: int = 0) -> str:
        return self.tokens[self.at + ahead].kind if self.at + ahead < len(self.tokens) else "end"

    def take(self) -> Token:
        self.at += 1
        return self.tokens[self.at - 1]

    def build(self) -> Iterator[Atom]:
        before = ""
        while self.kind() != "end":
            kind = self.kind()
            if kind in _SEPARATORS:
                before = max(before, _SEPARATORS[self.take().kind], key=_STRONGEST.index)
            elif kind in ("colon", "open", "aside"):
                self.skip()
            elif kind in ("am", "pm"):
                raise UnreadableHours("unreadable", self.take().text)
            else:
                yield self.atom(before)
                before = ""

    def skip(self) -> None:
        if self.take().kind != "aside":
            return
        # "last orders 21:30": the time is of the remark.
        while self.kind() in ("to", "dash", "colon"):
            self.take()
        if self.kind() == "time" and self.kind(1) not in ("dash", "to"):
            self.take()

    def atom(self, before: str) -> Atom:
        kind = self.kind()
        if kind == "between" or (kind == "time" and not self.is_date()):
            return self.range(before)
        if kind in ("month", "time"):
            return self.dates(before)
        token = self.take()
        if kind == "day":
            return self.day(token, before)
        if kind == "unsure":
            raise UnreadableHours("unsure_days", token.text)
        if kind == "holiday":
            return Atom("days", before, holidays=True, word=token.text)
        if kind == "until":
            return Atom("until", before, end=self.take().clock, word=token.text)
        if kind in ("closed", "whole", "break", "appointment", "except"):
            return Atom(kind, before, word=token.text)
        raise UnreadableHours("unreadable", token.text)

    def day(self, token: Token, before: str) -> Atom:
        days = set(token.days)
        if len(token.days) == 1 and self.kind() in ("dash", "to") and self.kind(1) == "day":
            self.take()
            last = self.take()
            if len(last.days) != 1:
                raise UnreadableHours("unreadable", last.text)
            first = token.days[0]
            days = {(first + step) % 7 for step in range((last.days[0] - first) % 7 + 1)}
        return Atom("days", before, days=frozenset(days), word=token.text)

    def is_date(self) -> bool:
        if self.kind() == "month":
            return True
        if self.kind(1) == "month":
            return True
        # "24-26 Dec"
        return self.kind(1) in ("dash", "to") and self.kind(2) == "time" and self.kind(3) == "month"

    def dates(self, before: str) -> Atom:
        first = self.date()
        if self.kind() in ("dash", "to") and self.kind(1) in ("month", "time"):
            self.take()
            last = self.date()
        else:
            last = first
        (month, day), (last_month, last_day) = first, last
        month, last_month = month or last_month, last_month or month
        if day == 0 or last_day == 0:
            raise UnreadableHours("seasonal")
        if month != last_month or last_day < day:
            raise UnreadableHours("dates_apart")
        return Atom("days", before, dates=frozenset((month, at) for at in range(day, last_day + 1)))

    def date(self) -> DateKey:
        """(month, day); a day of 0 where only the month stands, a month of 0 where it comes later."""
        token = self.take()
        if token.kind == "month":
            if self.kind() == "time" and not self.is_time_range():
                return token.value, _day_number(self.take())
            return token.value, 0
        if self.kind() == "month":
            return self.take().value, _day_number(token)
        return 0, _day_number(token)

    def is_time_range(self) -> bool:
        clock = self.tokens[self.at].clock
        return clock is None or clock.exact or bool(clock.half)

    def range(self, before: str) -> Atom:
        between = self.kind() == "between"
        if between:
            self.take()
        if self.kind() != "time":
            raise UnreadableHours("unreadable")
        start = self.take()
        while self.kind() in ("colon", "open") and self.kind(1) in ("dash", "to"):
            self.take()
        if self.kind() in (("dash", "to", "and") if between else ("dash", "to")) and self.kind(1) == "time":
            self.take()
            return Atom("range", before, start=start.clock, end=self.take().clock, word=start.text)
        raise UnreadableHours("open_end", start.text)


def _day_number(token: Token) -> int:
    day = (token.clock.minute if token.clock else 0) // 60
    if token.clock is None or token.clock.minute % 60 or not 1 <= day <= 31:
        raise UnreadableHours("not_a_day", token.text)
    return day


def _dashes_placed(tokens: list[Token]) -> list[Token]:
    """Dashes and words like "to" given their meaning: of a range, "shut" (`Sunday: -`), "until" (`Fri to
    3pm`),
    or none (`Monday - 9-5`, *às segundas*).
    """
    out: list[Token] = []
    for at, token in enumerate(tokens):
        if token.kind not in ("dash", "to"):
            out.append(token)
            continue
        last = out[-1].kind if out else "start"
        following, after = (*(other.kind for other in tokens[at + 1 : at + 3]), "end", "end")[:2]
        is_second = len(out) > 1 and out[-2].kind in ("dash", "to")
        between_times = last in ("time", "month") and following in ("time", "month")
        if between_times or (last == following == "day" and not is_second):
            out.append(token)
        elif last == "day" and following == "day":
            raise UnreadableHours("unreadable", token.text)
        elif last in ("day", "colon") and following == "time" and token.kind == "to":
            out.extend([] if after in ("dash", "to") else [Token("until", token.text)])
        elif token.kind == "dash" and last in ("day", "colon", "holiday") and following in _ENDS:
            out.append(Token("closed", token.text))
    return out


def readings_of(atoms: list[Atom]) -> list[Reading]:
    """Ways to share atoms out into statements, cheapest first; none where some would be left over."""
    if not atoms or len(atoms) > _MOST_ATOMS:
        return []
    any_days = any(atom.kind == "days" for atom in atoms)
    best: list[list[Reading]] = [[] for _ in range(len(atoms) + 1)]
    best[0] = [Reading(0.0, ())]
    for start in range(len(atoms)):
        if not best[start]:
            continue
        between = _BETWEEN_STATEMENTS[atoms[start].before] if start else 0.0
        for end, cost, statement in _statements_from(atoms, start, any_days):
            for reading in best[start]:
                best[end].append(Reading(reading.cost + between + cost, (*reading.statements, statement)))
        for end in range(start + 1, min(start + _LONGEST, len(atoms)) + 1):
            best[end] = sorted(best[end], key=lambda reading: reading.cost)[:_KEEP]
    return sorted(best[-1], key=lambda reading: reading.cost)[:_KEEP]


def _statements_from(atoms: list[Atom], start: int, any_days: bool) -> Iterator[tuple[int, float, Statement]]:
    """(end, cost, statement) of every statement that begins at an atom."""
    days_first = list(_days_from(atoms, start))
    for end, cost, statement in days_first:
        if statement.is_exception:
            yield end, cost, statement
        for last, more, values in _values_from(atoms, end):
            joint = _DAYS_THEN_VALUES.get(atoms[end].before)
            if joint is not None:
                yield last, cost + joint + more, _with(statement, values)
    for end, cost, values in _values_from(atoms, start):
        only_cuts = not any(atom.kind != "appointment" for atom in values.values)
        if only_cuts or not any_days:
            yield end, cost, values
        for last, more, statement in _days_from(atoms, end):
            joint = _VALUES_THEN_DAYS.get(atoms[end].before)
            if joint is not None and not statement.is_exception:
                eased = 0.3 if values.values and values.values[0].kind == "closed" else 0.0
                yield last, cost + joint - eased + more, _with(statement, values)


def _with(days: Statement, values: Statement) -> Statement:
    return Statement(days.days, days.dates, days.holidays, days.is_exception, values.values, values.cuts)


def _days_from(atoms: list[Atom], start: int) -> Iterator[tuple[int, float, Statement]]:
    """Lists of days that begin at an atom: `Mon, Wed and Fri`, `daily except Sun`, `except Wed`."""
    at, cost = start, 0.0
    is_exception = at < len(atoms) and atoms[at].kind == "except"
    if is_exception:
        at += 1
    days: frozenset[int] = frozenset()
    dates: frozenset[DateKey] = frozenset()
    holidays, taking_away = False, False
    while at < len(atoms):
        atom = atoms[at]
        if at > start + is_exception:
            joint = _IN_DAYS.get(atom.before)
            if joint is None:
                return
            if atom.kind == "except" and not taking_away and days:
                taking_away, at, cost = True, at + 1, cost + 0.1
                continue
            cost += joint
        if atom.kind != "days" or (taking_away and atom.dates):
            return
        if taking_away:
            if atom.holidays:
                holidays = False
            days -= atom.days
        else:
            days, dates, holidays = days | atom.days, dates | atom.dates, holidays or atom.holidays
        at += 1
        yield at, cost, Statement(days, dates, holidays, is_exception)


def _values_from(atoms: list[Atom], start: int) -> Iterator[tuple[int, float, Statement]]:
    """Runs of values that begin at an atom: ranges with breaks in them, or one of the others."""
    if start >= len(atoms):
        return
    first = atoms[start]
    if first.kind == "closed" and start + 1 < len(atoms) and atoms[start + 1].kind == "whole":
        yield start + 2, 0.0, Statement(values=[first])
    if first.kind in ("closed", "whole", "appointment", "until"):
        yield start + 1, 0.0, Statement(values=[first])
    at, cost = start, 0.0
    values: list[Atom] = []
    cuts: list[Atom] = []
    while at < len(atoms):
        step = _value_at(atoms, at, is_first=at == start)
        if step is None:
            return
        for length, more, atom, is_cut in step[1:]:
            # The other meaning of the same atoms, as the last of this run.
            yield (
                at + length,
                cost + more,
                Statement(values=values + ([] if is_cut else [atom]), cuts=cuts + ([atom] if is_cut else [])),
            )
        length, more, atom, is_cut = step[0]
        (cuts if is_cut else values).append(atom)
        at, cost = at + length, cost + more
        yield at, cost, Statement(values=list(values), cuts=list(cuts))


_Step = tuple[int, float, Atom, bool]


def _value_at(atoms: list[Atom], at: int, *, is_first: bool) -> list[_Step] | None:
    """What the atoms from here can be within a run of values: (how many, cost, atom, is a cut)."""
    atom = atoms[at]
    next_kind = atoms[at + 1].kind if at + 1 < len(atoms) else ""
    after_next = atoms[at + 2].kind if at + 2 < len(atoms) else ""
    joint = 0.0 if is_first else _IN_VALUES[atom.before]
    cut_joint = 0.0 if is_first else _BEFORE_CUT[atom.before]
    if atom.kind in ("closed", "break"):
        lead = 2 if atom.kind == "closed" and next_kind == "break" else 1
        if (
            at + lead < len(atoms)
            and atoms[at + lead].kind == "range"
            and atoms[at + lead].before in ("", "comma")
        ):
            length = lead + 1
            if at + length < len(atoms) and atoms[at + length].kind == "break":
                length += 1
            return [(length, cut_joint + (0.3 if atom.kind == "closed" else 0.0), atoms[at + lead], True)]
        return None
    if atom.kind == "appointment" and not is_first:
        return [(1, 0.0, atom, False)]
    if atom.kind != "range":
        return None
    steps: list[_Step] = [(1, joint, atom, False)]
    if next_kind in ("closed", "break") and atoms[at + 1].before == "":
        is_break = next_kind == "break" or after_next == "break"
        # "12-14 closed" is a cut unless the word belongs to the days behind it.
        length = 3 if next_kind == "closed" and after_next == "break" else 2
        goes_on = at + length < len(atoms) and atoms[at + length].kind == "range"
        cost = 0.6 if not is_break else 0.5 if goes_on else 0.0
        steps.append((length, cut_joint + cost, atom, True))
        if is_break and not goes_on:
            # "12-13 lunch": nothing but the break.
            steps = [steps[1]]
    return steps
