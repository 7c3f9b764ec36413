"""Whether a page's Content-Security-Policy lets the line load and ask, and the words to add where it doesn't.

Source: Content Security Policy Level 3 (W3C), 6.7.2 for matching of sources, 6.8.3 for which directive
decides. Policies that only report block nothing and are not to be handed in.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from urllib.parse import SplitResult, urlsplit

SCRIPT = ("script-src-elem", "script-src", "default-src")
CONNECT = ("connect-src", "default-src")
"""The directives that decide, the nearest first."""


@dataclass(frozen=True, slots=True)
class Blocked:
    """`what` the policy stops (`script` or `connection`), by its `directive` as it stands there, and as it
    must `read` to let the line through. `wants_nonce` where only a nonce or hash lets any script load: hosts
    are not looked at.
    """

    what: str
    directive: str
    stands: str
    read: str
    wants_nonce: bool = False


def blocked(policies: Iterable[str], *, script: str, page: str, nonce: str = "") -> tuple[Blocked, ...]:
    """What each policy of a page would stop of the line whose script is at the address `script`; `page` is
    the page's own address, `nonce` the tag's. Each thing once for every policy that stops it: all must let it
    through.
    """
    out = []
    for policy in policies:
        for text in policy.split(","):
            directives = _directives(text)
            for what, names in (("script", SCRIPT), ("connection", CONNECT)):
                name = next((name for name in names if name in directives), None)
                if name is not None:
                    found = _judged(what, name, directives[name], script, page, nonce)
                    out += [found] if found else []
    return tuple(dict.fromkeys(out))


def parts_of(address: str) -> SplitResult:
    """An address in its parts; empty ones where it can't be one."""
    try:
        parts = urlsplit(address)
        _ = parts.port
    except ValueError:
        return urlsplit("")
    return parts


def _directives(policy: str) -> dict[str, tuple[str, ...]]:
    """Names to sources; of a name that stands twice the first counts (6.1)."""
    out: dict[str, tuple[str, ...]] = {}
    for part in policy.split(";"):
        words = part.split()
        if words:
            out.setdefault(words[0].lower(), tuple(words[1:]))
    return out


def _judged(
    what: str, name: str, sources: tuple[str, ...], script: str, page: str, nonce: str
) -> Blocked | None:
    stands = " ".join((name, *sources))
    lowered = [source.lower() for source in sources]
    needs_nonce = what == "script" and "'strict-dynamic'" in lowered
    if what == "script" and nonce and f"'nonce-{nonce}'" in sources:
        return None
    if needs_nonce:
        return Blocked(what, name, stands, stands, wants_nonce=True)
    if any(_matches(source, parts_of(script), parts_of(page)) for source in sources):
        return None
    origin = _origin(parts_of(script))
    kept = [source for source in sources if source.lower() != "'none'"]
    return Blocked(what, name, stands, " ".join((name, *kept, origin)))


def _origin(parts: SplitResult) -> str:
    return f"{parts.scheme}://{parts.netloc}"


def _matches(source: str, url: SplitResult, page: SplitResult) -> bool:
    """Whether a source expression lets this address through (6.7.2.8)."""
    low = source.lower()
    if low == "'self'":
        return _origin(url) == _origin(page)
    if low.startswith("'"):
        return False
    if low == "*":
        return url.scheme in ("https", "http", "wss", "ws")
    if low.endswith(":") and "/" not in low:
        return url.scheme == low[:-1] or (low == "http:" and url.scheme == "https")
    scheme, host, port, path = _source_of(low)
    if scheme and scheme != url.scheme and not (scheme == "http" and url.scheme == "https"):
        return False
    if not scheme and url.scheme != page.scheme and not (page.scheme == "http" and url.scheme == "https"):
        return False
    name = url.hostname or ""
    is_host = name.endswith(host[1:]) if host.startswith("*.") else name == host
    usual = {"https": 443, "http": 80}.get(url.scheme)
    is_port = port == "*" or (int(port) == (url.port or usual) if port else (url.port or usual) == usual)
    is_path = not path or (url.path.startswith(path) if path.endswith("/") else url.path == path)
    return is_host and is_port and is_path


def _source_of(source: str) -> tuple[str, str, str, str]:
    scheme, mark, rest = source.partition("://")
    if not mark:
        scheme, rest = "", source
    host, _, path = rest.partition("/")
    name, _, port = host.partition(":")
    return scheme, name, port if port == "*" or port.isdigit() else "", f"/{path}" if path else ""
