"""Reads hours typed as people write them, or as OpenStreetMap has it, and writes them back the shortest way.

`vocabulary` has the words, `tokens` cuts a text, `statements` shares its times out among its days, `reading`
makes the week of it. A text that isn't sure is refused with a code, or told as choices: none is read in part.
"""

from .osm import is_valid_osm
from .reading import HoursReading, read_hours
from .writing import write_osm, write_shortest

__all__ = ["HoursReading", "is_valid_osm", "read_hours", "write_osm", "write_shortest"]
