"""Texts, what they carry, the message they become, and languages."""

from .fillins import fill, ready_facts
from .language_tags import direction_of, lookup
from .message import Added, send

__all__ = ["Added", "direction_of", "fill", "lookup", "ready_facts", "send"]
