"""Why a channel, a person or another door is not on the card: for each that is missing, the first thing in
its way.

Asked by the owner only; a visitor's answer never carries what isn't offered. Whether the door itself shows is
`verdict`'s matter.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from ..addresses.apps import APPS
from ..setup import Channel, Door
from ..time.timetable import Timetable
from .ready import Compiled, CompiledPerson, OnPage
from .verdict import Verdict
from .visitor import Visit


@dataclass(frozen=True, slots=True)
class Missing:
    """One thing not offered. `code` is off, blank, pages, device, hours, people, nobody (channel); pages,
    away, hours, left_out (person); paused, pages, whom, later (door). `back` is when it is offered again
    by itself, if it is.
    """

    kind: Literal["channel", "person", "door"]
    key: str
    code: str
    back: datetime | None = None


def missing_from(
    compiled: Compiled, timetable: Timetable, door: Door, visit: Visit, verdict: Verdict
) -> tuple[Missing, ...]:
    """Everything of this door that the verdict does not offer, channels first, then people, then the
    site's other doors.
    """
    own = next((each for each in compiled.doors if each.key == door.key), None)
    if own is None:
        return ()
    page = compiled.on_page(visit)[compiled.doors.index(own)]
    scene = _Scene(compiled, timetable, visit, verdict, page, int(visit.at.timestamp()) if visit.at else 0)
    channels = (scene.of_channel(channel, shown=verdict.door == door.key) for channel in door.channels)
    return (*(found for found in channels if found), *scene.of_people(), *scene.of_doors(door.key))


@dataclass(frozen=True, slots=True)
class _Scene:
    """One door on one page at one moment. `second` is the visit's, in UTC seconds."""

    compiled: Compiled
    timetable: Timetable
    visit: Visit
    verdict: Verdict
    page: OnPage
    second: int

    def allowed(self) -> list[CompiledPerson]:
        return self.page.allowed_people()

    def present(self) -> set[str]:
        state = self.compiled.availability.at(self.second)
        return {person.key for person in self.allowed() if person.key in state.people_in}

    def of_channel(self, channel: Channel, *, shown: bool) -> Missing | None:
        """Why a channel is not offered; None where it is."""
        code = self._way_code(channel)
        if code == "people":
            mine = next(each for each in self.page.door.channels if each.key == channel.key)
            back = self.compiled.availability.next_opening(frozenset(mine.people), self.second)
            return Missing("channel", channel.key, code, back)
        if not code and shown and channel.key not in self.verdict.channels:
            code = "nobody"
        return Missing("channel", channel.key, code) if code else None

    def _way_code(self, channel: Channel) -> str:
        """The first thing of a channel's own that is in the way; empty where nothing is."""
        if not channel.on:
            return "off"
        mine = next((pair for pair in enumerate(self.page.door.channels) if pair[1].key == channel.key), None)
        if mine is None or channel.app not in APPS:
            return "blank"
        at, ready = mine
        state = self.compiled.availability.at(self.second)
        in_the_way = {
            "pages": not self.page.channels >> at & 1,
            "device": self.visit.device not in ready.devices,
            "hours": ready.has_hours and ready.key not in state.channels_open,
            "people": ready.people and not ready.needs_nobody and not ready.people & self.present(),
        }
        return next((code for code, stops in in_the_way.items() if stops), "")

    def of_people(self) -> Iterator[Missing]:
        allowed, present = {person.key for person in self.allowed()}, self.present()
        for person in self.page.door.people:
            if person.key not in allowed:
                yield Missing("person", person.key, "pages")
            elif person.key not in present:
                code = "away" if self._is_away(person.key) else "hours"
                back = self.compiled.availability.back_at(person.key, self.second)
                yield Missing("person", person.key, code, back)

    def _is_away(self, person: str) -> bool:
        at = self.visit.at
        return at is not None and any(
            absence.person == person and absence.from_ <= at < absence.until
            for absence in self.timetable.absences
        )

    def of_doors(self, asked: str) -> Iterator[Missing]:
        for other, there in zip(self.compiled.doors, self.compiled.on_page(self.visit), strict=True):
            if other.key not in (asked, self.verdict.door):
                code = "paused" if other.is_paused else "later" if there.placing.shows else "pages"
                yield Missing("door", other.key, code)
