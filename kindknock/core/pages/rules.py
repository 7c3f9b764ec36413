"""On which pages something shows: rules of paths, patterns, page kinds and campaign tags (docs/rules.md 3).

Doors, plates, channels, assistants and nudges all take the same rules. What kind a page is comes
from `pagefacts`. Where docs/rules.md is silent: an address that can't be read is the home page; a query
in a rule must be in the page's query (an empty value is any), other parameters beside it don't matter; a
campaign tag is
the value of `utm_campaign`, or `name=value` for another tag.
"""

import re
import unicodedata
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal
from urllib.parse import parse_qsl, unquote, urlsplit

from ..addresses.tracking import is_tracking

Effect = Literal["show", "hide"]
Kind = Literal["exact", "below", "pattern", "page_kind", "campaign"]
PAGE_KINDS = ("home", "product", "list", "article", "basket", "checkout", "contact")
MAX_PATH = 2000
_INDEX = re.compile(r"/(?:index|default)\.(?:html?|php|aspx?|jsp)$", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Rule:
    """One rule; `value` as the owner wrote it. `host` limits it to one host, if not empty."""

    effect: Effect
    kind: Kind
    value: str
    host: str = ""

    @property
    def is_blank(self) -> bool:
        return not self.value.strip()


@dataclass(frozen=True, slots=True)
class Place:
    """A page in the form rules compare: normal path, query pairs less tracking, tags, host, kind."""

    path: str
    query: frozenset[tuple[str, str]]
    tags: frozenset[tuple[str, str]]
    host: str = ""
    kind: str = ""


@dataclass(frozen=True, slots=True)
class Placing:
    """Whether it shows here. `decided_by` is the index of the rule that decided, None where none
    matched; `near_miss` of the rule that almost did, if one did."""

    shows: bool
    decided_by: int | None
    near_miss: int | None = None


def path_of(address: str) -> str:
    """The path of an address as rules compare it: no scheme, host, query or fragment.

    A fragment that is a route (`#/…`) stays. Percent-decoded, NFC, case-folded, slashes collapsed,
    closing slash and index files dropped.
    """
    return place_of(address).path


@lru_cache(maxsize=4096)
def place_of(address: str, host: str = "", kind: str = "") -> Place:
    """Read an address, or a path, once for all rules."""
    try:
        parts = urlsplit(address.strip())
        pairs = parse_qsl(parts.query, keep_blank_values=True)
    except ValueError:
        return Place("/", frozenset(), frozenset(), host, kind)
    path = parts.path or "/"
    if parts.fragment.startswith("/"):
        path = path.rstrip("/") + "/#" + parts.fragment
    folded = [(name.casefold(), unicodedata.normalize("NFC", value).casefold()) for name, value in pairs]
    return Place(
        normal_path(path),
        frozenset(pair for pair in folded if not is_tracking(pair[0])),
        frozenset(pair for pair in folded if pair[0].startswith("utm_")),
        host,
        kind,
    )


def campaign_of(address: str) -> str:
    """The campaign an address names, empty for none."""
    return next((value for name, value in sorted(place_of(address).tags) if name == "utm_campaign"), "")


def normal_path(path: str) -> str:
    """A path in the form in which paths are compared."""
    text = _folded(unquote(path[:MAX_PATH], errors="replace"))
    text = re.sub(r"/{2,}", "/", "/" + re.sub(r"[\x00-\x1f\x7f]", "", text))
    return _INDEX.sub("/", text).rstrip("/") or "/"


def _folded(text: str) -> str:
    return unicodedata.normalize("NFC", unicodedata.normalize("NFC", text).casefold())


def judge(rules: Sequence[Rule], place: Place) -> Placing:
    """Any hide rule that matches wins; without show rules, every page; blank rules don't count."""
    live = [(at, rule) for at, rule in enumerate(rules) if not rule.is_blank]
    for at, rule in live:
        if rule.effect == "hide" and matches(rule, place):
            return Placing(False, at)
    shows = [(at, rule) for at, rule in live if rule.effect == "show"]
    if not shows:
        return Placing(True, None, _near(live, place))
    for at, rule in shows:
        if matches(rule, place):
            return Placing(True, at)
    return Placing(False, None, _near(shows, place))


def matches(rule: Rule, place: Place) -> bool:
    """Whether one rule matches a page. A blank rule matches none."""
    if rule.is_blank or (rule.host and rule.host != place.host):
        return False
    if rule.kind == "page_kind":
        return rule.value.strip().casefold() == place.kind
    if rule.kind == "campaign":
        name, equals, value = rule.value.strip().casefold().rpartition("=")
        return ((name if equals else "utm_campaign"), value) in place.tags
    if rule.kind == "pattern":
        return pattern_matches(rule.value, place.path, place.query | place.tags)
    wanted = _wanted(rule.value)
    if not _query_matches(wanted.query, place.query):
        return False
    if rule.kind == "exact":
        return wanted.path == place.path
    return place.path == wanted.path or wanted.path == "/" or place.path.startswith(wanted.path + "/")


@lru_cache(maxsize=8192)
def _wanted(value: str) -> Place:
    text = value.strip()
    if "://" not in text and re.match(r"^[a-z0-9-]+(\.[a-z0-9-]+)+(/|$)", text, re.IGNORECASE):
        text = "https://" + text
    return place_of(text)


@lru_cache(maxsize=8192)
def _pieces(pattern: str) -> tuple[tuple[str, ...], bool, frozenset[tuple[str, str]]]:
    """A pattern cut at its stars, whether its end is pinned, and the query it wants."""
    text = pattern.strip()[:MAX_PATH]
    if "://" in text:
        text = "/" + text.partition("://")[2].partition("/")[2]
    pinned = text.endswith("$")
    text = text[:-1] if pinned else text
    text, mark, query = text.partition("?")
    if not text.startswith(("/", "*")):
        text = "/" + text
    body = re.sub(r"/{2,}", "/", _folded(unquote(text, errors="replace")))
    pairs = frozenset(
        (_folded(name), _folded(value)) for name, value in parse_qsl(query, keep_blank_values=True)
    )
    # What stands before a question mark is the whole path: "/?s=" is the front page's search.
    return tuple(re.sub(r"\*+", "*", body).split("*")), pinned or bool(mark), pairs


def _query_matches(wanted: frozenset[tuple[str, str]], query: frozenset[tuple[str, str]]) -> bool:
    """Whether a page's query has all that a rule names, in any order; an empty value in a rule is any, `*`
    within one is any run.
    """
    if not wanted:
        return True
    return all(
        any(name == given and (not value or _value_fits(value, text)) for given, text in query)
        for name, value in wanted
    )


def _value_fits(value: str, text: str) -> bool:
    if "*" not in value:
        return value == text
    return _runs(tuple(re.sub(r"\*+", "*", value).split("*")), text, pinned=True)


def pattern_matches(pattern: str, path: str, query: frozenset[tuple[str, str]] = frozenset()) -> bool:
    """Whether a pattern matches a normal path, as robots.txt has it (RFC 9309 section 2.2.3).

    From the start of the path; `*` is any run of characters, a closing `$` pins the end. Each
    piece between stars is looked for once, leftmost first: linear in the path for a given piece.
    """
    if not pattern.strip():
        return False
    pieces, pinned, wanted = _pieces(pattern)
    if not _query_matches(wanted, query):
        return False
    # Normal paths have no closing slash; a pattern that names one still means that page.
    return _runs(pieces, path, pinned) or (path != "/" and _runs(pieces, path + "/", pinned))


def _runs(pieces: tuple[str, ...], path: str, pinned: bool) -> bool:
    first, *rest = pieces
    if not path.startswith(first):
        return False
    at = len(first)
    if not rest:
        return at == len(path) if pinned else True
    for piece in rest[:-1]:
        found = path.find(piece, at)
        if found < 0:
            return False
        at = found + len(piece)
    last = rest[-1]
    if pinned:
        return path.endswith(last) and len(path) - len(last) >= at
    return path.find(last, at) >= 0


def _near(rules: Sequence[tuple[int, Rule]], place: Place) -> int | None:
    """The rule that almost matched: same first part of the path, or the same path with another query."""
    best: tuple[int, int] | None = None
    for at, rule in rules:
        if rule.kind not in ("exact", "below"):
            continue
        wanted = _wanted(rule.value).path
        shared = len(wanted) if place.path.startswith(wanted) else _common(wanted, place.path)
        if wanted != "/" and shared >= max(3, len(wanted) * 2 // 3) and (best is None or shared > best[0]):
            best = (shared, at)
    return best[1] if best else None


def _common(text: str, other: str) -> int:
    return next(
        (at for at, (a, b) in enumerate(zip(text, other, strict=False)) if a != b), min(len(text), len(other))
    )
