"""Why a channel, a person or another door is not on the card: for each that is missing, the first thing in
its way.

Asked by the owner only; a visitor's answer never carries what isn't offered. Whether the door itself shows is
`verdict`'s matter.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from .apps import APPS
from .compiled import Compiled
from .setup import Channel, Door
from .timetable import Timetable
from .verdict import Verdict
from .visit import Visit


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
    own = next((one for one in compiled.doors if one.key == door.key), None)
    if own is None:
        return ()
    page = compiled.on_page(visit)[compiled.doors.index(own)]
    second = int(visit.at.timestamp()) if visit.at is not None else 0
    state = compiled.availability.at(second)
    shown = verdict.door == door.key
    people = [p for at, p in enumerate(page.door.people) if page.people >> at & 1]
    present = {p.key for p in people if p.key in state.people_in}

    def of_channel(channel: Channel) -> Missing | None:
        ready = next(((at, c) for at, c in enumerate(page.door.channels) if c.key == channel.key), None)
        if not channel.on:
            return Missing("channel", channel.key, "off")
        if ready is None or channel.app not in APPS:
            return Missing("channel", channel.key, "blank")
        at, c = ready
        if not page.channels >> at & 1:
            return Missing("channel", channel.key, "pages")
        if visit.device not in c.devices:
            return Missing("channel", channel.key, "device")
        if c.has_hours and c.key not in state.channels_open:
            return Missing("channel", channel.key, "hours")
        if c.people and not c.needs_nobody and not c.people & present:
            return Missing(
                "channel",
                channel.key,
                "people",
                compiled.availability.next_opening(frozenset(c.people), second),
            )
        return (
            Missing("channel", channel.key, "nobody")
            if shown and channel.key not in verdict.channels
            else None
        )

    def of_people() -> Iterator[Missing]:
        allowed = {p.key for p in people}
        for person in page.door.people:
            if person.key not in allowed:
                yield Missing("person", person.key, "pages")
            elif person.key not in present:
                away = next(
                    (
                        one.until
                        for one in timetable.absences
                        if one.person == person.key
                        and visit.at is not None
                        and one.from_ <= visit.at < one.until
                    ),
                    None,
                )
                yield Missing(
                    "person",
                    person.key,
                    "away" if away else "hours",
                    compiled.availability.back_at(person.key, second),
                )

    def of_doors() -> Iterator[Missing]:
        pages = compiled.on_page(visit)
        for other, there in zip(compiled.doors, pages, strict=True):
            if other.key != door.key and other.key != verdict.door:
                fits = not other.paused and there.placing.shows
                yield Missing(
                    "door", other.key, "paused" if other.paused else "pages" if not fits else "later"
                )

    return (
        *(found for channel in door.channels if (found := of_channel(channel))),
        *of_people(),
        *of_doors(),
    )
