"""Who wrote and what of it: words folded for searching, what is alike, an automatic reply."""

from .alike import likeness_of
from .auto_reply import name_for_reply
from .searching import folded, search_words

__all__ = ["folded", "likeness_of", "name_for_reply", "search_words"]
