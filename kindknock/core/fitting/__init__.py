"""Whether the line stands in a page as it should, judged from the page as a browser without scripts gets
it."""

from .hearing import Hearing, hearing_notes, hearing_state, links_of, never_heard
from .look import Line, Served, Sight, look
from .maker import Made, made_with
from .policy import Blocked
from .silence import Cause, likeliest

__all__ = [
    "Blocked",
    "Cause",
    "Hearing",
    "Line",
    "Made",
    "Served",
    "Sight",
    "hearing_notes",
    "hearing_state",
    "likeliest",
    "links_of",
    "look",
    "made_with",
    "never_heard",
]
