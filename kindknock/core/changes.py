"""What differs between two setups of one site, matter by matter, so that a person can read it.

One change is one sentence of one door: all edits to its words are one change to *says*. A
channel that came, went, moved or was edited is a change of its own. Empty where they are equal.
"""

from dataclasses import dataclass
from typing import Literal

from .setup import Door, Person, Setup

What = Literal[
    "door_added",
    "door_removed",
    "doors_order",
    "channel_added",
    "channel_removed",
    "channel_changed",
    "channels_order",
    "says",
    "also",
    "looks",
    "name",
    "pages",
    "for_whom",
    "people",
    "arrives",
    "nudge",
    "opens_itself",
    "press",
    "when_nobody",
    "off_duty",
    "takes_turns",
    "reply_minutes",
    "takes_notes",
    "remembers",
    "plates",
    "overrides",
    "signposts",
    "business",
    "kinds",
    "people_changed",
]


@dataclass(frozen=True, slots=True)
class Change:
    """`door` and `channel` are keys, empty where the change is not in one."""

    what: What
    door: str = ""
    channel: str = ""


def changes_between(live: Setup | None, draft: Setup) -> tuple[Change, ...]:
    """Every change from live to draft, by door in the draft's order. Hosts are live at once: not here."""
    if live is None:
        return tuple(Change("door_added", door.key) for door in draft.doors)
    out: list[Change] = []
    before = {door.key: door for door in live.doors}
    after = {door.key: door for door in draft.doors}
    if live.business != draft.business:
        out.append(Change("business"))
    if live.site.kinds != draft.site.kinds:
        out.append(Change("kinds"))
    if live.people != draft.people:
        out.append(Change("people_changed"))
    for key, door in after.items():
        if key not in before:
            out.append(Change("door_added", key))
        else:
            out.extend(_door_changes(before[key], door))
    out.extend(Change("door_removed", key) for key in before if key not in after)
    if [k for k in before if k in after] != [k for k in after if k in before]:
        out.append(Change("doors_order"))
    return tuple(out)


@dataclass(frozen=True, slots=True)
class PeopleChange:
    """How the people of two setups differ: who came, who went, who is told otherwise, and whether those
    who stay changed places.
    """

    added: tuple[Person, ...]
    removed: tuple[Person, ...]
    changed: tuple[Person, ...]
    is_reordered: bool


def people_between(live: Setup, draft: Setup) -> PeopleChange:
    before, after = ({one.key: one for one in setup.people} for setup in (live, draft))
    return PeopleChange(
        tuple(one for one in draft.people if one.key not in before),
        tuple(one for one in live.people if one.key not in after),
        tuple(one for one in draft.people if one.key in before and one != before[one.key]),
        [key for key in before if key in after] != [key for key in after if key in before],
    )


def _door_changes(live: Door, draft: Door) -> list[Change]:
    out: list[Change] = []
    before = {channel.key: channel for channel in live.channels}
    after = {channel.key: channel for channel in draft.channels}
    for key, channel in after.items():
        if key not in before:
            out.append(Change("channel_added", draft.key, key))
        elif channel != before[key]:
            out.append(Change("channel_changed", draft.key, key))
    out.extend(Change("channel_removed", draft.key, key) for key in before if key not in after)
    if [k for k in before if k in after] != [k for k in after if k in before]:
        out.append(Change("channels_order", draft.key))
    parts: tuple[What, ...] = (
        "says",
        "also",
        "looks",
        "name",
        "pages",
        "for_whom",
        "people",
        "arrives",
        "nudge",
        "opens_itself",
        "press",
        "when_nobody",
        "off_duty",
        "takes_turns",
        "reply_minutes",
        "takes_notes",
        "remembers",
        "plates",
        "overrides",
        "signposts",
    )
    for what in parts:
        if getattr(live, what) != getattr(draft, what):
            out.append(Change(what, draft.key))
    return out
