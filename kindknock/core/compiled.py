"""A setup with its timetable made cheap to ask: done once per release and timetable, held, reused.

What a visit needs is looked up here, never worked out again: rules read, plans written as JSON
text per device and language. What it means for a visit is `verdict`'s matter.
"""

import json
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any

from . import placement
from .apps import APPS
from .audience import direction_of, lookup
from .availability import Availability
from .colour import palette_of, read_colour
from .fillins import fill
from .geometry import DEVICES, Device, place_for
from .hosts import HostList
from .recipes import Links, links_to
from .setup import Arrives, Channel, Door, ForWhom, Looks, Nudge, OpensItself, PageRule, Person, Press, Setup
from .timetable import Timetable, hours_of, person_of
from .wording import text_in

SmallWords = Mapping[str, Mapping[str, str]]
"""The card's own words: language → name → words. The first language is the last resort."""
LinksAtEdge = Mapping[tuple[str, str, str], Links]
"""Links by (app, address, device) that replace the app's own."""
Rules = tuple[placement.Rule, ...]


@dataclass(frozen=True, slots=True)
class Live:
    """What holds at once, beside a release: hosts as listed now, doors paused now."""

    hosts: tuple[str, ...] | None = None
    paused: frozenset[str] = frozenset()


@dataclass(frozen=True, slots=True)
class CompiledChannel:
    """`plans` (device, language) → the channel's part of a plan as JSON text."""

    key: str
    rules: Rules
    devices: frozenset[str]
    needs_nobody: bool
    has_hours: bool
    plans: Mapping[tuple[Device, str], str]


@dataclass(frozen=True, slots=True)
class CompiledPerson:
    """`fronts` language → the person's part of a plan as JSON text, open at its end for when."""

    key: str
    rules: Rules
    languages: tuple[str, ...]
    fronts: Mapping[str, str]


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
    fronts: Mapping[tuple[Device, str], str]
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
    filled_front: Callable[[Device, str, Mapping[str, str]], str] | None
    """Makes a front whose words carry facts; None where no words do."""
    held: dict[Any, Any] = field(default_factory=dict, compare=False)
    """What was worked out for a device, language, state and set of channels and people; bounded."""


@dataclass(frozen=True, slots=True)
class Compiled:
    setup: Setup
    release: int
    hosts: HostList
    host_count: int
    doors: tuple[CompiledDoor, ...]
    languages: tuple[str, ...]
    availability: Availability = field(compare=False)
    asks_zone: bool = False
    """Whether a visitor of unknown country is asked for the time zone, since a door has country rules."""
    held_pages: dict[tuple[str, str], tuple["OnPage", ...]] = field(default_factory=dict, compare=False)
    held_languages: dict[tuple[str, tuple[str, ...]], str] = field(default_factory=dict, compare=False)

    def on_page(self, address: str, host: str, kind: str) -> "tuple[OnPage, ...]":
        """What the page rules say of each door here; worked out once a page."""
        found = self.held_pages.get((address, kind))
        if found is None:
            place = placement.place_of(address, host, kind)
            if not kind and self.setup.site.kinds:
                place = placement.place_of(address, host, self._kind_by_pattern(place))
            found = tuple(OnPage.of(door, place) for door in self.doors)
            keep(self.held_pages, (address, kind), found)
        return found


    def _kind_by_pattern(self, place: placement.Place) -> str:
        """The kind of the first of the owner's patterns that matches; empty if none does."""
        return next((one.kind for one in self.setup.site.kinds if placement.pattern_matches(one.pattern, place.path, place.query)), "")


@dataclass(frozen=True, slots=True)
class OnPage:
    """A door on one page: whether its rules let it, and which of its channels and people are allowed (bits, in order)."""

    placing: placement.Placing
    path: str
    channels: int
    people: int
    nudges: bool
    opens_itself: bool

    @classmethod
    def of(cls, door: CompiledDoor, place: placement.Place) -> "OnPage":
        return cls(placement.judge(door.rules, place), place.path, _bits(door.channels, place), _bits(door.people, place),
                   door.nudge.on and placement.judge(door.nudge_rules, place).shows,
                   door.opens_itself.on and placement.judge(door.opens_rules, place).shows)


def _bits(parts: "Sequence[CompiledChannel | CompiledPerson]", place: placement.Place) -> int:
    return sum(1 << at for at, part in enumerate(parts) if not part.rules or placement.judge(part.rules, place).shows)


MOST_PAGES, MOST_ANSWERS = 512, 64


def keep(held: dict[Any, Any], key: Any, value: Any, most: int = MOST_PAGES) -> None:
    """Remember, within bounds: a full store is emptied, since strangers choose the addresses."""
    if len(held) >= most:
        held.clear()
    held[key] = value


def compile_setup(
    setup: Setup, *, timetable: Timetable | None = None, live: Live | None = None, release: int = 0,
    small_words: SmallWords | None = None, links: LinksAtEdge | None = None,
) -> Compiled:
    """Make a setup and a timetable cheap to ask."""
    live, timetable = live or Live(), timetable or Timetable()
    hosts = setup.site.hosts if live.hosts is None else live.hosts
    maker = _Maker(setup, timetable, small_words or {}, links or {})
    doors = tuple(maker.door(door, door.key in live.paused) for door in setup.doors)
    zone = setup.business.zone
    channel_hours = {key: hours for key, doc in timetable.channels.items() if (hours := hours_of(doc, zone)) is not None}
    people = tuple(person_of(p.key, timetable, zone, keeps_own_hours=p.keeps_own_hours) for p in setup.people)
    availability = Availability(people, hours_of(timetable.shop, zone), channel_hours)
    return Compiled(setup, release, HostList(hosts), len(hosts), doors, setup.business.languages, availability,
                    any(door.for_whom.countries_mode != "all" for door in setup.doors))


def has_fill_ins(door: Door) -> bool:
    """Whether any of a door's words carries a fact, or differs where there is a product."""
    says = door.says
    return any(says.note_for_product.values()) or any(says.note_on_sale.values()) or any(
        "{" in words for texts in (says.label, says.heading, says.note, says.away, door.nudge.words) for words in texts.values())


def rules_of(rules: tuple[PageRule, ...]) -> Rules:
    return tuple(placement.Rule(rule.effect, rule.kind, rule.value, rule.host) for rule in rules)


class _Maker:
    """Writes the plans of one setup."""

    def __init__(self, setup: Setup, timetable: Timetable, small_words: SmallWords, links: LinksAtEdge) -> None:
        self.setup, self.timetable, self.small_words, self.links = setup, timetable, small_words, links
        self.languages = setup.business.languages
        self.default = self.languages[0]
        self.people = {person.key: person for person in setup.people}

    def door(self, door: Door, paused: bool) -> CompiledDoor:
        theirs = [self.people[key] for key in door.people if key in self.people]
        # A channel without an address of its own stands where somebody who answers here has one for its app.
        channels = tuple(self.channel(c) for c in door.channels if c.on and c.app in APPS
                         and (c.address or any(person.addresses.get(c.app) for person in theirs)))
        people = tuple(self.person(person) for person in theirs)
        rules = rules_of(door.pages)
        return CompiledDoor(
            door.key, paused, rules, door.for_whom, people, channels, door.when_nobody == "hide", door.off_duty == "left_out",
            {(device, language): self.front(door, device, language) for device in DEVICES for language in self.languages},
            door.also.page,
            {language: self.text(door.also.mark_words, language) or self.words(language).get("mark", "") if door.also.mark else ""
             for language in self.languages},
            bool(rules or any(c.rules for c in channels) or any(p.rules for p in people)
                 or door.nudge.on and door.nudge.pages or door.opens_itself.on and door.opens_itself.pages),
            door.nudge, rules_of(door.nudge.pages), door.opens_itself, rules_of(door.opens_itself.pages), door.press,
            {language: self.text(door.nudge.words, language) for language in self.languages}, door.for_whom != ForWhom(),
            (lambda device, language, facts: self.front(door, device, language, facts)) if has_fill_ins(door) else None)

    def text(self, texts: Mapping[str, str], language: str) -> str:
        return text_in(texts, language, self.default)

    def words(self, language: str) -> Mapping[str, str]:
        found = lookup((language,), tuple(self.small_words))
        return self.small_words[found] if found else next(iter(self.small_words.values()), {})

    def front(self, door: Door, device: Device, language: str, facts: Mapping[str, str] | None = None) -> str:
        words = dict(self.words(language))
        carried = facts or {}

        def text(texts: Mapping[str, str]) -> str:
            return fill(self.text(texts, language), carried).text

        says = door.says
        note = says.note_on_sale if "sale_price" in carried and any(says.note_on_sale.values()) else \
            says.note_for_product if "product" in carried and any(says.note_for_product.values()) else says.note
        offset = door.looks.phone_offset if device == "phone" else door.looks.computer_offset
        place = place_for(door.looks.corner, door.looks.size_px, device, (offset.side_px, offset.foot_px) if offset else None)
        plan: dict[str, Any] = {
            "key": door.key, "lang": language, "dir": direction_of(language),
            "label": text(says.label) or words.get("label", ""),
            "heading": text(says.heading) or words.get("heading", ""),
            "note": text(note),
            "words": words, "privacy": self.setup.business.privacy_link,
            "looks": {"shape": door.looks.shape, "corner": place.corner, "size": place.size_px,
                      "side": place.side_px, "foot": place.foot_px, "colours": colours_of(door.looks)},
        }
        if door.arrives != Arrives():
            plan["arrives"] = {"seconds": door.arrives.seconds, "scroll": door.arrives.scroll_percent, "page": door.arrives.page}
        if door.press.privacy == "agree":
            plan["agree"] = True
        if device == "computer" and door.press.computer_by == "qr":
            plan["qr"] = True
        if away := text(says.away):
            plan["away"] = away
        return json_text(plan)[:-1]

    def channel(self, channel: Channel) -> CompiledChannel:
        needs_nobody = APPS[channel.app].needs_nobody if channel.needs_nobody is None else channel.needs_nobody
        return CompiledChannel(
            channel.key, rules_of(channel.pages), frozenset(channel.devices or DEVICES), needs_nobody, channel.key in self.timetable.channels,
            {(device, language): self.way(channel, device, language) for device in DEVICES for language in self.languages})

    def way(self, channel: Channel, device: Device, language: str) -> str:
        way: dict[str, Any] = {"key": channel.key, "app": channel.app, "name": self.text(channel.name, language) or APPS[channel.app].name}
        if channel.address:
            to = self.links.get((channel.app, channel.address, device)) or links_to(channel.app, channel.address, computer=device == "computer")
            way |= {"bare": to.bare, "text": to.with_text, "limit": to.limit, "copy": to.copy, "copies": to.copies}
        else:
            way["own"] = False
        if note := self.text(channel.note, language):
            way["note"] = note
        return json_text(way)

    def person(self, person: Person) -> CompiledPerson:
        fronts = {}
        for language in self.languages:
            front: dict[str, Any] = {"key": person.key, "name": person.name, "role": self.text(person.role, language)}
            if note := self.text(person.note, language):
                front["note"] = note
            if person.addresses:
                front["by"] = {
                    app: {"bare": to.bare, "text": to.with_text, "copy": to.copy}
                    for app, address in person.addresses.items() if app in APPS
                    for to in (self.links.get((app, address, "phone")) or links_to(app, address),)}
            fronts[language] = json_text(front)[:-1]
        return CompiledPerson(person.key, rules_of(person.pages), person.languages, fronts)


def json_text(value: Any) -> str:
    """Compact JSON that is safe inside a script element too."""
    return json.dumps(value, ensure_ascii=False, separators=(",", ":")).replace("<", "\\u003c")


def colours_of(looks: Looks) -> dict[str, str]:
    """The palette of some looks; a colour that can't be read falls back to the product's own."""
    brand = read_colour(looks.colour) or "#5e1f38"
    return dict(_palette(brand, read_colour(looks.label_colour) if looks.label_colour else None))


@lru_cache(maxsize=1024)
def _palette(brand: str, label: str | None) -> Mapping[str, str]:
    palette = palette_of(brand, label)
    return {name: getattr(palette, name) for name in palette.__slots__}
