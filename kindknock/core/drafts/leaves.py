"""Everything in which two values of a setup differ, down to the single box."""

from collections.abc import Iterator, Mapping
from typing import Any

Path = tuple[str, ...]
Leaf = tuple[Path, Any, Any]


def leaves(before: Any, after: Any, path: Path = ()) -> Iterator[Leaf]:
    """(where, what it was, what it is) of everything that differs between two values as JSON has them.

    Lists of things with keys are walked by key; where their keys differ, the two lists come first, as one
    leaf. A mapping that came or went is told by what is in it; lists without keys are whole.
    """
    if before == after:
        return
    if isinstance(before, Mapping | None) and isinstance(after, Mapping | None):
        was, now = before or {}, after or {}
        for name in dict.fromkeys((*was, *now)):
            yield from leaves(was.get(name), now.get(name), (*path, str(name)))
    elif (some := by_key(before)) is not None and (others := by_key(after)) is not None:
        if list(some) != list(others):
            yield path, before, after
        for key in (key for key in some if key in others):
            yield from leaves(some[key], others[key], (*path, key))
    else:
        yield path, before, after


def by_key(value: Any) -> dict[str, Any] | None:
    """The things of a list by their keys; None where it isn't a list of such."""
    if not isinstance(value, list) or not all(isinstance(item, Mapping) and "key" in item for item in value):
        return None
    return {str(item["key"]): item for item in value}
