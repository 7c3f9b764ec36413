"""Reads plain links, emails, chat ids and map places: the addresses that are open standards.

Where docs/rules.md is silent: a tracking tail is dropped from a plain link too, since the owner pastes
what their own browser shows; a `user:password@` in a link is refused.
"""

import re
from dataclasses import dataclass
from urllib.parse import parse_qsl, quote, unquote, urlencode, urlsplit, urlunsplit

import idna

from .tracking import without_tracking

_EMAIL = re.compile(r"[A-Za-z0-9.!#$%&'*+/=?^_`{|}~\u0080-\uffff-]{1,64}@[^\s@/]{1,255}")
_POINT = re.compile(r"(-?\d{1,2}(?:\.\d+)?)\s*[,; ]\s*(-?\d{1,3}(?:\.\d+)?)")
_SCRIPTS = (
    ("LATIN", re.compile(r"[a-z]", re.I)),
    ("CYRILLIC", re.compile(r"[\u0400-\u04ff]")),
    ("GREEK", re.compile(r"[\u0370-\u03ff]")),
    ("ARABIC", re.compile(r"[\u0600-\u06ff]")),
)


@dataclass(frozen=True, slots=True)
class LinkReading:
    """A canonical address and how to show it, or the code of why not."""

    canonical: str = ""
    shown: str = ""
    warnings: tuple[str, ...] = ()
    error: str | None = None


def host_to_ascii(host: str) -> str | None:
    """A host as punycode, lower case, without closing dot; None if no host (RFC 5891, UTS 46)."""
    host = host.strip().rstrip(".").lower()
    if not host:
        return None
    try:
        return idna.encode(host, uts46=True).decode("ascii")
    except (idna.IDNAError, UnicodeError, IndexError):
        # idna refuses underscores and double hyphens that DNS itself carries.
        return host if re.fullmatch(r"[a-z0-9_-]{1,63}(\.[a-z0-9_-]{1,63})*", host) else None


def host_to_unicode(host: str) -> str:
    """A punycode host as people read it; unchanged where it can't be decoded."""
    try:
        return idna.decode(host)
    except (idna.IDNAError, UnicodeError, IndexError):
        return host


def is_mixed_script(host: str) -> bool:
    """Whether one label of a host mixes scripts, as look-alike names do (UTS 39, single-script check)."""
    return any(
        sum(bool(pattern.search(label)) for _, pattern in _SCRIPTS) > 1
        for label in host_to_unicode(host).split(".")
    )


def read_link(typed: str) -> LinkReading:
    """Read a web link. Errors: empty, unsafe_link, not_secure, not_a_link. `https:` only (docs/rules.md
    1).
    """
    text = typed.strip().strip("<>")
    if not text:
        return LinkReading(error="empty")
    scheme = re.match(r"^([a-z][a-z0-9+.-]*):", re.sub(r"[\s\x00-\x1f]", "", text), re.IGNORECASE)
    dotted_host = re.match(r"^[^\s/:@]+\.[^\s/:@]+(:\d+)?([/?#]|$)", text)
    if scheme and not dotted_host:
        name = scheme.group(1).lower()
        if name == "http":
            return LinkReading(error="not_secure")
        if name != "https":
            return LinkReading(error="unsafe_link")
    elif dotted_host:
        text = "https://" + text
    else:
        return LinkReading(error="not_a_link")
    if re.search(r"\s", text):
        return LinkReading(error="not_a_link")
    try:
        parts = urlsplit(text)
        port = parts.port
    except ValueError:
        return LinkReading(error="not_a_link")
    host = host_to_ascii(parts.hostname or "")
    if not host or "." not in host or parts.username is not None:
        return LinkReading(error="not_a_link")
    netloc = host if port in (None, 443) else f"{host}:{port}"
    query = urlencode(without_tracking(parse_qsl(parts.query, keep_blank_values=True)), quote_via=quote)
    path = quote(parts.path, safe="/%:@!$&'()*+,;=~-._")
    if path == "/" and not query and not parts.fragment:
        path = ""
    canonical = urlunsplit(("https", netloc, path, query, quote(parts.fragment, safe="/%:@!$&'()*+,;=~-._?")))
    shown = canonical.removeprefix("https://").replace(host, host_to_unicode(host), 1)
    return LinkReading(canonical, shown, ("mixed_script",) if is_mixed_script(host) else ())


def read_email(typed: str) -> LinkReading:
    """Read one email address or `mailto:` link; the domain lower case, the local part as typed."""
    text = re.sub(r"^mailto:", "", typed.strip().strip("<>"), flags=re.IGNORECASE).split("?")[0]
    if not text:
        return LinkReading(error="empty")
    if len(re.findall(r"@", text)) > 1 or re.search(r"[,;\s]", text):
        return LinkReading(error="two_emails" if text.count("@") > 1 else "not_an_email")
    local, _, domain = text.partition("@")
    host = host_to_ascii(domain) if domain else None
    if (
        not _EMAIL.fullmatch(text)
        or not host
        or "." not in host
        or local.startswith(".")
        or local.endswith(".")
        or ".." in local
    ):
        return LinkReading(error="not_an_email")
    warnings = ("mixed_script",) if is_mixed_script(host) else ()
    return LinkReading(f"{local}@{host}", f"{local}@{host_to_unicode(host)}", warnings)


def read_jid(typed: str) -> LinkReading:
    """Read an XMPP address: `name@server`, or an `xmpp:` link (RFC 7622; the resource is dropped)."""
    text = re.sub(r"^xmpp:(?://)?", "", typed.strip(), flags=re.IGNORECASE).split("?")[0].split("/")[0]
    reading = read_email(text)
    if reading.error:
        return LinkReading(error="empty" if reading.error == "empty" else "not_a_chat_id")
    return LinkReading(reading.canonical.lower(), reading.shown.lower(), reading.warnings)


def read_matrix(typed: str) -> LinkReading:
    """Read a Matrix person or room: `@name:server`, `#room:server`, a `matrix:` or matrix.to link."""
    text = typed.strip()
    text = re.sub(r"^(?:https?://)?matrix\.to/#/", "", text, flags=re.IGNORECASE).split("?")[0]
    if match := re.match(r"^matrix:(u|r|user|room)/(.+)$", text, re.IGNORECASE):
        text = ("@" if match.group(1)[0].lower() == "u" else "#") + match.group(2).split("?")[0]
    text = re.sub(r"^%40", "@", re.sub(r"^%23", "#", text))
    if not text:
        return LinkReading(error="empty")
    if not re.fullmatch(r"[@#!][^\s:]{1,200}:[a-z0-9.-]+(:\d+)?", text, re.IGNORECASE):
        return LinkReading(error="not_a_chat_id")
    name, _, server = text.partition(":")
    canonical = f"{name}:{server.lower()}"
    return LinkReading(canonical, canonical)


_MAP_SEARCH = re.compile(
    r"^https?://(?:www\.)?openstreetmap\.org/search\?(?:.*&)?query=([^&#]+)", re.IGNORECASE
)


def is_map_link(text: str) -> bool:
    """Whether a text is a link of an open map, or a `geo:` link."""
    return bool(
        re.match(r"^geo:|^(?:https?://)?(?:www\.)?(?:openstreetmap\.org|osm\.org)/", text, re.IGNORECASE)
    )


def _place_in_words(text: str) -> str:
    """An address as people write it, of several words; '' for anything else."""
    if match := _MAP_SEARCH.match(text):
        text = unquote(match[1].replace("+", " ")).strip()
    text = text.removeprefix("place:").strip()
    if "://" in text or "@" in text or len(text) > 200 or not re.search(r"[^\W\d_]{2}", text):
        return ""
    return text if len(text.split()) > 1 and not re.match(r"^[a-z][a-z0-9+.-]*:", text, re.IGNORECASE) else ""


def read_point(typed: str) -> LinkReading:
    """Read a map place: `lat, lon`, a `geo:` link (RFC 5870), a map link that holds both, or an address in
    words,
    kept as `place:WORDS`.
    """
    text = " ".join(typed.split())
    if words := _place_in_words(text):
        return LinkReading(f"place:{words}", words)
    if not text:
        return LinkReading(error="empty")
    match = (
        re.search(r"[?&]mlat=(-?[\d.]+)&mlon=(-?[\d.]+)", text)
        or re.search(r"[@/](-?\d{1,2}\.\d+),(-?\d{1,3}\.\d+)", text)
        or re.search(r"#map=\d+/(-?[\d.]+)/(-?[\d.]+)", text)
        or _POINT.fullmatch(re.sub(r"^geo:", "", text, flags=re.IGNORECASE).split(";")[0])
    )
    try:
        lat, lon = (float(match.group(1)), float(match.group(2))) if match else (91.0, 0.0)
    except ValueError:
        lat, lon = 91.0, 0.0
    if abs(lat) > 90 or abs(lon) > 180:
        return LinkReading(error="not_a_place")
    canonical = f"{lat:.6f}".rstrip("0").rstrip(".") + "," + f"{lon:.6f}".rstrip("0").rstrip(".")
    return LinkReading(canonical, canonical.replace(",", ", "))
