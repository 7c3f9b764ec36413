"""Makes a setup with its timetable cheap to ask: page rules read, plans written out, once per release and
timetable.

The shape of what comes out is `ready`'s, the texts in it are written by `plans`. Where docs/rules.md is
silent: the conditions of appearing hold on the addresses the owner names, elsewhere the button stands at
once.
"""

import zlib

from ..addresses.apps import APPS
from ..addresses.hosts import HostList
from ..answers.shelf import is_readable
from ..asks import others_of
from ..looks.geometry import DEVICES
from ..pages import rules as placement
from ..setup import Channel, Door, ForWhom, Override, PageRule, Person, Plate, Says, Setup
from ..time.availability import Availability
from ..time.timetable import Timetable, hours_of, people_ready
from ..words.fillins import names_in
from ..words.message import Texts
from ..words.occasion import TIME_FACTS
from ..words.slots import NUDGE
from .plans import LinksAtEdge, PlanWriter, told_apart
from .ready import (
    AwayWord,
    Compiled,
    CompiledBegins,
    CompiledChannel,
    CompiledDoor,
    CompiledOther,
    CompiledOverride,
    CompiledPerson,
    CompiledPlate,
    DoorRules,
    DoorTexts,
    Live,
    Notes,
    OnDemand,
    Rules,
    SmallWords,
)


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
    """Make a setup and a timetable cheap to ask. `origin` stands before addresses of pictures that are paths
    of ours.
    """
    live, timetable = live or Live(), timetable or Timetable()
    hosts = setup.site.hosts if live.hosts is None else live.hosts
    writer = PlanWriter(setup, small_words or {}, links or {}, origin, live.kept_days)
    preparing = _Preparing(writer, timetable)
    doors = tuple(preparing.door(door, is_paused=door.key in live.paused) for door in setup.doors)
    languages, shop = setup.business.languages, hours_of(timetable.shop, setup.business.zone)
    held = zlib.crc32(repr((sorted(hosts), sorted(live.paused), live.kept_days)).encode())
    return Compiled(
        setup=setup,
        release=release,
        tag=f"{release}.{timetable.version}.{held:x}",
        hosts=HostList(hosts),
        host_count=len(hosts),
        counts=live.counts,
        doors=doors,
        languages=languages,
        availability=_availability(setup, timetable),
        shop_hours=shop,
        greets=any("greeting" in door.texts.uses for door in doors),
        small_words={language: writer.words(language) for language in languages},
        asks_zone=any(door.for_whom.countries_mode != "all" for door in setup.doors),
        handovers=live.handovers,
        away_words=_away_words(timetable),
        origin=origin,
        has_answers=any(is_readable(answer) for answer in setup.answers),
        helped=live.helped,
    )


def _availability(setup: Setup, timetable: Timetable) -> Availability:
    zone = setup.business.zone
    read = {key: hours_of(doc, zone) for key, doc in timetable.channels.items()}
    return Availability(
        people_ready(setup.people, timetable, zone),
        hours_of(timetable.shop, zone),
        {key: hours for key, hours in read.items() if hours is not None},
    )


def _away_words(timetable: Timetable) -> tuple[AwayWord, ...]:
    return tuple(
        AwayWord(absence.person, int(absence.from_.timestamp()), int(absence.until.timestamp()), absence.word)
        for absence in timetable.absences
        if absence.word
    )


def uses_of(door: Door, people: list[Person]) -> frozenset[str]:
    """The names of the fill-ins in a door's words and in those of who answers there; what differs by product
    uses `product`.
    """
    says = door.says
    own = [getattr(says, field) for field in Says.model_fields if field != "small"]
    notes = [*(channel.note for channel in door.channels), *(person.note for person in people)]
    texts: list[Texts] = [
        *own,
        *(getattr(door.nudge, field) for field in NUDGE),
        *notes,
        *(plate.label for plate in door.plates),
        door.asks.thanks,
    ]
    found: set[str] = set()
    for words in (words for text in texts for words in text.values() if "{" in words):
        found.update(names_in(words))
    if any(says.note_for_product.values()):
        found.add("product")
    if any(says.note_on_sale.values()):
        found.add("sale_price")
    return frozenset(found)


def rules_of(rules: tuple[PageRule, ...]) -> Rules:
    return tuple(placement.Rule(rule.effect, rule.kind, rule.value, rule.host) for rule in rules)


class _Preparing:
    """Makes the parts of one setup ready."""

    def __init__(self, writer: PlanWriter, timetable: Timetable) -> None:
        self.writer, self.timetable = writer, timetable
        self.languages = writer.languages
        self.people = {person.key: person for person in writer.setup.people}

    def door(self, door: Door, *, is_paused: bool, is_override: bool = False) -> CompiledDoor:
        people = [self.people[key] for key in door.people if key in self.people]
        # A channel without an address of its own stands where somebody who answers here has one for its app.
        theirs = {app for person in people for app, address in person.addresses.items() if address}
        ways = [
            way for way in door.channels if way.on and way.app in APPS and (way.address or way.app in theirs)
        ]
        answering = {person.key for person in people}
        uses = uses_of(door, people)
        compiled_people = tuple(self.person(person) for person in people)
        apart = told_apart(door)
        channels = tuple(self.channel(way, answering, apart.get(way.key, "")) for way in ways)
        plates = tuple(self.plate(plate) for plate in door.plates)
        others = tuple(
            CompiledOther(rules=rules_of(other.pages), channels=other.channels)
            for other in (others_of(door.asks) if door.asks.when != "never" else ())
        )
        begins = self.begins(door)
        by_page = (
            door.pages,
            door.arrives.pages,
            *(override.pages for override in door.overrides),
            *(channel.rules for channel in channels),
            *(person.rules for person in compiled_people),
            *(plate.rules for plate in plates),
            door.nudge.pages if door.nudge.on else (),
            door.opens_itself.pages if door.opens_itself.on else (),
            *(other.rules for other in others),
            *(each.rules for each in begins),
        )
        return CompiledDoor(
            key=door.key,
            value=door,
            is_paused=is_paused,
            rules=DoorRules(
                shows=rules_of(door.pages),
                arrives=rules_of(door.arrives.pages),
                nudge=rules_of(door.nudge.pages),
                opens=rules_of(door.opens_itself.pages),
            ),
            texts=self.texts(door, uses),
            words={language: self.writer.own_words(door, language) for language in self.languages},
            people=compiled_people,
            channels=channels,
            plates=plates,
            asks_others=others,
            begins=begins,
            overrides=self.overrides(door, is_paused=is_paused),
            is_narrow=door.for_whom != ForWhom(),
            depends_on_page=is_override or any(by_page),
            tells_time=bool(people) or self.timetable.shop is not None or bool(uses & TIME_FACTS),
        )

    def begins(self, door: Door) -> tuple[CompiledBegins, ...]:
        """Signposts the door begins with, but for those that aren't there or are kept back."""
        there = {tree.key for tree in self.writer.setup.signposts if tree.steps and not tree.is_draft}
        return tuple(
            CompiledBegins(signposts=each.signposts, rules=rules_of(each.pages), languages=each.languages)
            for each in door.reads.begins
            if each.signposts in there
        )

    def overrides(self, door: Door, *, is_paused: bool) -> tuple[CompiledOverride, ...]:
        """The door with each override's words and people in it; one for nobody in particular stands
        nowhere.
        """
        return tuple(
            CompiledOverride(
                key=override.key,
                rules=rules_of(override.pages),
                devices=frozenset(override.devices or DEVICES),
                visitors=override.visitors,
                door=self.door(overridden(door, override), is_paused=is_paused, is_override=True),
            )
            for override in door.overrides
            if stands(override)
        )

    def texts(self, door: Door, uses: frozenset[str]) -> DoorTexts:
        writer, says = self.writer, door.says
        marks = {}
        for language in self.languages:
            words = writer.text(door.also.mark_words, language) or writer.words(language).get("mark", "")
            marks[language] = words if door.also.mark else ""
        return DoorTexts(
            notes=Notes(
                plain=writer.each(says.note),
                product=writer.each(says.note_for_product),
                on_sale=writer.each(says.note_on_sale),
            ),
            nudge=writer.each(door.nudge.words),
            asks={language: writer.asks(door, language) for language in self.languages},
            replies=tuple(map(writer.each, (door.nudge.first_reply, door.nudge.second_reply))),
            marks=marks,
            plans=OnDemand(lambda device, language: writer.door(door, device, language)),
            uses=uses,
            filled_plan=(lambda device, language, facts: writer.door(door, device, language, facts))
            if uses
            else None,
        )

    def plate(self, plate: Plate) -> CompiledPlate:
        return CompiledPlate(
            key=plate.key,
            rules=rules_of(plate.pages),
            labels=self.writer.each(plate.label),
            plan=self.writer.plate(plate),
        )

    def channel(self, channel: Channel, answering: set[str], apart: str) -> CompiledChannel:
        own = frozenset(channel.people) & answering
        usually = APPS[channel.app].needs_nobody
        return CompiledChannel(
            key=channel.key,
            app=channel.app,
            has_address=bool(channel.address),
            rules=rules_of(channel.pages),
            notes=self.writer.each(channel.note),
            devices=frozenset(channel.devices or DEVICES),
            needs_nobody=usually if channel.needs_nobody is None else channel.needs_nobody,
            people=own,
            has_hours=channel.key in self.timetable.channels,
            plans=OnDemand(
                lambda device, language: self.writer.way(channel, own, device, language, apart=apart)
            ),
        )

    def person(self, person: Person) -> CompiledPerson:
        writer = self.writer
        return CompiledPerson(
            key=person.key,
            names={language: writer.name(person, language) for language in self.languages},
            apps=frozenset(app for app, address in person.addresses.items() if address),
            rules=rules_of(person.pages),
            languages=person.languages,
            roles=writer.each(person.role),
            notes=writer.each(person.note),
            plans={language: writer.person(person, language) for language in self.languages},
        )


def stands(override: Override) -> bool:
    """Whether an override names any page, device or visitors; else it stands nowhere."""
    return bool(
        override.devices or override.visitors != "all" or any(rule.value.strip() for rule in override.pages)
    )


def overridden(door: Door, override: Override) -> Door:
    """A door with an override's words in place of its own, text by text, and its people if it names any."""
    theirs = {name: getattr(override.says, name) for name in Says.model_fields if name != "small"}
    own: dict[str, object] = {name: texts for name, texts in theirs.items() if any(texts.values())}
    own["small"] = door.says.small | override.says.small
    return door.model_copy(
        update={
            "overrides": (),
            "says": door.says.model_copy(update=own),
            "people": override.people or door.people,
        }
    )
