"""Takes one change of a draft from another setup: to revert it alone, or to leave it out of a publish.

`changes` says what differs, matter by matter; here one such matter is put as the other setup has it, and
nothing else. All of them, in any order, lead to the other setup exactly.
"""

from collections.abc import Iterable, Sequence
from typing import Any

from .changes import Change
from .setup import Door, Setup


def with_matters(setup: Setup, source: Setup, changes: Iterable[Change]) -> Setup:
    """`setup` with each of these matters as `source` has it. A matter of a door that neither has is passed
    over.
    """
    for change in changes:
        setup = with_matter(setup, source, change)
    return setup


def with_matter(setup: Setup, source: Setup, change: Change) -> Setup:
    """`setup` with one matter as `source` has it."""
    if change.what == "business":
        return setup.model_copy(update={"business": source.business})
    if change.what == "kinds":
        return setup.model_copy(update={"site": setup.site.model_copy(update={"kinds": source.site.kinds})})
    if change.what == "people_changed":
        return setup.model_copy(update={"people": source.people})
    if change.what == "doors_order":
        return setup.model_copy(update={"doors": _ordered(setup.doors, source.doors)})
    if change.what in ("door_added", "door_removed"):
        return setup.model_copy(update={"doors": _there_as(setup.doors, source.doors, change.door)})
    theirs = next((door for door in source.doors if door.key == change.door), None)
    if theirs is None:
        return setup
    return setup.model_copy(
        update={
            "doors": tuple(
                _door(door, theirs, change) if door.key == change.door else door for door in setup.doors
            )
        }
    )


def _door(door: Door, source: Door, change: Change) -> Door:
    if change.what == "channels_order":
        return door.model_copy(update={"channels": _ordered(door.channels, source.channels)})
    if change.what in ("channel_added", "channel_removed"):
        return door.model_copy(update={"channels": _there_as(door.channels, source.channels, change.channel)})
    if change.what == "channel_changed":
        theirs = {channel.key: channel for channel in source.channels}
        return door.model_copy(
            update={
                "channels": tuple(
                    theirs.get(one.key, one) if one.key == change.channel else one for one in door.channels
                )
            }
        )
    return door.model_copy(update={change.what: getattr(source, change.what)})


def _there_as(parts: Sequence[Any], source: Sequence[Any], key: str) -> tuple[Any, ...]:
    """One part gone where the source has none, else put back behind the one it stood behind there."""
    left = [part for part in parts if part.key != key]
    at = next((place for place, part in enumerate(source) if part.key == key), None)
    if at is None:
        return tuple(left)
    here = [part.key for part in left]
    behind = next((here.index(part.key) for part in reversed(source[:at]) if part.key in here), -1)
    return (*left[: behind + 1], source[at], *left[behind + 1 :])


def _ordered(parts: Sequence[Any], source: Sequence[Any]) -> tuple[Any, ...]:
    """The parts that both have in the source's order, each in a place one of them had; the rest stays."""
    known = {part.key: part for part in parts}
    turn = iter([known[part.key] for part in source if part.key in known])
    shared = {part.key for part in source}
    return tuple(next(turn) if part.key in shared else part for part in parts)
