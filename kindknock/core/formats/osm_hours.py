"""Opening hours as OpenStreetMap writes them, for a file or a page's markup."""

from ..time.hours import Week
from ..time.hours_text import HoursReading, is_valid_osm, read_hours, write_osm


def read_osm(text: str) -> HoursReading:
    """Read OpenStreetMap syntax; what its own parser refuses is unreadable."""
    if not is_valid_osm(text):
        return HoursReading(error="unreadable")
    return read_hours(text)


__all__ = ["Week", "is_valid_osm", "read_osm", "write_osm"]
