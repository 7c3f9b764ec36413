"""Posts one telling to the address of a business's own systems: public addresses only, signed, bounded.

The signature is HMAC-SHA256 (RFC 2104) over the moment and the body, so that a telling can be neither made
up nor sent again later: docs/formats/hook.md.
"""

import hashlib
import hmac
import http.client
import socket
import ssl
import time
from urllib.parse import urlsplit

from django.conf import settings

from kindknock.sites.fetching import NotFetched, cut_at, port_of, resolved

MOST_SECONDS = 8.0
NAME = "KindKnock-Hook"


def is_stand_in(address: str) -> bool:
    """Whether it is the demo's own receiver, which alone may stand on this machine."""
    return settings.ENV.pretend and address == stand_in()


def stand_in() -> str:
    return f"{settings.ENV.origin}/pretend/hook/"


def signature_of(secret: str, moment: int, body: str) -> str:
    return "sha256=" + hmac.digest(secret.encode(), f"{moment}.{body}".encode(), hashlib.sha256).hex()


def post_telling(address: str, body: str, *, secret: str, number: int, moment: int) -> str:
    """Post it; how it was answered, starting with *2* where it was taken. Redirects are not followed. Raises
    NotFetched where it can't be reached.
    """
    parts = urlsplit(address)
    loopback = is_stand_in(address)
    port = port_of(parts, loopback=loopback)
    if not port or not parts.hostname or parts.username or (parts.scheme != "https" and not loopback):
        raise NotFetched("not_public")
    ip = resolved(parts.hostname, port, loopback=loopback)
    ends = time.monotonic() + MOST_SECONDS
    connection = http.client.HTTPConnection(parts.hostname, port, timeout=MOST_SECONDS)
    cut = None
    try:
        sock = socket.create_connection((ip, port), timeout=MOST_SECONDS)
        cut = cut_at(sock, ends)
        is_secret = parts.scheme == "https"
        connection.sock = (
            ssl.create_default_context().wrap_socket(sock, server_hostname=parts.hostname)
            if is_secret
            else sock
        )
        path = (parts.path or "/") + (f"?{parts.query}" if parts.query else "")
        headers = {
            "User-Agent": NAME,
            "Content-Type": "application/json",
            "KK-Delivery": str(number),
            "KK-Time": str(moment),
            "KK-Signature": signature_of(secret, moment, body),
        }
        connection.request("POST", path, body.encode(), headers)
        answer = connection.getresponse()
        return f"{answer.status} {answer.reason}"[:200]
    except TimeoutError:
        raise NotFetched("too_slow") from None
    except (OSError, http.client.HTTPException, ValueError):
        raise NotFetched("too_slow" if time.monotonic() >= ends else "unreachable") from None
    finally:
        if cut is not None:
            cut.cancel()
        connection.close()
