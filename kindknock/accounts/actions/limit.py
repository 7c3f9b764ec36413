"""How often somebody may try something: one count for every process, kept in the database.

Only a keyed digest of who it is stays, until the window is over.
"""

import hashlib
import hmac
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.conf import settings
from django.db import connection

from ..models import Tries


class TooOften(Exception):
    """It was tried so often that no more is let through for now."""


@dataclass(frozen=True, slots=True)
class Limit:
    """`most` within `window`, of one kind of act."""

    kind: str
    most: int
    window: timedelta


HOUR, DAY = timedelta(hours=1), timedelta(days=1)
SIGN_UPS = Limit("sign-up", 10, HOUR)
"""Of one network."""
MAILS_TO = Limit("mail-to", 6, HOUR)
"""Ways in and new passwords, to one address."""
MAILS_ASKED = Limit("mail-asked", 20, HOUR)
"""The same, asked for by one network."""
PASSWORDS = Limit("password", 10, HOUR)
"""Wrong ones, by one account that is signed in."""
ANSWERS_TO = Limit("answer-to", 5, DAY)
"""Answers to one address by one business, whoever left the notes."""
ANSWERS = Limit("answer", 200, DAY)
"""Of one business."""
LINES = Limit("line", 10, DAY)
"""Letters with the line, of one account."""
FETCHES = Limit("fetch", 120, HOUR)
"""Of pages and pictures elsewhere, by one account."""
UPLOADS = Limit("upload", 60, HOUR)
"""Of pictures, by one business."""


def limit(rule: Limit, who: str, *, at: datetime) -> None:
    """Count one more; raises TooOften, counting nothing, where there were as many as may be."""
    if not count(rule, who, at=at):
        raise TooOften


# One upsert: the moments within the window and this one; no row where they were `most` already.
_COUNT = """
INSERT INTO accounts_tries AS tries (key, moments, until) VALUES (%(key)s, ARRAY[%(at)s], %(until)s)
ON CONFLICT (key) DO UPDATE SET until = %(until)s, moments = ARRAY(
    SELECT moment FROM unnest(tries.moments) AS moment WHERE moment > %(since)s
) || %(at)s::timestamptz
WHERE (SELECT count(*) FROM unnest(tries.moments) AS moment WHERE moment > %(since)s) < %(most)s
"""


def count(rule: Limit, who: str, *, at: datetime) -> bool:
    """Count one more; False, counting nothing, where there were as many as may be."""
    forget_tries(at)
    values: dict[str, str | datetime | int] = {
        "key": _key(rule, who),
        "at": at,
        "since": at - rule.window,
        "until": at + rule.window,
        "most": rule.most,
    }
    with connection.cursor() as cursor:
        cursor.execute(_COUNT, values)
        return bool(cursor.rowcount)


def is_over(rule: Limit, who: str, *, at: datetime) -> bool:
    """Whether there were as many as may be, without counting: for what counts only where it fails."""
    found = Tries.objects.filter(key=_key(rule, who)).first()
    return found is not None and sum(moment > at - rule.window for moment in found.moments) >= rule.most


def _key(rule: Limit, who: str) -> str:
    return hmac.digest(settings.SECRET_KEY.encode(), f"{rule.kind} {who}".encode(), hashlib.sha256).hex()


def forget_tries(at: datetime) -> None:
    Tries.objects.filter(until__lt=at).delete()
