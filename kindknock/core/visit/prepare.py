"""Makes a setup with its timetable cheap to ask: rules read, plans written out, once per release and
timetable.

What comes of it is `compiled`'s shape. Where RULES are silent: the arrival's conditions hold on the
addresses the owner names, elsewhere the button stands at once.
"""

import json
import zlib
from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from ..addresses.apps import APPS
from ..addresses.hosts import HostList
from ..addresses.recipes import Links, links_to
from ..looks.css import BANNER_PX, FACE_PX, LOGO_PX, absolute, as_plan
from ..looks.geometry import DEVICES, Device, place_for
from ..pages import rules as placement
from ..setup import Channel, Door, ForWhom, Override, PageRule, Person, Plate, Says, Setup
from ..time.availability import Availability
from ..time.timetable import Timetable, hours_of, person_of
from ..words.fillins import fill, names_in
from ..words.language_tags import direction_of, lookup
from ..words.message import Texts, text_in
from ..words.occasion import TIME_FACTS
from .ready import (
    Compiled,
    CompiledChannel,
    CompiledDoor,
    CompiledPerson,
    CompiledPlate,
    Live,
    Notes,
    Rules,
    SmallWords,
)

LinksAtEdge = Mapping[tuple[str, str, str], Links]
"""Links by (app, address, device) that replace the app's own."""


def compile_setup(
    setup: Setup,
    *,
    timetable: Timetable | None = None,
    live: Live | None = None,
    release: int = 0,
    small_words: SmallWords | None = None,
    links: LinksAtEdge | None = None,
    origin: str = "",
) -> Compiled:
    """Make a setup and a timetable cheap to ask. `origin` stands before addresses of pictures that are
    paths of ours.
    """
    live, timetable = live or Live(), timetable or Timetable()
    hosts = setup.site.hosts if live.hosts is None else live.hosts
    maker = _Maker(setup, timetable, small_words or {}, links or {}, origin)
    doors = tuple(maker.door(door, door.key in live.paused) for door in setup.doors)
    zone = setup.business.zone
    channel_hours = {
        key: hours for key, doc in timetable.channels.items() if (hours := hours_of(doc, zone)) is not None
    }
    people = tuple(person_of(p.key, timetable, zone, keeps_own_hours=p.keeps_own_hours) for p in setup.people)
    availability = Availability(people, hours_of(timetable.shop, zone), channel_hours)
    held = zlib.crc32(repr((sorted(hosts), sorted(live.paused))).encode())
    return Compiled(
        setup,
        release,
        f"{release}.{timetable.version}.{held:x}",
        HostList(hosts),
        len(hosts),
        doors,
        setup.business.languages,
        availability,
        hours_of(timetable.shop, zone),
        any("greeting" in door.uses for door in doors),
        {language: maker.words(language) for language in setup.business.languages},
        any(door.for_whom.countries_mode != "all" for door in setup.doors),
        live.handovers,
        tuple(
            (one.person, int(one.from_.timestamp()), int(one.until.timestamp()), one.word)
            for one in timetable.absences
            if one.word
        ),
    )


def uses_of(door: Door, people: list[Person]) -> frozenset[str]:
    """The names of the fill-ins in a door's words and in those of who answers there; what differs by
    product uses `product`.
    """
    says = door.says
    texts: list[Texts] = [
        says.label,
        says.heading,
        says.help,
        says.closing,
        says.hint,
        says.note,
        says.note_for_product,
        says.note_on_sale,
        says.away,
        says.thanks,
        door.nudge.words,
        *(c.note for c in door.channels),
        *(p.note for p in people),
        *(p.label for p in door.plates),
    ]
    found = {name for one in texts for words in one.values() if "{" in words for name in names_in(words)}
    if any(says.note_for_product.values()):
        found.add("product")
    if any(says.note_on_sale.values()):
        found.add("sale_price")
    return frozenset(found)


def rules_of(rules: tuple[PageRule, ...]) -> Rules:
    return tuple(placement.Rule(rule.effect, rule.kind, rule.value, rule.host) for rule in rules)


class _Maker:
    """Writes the plans of one setup."""

    def __init__(
        self, setup: Setup, timetable: Timetable, small_words: SmallWords, links: LinksAtEdge, origin: str
    ) -> None:
        self.origin = origin
        self.setup, self.timetable, self.small_words, self.links = setup, timetable, small_words, links
        self.languages = setup.business.languages
        self.default = self.languages[0]
        self.people = {person.key: person for person in setup.people}

    def overrides(
        self, door: Door, paused: bool
    ) -> "tuple[tuple[str, Rules, frozenset[Device], CompiledDoor], ...]":
        """The door with each override's words and people in it; one of no page and no device stands
        nowhere.
        """
        return tuple(
            (
                one.key,
                rules_of(one.pages),
                frozenset(one.devices or DEVICES),
                replace(self.door(overridden(door, one), paused), depends_on_page=True),
            )
            for one in door.overrides
            if one.devices or any(rule.value.strip() for rule in one.pages)
        )

    def door(self, door: Door, paused: bool) -> CompiledDoor:
        theirs = [self.people[key] for key in door.people if key in self.people]
        # A channel without an address of its own stands where somebody who answers here has one for its app.
        answering = {person.key for person in theirs}
        channels = tuple(
            self.channel(c, answering)
            for c in door.channels
            if c.on and c.app in APPS and (c.address or any(person.addresses.get(c.app) for person in theirs))
        )
        people = tuple(self.person(person) for person in theirs)
        plates = tuple(self.plate(plate) for plate in door.plates)
        rules, says, uses = rules_of(door.pages), door.says, uses_of(door, theirs)
        by_page = (
            rules,
            door.arrives.pages,
            *(one.pages for one in door.overrides),
            *(c.rules for c in channels),
            *(p.rules for p in people),
            *(p.rules for p in plates),
            door.nudge.pages if door.nudge.on else (),
            door.opens_itself.pages if door.opens_itself.on else (),
        )
        return CompiledDoor(
            door.key,
            paused,
            rules,
            door.for_whom,
            people,
            channels,
            door.when_nobody == "hide",
            door.off_duty == "left_out",
            door.takes_turns,
            {
                (device, language): self.front(door, device, language)
                for device in DEVICES
                for language in self.languages
            },
            Notes(self.each(says.note), self.each(says.note_for_product), self.each(says.note_on_sale)),
            plates,
            door.arrives,
            rules_of(door.arrives.pages),
            door.reply_minutes,
            door.takes_notes,
            door.also.page,
            {
                language: self.text(door.also.mark_words, language) or self.words(language).get("mark", "")
                if door.also.mark
                else ""
                for language in self.languages
            },
            any(by_page),
            door.nudge,
            rules_of(door.nudge.pages),
            door.opens_itself,
            rules_of(door.opens_itself.pages),
            door.press,
            self.each(door.nudge.words),
            door.for_whom != ForWhom(),
            uses,
            bool(people) or self.timetable.shop is not None or bool(uses & TIME_FACTS),
            (lambda device, language, facts: self.front(door, device, language, facts)) if uses else None,
            self.overrides(door, paused),
        )

    def each(self, texts: Texts) -> dict[str, str]:
        return {language: self.text(texts, language) for language in self.languages}

    def plate(self, plate: Plate) -> CompiledPlate:
        """What stands in the page; without a selector only where the owner's tag of this key does."""
        where = {"at": plate.selector, "side": plate.position} if plate.selector else {}
        return CompiledPlate(
            plate.key,
            rules_of(plate.pages),
            {
                language: json_text(
                    {"key": plate.key, "label": label, "size": plate.size_px, "align": plate.align, **where}
                )
                for language, label in self.each(plate.label).items()
            },
        )

    def text(self, texts: Mapping[str, str], language: str) -> str:
        return text_in(texts, language, self.default)

    def words(self, language: str) -> Mapping[str, str]:
        found = lookup((language,), tuple(self.small_words))
        return self.small_words[found] if found else next(iter(self.small_words.values()), {})

    def front(self, door: Door, device: Device, language: str, facts: Mapping[str, str] | None = None) -> str:
        # Those in front of which an underscore stands are only used here, to write other texts.
        words = {name: said for name, said in self.words(language).items() if not name.startswith("_")}
        words |= {
            name: said
            for name, texts in door.says.small.items()
            if name in words and (said := self.text(texts, language))
        }
        carried = facts or {}

        def text(texts: Mapping[str, str]) -> str:
            return fill(self.text(texts, language), carried).text

        says, press = door.says, door.press
        offset = door.looks.phone_offset if device == "phone" else door.looks.computer_offset
        place = place_for(
            door.looks.corner,
            door.looks.size_px,
            device,
            (offset.side_px, offset.foot_px) if offset else None,
            door.looks.shape,
        )
        plan: dict[str, Any] = {
            "key": door.key,
            "lang": language,
            "dir": direction_of(language),
            "label": text(says.label) or words.get("label", ""),
            "heading": text(says.heading) or words.get("heading", ""),
            "words": words,
            "privacy": self.setup.business.privacy_link,
            "looks": {
                "corner": place.corner,
                "size": place.size_px,
                "side": place.side_px,
                "foot": place.foot_px,
                **as_plan(door.looks, device, door.channels, self.origin),
            },
        }
        if hint := text(says.hint):
            plan["words"] = words | {"hint": hint}
        more = {
            "help": text(says.help),
            "closing": text(says.closing),
            "away": text(says.away),
            "thanks": text(says.thanks),
            "notice": text(says.privacy),
            "logo": absolute(door.looks.logo, self.origin, LOGO_PX),
            "banner": absolute(door.looks.banner, self.origin, BANNER_PX),
            "agree": press.privacy == "agree",
            "qr": device == "computer" and press.computer_by == "qr",
            "row": press.ways == "row",
            "aside": press.opens == "aside",
            "stays": not press.closes_outside,
            "forgets": not door.remembers,
        }
        plan |= {name: value for name, value in more.items() if value}
        return json_text(plan)[:-1]

    def channel(self, channel: Channel, answering: set[str]) -> CompiledChannel:
        needs_nobody = (
            APPS[channel.app].needs_nobody if channel.needs_nobody is None else channel.needs_nobody
        )
        own = frozenset(channel.people) & answering
        return CompiledChannel(
            channel.key,
            rules_of(channel.pages),
            self.each(channel.note),
            frozenset(channel.devices or DEVICES),
            needs_nobody,
            own,
            channel.key in self.timetable.channels,
            {
                (device, language): self.way(channel, own, device, language)
                for device in DEVICES
                for language in self.languages
            },
        )

    def way(self, channel: Channel, people: frozenset[str], device: Device, language: str) -> str:
        way: dict[str, Any] = {
            "key": channel.key,
            "app": channel.app,
            "name": self.text(channel.name, language) or APPS[channel.app].name,
            "mark": channel.mark or APPS[channel.app].initials,
        }
        if channel.address:
            to = self.links.get((channel.app, channel.address, device)) or links_to(
                channel.app, channel.address, computer=device == "computer"
            )
            way |= {
                "bare": to.bare,
                "text": to.with_text,
                "limit": to.limit,
                "copy": to.copy,
                "copies": to.copies,
            }
        else:
            way["own"] = False
        if caption := self.text(channel.caption, language):
            way["caption"] = caption
        if channel.picture:
            way["picture"] = absolute(channel.picture, self.origin, FACE_PX)
        if channel.same_page:
            way["same"] = True
        if people:
            way["to"] = sorted(people)
        return json_text(way)

    def person(self, person: Person) -> CompiledPerson:
        fronts, names = {}, {}
        for language in self.languages:
            role = self.text(person.role, language)
            names[language] = person.name if person.is_named else role or self.setup.business.name
            front: dict[str, Any] = {
                "key": person.key,
                "name": names[language],
                "role": role if person.is_named else "",
            }
            if person.picture:
                front["picture"] = absolute(person.picture, self.origin, FACE_PX)
            elif not person.has_initials:
                front["bare"] = True
            if person.addresses:
                front["by"] = {
                    app: {
                        "bare": to.bare,
                        "text": to.with_text,
                        "limit": to.limit,
                        "copy": to.copy,
                        "copies": to.copies,
                    }
                    for app, address in person.addresses.items()
                    if app in APPS
                    for to in (self.links.get((app, address, "phone")) or links_to(app, address),)
                }
            fronts[language] = json_text(front)[:-1]
        return CompiledPerson(
            person.key,
            names,
            rules_of(person.pages),
            person.languages,
            self.each(person.role),
            self.each(person.note),
            fronts,
        )


def overridden(door: Door, one: Override) -> Door:
    """A door with an override's words in place of its own, text by text, and its people if it names any."""
    said = {
        name: texts
        for name in Says.model_fields
        if name != "small" and any((texts := getattr(one.says, name)).values())
    }
    said["small"] = door.says.small | one.says.small
    return door.model_copy(
        update={
            "overrides": (),
            "says": door.says.model_copy(update=said),
            "people": one.people or door.people,
        }
    )


def json_text(value: Any) -> str:
    """Compact JSON that is safe inside a script element too."""
    return json.dumps(value, ensure_ascii=False, separators=(",", ":")).replace("<", "\\u003c")
