"""A setup with its timetable, ready and cheap to ask: what `compiling` makes once per release and timetable.

What a visit needs is looked up here, never worked out again: rules read, plans written as JSON
text per device and language. What it means for a visit is `verdict`'s matter.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from ..addresses.hosts import HostList
from ..looks.geometry import Device
from ..pages import rules as placement
from ..setup import Arrives, ForWhom, Nudge, OpensItself, Press, Setup
from ..time.availability import Availability
from ..time.hours import Hours, moment
from ..words.occasion import next_turn, occasion_of
from .visitor import Visit

SmallWords = Mapping[str, Mapping[str, str]]
"""The card's own words: language → name → words. The first language is the last resort."""
Rules = tuple[placement.Rule, ...]


@dataclass(frozen=True, slots=True)
class Live:
    """What holds at once, beside a release: hosts as listed now, doors paused now."""

    hosts: tuple[str, ...] | None = None
    paused: frozenset[str] = frozenset()
    handovers: Mapping[str, int] = field(default_factory=dict)
    """Knocks of the last week by person, by which turns are evened."""


@dataclass(frozen=True, slots=True)
class CompiledChannel:
    """`plans` (device, language) → the channel's part of a plan as JSON text; `notes` language → its
    pre-filled words.
    """

    key: str
    rules: Rules
    notes: Mapping[str, str]
    devices: frozenset[str]
    needs_nobody: bool
    people: frozenset[str]
    """Who of the door's people answer here; empty: all of them."""
    has_hours: bool
    plans: Mapping[tuple[Device, str], str]


@dataclass(frozen=True, slots=True)
class CompiledPerson:
    """`names` language → what visitors call them; `fronts` language → their part of a plan as JSON text,
    open at its end for when and the note.
    """

    key: str
    names: Mapping[str, str]
    rules: Rules
    languages: tuple[str, ...]
    roles: Mapping[str, str]
    notes: Mapping[str, str]
    fronts: Mapping[str, str]


@dataclass(frozen=True, slots=True)
class CompiledPlate:
    """`texts` language → the plate's part of a plan as JSON text, its label as the owner wrote it."""

    key: str
    rules: Rules
    texts: Mapping[str, str]


@dataclass(frozen=True, slots=True)
class CompiledDoor:
    """`fronts` (device, language) → the door's plan as JSON text, open at its end for what varies."""

    key: str
    paused: bool
    rules: Rules
    for_whom: ForWhom
    people: tuple[CompiledPerson, ...]
    channels: tuple[CompiledChannel, ...]
    hides_when_nobody: bool
    leaves_out_off_duty: bool
    takes_turns: bool
    fronts: Mapping[tuple[Device, str], str]
    notes: "Notes"
    plates: tuple[CompiledPlate, ...]
    arrives: Arrives
    arrives_rules: Rules
    reply_minutes: int | None
    takes_notes: bool
    also_page: bool
    also_mark: Mapping[str, str]
    depends_on_page: bool
    nudge: Nudge
    nudge_rules: Rules
    opens_itself: OpensItself
    opens_rules: Rules
    press: Press
    nudge_words: Mapping[str, str]
    is_narrow: bool
    """Whether anything but pages decides for whom it is."""
    uses: frozenset[str]
    """The fill-ins that its words have; a note for a product counts as using one."""
    tells_time: bool
    """Whether any of its words depend on the clock: who is in until when, when somebody is back, a
    greeting.
    """
    filled_front: Callable[[Device, str, Mapping[str, str]], str] | None
    """Makes a front whose words carry facts; None where no words do."""
    overrides: "tuple[tuple[str, Rules, frozenset[Device], CompiledDoor], ...]" = ()
    """The same door with other words or people on some pages and devices: key, rules, devices, door."""
    held: dict[Any, Any] = field(default_factory=dict, compare=False)
    """What was worked out for a device, language, state and set of channels and people; bounded."""


@dataclass(frozen=True, slots=True)
class Notes:
    """The door's pre-filled words by language: for a product, for one on sale, for all else."""

    plain: Mapping[str, str]
    product: Mapping[str, str]
    on_sale: Mapping[str, str]


@dataclass(frozen=True, slots=True)
class Turn:
    """A stretch `[since, until)` of UTC seconds in which words about the moment read alike for one
    visitor's clock.

    `clock` is None where that clock reads as the shop's.
    """

    since: int
    until: int
    clock: tuple[str, int | None] | None


@dataclass(frozen=True, slots=True)
class Compiled:
    setup: Setup
    release: int
    tag: str
    """Names all that an answer depends on but the visit: another release, timetable, pause or host gives
    another one.
    """
    hosts: HostList
    host_count: int
    doors: tuple[CompiledDoor, ...]
    languages: tuple[str, ...]
    availability: Availability = field(compare=False)
    shop_hours: Hours | None = None
    greets: bool = False
    """Whether any word greets by the hour."""
    small_words: SmallWords = field(default_factory=dict)
    """The card's own small words, made whole for each of the business's languages."""
    asks_zone: bool = False
    """Whether a visitor of unknown country is asked for the time zone, since a door has country rules."""
    handovers: Mapping[str, int] = field(default_factory=dict, compare=False)
    away_words: tuple[tuple[str, int, int, str], ...] = ()
    """What visitors may read of an absence: person, `[since, until)` in UTC seconds, the word."""
    held_pages: dict[tuple[str, str, Device], tuple["OnPage", ...]] = field(
        default_factory=dict, compare=False
    )
    held_turns: dict[tuple[str, int | None], Turn] = field(default_factory=dict, compare=False)
    held_languages: dict[tuple[str, tuple[str, ...]], str] = field(default_factory=dict, compare=False)

    def on_page(self, visit: Visit) -> "tuple[OnPage, ...]":
        """What the page rules say of each door here, for the visit's device; worked out once a page."""
        address, host, kind, device = visit.address, visit.host, visit.kind, visit.device
        found = self.held_pages.get((address, kind, device))
        if found is None:
            place = placement.place_of(address, host, kind)
            if not kind and self.setup.site.kinds:
                place = placement.place_of(address, host, self._kind_by_pattern(place))
            found = tuple(OnPage.of(door, place, device) for door in self.doors)
            keep(self.held_pages, (address, kind, device), found)
        return found

    def turn(self, second: int, zone: str, offset_min: int | None) -> Turn:
        """The stretch that a moment lies in for a visitor's clock; worked out once a stretch and clock."""
        key = (zone, offset_min)
        turn = self.held_turns.get(key)
        if turn is None or not turn.since <= second < turn.until:
            occasion = occasion_of(moment(second), self.setup.business.zone, "en", zone, offset_min)
            alike = (
                occasion.now.astimezone(occasion.shop).utcoffset()
                == occasion.now.astimezone(occasion.visitor).utcoffset()
            )
            turn = Turn(
                second, int(next_turn(occasion, greets=self.greets).timestamp()), None if alike else key
            )
            keep(self.held_turns, key, turn)
        return turn

    def _kind_by_pattern(self, place: placement.Place) -> str:
        """The kind of the first of the owner's patterns that matches; empty if none does."""
        return next(
            (
                one.kind
                for one in self.setup.site.kinds
                if placement.pattern_matches(one.pattern, place.path, place.query)
            ),
            "",
        )


@dataclass(frozen=True, slots=True)
class OnPage:
    """A door on one page: whether its rules let it, and which of its channels and people are allowed
    (bits, in order).
    """

    placing: placement.Placing
    path: str
    channels: int
    people: int
    nudges: bool
    opens_itself: bool
    arrives: bool
    plates: int
    bits: tuple[int | bool, ...]
    """All of it but the path and its rules, to know it by."""
    door: CompiledDoor
    """The door as it is on this page: with the words of the first override that fits, if one does."""
    override: str = ""

    @classmethod
    def of(cls, whole: CompiledDoor, place: placement.Place, device: Device) -> "OnPage":
        override, door = next(
            (
                (key, other)
                for key, rules, devices, other in whole.overrides
                if device in devices and placement.judge(rules, place).shows
            ),
            ("", whole),
        )
        rest = (
            _bits(door.channels, place),
            _bits(door.people, place),
            door.nudge.on and placement.judge(door.nudge_rules, place).shows,
            door.opens_itself.on and placement.judge(door.opens_rules, place).shows,
            placement.judge(door.arrives_rules, place).shows,
            _bits(door.plates, place),
        )
        return cls(placement.judge(whole.rules, place), place.path, *rest, rest, door, override)


def _bits(parts: "Sequence[CompiledChannel | CompiledPerson | CompiledPlate]", place: placement.Place) -> int:
    return sum(
        1 << at for at, part in enumerate(parts) if not part.rules or placement.judge(part.rules, place).shows
    )


MOST_PAGES, MOST_ANSWERS = 512, 64


def keep(held: dict[Any, Any], key: Any, value: Any, most: int = MOST_PAGES) -> None:
    """Remember, within bounds: a full store is emptied, since strangers choose the addresses."""
    if len(held) >= most:
        held.clear()
    held[key] = value
