"""Puts single changes of a draft back: to revert one, to leave one out of a release, to undo a step, to
redo it.

`changes` says what differs; here one such change is put as another setup has it, and nothing else. All of
them, in any order, lead to that other setup exactly. What is not in a setup (hosts, hours, pauses) is live
at once and has undos of its own.
"""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import TypeVar

from ..setup import Answer, Channel, Door, Person, Setup, Signposts
from .changes import READ_CHANGES, Change, changes_between, order_differs

Part = TypeVar("Part", Door, Channel, Person, Answer, Signposts)


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
        case "groups":
            return setup.model_copy(update={"groups": source.groups})
        case "doors_order":
            return setup.model_copy(update={"doors": _ordered(setup.doors, source.doors)})
        case "door_added" | "door_removed":
            return setup.model_copy(update={"doors": _present_as(setup.doors, source.doors, change.door)})
    if change.what in READ_CHANGES:
        return _with_read(setup, source, change)
    theirs = _by_key(source.doors, change.door)
    if theirs is None:
        return setup
    doors = tuple(_door(door, theirs, change) if door.key == change.door else door for door in setup.doors)
    return setup.model_copy(update={"doors": doors})


def _with_read(setup: Setup, source: Setup, change: Change) -> Setup:
    field, how = READ_CHANGES[change.what]
    mine, theirs = getattr(setup, field), getattr(source, field)
    if how == "order":
        parts = _ordered(mine, theirs)
    elif how == "changed":
        part = _by_key(theirs, change.about)
        parts = tuple(part if part and each.key == change.about else each for each in mine)
    else:
        parts = _present_as(mine, theirs, change.about)
    return setup.model_copy(update={field: parts})


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
    whole: dict[str, Callable[[Setup], object]] = {
        "business": lambda setup: setup.business,
        "kinds": lambda setup: setup.site.kinds,
        "people_changed": lambda setup: setup.people,
        "groups": lambda setup: setup.groups,
    }
    if change.what in whole:
        return whole[change.what](now) == whole[change.what](after)
    if change.what == "doors_order":
        return not order_differs(now.doors, after.doors)
    if change.what in ("door_added", "door_removed"):
        return _by_key(now.doors, change.door) == _by_key(after.doors, change.door)
    if change.what in READ_CHANGES:
        return _read_stands(now, after, change)
    mine, theirs = _by_key(now.doors, change.door), _by_key(after.doors, change.door)
    if mine is None or theirs is None:
        return False
    if change.what == "channels_order":
        return not order_differs(mine.channels, theirs.channels)
    if change.channel:
        return _by_key(mine.channels, change.channel) == _by_key(theirs.channels, change.channel)
    return bool(getattr(mine, change.what) == getattr(theirs, change.what))


def _read_stands(now: Setup, after: Setup, change: Change) -> bool:
    field, how = READ_CHANGES[change.what]
    some, others = getattr(now, field), getattr(after, field)
    if how == "order":
        return not order_differs(some, others)
    return bool(_by_key(some, change.about) == _by_key(others, change.about))


def _is_there(now: Setup, change: Change) -> bool:
    """Whether what a change is about still is in the draft."""
    if change.what in READ_CHANGES:
        field, how = READ_CHANGES[change.what]
        return how not in ("order", "removed") and _by_key(getattr(now, field), change.about) is not None
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
