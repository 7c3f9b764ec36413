"""What the sentences of the stage are about: a door, a visit, its verdict."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal
from zoneinfo import ZoneInfo

from kindknock.core.setup import Door, Setup
from kindknock.core.time.hours import is_zone
from kindknock.core.time.remedies import Remedy
from kindknock.core.visit import Verdict, Visit
from kindknock.core.words.moments import when_text

Glyph = Literal["open", "ajar", "shut", "barred"]


@dataclass(frozen=True, slots=True)
class Scene:
    """What a stage's sentences are about."""

    setup: Setup
    door: Door
    visit: Visit
    verdict: Verdict
    """About this door, explained."""
    shown: Verdict
    """What the visitor gets, this door or another."""
    answer: Mapping[str, Any]
    is_drawn: bool
    page: int
    release: datetime | None
    remedies: tuple[Remedy, ...] = ()
    """What would put somebody in, where nobody is."""

    @property
    def clock(self) -> ZoneInfo:
        return clock_of_business(self.setup)

    def when(self, at: datetime) -> str:
        assert self.visit.at is not None
        return when_text(at, self.visit.at, self.clock, "en", {"_tomorrow": "tomorrow"})

    def person(self, key: str) -> str:
        return next((person.name for person in self.setup.people if person.key == key), "") or "Somebody"

    def door_name(self, key: str) -> str:
        return next((door.name for door in self.setup.doors if door.key == key), "Another door")

    @property
    def waits_for_page(self) -> bool:
        return self.page < self.door.arrives.page


def clock_of_business(setup: Setup) -> ZoneInfo:
    zone = setup.business.zone
    return ZoneInfo(zone if is_zone(zone) else "UTC")
