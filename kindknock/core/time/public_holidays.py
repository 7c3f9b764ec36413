"""Public holidays of a country, from the holidays library, in English where it has that."""

from dataclasses import dataclass
from datetime import date

import holidays


@dataclass(frozen=True, slots=True)
class Holiday:
    day: date
    name: str


class UnknownCountry(ValueError):
    """No such country or region in the library; the message is the code `unknown_country` or
    `unknown_region`.
    """


def regions_of(country: str) -> tuple[str, ...]:
    """The regions the library knows of a country; empty where it has none, or doesn't know it."""
    return tuple(holidays.list_supported_countries().get(country.upper(), ()))


def public_holidays(country: str, year: int, region: str | None = None) -> tuple[Holiday, ...]:
    """The public holidays of one year, by day. Raises UnknownCountry. Empty where the data doesn't reach.

    Source: the holidays library's own data (see docs/deploying.md for its version).
    """
    supported = holidays.list_supported_countries()
    code = country.upper()
    if code not in supported:
        raise UnknownCountry("unknown_country")
    if region is not None and region not in supported[code]:
        raise UnknownCountry("unknown_region")
    try:
        found = holidays.country_holidays(code, subdiv=region, years=year, language="en_US")
    except NotImplementedError:
        found = holidays.country_holidays(code, subdiv=region, years=year)
    return tuple(Holiday(day, str(name)) for day, name in sorted(found.items()))
