"""Opening hours as OpenStreetMap has them (opening_hours specification), checked by opening-hours-py."""

from opening_hours import OpeningHours, ParserError  # type: ignore[attr-defined]  # no stubs

from ..time.hours import Week
from ..time.hours_text import HoursReading, read_hours, write_osm


def read_osm(text: str) -> HoursReading:
    """Read OpenStreetMap syntax; what its own parser refuses is unreadable."""
    if not is_valid_osm(text):
        return HoursReading(error="unreadable")
    return read_hours(text)


def is_valid_osm(text: str) -> bool:
    """Whether the specification's own parser takes a text."""
    try:
        OpeningHours(text.strip())
    except (ParserError, SyntaxError, ValueError):
        return False
    return True


__all__ = ["Week", "is_valid_osm", "read_osm", "write_osm"]
