"""Counts of places so small that somebody might be made out (docs/rules.md 10)."""

from collections.abc import Iterable

FEW_IN_A_PLACE = 3


def is_too_small(counts: Iterable[int]) -> bool:
    """Whether any of a place's counts is somebody's, and fewer than three: it is joined with others then."""
    return any(0 < count < FEW_IN_A_PLACE for count in counts)
