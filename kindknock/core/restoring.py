"""Takes one step of a draft back without touching what came after it: undo and redo, matter by matter.

A step is a setup before and after. What differs between the two is put back where the draft still stands
as the step left it; where somebody has changed it since, that matter is left alone and told. What is not
in a setup (hosts, hours, pauses) is live at once and has undos of its own.
"""

from dataclasses import dataclass
from typing import Any

from .setup import Door, Setup

_PARTS = tuple(name for name in Door.model_fields if name not in ("key", "channels"))


@dataclass(frozen=True, slots=True)
class Restored:
    """The draft with the step taken back; `left` names what somebody changed since, as (door key, part)."""

    setup: Setup
    left: tuple[tuple[str, str], ...]


def taken_back(now: Setup, before: Setup, after: Setup) -> Restored:
    """`now` with the way from `before` to `after` undone. Redo is the same with the two exchanged."""
    left: list[tuple[str, str]] = []
    was, became, stands = ({door.key: door for door in one.doors} for one in (before, after, now))
    doors = [
        stands[key] for key in stands if not (key in became and key not in was and stands[key] == became[key])
    ]
    left += [
        (key, "door_added")
        for key in became
        if key not in was and key in stands and stands[key] != became[key]
    ]
    doors = [
        _door(door, was[door.key], became[door.key], left) if door.key in was and door.key in became else door
        for door in doors
    ]
    doors += [was[key] for key in was if key not in became and key not in stands]
    if [key for key in stands if key in became] == [key for key in became if key in stands]:
        doors = _ordered(doors, list(was))
    changes: dict[str, Any] = {"doors": tuple(doors)}
    for part in ("people", "business"):
        if getattr(before, part) != getattr(after, part):
            if getattr(now, part) == getattr(after, part):
                changes[part] = getattr(before, part)
            else:
                left.append(("", part))
    if before.site.kinds != after.site.kinds and now.site.kinds == after.site.kinds:
        changes["site"] = now.site.model_copy(update={"kinds": before.site.kinds})
    return Restored(now.model_copy(update=changes), tuple(left))


def _door(now: Door, before: Door, after: Door, left: list[tuple[str, str]]) -> Door:
    changes: dict[str, Any] = {}
    for part in _PARTS:
        old, new = getattr(before, part), getattr(after, part)
        if old != new:
            if getattr(now, part) == new:
                changes[part] = old
            else:
                left.append((now.key, part))
    if before.channels != after.channels:
        changes["channels"] = _channels(now, before, after, left)
    return now.model_copy(update=changes)


def _channels(now: Door, before: Door, after: Door, left: list[tuple[str, str]]) -> tuple[Any, ...]:
    was, became, stands = ({channel.key: channel for channel in one.channels} for one in (before, after, now))
    out = []
    for key, channel in stands.items():
        old, new = was.get(key), became.get(key)
        if old == new or channel != new:
            if old != new:
                left.append((now.key, "channel:" + key))
            out.append(channel)
        elif old is not None:
            out.append(old)
    out += [channel for key, channel in was.items() if key not in became and key not in stands]
    same_order = [key for key in stands if key in became] == [key for key in became if key in stands]
    return tuple(_ordered(out, list(was)) if same_order else out)


def _ordered(parts: list[Any], keys: list[str]) -> list[Any]:
    """In the order of these keys; any other stays behind the one it stands behind now."""
    rank: dict[str, tuple[int, int]] = {}
    last = -1
    for at, part in enumerate(parts):
        last = keys.index(part.key) if part.key in keys else last
        rank[part.key] = (last, 0 if part.key in keys else at + 1)
    return sorted(parts, key=lambda part: rank[part.key])
