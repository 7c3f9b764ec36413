"""Questions with their answers: which of them a few typed words find, and in which order."""

from .searching import Findable, Index, found, index_of

__all__ = ["Findable", "Index", "found", "index_of"]
