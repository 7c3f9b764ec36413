"""Reads what an owner types to single out pages, and shows what a rule catches of the pages heard.

Judging a page by rules is `placement`'s matter; sentences are made at the edge. Where docs/rules.md is
silent: what holds a star, or closes with a dollar sign, is meant as a pattern; `name=value` without a
slash is a campaign tag; a path is offered first with all below it where other heard pages lie below it,
else alone.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from urllib.parse import urlsplit

from ..addresses.hosts import host_of
from .rules import PAGE_KINDS, Kind, Rule, judge, matches, path_of, place_of

MOST_SHOWN = 6


@dataclass(frozen=True, slots=True)
class Meant:
    """One way to understand what was typed, and how many of the heard pages it takes."""

    kind: Kind
    value: str
    catches: int


@dataclass(frozen=True, slots=True)
class PageReading:
    """`ways` best first, none where nothing was typed; `host` of a whole address; `catches` and `misses`
    of the first way.
    """

    ways: tuple[Meant, ...]
    host: str
    catches: tuple[str, ...]
    misses: tuple[str, ...]


def read_page_rule(typed: str, heard: Sequence[str] = ()) -> PageReading:
    """Every way to understand it. A whole address keeps its path, and its query where that tells pages
    apart.
    """
    text = typed.strip()[:2000]
    if not text:
        return PageReading((), "", (), ())
    host = host_of(text if "://" in text else f"https://{text}") if _is_address(text) else ""
    if text.casefold() in PAGE_KINDS:
        kinds: list[tuple[Kind, str]] = [("page_kind", text.casefold())]
    elif "*" in text or text.endswith("$"):
        kinds = [("pattern", _path_in(text) if host else text)]
    elif "=" in text and "/" not in text:
        kinds = [("campaign", text.removeprefix("?").casefold())]
    else:
        value = _path_in(text) if host else text if text.startswith("/") else "/" + text
        below = value != "/" and "?" not in value
        has_pages_below = sum(matches(Rule("show", "below", value), place_of(path)) for path in heard) > 1
        both: list[tuple[Kind, str]] = [("exact", value), ("below", value)] if below else [("exact", value)]
        kinds = both[::-1] if has_pages_below else both
    ways = tuple(Meant(kind, value, len(caught(Rule("show", kind, value), heard))) for kind, value in kinds)
    first = Rule("show", ways[0].kind, ways[0].value)
    return PageReading(
        ways, host, caught(first, heard)[:MOST_SHOWN], narrowly_missed(first, heard)[:MOST_SHOWN]
    )


def _is_address(text: str) -> bool:
    first = text.partition("/")[0]
    return "://" in text or (
        not text.startswith(("/", "*", "?")) and "." in first and " " not in first and "=" not in first
    )


def _path_in(text: str) -> str:
    """The path of a whole address as typed, with its query less what only tracks."""
    parts = urlsplit(text if "://" in text else f"https://{text}")
    query = "&".join(
        f"{name}={value}"
        for name, value in sorted(place_of(text if "://" in text else f"https://{text}").query)
    )
    path = (
        path_of(parts.path + (f"#{parts.fragment}" if parts.fragment.startswith("/") else ""))
        if "*" not in parts.path
        else parts.path
    )
    return path + (f"?{query}" if query else "")


def caught(rule: Rule, heard: Sequence[str]) -> tuple[str, ...]:
    """The heard paths this rule takes, in their order."""
    return tuple(path for path in heard if matches(rule, place_of(path)))


def narrowly_missed(rule: Rule, heard: Sequence[str]) -> tuple[str, ...]:
    """Heard paths that it does not take though they begin as it does, up to their last piece."""
    if rule.kind not in ("exact", "below", "pattern"):
        return ()
    stem = path_of(rule.value.partition("*")[0].rstrip("$"))
    stem = stem.rpartition("/")[0] if rule.kind == "exact" and stem.count("/") > 1 else stem
    if len(stem) < 2:
        return ()
    return tuple(
        path for path in heard if path_of(path).startswith(stem) and not matches(rule, place_of(path))
    )


@dataclass(frozen=True, slots=True)
class Piece:
    """A part of a pattern in words: `starts`, `then`, `ends` with `text`; `anything` has none."""

    code: str
    text: str = ""


def pieces_of(pattern: str) -> tuple[Piece, ...]:
    """A pattern taken apart, for telling it in words."""
    text = pattern.strip()
    pinned = text.endswith("$")
    text = text[:-1] if pinned else text
    parts = text.split("*")
    out: list[Piece] = [Piece("starts", parts[0])] if parts[0] else []
    for at, part in enumerate(parts[1:]):
        is_last = at == len(parts) - 2
        if part or not is_last:
            out.append(Piece("ends" if pinned and is_last else "then", part) if part else Piece("anything"))
    if pinned and (len(parts) == 1 or not parts[-1]):
        out.append(Piece("nothing_more") if parts[-1] else Piece("anything"))
    return tuple(out)


def shows_on(rules: Sequence[Rule], address: str, kind: str = "") -> tuple[bool, int | None, int | None]:
    """Whether these rules let an address pass, the rule that decided, and the one that nearly did."""
    placing = judge(rules, place_of(address, host_of(address), kind))
    return placing.shows, placing.decided_by, placing.near_miss
