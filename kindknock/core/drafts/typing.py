"""Whether a change goes on with the one before: typing in one and the same box.

Where docs/rules.md is silent: it is typing while one text (or number) alone changes, by letters put in or
taken out at one place. A switch, a chip, a choice, or another box is a step of its own.
"""

from typing import Any

from ..setup import Setup
from .leaves import Path, leaves


def goes_on(before: Setup, between: Setup, after: Setup) -> bool:
    """Whether the change from `between` to `after` is more typing of the one from `before` to `between`."""
    first, second = the_one_box(before, between), the_one_box(between, after)
    return first is not None and first == second


def the_one_box(before: Setup, after: Setup) -> Path | None:
    """The box in which alone was typed from `before` to `after`; None where there is none, or more."""
    found = None
    for path, old, new in leaves(before.model_dump(mode="json"), after.model_dump(mode="json")):
        if found is not None or not _is_typing(old, new):
            return None
        found = path
    return found


def _is_typing(old: Any, new: Any) -> bool:
    """Letters put in, taken out or changed at one place, where most of the text stays or it was empty."""
    some, other = _typed(old), _typed(new)
    if some is None or other is None:
        return False
    shared = min(len(some), len(other))
    ahead = next((at for at in range(shared) if some[at] != other[at]), shared)
    behind = next((at for at in range(shared - ahead) if some[-1 - at] != other[-1 - at]), shared - ahead)
    return ahead + behind == shared


def _typed(value: Any) -> str | None:
    """A value that can be typed, as text; nothing is an empty text."""
    if value is None:
        return ""
    if isinstance(value, bool) or not isinstance(value, str | int | float):
        return None
    return str(value)
