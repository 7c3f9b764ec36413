"""The id of the request that is answered right now: it stands in every line of the log and in answers that
tell of a fault, so that whoever is told of one can be told what it was.
"""

import secrets
from contextvars import ContextVar

HEADER = "X-Request-Id"
current: ContextVar[str] = ContextVar("request_id", default="")


def new_id() -> str:
    """Twelve letters and digits, for people to read out."""
    return secrets.token_hex(6)
