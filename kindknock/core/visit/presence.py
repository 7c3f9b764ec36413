"""Who and what a door can offer on a page at a moment: channels that are open, people who are in, and
their order.

Where docs/rules.md is silent: languages put people in order before the owner's order does; a door all of
whose channels need nobody asks only whether the shop or somebody is in.
"""

from dataclasses import dataclass
from datetime import datetime

from ..looks.geometry import Device
from ..time.availability import State
from ..time.hours import moment
from ..words.language_tags import lookup
from .ready import Compiled, CompiledChannel, CompiledDoor, CompiledPerson, OnPage, WordingSpan, leads_to
from .visitor import DICE

Facts = tuple[tuple[str, str], ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Question:
    """What of a visit an offer can depend on. `second` is the visit's, in UTC seconds."""

    language: str
    device: Device
    state: State
    second: int
    wording: WordingSpan | None
    """None where no word depends on the clock."""
    facts: Facts
    dice: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Present:
    """Who and what can be offered at a moment: the values between which words and JSON are made."""

    channels: tuple[CompiledChannel, ...]
    """On this page and device, open or not."""
    people: tuple[CompiledPerson, ...]
    """Allowed on this page and led to by some way, in or not."""
    here: tuple[CompiledPerson, ...]
    offered: tuple[CompiledChannel, ...]
    to: tuple[CompiledPerson, ...]
    is_somebody_in: bool
    back: datetime | None


def present(compiled: Compiled, page: OnPage, question: Question) -> Present:
    """Who and what can be offered on a page at a moment."""
    door, state = page.door, question.state
    channels = tuple(each for each in page.allowed_channels() if question.device in each.devices)
    # Nobody is offered whom no way leads to.
    people = tuple(
        person for person in page.allowed_people() if any(leads_to(way, person) for way in channels)
    )
    here = tuple(person for person in people if person.key in state.people_in)
    opened = _opened(channels, state, {person.key for person in here})
    answered = any(not way.needs_nobody for way in opened) or all(way.needs_nobody for way in channels)
    is_somebody_in = (bool(here) if door.people else state.shop_open) and answered
    back = None
    if not is_somebody_in and (people or not door.people):
        keys = frozenset(person.key for person in people)
        back = compiled.availability.next_opening(keys, question.second)
    stays = not is_somebody_in and door.value.when_nobody == "apps"
    return Present(
        channels=channels,
        people=people,
        here=here,
        offered=channels
        if stays
        else opened
        if is_somebody_in
        else tuple(way for way in opened if way.needs_nobody),
        to=_in_order(compiled, door, people, question) if is_somebody_in or stays else (),
        is_somebody_in=is_somebody_in,
        back=back,
    )


def _opened(
    channels: tuple[CompiledChannel, ...], state: State, here: set[str]
) -> tuple[CompiledChannel, ...]:
    """The channels whose own hours and people let them."""
    return tuple(
        way
        for way in channels
        if (not way.has_hours or way.key in state.channels_open)
        and (not way.people or way.needs_nobody or way.people & here)
    )


def _in_order(
    compiled: Compiled, door: CompiledDoor, people: tuple[CompiledPerson, ...], question: Question
) -> tuple[CompiledPerson, ...]:
    """The people offered, those in first, then by whether they speak the language, then as the owner has
    them; who of those alike comes first may go round from visit to visit.
    """
    in_now = question.state.people_in

    def speaks(person: CompiledPerson) -> bool:
        return not person.languages or lookup((question.language,), person.languages) is not None

    ordered = sorted(people, key=lambda person: (person.key not in in_now, not speaks(person)))
    if door.value.takes_turns:
        alike = [person for person in ordered if person.key in in_now and speaks(person)]
        first = round_robin_start([compiled.handovers.get(person.key, 0) for person in alike], question.dice)
        ordered = [*alike[first:], *alike[:first], *(person for person in ordered if person not in alike)]
    leaves_out = door.value.off_duty == "left_out"
    return tuple(person for person in ordered if person.key in in_now or not leaves_out)


def round_robin_start(handovers: list[int], dice: int) -> int:
    """Who comes first, by how many each was handed lately: who had fewer comes up more often. 0 where there
    is nobody.
    """
    most = max(handovers, default=0)
    shares = [most + 1 - had for had in handovers]
    at = dice * sum(shares) // DICE
    for place, share in enumerate(shares):
        if at < share:
            return place
        at -= share
    return 0


def until_of(state: State) -> datetime | None:
    """When who is in may differ by itself."""
    return moment(state.until) if state.until is not None else None
