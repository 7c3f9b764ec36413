"""Reads names, pages, groups and invitations of apps into one canonical form.

Numbers are `phone`'s matter, plain links `links`'. A canonical form is the id that the app's
recipe puts into its link, behind `variant:` when it is not the app's first variant.
"""

import re
from collections.abc import Callable
from dataclasses import dataclass
from urllib.parse import SplitResult, parse_qs, unquote, urlsplit

from .apps import OWN_HOSTS

_BARE_HOST = re.compile(r"^(?:www|m|mobile|web|l|lm)\.", re.IGNORECASE)
_SCHEMELESS = re.compile(r"^[a-z0-9-]+(?:\.[a-z0-9-]+)+(?:[/?#:]|$)", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class HandleReading:
    """An address of one app, or the code of why not."""

    variant: str = ""
    id: str = ""
    warnings: tuple[str, ...] = ()
    error: str | None = None


def split_link(typed: str) -> SplitResult | None:
    """The parts of what is typed, if it is a link with or without scheme; else None."""
    text = typed.strip().strip("<>")
    if re.match(r"^https?://", text, re.IGNORECASE):
        pass
    elif _SCHEMELESS.match(text) and "@" not in text.split("/")[0]:
        text = "https://" + text
    else:
        return None
    try:
        parts = urlsplit(text)
        return parts if parts.hostname else None
    except ValueError:
        return None


def app_of_link(parts: SplitResult) -> str | None:
    """The app a link belongs to, by its host (`www.`, `m.`, `mobile.` dropped); None if nobody's."""
    host = (parts.hostname or "").rstrip(".").lower()
    return OWN_HOSTS.get(host) or OWN_HOSTS.get(_BARE_HOST.sub("", host))


def _path(parts: SplitResult) -> list[str]:
    return [unquote(piece) for piece in parts.path.split("/") if piece]


def _query(parts: SplitResult, name: str) -> str:
    return (parse_qs(parts.query).get(name) or [""])[0]


def _named(pattern: str, *, lower: bool = True, variant: str = "page") -> Callable[[str], HandleReading]:
    shape = re.compile(pattern, re.IGNORECASE)

    def read(name: str) -> HandleReading:
        name = name.lower() if lower else name
        return HandleReading(variant, name) if shape.fullmatch(name) else HandleReading(error="not_a_handle")

    return read


_TELEGRAM_NAME = _named(r"[a-z][a-z0-9_]{3,31}", variant="person")
_MESSENGER_NAME = _named(r"[a-z0-9.\-]{3,100}")
_INSTAGRAM_NAME = _named(r"(?!\.)(?!.*\.\.)[a-z0-9._]{1,30}(?<!\.)")
_LINE_NAME = _named(r"[a-z0-9._\-]{3,20}")
_WECHAT_ID = _named(r"[a-z][a-z0-9_\-]{5,19}", lower=False, variant="id")


# First words of a path that are the app's own, and nobody's name: pages that share, sign in or explain.
_OWN = {
    "telegram": frozenset(
        {"share", "login", "iv", "proxy", "socks", "bg", "invoice", "boost", "setlanguage", "confirmphone"}
        | {"addstickers", "addemoji", "addtheme", "addlist", "giftcode"}
    ),
    "messenger": frozenset(
        {"groups", "events", "share", "share.php", "sharer", "sharer.php", "watch", "marketplace", "dialog"}
        | {"login", "login.php", "policy", "policies", "privacy", "help", "legal", "plugins", "hashtag", "tr"}
        | {"photo", "photo.php", "story.php", "permalink.php", "reel", "business", "settings", "home.php"}
    ),
    "instagram": frozenset(
        {
            "p",
            "reel",
            "reels",
            "stories",
            "explore",
            "tv",
            "accounts",
            "about",
            "direct",
            "legal",
            "developer",
        }
    ),
    "discord": frozenset({"login", "register", "channels", "app", "download", "terms", "privacy", "safety"}),
}


def _telegram(parts: SplitResult) -> HandleReading:
    path = _path(parts)
    if not path:
        return HandleReading(error="not_a_handle")
    first = path[0]
    if first.startswith("+") and first[1:].isdigit():
        return HandleReading("number", first[1:])
    if first.startswith("+") or (first == "joinchat" and len(path) > 1):
        code = first[1:] if first.startswith("+") else path[1]
        return (
            HandleReading("group", code)
            if re.fullmatch(r"[\w-]{8,64}", code)
            else HandleReading(error="not_a_handle")
        )
    if first == "s" and len(path) > 1:  # the web preview of a channel
        first = path[1]
    if first.lower() in _OWN["telegram"]:
        return HandleReading(error="not_a_handle")
    return _TELEGRAM_NAME(first)


def _messenger(parts: SplitResult) -> HandleReading:
    path = _path(parts)
    if not path:
        return HandleReading(error="not_a_handle")
    first = path[0].lower()
    if first == "profile.php":
        number = _query(parts, "id")
        return (
            HandleReading("page", number, ("profile_not_page",))
            if number.isdigit()
            else HandleReading(error="not_a_handle")
        )
    if first == "people":
        return (
            HandleReading("page", path[-1], ("profile_not_page",))
            if path[-1].isdigit()
            else HandleReading(error="not_a_handle")
        )
    if first in ("pages", "pg", "p", "t", "messages") and len(path) > 1:
        last = path[-1]
        tail = re.search(r"-(\d{6,})$", last)
        return HandleReading("page", tail.group(1)) if tail else _MESSENGER_NAME(last)
    if first in _OWN["messenger"]:
        return HandleReading(error="not_a_page")
    return _MESSENGER_NAME(path[0])


def _instagram(parts: SplitResult) -> HandleReading:
    path = _path(parts)
    if path[:1] == ["m"]:
        path = path[1:]
    if not path or path[0].lower() in _OWN["instagram"]:
        return HandleReading(error="not_a_page")
    return _INSTAGRAM_NAME(path[0].lstrip("@"))


def _whatsapp(parts: SplitResult) -> HandleReading:
    path = _path(parts)
    host = (parts.hostname or "").lower()
    if host == "chat.whatsapp.com" and path:
        code = path[1] if path[0] == "invite" and len(path) > 1 else path[0]
        return (
            HandleReading("group", code)
            if re.fullmatch(r"[A-Za-z0-9]{10,40}", code)
            else HandleReading(error="not_a_handle")
        )
    number = _query(parts, "phone") or (path[0] if path else "")
    number = number.strip().lstrip("+")
    return HandleReading("number", number) if number.isdigit() else HandleReading(error="not_a_handle")


def _signal(parts: SplitResult) -> HandleReading:
    host, fragment = (parts.hostname or "").lower(), parts.fragment
    if host == "signal.group":
        return HandleReading("group", fragment) if len(fragment) > 10 else HandleReading(error="not_a_handle")
    if fragment.startswith("p/+"):
        return HandleReading("number", fragment[3:])
    if fragment.startswith("eu/"):
        return HandleReading("name", fragment[3:])
    return HandleReading(error="not_a_handle")


def _line(parts: SplitResult) -> HandleReading:
    path = _path(parts)
    last = path[-1] if path else ""
    if (
        (path[:1] == ["R"] and last.startswith("@"))
        or last.startswith("@")
        or (parts.hostname or "").startswith("page.")
    ):
        return _LINE_NAME(last.lstrip("@"))
    if path[:2] == ["ti", "p"] and re.fullmatch(r"[\w~-]{6,40}", last):
        return HandleReading("person", last)
    return HandleReading(error="not_a_handle")


def _viber(parts: SplitResult) -> HandleReading:
    host, path = (parts.hostname or "").lower(), _path(parts)
    if host == "invite.viber.com":
        code = _query(parts, "g") or _query(parts, "g2")
        return (
            HandleReading("group", code)
            if re.fullmatch(r"[\w-]{8,120}", code)
            else HandleReading(error="not_a_handle")
        )
    number = (path[0] if path else "").lstrip("+")
    return HandleReading("number", number) if number.isdigit() else HandleReading(error="not_a_handle")


def _wechat(parts: SplitResult) -> HandleReading:
    path = _path(parts)
    return HandleReading("qr", path[-1]) if path else HandleReading(error="not_a_handle")


def _discord(parts: SplitResult) -> HandleReading:
    path = _path(parts)
    if path[:1] == ["invite"]:
        path = path[1:]
    is_own = (
        (parts.hostname or "").lower() != "discord.gg" and path[:1] and path[0].lower() in _OWN["discord"]
    )
    if len(path) == 1 and not is_own and re.fullmatch(r"[A-Za-z0-9-]{2,32}", path[0]):
        return HandleReading("group", path[0])
    return HandleReading(error="not_an_invitation")


def _slack(parts: SplitResult) -> HandleReading:
    path = _path(parts)
    if len(path) == 4 and path[0] == "t" and path[2] == "shared_invite":
        return HandleReading("group", f"{path[1].lower()}/shared_invite/{path[3]}")
    return HandleReading(error="not_an_invitation")


_LINKS: dict[str, Callable[[SplitResult], HandleReading]] = {
    "whatsapp": _whatsapp,
    "telegram": _telegram,
    "messenger": _messenger,
    "instagram": _instagram,
    "signal": _signal,
    "line": _line,
    "viber": _viber,
    "wechat": _wechat,
    "discord": _discord,
    "slack": _slack,
}
_NAMES: dict[str, Callable[[str], HandleReading]] = {
    "telegram": _TELEGRAM_NAME,
    "messenger": _MESSENGER_NAME,
    "instagram": _INSTAGRAM_NAME,
    "line": _LINE_NAME,
    "wechat": _WECHAT_ID,
}
WITH_NAMES = frozenset(_NAMES)
"""Apps whose people or pages have names of their own."""


def read_app_link(app: str, parts: SplitResult) -> HandleReading:
    """Read a link on the app's own hosts. A `number` variant must still be read as a phone."""
    reader = _LINKS.get(app)
    return reader(parts) if reader else HandleReading(error="not_a_handle")


def read_name(app: str, typed: str) -> HandleReading:
    """Read `@name` or a bare name for an app that has names."""
    reader = _NAMES.get(app)
    if reader is None:
        return HandleReading(error="not_an_invitation" if app in ("discord", "slack") else "not_a_handle")
    return reader(typed.strip().lstrip("@"))
