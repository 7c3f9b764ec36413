"""Time zones by name: where they lie, and which edition of their rules is in use.

The rules that ship with the product (the `tzdata` package) are used, never the machine's own, which may be
years older: on two nights a year some places would be an hour out. `kindknock/__init__.py` sees to it.
"""

from dataclasses import dataclass
from datetime import date

import tzdata
from babel.core import get_global


@dataclass(frozen=True, slots=True)
class ZoneRules:
    """The edition of the time zone database in use, such as `2026f`, and whether it is a year old or more."""

    edition: str
    is_old: bool


def zone_rules(today: date) -> ZoneRules:
    """Which edition is in use. Editions are named by year and letter; about six come out a year."""
    edition = str(tzdata.IANA_VERSION)
    month = min(1 + 2 * max(ord(edition[4:5] or "a") - ord("a"), 0), 12)
    age = (today.year - int(edition[:4])) * 12 + today.month - month
    return ZoneRules(edition, age >= 12)


def country_of_zone(zone: str) -> str:
    """The country a time zone lies in (CLDR), empty where it lies in none or isn't known."""
    found = get_global("zone_territories").get(zone, "")
    return found if len(found) == 2 else ""
