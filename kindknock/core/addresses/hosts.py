"""Reads the web addresses a button may run on, and says whether a visit's host is one of them.

Paths, tracking and page rules are `placement`'s matter. Where docs/rules.md is silent: a star stands
only for whole labels at the front (`*.example.org` covers `a.example.org` and `a.b.example.org`,
not `example.org` itself); the default ports 80 and 443 are the same as none.
"""

import ipaddress
import re
from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache
from urllib.parse import urlsplit

from .links import host_to_ascii, host_to_unicode, is_mixed_script


@dataclass(frozen=True, slots=True)
class HostReading:
    """A host as kept (`name`, punycode, with port if unusual), or the code of why not.

    `dropped` says what was left out of what was typed: scheme, path, www. `for_testing` marks
    localhost and IP addresses.
    """

    name: str = ""
    shown: str = ""
    dropped: tuple[str, ...] = ()
    for_testing: bool = False
    warnings: tuple[str, ...] = ()
    error: str | None = None


def read_host(typed: str) -> HostReading:
    """Read a host as an owner types it. Errors: empty, not_a_host, star_not_in_front."""
    text = typed.strip()
    if not text:
        return HostReading(error="empty")
    dropped = []
    if match := re.match(r"^[a-z][a-z0-9+.-]*://", text, re.IGNORECASE):
        text = text[match.end() :]
        dropped.append("scheme")
    text = text.removeprefix("//")
    host, *rest = re.split(r"[/?#\\]", text, maxsplit=1)
    if rest and rest[0]:
        dropped.append("path")
    if "@" in host or re.search(r"\s", host):
        return HostReading(error="not_a_host")
    star = host.startswith("*.")
    if "*" in host[2 if star else 0 :]:
        return HostReading(error="star_not_in_front")
    name, port = _name_and_port(host[2:] if star else host)
    if name is None:
        return HostReading(error="not_a_host")
    testing = _is_for_testing(name)
    if not testing and "." not in name:
        return HostReading(error="not_a_host")
    if name.startswith("www.") and name.count(".") > 1:
        name = name[4:]
        dropped.append("www")
    kept = ("*." if star else "") + name + port
    warnings = ("mixed_script",) if is_mixed_script(name) else ()
    return HostReading(kept, kept.replace(name, host_to_unicode(name), 1), tuple(dropped), testing, warnings)


def _name_and_port(host: str) -> tuple[str | None, str]:
    if host.startswith("["):
        inside, _, port = host[1:].partition("]")
        try:
            return f"[{ipaddress.IPv6Address(inside)}]", _port(port)
        except ValueError:
            return None, ""
    name, colon, port = host.partition(":")
    if colon and not re.fullmatch(r"\d{1,5}", port):
        return None, ""
    ascii_name = host_to_ascii(name)
    if ascii_name is None or len(ascii_name) > 253 or ".." in ascii_name:
        return None, ""
    if re.fullmatch(r"[\d.]+", ascii_name):
        try:
            ascii_name = str(ipaddress.IPv4Address(ascii_name))
        except ValueError:
            return None, ""
    return ascii_name, _port(colon + port)


def _port(text: str) -> str:
    return "" if text in ("", ":80", ":443") else text


def _is_for_testing(name: str) -> bool:
    if name == "localhost" or name.endswith(".localhost") or name.startswith("["):
        return True
    return re.fullmatch(r"[\d.]+", name) is not None


def host_of(address: str) -> str:
    """The host of a page's address, as kept; empty if it has none (a file, rubbish)."""
    try:
        parts = urlsplit(address)
        host = parts.netloc.rpartition("@")[2] if parts.scheme in ("http", "https") else ""
    except ValueError:
        return ""
    return "" if not host or "*" in host else _kept(host)


@lru_cache(maxsize=8192)
def _kept(host: str) -> str:
    return read_host(host).name


class HostList:
    """A site's hosts, ready to be asked. No hosts listed means nowhere (docs/rules.md 2)."""

    __slots__ = ("_exact", "_tails")

    def __init__(self, kept: Iterable[str]) -> None:
        names = list(kept)
        self._exact = frozenset(name for name in names if not name.startswith("*."))
        self._tails = tuple(name[1:] for name in names if name.startswith("*."))

    def __contains__(self, name: object) -> bool:
        if not isinstance(name, str) or not name:
            return False
        return name in self._exact or any(name.endswith(tail) for tail in self._tails)
