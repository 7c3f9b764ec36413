"""A setup with its timetable, ready and cheap to ask: what `prepare` makes once per release and timetable.

What a visit needs is looked up here, never worked out again: page rules read, plans written as JSON members
per device and language. What it means for a visit is decided in `verdict`.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Literal

from ..addresses.hosts import HostList
from ..answers.shelf import Listed, Shelf, shelf_of
from ..looks.geometry import Device
from ..pages import rules as placement
from ..pages.kinds import kind_of
from ..setup import Door, Setup
from ..time.availability import Availability
from ..time.hours import Hours, moment
from ..words.language_tags import lookup
from ..words.occasion import next_wording_change, occasion_of
from .visitor import Visit

SmallWords = Mapping[str, Mapping[str, str]]
"""The card's own words: language → name → words. The first language is the last resort."""
Rules = tuple[placement.Rule, ...]
ByLanguage = Mapping[str, str]
ByDevice = Mapping[tuple[Device, str], str]
"""(device, language) → text"""


class OnDemand(dict[tuple[Device, str], str]):
    """`ByDevice`, each text written when it is first asked for: most visitors come with few of all devices
    and languages, and the first one of a site waits for what is written.
    """

    def __init__(self, write: Callable[[Device, str], str]) -> None:
        super().__init__()
        self._write = write

    def __missing__(self, key: tuple[Device, str]) -> str:
        text = self[key] = self._write(*key)
        return text


@dataclass(frozen=True, slots=True)
class Live:
    """What holds at once, beside a release: hosts as listed now, doors paused now."""

    hosts: tuple[str, ...] | None = None
    paused: frozenset[str] = frozenset()
    handovers: Mapping[str, int] = field(default_factory=dict)
    """Knocks of the last week by person; who comes first by turns is evened by them."""
    kept_days: int = 90
    """How long the guestbook keeps what is written, as the card says."""
    counts: bool = True
    """Whether visits are counted."""
    helped: Mapping[str, int] = field(default_factory=dict)
    """How many each answer helped in four weeks, by key; answers stand by it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CompiledChannel:
    """`plans` the channel's part of a plan as JSON members; `notes` its pre-filled words."""

    key: str
    app: str
    has_address: bool
    rules: Rules
    notes: ByLanguage
    devices: frozenset[str]
    needs_nobody: bool
    people: frozenset[str]
    """Who of the door's people answer here; empty: all of them."""
    has_hours: bool
    plans: ByDevice


@dataclass(frozen=True, slots=True, kw_only=True)
class CompiledPerson:
    """`names` what visitors call them; `plans` their part of a plan as JSON members, but for when they are in
    and their note.
    """

    key: str
    names: ByLanguage
    apps: frozenset[str]
    """Those in which they have an address of their own."""
    rules: Rules
    languages: tuple[str, ...]
    roles: ByLanguage
    notes: ByLanguage
    plans: ByLanguage


def leads_to(way: CompiledChannel, person: CompiledPerson) -> bool:
    """Whether a visitor can reach this person this way: by their own address, else by the channel's."""
    return (not way.people or person.key in way.people) and (way.has_address or way.app in person.apps)


@dataclass(frozen=True, slots=True, kw_only=True)
class CompiledPlate:
    """A button in the page. `labels` as the owner wrote them; `plan` all else of its part of a plan."""

    key: str
    rules: Rules
    labels: ByLanguage
    plan: Mapping[str, object]


@dataclass(frozen=True, slots=True, kw_only=True)
class DoorRules:
    """Page rules: where the door shows, and where it waits to appear, nudges and opens by itself."""

    shows: Rules
    arrives: Rules
    nudge: Rules
    opens: Rules


@dataclass(frozen=True, slots=True, kw_only=True)
class Notes:
    """The door's pre-filled words by language: for a product, for one on sale, for all else."""

    plain: ByLanguage
    product: ByLanguage
    on_sale: ByLanguage


@dataclass(frozen=True, slots=True, kw_only=True)
class AsksTexts:
    """What is asked first in one language, as members of the card's part: the door's own questions, the
    others in the order of `CompiledDoor.asks_others`, what all share, and the thanks as the owner wrote them.
    """

    usual: dict[str, Any]
    others: tuple[dict[str, Any], ...]
    shared: dict[str, Any]
    thanks: str


@dataclass(frozen=True, slots=True, kw_only=True)
class CompiledOther:
    """Where other questions stand: on which pages (empty: all), for which channels (empty: all)."""

    rules: Rules
    channels: tuple[str, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class CompiledBegins:
    """Signposts a door begins with: on which pages, for readers of which languages (empty: all)."""

    signposts: str
    rules: Rules
    languages: tuple[str, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class DoorTexts:
    """`plans` the door's own part of a plan as JSON members; `marks` the line that says where a note came
    from.
    """

    notes: Notes
    nudge: ByLanguage
    asks: Mapping[str, AsksTexts]
    replies: tuple[ByLanguage, ...]
    marks: ByLanguage
    plans: ByDevice
    uses: frozenset[str]
    """The fill-ins that its words have; a note for a product counts as using one."""
    filled_plan: Callable[[Device, str, Mapping[str, str]], str] | None
    """Makes a plan whose words carry facts; None where no words do."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CompiledOverride:
    """The same door with other words or people on some pages and devices."""

    key: str
    rules: Rules
    devices: frozenset[Device]
    visitors: Literal["all", "first", "returning"]
    door: "CompiledDoor"

    def fits(self, place: placement.Place, device: Device, *, returning: bool) -> bool:
        """Whether a visit on this page, with this device, gets it."""
        who = self.visitors
        return (
            device in self.devices
            and (who == "all" or (who == "returning") == returning)
            and placement.judge(self.rules, place).shows
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class CompiledDoor:
    """A door with everything written out that doesn't differ from visit to visit."""

    key: str
    value: Door
    """As the setup has it; what a visit reads of it needs no work."""
    is_paused: bool
    rules: DoorRules
    texts: DoorTexts
    words: SmallWords
    """Our small words with the owner's in place of some."""
    people: tuple[CompiledPerson, ...]
    channels: tuple[CompiledChannel, ...]
    plates: tuple[CompiledPlate, ...]
    asks_others: tuple[CompiledOther, ...]
    begins: tuple[CompiledBegins, ...]
    overrides: tuple[CompiledOverride, ...]
    is_narrow: bool
    """Whether anything but pages decides for whom it is."""
    depends_on_page: bool
    tells_time: bool
    """Whether any of its words depend on the clock: who is in until when, when somebody is back, a
    greeting.
    """
    held: dict[Any, Any] = field(default_factory=dict, compare=False)
    """What was worked out for a device, language, state and set of channels and people; bounded."""


@dataclass(frozen=True, slots=True)
class WordingSpan:
    """An interval `[since, until)` of UTC seconds in which words about the moment read alike on one visitor's
    clock. `clock` is (zone, offset), None where that clock reads as the shop's.
    """

    since: int
    until: int
    clock: tuple[str, int | None] | None


@dataclass(frozen=True, slots=True)
class AwayWord:
    """What visitors may read of an absence, during `[since, until)` in UTC seconds."""

    person: str
    since: int
    until: int
    word: str


@dataclass(frozen=True, slots=True)
class Alike:
    """An answer for all, as far as is said here.

    `offset_min` is the clock (`Date.getTimezoneOffset()`) whose times it tells, None where it reads alike on
    every clock. `for_plain` where it is right only for a page whose head tells nothing of what it is about.
    """

    answer: str
    offset_min: int | None
    for_plain: bool


@dataclass(frozen=True, slots=True)
class _Held:
    """What was worked out for earlier visits; bounded, since strangers choose the addresses."""

    pages: dict[tuple[str, str, Device, bool], tuple["OnPage", ...]] = field(default_factory=dict)
    wording: dict[tuple[str, int | None], WordingSpan] = field(default_factory=dict)
    languages: dict[tuple[str, tuple[str, ...]], str] = field(default_factory=dict)
    shelves: list[Shelf] = field(default_factory=list)
    listed: dict[tuple[str, str, Device, str], tuple[Listed, ...]] = field(default_factory=dict)
    """Answers in their order by page, device and language."""
    spoken: dict[str, str] = field(default_factory=dict)
    """The language that a page last said it is in, by address."""
    alike: dict[tuple[str, Device, str], tuple[int, "Alike | None"]] = field(default_factory=dict)
    """What is the same for every visitor by page, device and the page's language, with when it was found."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Compiled:
    setup: Setup
    release: int
    tag: str
    """Names all that an answer depends on but the visit: another release, timetable, pause or host gives
    another one.
    """
    hosts: HostList
    host_count: int
    counts: bool
    """Whether visits are counted."""
    doors: tuple[CompiledDoor, ...]
    languages: tuple[str, ...]
    availability: Availability = field(compare=False)
    shop_hours: Hours | None
    greets: bool
    """Whether any word greets by the hour."""
    small_words: SmallWords
    """The card's own small words, made whole for each of the business's languages."""
    asks_zone: bool
    """Whether a visitor of unknown country is asked for the time zone, since a door has country rules."""
    handovers: Mapping[str, int] = field(compare=False)
    away_words: tuple[AwayWord, ...]
    origin: str
    """Stands before addresses of pictures that are paths of ours."""
    has_answers: bool
    """Whether there is any answer that visitors could read."""
    helped: Mapping[str, int] = field(compare=False)
    held: _Held = field(default_factory=_Held, compare=False)

    def on_page(self, visit: Visit) -> "tuple[OnPage, ...]":
        """What the page rules say of each door on this page, for the visit's device; worked out once a
        page.
        """
        device = visit.device
        key = (visit.address, visit.kind, device, visit.is_returning)
        found = self.held.pages.get(key)
        if found is None:
            place = self.place_of(visit)
            found = tuple(OnPage.of(door, place, device, visit.is_returning) for door in self.doors)
            keep(self.held.pages, key, found)
        return found

    def place_of(self, visit: Visit) -> placement.Place:
        """The page, with its kind as the page says it or the owner's patterns and usual paths do."""
        place = placement.place_of(visit.address, visit.host, visit.kind)
        if not visit.kind and (found := kind_of(place, self.setup.site.kinds).kind):
            return placement.place_of(visit.address, visit.host, found)
        return place

    @property
    def shelf(self) -> Shelf:
        """The answers, made ready when they are first asked for."""
        if not self.held.shelves:
            self.held.shelves.append(shelf_of(self.setup))
        return self.held.shelves[0]

    def listed(self, visit: Visit, language: str) -> tuple[Listed, ...]:
        """The answers a visit can read on its page, in their order; worked out once a page."""
        key = (visit.address, visit.kind, visit.device, language)
        found = self.held.listed.get(key)
        if found is None:
            found = self.shelf.here(self.place_of(visit), visit.device, language, self.helped)
            keep(self.held.listed, key, found, MOST_LISTS)
        return found

    def wording_span(self, second: int, zone: str, offset_min: int | None) -> WordingSpan:
        """The interval that a moment lies in for a visitor's clock; worked out once an interval and clock."""
        key = (zone, offset_min)
        span = self.held.wording.get(key)
        if span is None or not span.since <= second < span.until:
            occasion = occasion_of(moment(second), self.setup.business.zone, "en", zone, offset_min)
            shop, visitor = occasion.now.astimezone(occasion.shop), occasion.now.astimezone(occasion.visitor)
            until = int(next_wording_change(occasion, greets=self.greets).timestamp())
            span = WordingSpan(second, until, None if shop.utcoffset() == visitor.utcoffset() else key)
            keep(self.held.wording, key, span)
        return span


_Ruled = CompiledChannel | CompiledPerson | CompiledPlate | CompiledOther | CompiledBegins


@dataclass(frozen=True, slots=True)
class OnPage:
    """A door on one page: whether its rules let it, and which of its channels and people are allowed (bits,
    in order).
    """

    placing: placement.Placing
    path: str
    channels: int
    people: int
    nudges: bool
    opens_itself: bool
    arrives: bool
    plates: int
    asks: int
    begun: int
    bits: tuple[int | bool, ...]
    """All of it but the path and its rules, to know it by."""
    door: CompiledDoor
    """The door as it is on this page: with the words of the first override that fits, if one does."""
    override: str = ""

    @classmethod
    def of(
        cls, whole: CompiledDoor, place: placement.Place, device: Device, returning: bool = False
    ) -> "OnPage":
        override = next(
            (each for each in whole.overrides if each.fits(place, device, returning=returning)), None
        )
        door = override.door if override else whole
        bits = (
            _bits(door.channels, place),
            _bits(door.people, place),
            door.value.nudge.on and placement.judge(door.rules.nudge, place).shows,
            door.value.opens_itself.on and placement.judge(door.rules.opens, place).shows,
            placement.judge(door.rules.arrives, place).shows,
            _bits(door.plates, place),
            _bits(door.asks_others, place),
            _bits(door.begins, place),
        )
        placing = placement.judge(whole.rules.shows, place)
        return cls(placing, place.path, *bits, bits, door, override.key if override else "")

    def allowed_channels(self) -> list[CompiledChannel]:
        return [each for at, each in enumerate(self.door.channels) if self.channels >> at & 1]

    def allowed_people(self) -> list[CompiledPerson]:
        return [each for at, each in enumerate(self.door.people) if self.people >> at & 1]

    def allowed_plates(self) -> list[CompiledPlate]:
        return [each for at, each in enumerate(self.door.plates) if self.plates >> at & 1]

    def begins(self, language: str) -> str:
        """The key of the signposts that a reader of a language begins with here; empty for none."""
        for at, each in enumerate(self.door.begins):
            if self.begun >> at & 1 and (not each.languages or lookup((language,), each.languages)):
                return each.signposts
        return ""

    def allowed_others(self) -> list[int]:
        """Which of the other questions stand on this page."""
        return [at for at in range(len(self.door.asks_others)) if self.asks >> at & 1]


def _bits(parts: Sequence[_Ruled], place: placement.Place) -> int:
    allowed = (not part.rules or placement.judge(part.rules, place).shows for part in parts)
    return sum(1 << at for at, is_allowed in enumerate(allowed) if is_allowed)


MOST_PAGES, MOST_ANSWERS, MOST_LISTS = 512, 64, 64


def keep(held: dict[Any, Any], key: Any, value: Any, most: int = MOST_PAGES) -> None:
    """Remember, within bounds: a full store is emptied, since strangers choose the addresses."""
    if len(held) >= most:
        held.clear()
    held[key] = value
