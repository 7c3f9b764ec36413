"""Puts single changes of a draft back: to revert one, to leave one out of a release, to undo a step, to
redo it.

`changes` says what differs; here one such change is put as another setup has it, and nothing else. All of
them, in any order, lead to that other setup exactly. What is not in a setup (hosts, hours, pauses) is live
at once and has undos of its own.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import TypeVar

from ..setup import Channel, Door, Person, Setup
from .changes import Change, changes_between, order_differs

Part = TypeVar("Part", Door, Channel, Person)


def with_changes_of(setup: Setup, source: Setup, changes: Iterable[Change]) -> Setup:
    """`setup` with each of these changes as `source` has it. What is of a door that either lacks is passed
    over.
    """
    for change in changes:
        setup = with_change_of(setup, source, change)
    return setup


def with_change_of(setup: Setup, source: Setup, change: Change) -> Setup:
    """`setup` with one change as `source` has it."""
    match change.what:
        case "business":
            return setup.model_copy(update={"business": source.business})
        case "kinds":
            site = setup.site.model_copy(update={"kinds": source.site.kinds})
            return setup.model_copy(update={"site": site})
        case "people_changed":
            return setup.model_copy(update={"people": source.people})
        case "doors_order":
            return setup.model_copy(update={"doors": _ordered(setup.doors, source.doors)})
        case "door_added" | "door_removed":
            return setup.model_copy(update={"doors": _present_as(setup.doors, source.doors, change.door)})
    theirs = _by_key(source.doors, change.door)
    if theirs is None:
        return setup
    doors = tuple(_door(door, theirs, change) if door.key == change.door else door for door in setup.doors)
    return setup.model_copy(update={"doors": doors})


@dataclass(frozen=True, slots=True)
class Undone:
    """The draft without the step; `overtaken` is what somebody changed since, and so was left alone."""

    setup: Setup
    overtaken: tuple[Change, ...]


def undone(now: Setup, before: Setup, after: Setup) -> Undone:
    """`now` without the step from `before` to `after`; whatever came after the step stays.

    Redo is the same with the two exchanged. A change that is gone from `now` altogether (its door was
    removed) is neither put back nor overtaken.
    """
    setup, overtaken = now, []
    for change in _as_put_back(before, after):
        if _stands(now, before, after, change):
            setup = with_change_of(setup, before, change)
        elif _is_there(now, change):
            overtaken.append(change)
    return Undone(setup, tuple(overtaken))


def _as_put_back(before: Setup, after: Setup) -> list[Change]:
    """The changes of a step, orders last: what comes back takes its place among those that stand."""
    return sorted(changes_between(before, after), key=lambda change: change.what.endswith("s_order"))


def _stands(now: Setup, before: Setup, after: Setup, change: Change) -> bool:
    """Whether a change stands in the draft as the step left it."""
    match change.what:
        case "business":
            return now.business == after.business
        case "kinds":
            return now.site.kinds == after.site.kinds
        case "people_changed":
            return now.people == after.people
        case "doors_order":
            return not order_differs(now.doors, after.doors)
        case "door_added" | "door_removed":
            return _by_key(now.doors, change.door) == _by_key(after.doors, change.door)
    mine, theirs = _by_key(now.doors, change.door), _by_key(after.doors, change.door)
    if mine is None or theirs is None:
        return False
    if change.what == "channels_order":
        return not order_differs(mine.channels, theirs.channels)
    if change.channel:
        return _by_key(mine.channels, change.channel) == _by_key(theirs.channels, change.channel)
    return bool(getattr(mine, change.what) == getattr(theirs, change.what))


def _is_there(now: Setup, change: Change) -> bool:
    """Whether what a change is about still is in the draft."""
    if not change.door:
        return change.what != "doors_order"
    door = _by_key(now.doors, change.door)
    if door is None or change.what == "channels_order":
        return False
    if change.what == "door_removed" or change.what == "channel_removed":
        return False
    return not change.channel or _by_key(door.channels, change.channel) is not None


def _door(door: Door, source: Door, change: Change) -> Door:
    match change.what:
        case "channels_order":
            return door.model_copy(update={"channels": _ordered(door.channels, source.channels)})
        case "channel_added" | "channel_removed":
            channels = _present_as(door.channels, source.channels, change.channel)
            return door.model_copy(update={"channels": channels})
        case "channel_changed":
            theirs = _by_key(source.channels, change.channel)
            kept = tuple(theirs if theirs and way.key == change.channel else way for way in door.channels)
            return door.model_copy(update={"channels": kept})
    return door.model_copy(update={change.what: getattr(source, change.what)})


def _by_key(parts: Sequence[Part], key: str) -> Part | None:
    return next((part for part in parts if part.key == key), None)


def _present_as(parts: Sequence[Part], source: Sequence[Part], key: str) -> tuple[Part, ...]:
    """One part gone where the source has none, else put back behind the one it stood behind there."""
    others = [part for part in parts if part.key != key]
    place = next((at for at, part in enumerate(source) if part.key == key), None)
    if place is not None:
        keys = [part.key for part in others]
        behind = [keys.index(part.key) for part in source[:place] if part.key in keys]
        others.insert(behind[-1] + 1 if behind else 0, source[place])
    return tuple(others)


def _ordered(parts: Sequence[Part], source: Sequence[Part]) -> tuple[Part, ...]:
    """The parts that both have in the source's order, each in a place one of them had; the rest stays."""
    known = {part.key: part for part in parts}
    in_order = iter([known[part.key] for part in source if part.key in known])
    shared = {part.key for part in source}
    return tuple(next(in_order) if part.key in shared else part for part in parts)
