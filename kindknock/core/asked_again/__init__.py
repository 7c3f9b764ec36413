"""Questions that many people ask in other words: found, named by their most typical wording, told apart."""

from .grouping import Asked, Group, Grouped, group, most_typical
from .meaning import meaning, struck

__all__ = ["Asked", "Group", "Grouped", "group", "meaning", "most_typical", "struck"]
