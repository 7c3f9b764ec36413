"""Fetches a page of an owner's site, and nothing else: public addresses only, bounded in size, time and hops.

The name is resolved once and the very address found is spoken to, so that a name can't lead elsewhere
between the check and the request (OWASP, Server Side Request Forgery prevention, case 2). Every hop is
checked anew.
"""

import http.client
import ipaddress
import re
import socket
import ssl
import threading
import time
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass, field, replace
from email.message import Message
from urllib.parse import SplitResult, urljoin, urlsplit

import webencodings

MOST_BYTES = 2_000_000
MOST_SECONDS = 6.0
MOST_HOPS = 4
AT_ONCE, PATIENCE = 2, 1.0
_FETCHING = threading.BoundedSemaphore(AT_ONCE)
PORTS = {"http": 80, "https": 443}
NAME = "KindKnock-Stage"


class NotFetched(Exception):
    """The page can't be had; `code` is not_public, not_found, shut (only who signs in, or whom it lets), gone
    (not there), not_a_page, too_slow, unreachable, too_many_hops or busy.
    """

    def __init__(self, code: str) -> None:
        super().__init__(code)
        self.code = code


@dataclass(frozen=True, slots=True)
class Fetched:
    html: str
    address: str
    """Where it was in the end."""
    headers: Mapping[str, str] = field(default_factory=dict)
    """By name in small letters; of a name that came twice all values, joined by commas."""


def is_public(address: str) -> bool:
    """Whether an IP address is one of the public internet; an IPv4 address inside an IPv6 one counts as
    itself.
    """
    try:
        found = ipaddress.ip_address(address.partition("%")[0])
    except ValueError:
        return False
    if isinstance(found, ipaddress.IPv6Address):
        inner = found.ipv4_mapped or found.sixtofour or (found.teredo[1] if found.teredo else None)
        if inner is not None:
            return is_public(str(inner))
        if found in ipaddress.ip_network("64:ff9b::/96"):
            return is_public(str(ipaddress.IPv4Address(int(found) & 0xFFFFFFFF)))
    return found.is_global and not found.is_multicast and not found.is_reserved


def is_loopback(address: str) -> bool:
    """Whether an IP address is this machine's own."""
    try:
        return ipaddress.ip_address(address.partition("%")[0]).is_loopback
    except ValueError:
        return False


def resolved(host: str, port: int, *, loopback: bool = False) -> str:
    """The one address to speak to. Raises NotFetched where any address of the name is not public; with
    `loopback`, where any is not this machine's, as names under `.localhost` are (RFC 6761, 6.3).
    """
    if loopback and host.endswith(".localhost"):
        return "127.0.0.1"
    try:
        found = {str(info[4][0]) for info in socket.getaddrinfo(host, port, type=socket.SOCK_STREAM)}
    except (OSError, UnicodeError):
        raise NotFetched("not_found") from None
    may = is_loopback if loopback else is_public
    if not found or not all(may(item) for item in found):
        raise NotFetched("not_public")
    return min(found, key=lambda item: ":" in item)


PAGES = ("text/html", "application/xhtml+xml")
PLAIN, STYLES = ("text/plain",), ("text/css",)
MANIFESTS = ("application/manifest+json", "application/json", "text/json")
PICTURES = ("image/png", "image/jpeg", "image/webp", "image/avif", "image/gif", "image/svg+xml")


def fetch_page(address: str, *, loopback: bool = False) -> Fetched:
    """The page as a browser without scripts would get it; with `loopback`, from this machine alone and on any
    port. Raises NotFetched.
    """
    with a_turn():
        return fetch_text(address, Bounds(time.monotonic() + MOST_SECONDS), loopback=loopback)


def fetch_picture(address: str) -> bytes:
    """A picture's bytes, bounded as pages are. Raises NotFetched, with not_a_page where it is no picture."""
    with a_turn():
        return _followed(address, Bounds(time.monotonic() + MOST_SECONDS, PICTURES), loopback=False).body


@contextmanager
def a_turn(turns: threading.BoundedSemaphore = _FETCHING) -> Iterator[None]:
    """However many ask, only a few of the threads that answer visitors ever wait for other sites. Raises
    NotFetched with busy.
    """
    if not turns.acquire(timeout=PATIENCE):
        raise NotFetched("busy")
    try:
        yield
    finally:
        turns.release()


@dataclass(frozen=True, slots=True)
class Bounds:
    """Until when, on the monotonic clock; of which media types; how many bytes at most, the rest cut off."""

    ends: float
    kinds: tuple[str, ...] = PAGES
    most: int = MOST_BYTES


def fetch_text(address: str, bounds: Bounds, *, loopback: bool = False) -> Fetched:
    """A text within bounds, for who has a turn. Raises NotFetched."""
    found = _followed(address, bounds, loopback=loopback)
    return Fetched(text_of(found.body, found.charset), found.address, found.headers)


_META = re.compile(rb"""<meta[^>]{0,300}?charset\s*=\s*["']?\s*([a-z0-9_:.-]{2,40})""", re.IGNORECASE)


def text_of(body: bytes, named: str = "") -> str:
    """Bytes as text: by their mark of order, the header's word, what the head says in the first kilobyte,
    else as UTF-8 where they are that, else as Western (HTML standard, 13.2.3.2).
    """
    in_head = _META.search(body[:1024])
    by_head = webencodings.lookup(in_head[1].decode("ascii")) if in_head else None
    known = webencodings.lookup(named) or by_head
    if known is None or body.startswith((b"\xef\xbb\xbf", b"\xfe\xff", b"\xff\xfe")):
        try:
            return str(webencodings.decode(body, "utf-8", "strict")[0])
        except UnicodeDecodeError:
            known = known or webencodings.lookup("windows-1252")
    return str(webencodings.decode(body, known, "replace")[0])


def _followed(address: str, bounds: Bounds, *, loopback: bool) -> "_Got":
    try:
        return _hops(address, bounds, loopback=loopback)
    except ValueError:
        raise NotFetched("not_found") from None


def _hops(address: str, bounds: Bounds, *, loopback: bool) -> "_Got":
    for _ in range(MOST_HOPS):
        parts = urlsplit(address)
        port = port_of(parts, loopback=loopback)
        if not port or not parts.hostname or parts.username:
            raise NotFetched("not_public")
        ip = resolved(parts.hostname, port, loopback=loopback)
        answer = _ask(parts, ip, port, bounds)
        if isinstance(answer, _Got):
            return replace(answer, address=address)
        address = urljoin(address, answer.to)
    raise NotFetched("too_many_hops")


def port_of(parts: SplitResult, *, loopback: bool) -> int:
    """The port to speak to; 0 where it is none of the public's."""
    usual = PORTS.get(parts.scheme, 0)
    try:
        given = parts.port or usual
    except ValueError:
        return 0
    return given if usual and (loopback or given == usual) else 0


@dataclass(frozen=True, slots=True)
class _Hop:
    to: str


@dataclass(frozen=True, slots=True)
class _Got:
    body: bytes
    charset: str
    headers: Mapping[str, str]
    address: str = ""


SHUT, GONE = (401, 403, 407, 429, 451), (404, 410)


def _ask(parts: SplitResult, ip: str, port: int, bounds: Bounds) -> _Got | _Hop:
    host, ends = parts.hostname or "", bounds.ends
    path = (parts.path or "/") + (f"?{parts.query}" if parts.query else "")
    connection = http.client.HTTPConnection(host, port, timeout=_left(ends))
    cut: threading.Timer | None = None
    try:
        sock = socket.create_connection((ip, port), timeout=_left(ends))
        cut = cut_at(sock, ends)
        connection.sock = (
            ssl.create_default_context().wrap_socket(sock, server_hostname=host)
            if parts.scheme == "https"
            else sock
        )
        connection.request(
            "GET",
            path,
            headers={"User-Agent": NAME, "Accept": ", ".join(bounds.kinds), "Accept-Encoding": "identity"},
        )
        answer = connection.getresponse()
        if answer.status in (301, 302, 303, 307, 308) and (to := answer.getheader("Location")):
            return _Hop(to)
        if answer.status != 200:
            raise NotFetched(_why(answer.status))
        if answer.headers.get_content_type() not in bounds.kinds:
            raise NotFetched("not_a_page")
        charset = answer.headers.get_content_charset() or ""
        return _Got(_body(answer, connection, bounds), charset, headers_of(answer.headers))
    except TimeoutError:
        raise NotFetched("too_slow") from None
    except (OSError, http.client.HTTPException):
        raise NotFetched("too_slow" if time.monotonic() >= ends else "unreachable") from None
    finally:
        if cut is not None:
            cut.cancel()
        connection.close()


def _why(status: int) -> str:
    if status in SHUT:
        return "shut"
    return "gone" if status in GONE else "not_found"


def headers_of(message: Message) -> dict[str, str]:
    """Headers as `Fetched` has them."""
    names = {name.lower() for name in message}
    return {name: ", ".join(message.get_all(name, [])) for name in names}


def cut_at(sock: socket.socket, ends: float) -> threading.Timer:
    """Ends a connection when its time is up, whatever is being read: a site that sends a byte now and then
    would keep each single read within its own time.
    """

    def cut() -> None:
        try:
            sock.shutdown(socket.SHUT_RDWR)
        except OSError:
            pass

    timer = threading.Timer(_left(ends), cut)
    timer.daemon = True
    timer.start()
    return timer


def _body(answer: http.client.HTTPResponse, connection: http.client.HTTPConnection, bounds: Bounds) -> bytes:
    """What comes before the size or the time is up; a page that long is cut, one that slow is given up."""
    pieces, size, ends = [], 0, bounds.ends
    while size < bounds.most and (piece := answer.read1(min(65_536, bounds.most - size))):
        pieces.append(piece)
        size += len(piece)
        _left(ends)
        if connection.sock is not None:
            connection.sock.settimeout(_left(ends))
    # Cut because its time was up it looks ended: a part of a page is no page.
    _left(ends)
    return b"".join(pieces)


def _left(ends: float) -> float:
    left = ends - time.monotonic()
    if left <= 0:
        raise TimeoutError
    return left
