"""How often a network may write to a site: one count for every process."""

import hashlib
import hmac
import ipaddress
from datetime import datetime, timedelta

from django.conf import settings
from django.db import connection, transaction

from ..models import WritingRate

WINDOW = timedelta(minutes=10)
MOST_A_NETWORK, MOST_A_SITE = 5, 120


class TooOften(Exception):
    """So many came within ten minutes that no more is let through."""


def limit_notes(site_key: str, network_address: str, *, at: datetime) -> None:
    """Count one more note; raises TooOften, counting nothing, where network or site has had its most.

    A network is a /24 or a /56. Only a keyed digest of it is kept, until the first note or daily job after
    the ten minutes.
    """
    forget_counts(at)
    # The network before the site, always, so that two at once never wait for each other.
    with transaction.atomic():
        for who, most in ((prefix_of(network_address), MOST_A_NETWORK), ("*", MOST_A_SITE)):
            if not _count(_digest(site_key, who), most, at):
                raise TooOften


def forget_counts(at: datetime) -> None:
    WritingRate.objects.filter(last_at__lt=at - WINDOW).delete()


def prefix_of(address: str) -> str:
    """The network an address is in: /24 or /56; empty for what is no address."""
    try:
        found = ipaddress.ip_address(address.split("%")[0])
    except ValueError:
        return ""
    return str(ipaddress.ip_network(f"{found}/{24 if found.version == 4 else 56}", strict=False))


def _digest(site_key: str, who: str) -> str:
    return hmac.digest(settings.SECRET_KEY.encode(), f"{site_key} {who}".encode(), hashlib.sha256).hex()


# One upsert: the moments within the window and this one; no row where they were `most` already.
_COUNT = """
INSERT INTO guestbook_writingrate AS rate (key, moments, last_at) VALUES (%(key)s, ARRAY[%(at)s], %(at)s)
ON CONFLICT (key) DO UPDATE SET last_at = %(at)s, moments = ARRAY(
    SELECT moment FROM unnest(rate.moments) AS moment WHERE moment > %(since)s
) || %(at)s::timestamptz
WHERE (SELECT count(*) FROM unnest(rate.moments) AS moment WHERE moment > %(since)s) < %(most)s
"""


def _count(key: str, most: int, at: datetime) -> bool:
    with connection.cursor() as cursor:
        cursor.execute(_COUNT, {"key": key, "at": at, "since": at - WINDOW, "most": most})
        return bool(cursor.rowcount)
