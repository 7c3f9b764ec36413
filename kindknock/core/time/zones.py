"""Time zones by name: where they lie, and which edition of their rules is in use."""

from babel.core import get_global


def country_of_zone(zone: str) -> str:
    """The country a time zone lies in (CLDR), empty where it lies in none or isn't known."""
    found = get_global("zone_territories").get(zone, "")
    return found if len(found) == 2 else ""
