"""When somebody is in: hours, closures and absences on the clocks they belong to, put together, and their
gaps.
"""

from .hours import Closure, Hours, Week, is_open, outlook
from .hours_text import read_hours, write_shortest
from .timetable import Timetable, hours_of, people_ready, person_of, timetable_from

__all__ = [
    "Closure",
    "Hours",
    "Timetable",
    "Week",
    "hours_of",
    "is_open",
    "outlook",
    "people_ready",
    "person_of",
    "read_hours",
    "timetable_from",
    "write_shortest",
]
