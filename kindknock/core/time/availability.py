"""Who is in at a moment: worked out once per change and reused until the next.

Holds no clock: the moment is always handed in. `rota` has the rules; here they are only kept ready.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime

from . import spans as sp
from .hours import DAY_S, LOOK_AHEAD_DAYS, Hours, moment, open_spans
from .rota import Person, person_spans
from .spans import Spans

NEAR_DAYS = 9


@dataclass(frozen=True, slots=True)
class State:
    """How things stand from `since` until `until` (UTC seconds; None: no change within 370 days)."""

    people_in: frozenset[str]
    shop_open: bool
    channels_open: frozenset[str]
    since: int
    until: int | None


class Availability:
    """The timetable of one setup, ready to be asked at any moment."""

    def __init__(self, people: tuple[Person, ...], shop: Hours | None, channels: Mapping[str, Hours]) -> None:
        self._people = people
        self._shop = shop
        self._channels = dict(channels)
        self._is_plain = (
            shop is None and not channels and all(p.hours is None and not p.absences for p in people)
        )
        self._spans: tuple[int, int, dict[str, Spans]] | None = None
        self._state: State | None = None

    def at(self, second: int) -> State:
        """The state at a moment; the same value as long as nothing changes."""
        state = self._state
        if state is not None and state.since <= second and (state.until is None or second < state.until):
            return state
        if self._is_plain:
            self._state = State(
                frozenset(p.key for p in self._people), True, frozenset(self._channels), second, None
            )
            return self._state
        spans = self._around(second, NEAR_DAYS)
        edge = min(
            (edge for span in spans.values() if (edge := sp.next_edge(span, second)) is not None),
            default=None,
        )
        if edge is None or self._spans is None or edge >= self._spans[1]:
            spans = self._around(second, LOOK_AHEAD_DAYS)
            horizon = self._spans[1] if self._spans else second
            edge = min(
                (
                    edge
                    for span in spans.values()
                    if (edge := sp.next_edge(span, second)) is not None and edge < horizon
                ),
                default=None,
            )
        self._state = State(
            frozenset(p.key for p in self._people if sp.holds(spans["p:" + p.key], second)),
            sp.holds(spans["s"], second),
            frozenset(key for key in self._channels if sp.holds(spans["c:" + key], second)),
            second,
            edge,
        )
        return self._state

    def back_at(self, person: str, second: int) -> datetime | None:
        """When somebody who is out is in next, within 370 days."""
        return self._next_inside("p:" + person, second)

    def out_at(self, person: str, second: int) -> datetime | None:
        """When somebody who is in goes out, within 370 days; None if never."""
        for days in (NEAR_DAYS, LOOK_AHEAD_DAYS):
            spans = self._around(second, days)
            edge = sp.next_edge(spans["p:" + person], second)
            if edge is not None and self._spans is not None and edge < self._spans[1]:
                return moment(edge)
        return None

    def next_opening(self, people: frozenset[str], second: int) -> datetime | None:
        """When the first of these people is in; without people, when the shop opens."""
        found = (
            [at for key in people if (at := self.back_at(key, second)) is not None]
            if people
            else [self._next_inside("s", second)]
        )
        return min((at for at in found if at is not None), default=None)

    def _next_inside(self, name: str, second: int) -> datetime | None:
        for days in (NEAR_DAYS, LOOK_AHEAD_DAYS):
            spans = self._around(second, days)
            if (inside := sp.next_inside(spans[name], second)) is not None:
                return moment(inside)
        return None

    def _around(self, second: int, days: int) -> dict[str, Spans]:
        held = self._spans
        if held is not None and held[0] <= second and second + days * DAY_S <= held[1]:
            return held[2]
        # A day to spare, so that the next few moments find it ready.
        start, end = second, second + (days + 1) * DAY_S
        shop = open_spans(self._shop, start, end) if self._shop is not None else ((start, end),)
        spans: dict[str, Spans] = {"s": shop}
        for person in self._people:
            own = person_spans(person, None, start, end)
            spans["p:" + person.key] = own if person.keeps_own_hours else sp.intersected(own, shop)
        for key, hours in self._channels.items():
            spans["c:" + key] = open_spans(hours, start, end)
        self._spans = (start, end, spans)
        return spans
