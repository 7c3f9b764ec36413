"""Who answers when: shop, person and channel hours put together by plain rules (docs/rules.md 4).

A person is in while present, not absent, the shop is open and their own hours are; a person who
keeps own hours is in even when the shop is shut. Each set of hours is read in its own zone.
"""

from collections.abc import Iterable
from dataclasses import dataclass

from . import spans as sp
from .hours import DAY_S, Hours, open_spans
from .spans import Span, Spans


@dataclass(frozen=True, slots=True)
class Person:
    """Somebody who answers. `absences` are UTC seconds `[start, end)`; `hours` None means always."""

    key: str
    hours: Hours | None = None
    absences: tuple[Span, ...] = ()
    keeps_own_hours: bool = False


def person_spans(
    person: Person, shop: Hours | None, start: int, end: int, shop_open: Spans | None = None
) -> Spans:
    """The UTC seconds within `[start, end)` at which this person is in. `shop_open` is the shop's, where
    it is known already.
    """
    window: Spans = ((start, end),)
    spans = open_spans(person.hours, start, end) if person.hours is not None else window
    if shop is not None and not person.keeps_own_hours:
        spans = sp.intersected(spans, open_spans(shop, start, end) if shop_open is None else shop_open)
    return sp.without(spans, sp.merged(person.absences)) if person.absences else spans


def somebody_spans(people: Iterable[Person], shop: Hours | None, start: int, end: int) -> Spans:
    """When at least one of these people is in; without people, when the shop is open."""
    people = list(people)
    if not people:
        return open_spans(shop, start, end) if shop is not None else ((start, end),)
    shop_open = open_spans(shop, start, end) if shop is not None else ((start, end),)
    return sp.united(person_spans(person, shop, start, end, shop_open) for person in people)


def narrowed(spans: Spans, channel: Hours | None, start: int, end: int) -> Spans:
    """A channel's own hours narrow who is in."""
    return spans if channel is None else sp.intersected(spans, open_spans(channel, start, end))


def never_in_effect(inner: Hours, outer: Hours | None, start: int) -> tuple[tuple[int, Span], ...]:
    """Spans of a usual week that never overlap the outer hours: (weekday, minutes).

    Judged over a year from `start`, so that zones and clock changes are in it. A closure of the outer hours
    takes nothing away, since its week comes back; a special day that opens counts.
    """
    if inner.week is None or outer is None or outer.week is None:
        return ()
    end = start + 366 * DAY_S
    usual = open_spans(Hours(outer.zone, outer.week), start, end)
    outside = sp.united((usual, open_spans(outer, start, end)))
    out = []
    for weekday, day in enumerate(inner.week):
        for span in day:
            only = tuple((span,) if at == weekday else () for at in range(7))
            alone = open_spans(Hours(inner.zone, only), start, end)
            if not sp.intersected(alone, outside):
                out.append((weekday, span))
    return tuple(out)
