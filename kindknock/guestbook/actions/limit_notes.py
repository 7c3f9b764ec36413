"""How often a network may write to a site.

Whoever has many networks must not shut out everybody else: beyond the site's most, a network's first note
still comes through, up to a number nobody's visitors reach.
"""

from datetime import datetime, timedelta

from kindknock.accounts.actions.limit import Limit, TooOften, count, limit
from kindknock.accounts.network import network_of

WINDOW = timedelta(minutes=10)
A_NETWORK, A_SITE = Limit("notes-network", 5, WINDOW), Limit("notes-site", 120, WINDOW)
FIRST_OF_A_NETWORK = Limit("notes-first", 1, WINDOW)
ALL_OF_A_SITE = Limit("notes-all", 900, WINDOW)


def limit_notes(site_key: str, network_address: str, *, at: datetime) -> None:
    """Count one more note; raises TooOften where network or site has had its most. Within a transaction that
    is taken back, nothing is counted.
    """
    who = f"{site_key} {network_of(network_address)}"
    # The network before the site, always, so that two at once never wait for each other.
    limit(A_NETWORK, who, at=at)
    is_first = count(FIRST_OF_A_NETWORK, who, at=at)
    if not count(A_SITE, site_key, at=at) and not is_first:
        raise TooOften
    limit(ALL_OF_A_SITE, site_key, at=at)
