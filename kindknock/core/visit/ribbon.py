"""The ribbon: who is in over seven days, for one door on one page, in stretches that a hand can be drawn
along.

The rules of who is in are `rota`'s and `availability`'s; here a week is only cut into days and stretches.
Where docs/rules.md is silent: a day counts as closed when a whole-day closure of the shop covers it; a
clock that jumps makes that day 23 or 25 hours long, and it is drawn as long as the others.
"""

from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from typing import Literal
from zoneinfo import ZoneInfo

from ..time.hours import closure_on, is_zone
from .ready import Compiled
from .visitor import Visit

DAYS = 7
MOST_STRETCHES = 400


@dataclass(frozen=True, slots=True)
class Stretch:
    """`[since, until)` in UTC seconds, within one day; `people` are keys, empty where the shop alone
    decides.
    """

    since: int
    until: int
    state: Literal["in", "nobody", "closed"]
    people: tuple[str, ...]
    name: str = ""
    """Of the closure, where it has one."""


@dataclass(frozen=True, slots=True)
class Day:
    """A day on the shop's clock: `[since, until)` in UTC seconds, its stretches joined up without gaps."""

    day: date
    since: int
    until: int
    stretches: tuple[Stretch, ...]


def week_of(compiled: Compiled, door: str, visit: Visit, first: date) -> tuple[Day, ...]:
    """Seven days from `first` for the door and page of a visit; empty if there is no such door."""
    at = next((at for at, item in enumerate(compiled.doors) if item.key == door), None)
    if at is None:
        return ()
    page = compiled.on_page(visit)[at]
    people = tuple(person.key for person in page.allowed_people())
    zone = ZoneInfo(compiled.setup.business.zone) if is_zone(compiled.setup.business.zone) else UTC
    out = []
    for step in range(DAYS):
        day = first + timedelta(days=step)
        since, until = (
            int(datetime.combine(day + timedelta(days=more), time(), zone).timestamp()) for more in (0, 1)
        )
        out.append(
            Day(
                day,
                since,
                until,
                _stretches(compiled, people if page.door.people else None, day, since, until),
            )
        )
    return tuple(out)


def _stretches(
    compiled: Compiled, people: tuple[str, ...] | None, day: date, since: int, until: int
) -> tuple[Stretch, ...]:
    """The stretches of one day; without `people` the shop's hours decide."""
    closure = closure_on(compiled.shop_hours, day)
    out: list[Stretch] = []
    at = since
    while at < until and len(out) < MOST_STRETCHES:
        state = compiled.availability.at(at)
        end = min(until, state.until if state.until is not None else until)
        here = tuple(key for key in people or () if key in state.people_in)
        inside = state.shop_open if people is None else bool(here)
        kind: Literal["in", "nobody", "closed"] = "in" if inside else "closed" if closure else "nobody"
        if out and (out[-1].state, out[-1].people) == (kind, here):
            at, _ = out[-1].since, out.pop()
        out.append(Stretch(at, end, kind, here, closure.name if closure and kind == "closed" else ""))
        at = end
    return tuple(out)
