"""Whether the line stands in a page as it should, judged from the page as a browser without scripts gets
it."""

from .look import Line, Served, Sight, look
from .maker import Made, made_with
from .policy import Blocked
from .silence import Cause, likeliest

__all__ = ["Blocked", "Cause", "Line", "Made", "Served", "Sight", "likeliest", "look", "made_with"]
