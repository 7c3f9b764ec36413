"""Whether the line stands in a page as it should, judged from the page as a browser without scripts gets
it."""

from .look import Line, Served, Sight, look
from .policy import Blocked

__all__ = ["Blocked", "Line", "Served", "Sight", "look"]
