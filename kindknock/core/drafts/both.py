"""Lists that are sent whole, and that two people change at once."""

from collections.abc import Collection, Hashable, Sequence
from typing import TypeVar

T = TypeVar("T", bound=Hashable)


def both(stands: Sequence[T], was: Collection[T] | None, mine: Sequence[T]) -> list[T]:
    """What one sends, whose list was `was` as they began, and what others have put in since, after it: what
    either took out is out. Without `was` it is what was sent.
    """
    if was is None:
        return list(mine)
    gone = {each for each in was if each not in stands}
    out = [each for each in mine if each not in gone]
    return out + [each for each in stands if each not in was and each not in out]
