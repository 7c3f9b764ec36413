"""What stands in a page of the line, and what would keep it from working.

Left to others: fetching the page, the verdict for it, the sentences. Nothing here raises, whatever the page
holds.
"""

import re
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from ..pages.html import LEAST_WORDS, MOST_CHARACTERS, document_of
from .policy import Blocked, blocked, parts_of

_PINNED = re.compile(r"/k/k\.[0-9a-f]{16}\.js$")
_RUNS = (
    "",
    "module",
    "text/javascript",
    "application/javascript",
    "application/ecmascript",
    "text/ecmascript",
)
"""Types of a script that a browser runs (HTML, 4.12.1)."""


@dataclass(frozen=True, slots=True)
class Line:
    """The line as it should stand: the site's key, and where our script is."""

    key: str
    script: str


@dataclass(frozen=True, slots=True)
class Served:
    """A page as it was answered. `headers` by name in small letters; where one came twice, joined by
    commas."""

    html: str
    address: str
    headers: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Sight:
    """What was seen. `code` is the likeliest and weightiest of what is amiss, or `found`; `place` head or
    body; `count` how often the line stands there; `other_key` of another site; `blocks` what the page's
    policy stops. `notes` are codes of what may matter besides: no_crossorigin, pinned, waits, consent,
    cached, draws_itself, frames.

    Codes, the weightiest first: blocked_script, blocked_connection, found, held_back, other_key, no_key,
    other_origin, noscript, commented, as_text, draws_itself, missing.
    """

    code: str
    place: str = ""
    count: int = 0
    other_key: str = ""
    blocks: tuple[Blocked, ...] = ()
    notes: tuple[str, ...] = ()
    age_s: int = 0


def look(page: Served, line: Line) -> Sight:
    """What a page as served says of the line."""
    html = page.html[:MOST_CHARACTERS]
    document = document_of(html)
    if document is None:
        return Sight("missing")
    scripts = [item for item in document.iter("script") if _is_ours(item, line)]
    running = [item for item in scripts if _runs(item) and not _within(item, "noscript", "template")]
    right = [item for item in running if _key_of(item) == line.key and _is_at(item, line)]
    notes = _notes(page, document, right)
    if right:
        stops = blocked(
            _policies(page, document),
            script=line.script,
            page=page.address,
            nonce=str(right[0].get("nonce") or ""),
        )
        code = f"blocked_{stops[0].what}" if stops else "found"
        place = "head" if _within(right[0], "head") else "body"
        return Sight(code, place, len(right), blocks=stops, notes=notes, age_s=_age(page))
    code, other = _amiss(html, document, scripts, line)
    if code == "missing" and "draws_itself" in notes:
        code = "draws_itself"
    return Sight(code, count=len(scripts), other_key=other, notes=notes, age_s=_age(page))


def lines_in(document: Any) -> list[tuple[str, str]]:
    """(key, address of the script) of every line of ours that runs, whichever site it is of."""
    nowhere = Line("", "")
    return [
        (_key_of(script), _src(script))
        for script in document.iter("script")
        if _is_ours(script, nowhere)
        and _key_of(script)
        and _runs(script)
        and not _within(script, "noscript", "template")
    ]


def _src(script: Any) -> str:
    return str(script.get("src") or script.get("data-src") or "")


def _is_ours(script: Any, line: Line) -> bool:
    """Our script by its address, or another's that carries a site's key for `k.js`."""
    path = parts_of(_src(script)).path
    return path.endswith("/k.js") or path == "k.js" or _src(script) == line.script or _is_pinned(script)


def _is_at(script: Any, line: Line) -> bool:
    """On our origin; a path without a host is the page's own, so it isn't."""
    ours, theirs = parts_of(line.script), parts_of(str(script.get("src") or ""))
    same = theirs.path == ours.path or _is_pinned(script)
    return theirs.netloc.lower() == ours.netloc.lower() and same


def _is_pinned(script: Any) -> bool:
    """The form whose name says what is in it, for sites that demand `integrity`."""
    return _PINNED.search(parts_of(_src(script)).path) is not None


def _key_of(script: Any) -> str:
    return str(script.get("data-site") or "").strip()


def _runs(script: Any) -> bool:
    return str(script.get("type") or "").strip().lower() in _RUNS and script.get("src") is not None


def _within(element: Any, *names: str) -> bool:
    return any(parent.tag in names for parent in element.iterancestors())


def _amiss(html: str, document: Any, scripts: list[Any], line: Line) -> tuple[str, str]:
    """(why the right line doesn't stand there, the other site's key)."""
    for script in scripts:
        key = _key_of(script)
        if not _runs(script) and not _within(script, "noscript", "template"):
            return "held_back", ""
        if _runs(script) and not _within(script, "noscript", "template"):
            if not key:
                return "no_key", ""
            return ("other_key", key) if key != line.key else ("other_origin", "")
    if any(_within(script, "noscript", "template") for script in scripts) or _in_raw("noscript", html, line):
        return "noscript", ""
    if any(line.script in comment for comment in re.findall(r"<!--(.*?)-->", html, re.DOTALL)):
        return "commented", ""
    if line.script in str(document.text_content()) or ("&lt;script" in html and line.script in html):
        return "as_text", ""
    return "missing", ""


def _in_raw(tag: str, html: str, line: Line) -> bool:
    """Within an element whose inside some parsers take as text."""
    start = html.lower().find(f"<{tag}")
    while start >= 0:
        end = html.lower().find(f"</{tag}", start)
        if line.script in html[start : end if end > 0 else len(html)]:
            return True
        start = html.lower().find(f"<{tag}", start + 1)
    return False


def _policies(page: Served, document: Any) -> list[str]:
    header = page.headers.get("content-security-policy", "")
    metas = [
        str(item.get("content") or "")
        for item in document.iter("meta")
        if str(item.get("http-equiv") or "").lower() == "content-security-policy"
    ]
    return [policy for policy in (header, *metas) if policy.strip()]


def _notes(page: Served, document: Any, right: list[Any]) -> tuple[str, ...]:
    out = []
    if right and right[0].get("crossorigin") is None:
        out.append("no_crossorigin")
    if right and _is_pinned(right[0]):
        out.append("pinned")
    if right and right[0].get("data-wait") is not None:
        out.append("waits")
    held = [item for item in document.iter("script") if item.get("type") and not _runs_type(item)]
    if any("consent" in str(dict(item.attrib)).lower() or item.get("data-src") for item in held):
        out.append("consent")
    if _age(page) > 0:
        out.append("cached")
    body = document.find("body")
    words = "".join(_words(body).split()) if body is not None else ""
    if len(words) < LEAST_WORDS and any(True for _ in document.iter("script")):
        out.append("draws_itself")
    if any(True for _ in document.iter("frame")) or (
        len(words) < LEAST_WORDS and any(True for _ in document.iter("iframe"))
    ):
        out.append("frames")
    return tuple(out)


def _runs_type(script: Any) -> bool:
    kind = str(script.get("type") or "").strip().lower()
    return kind in _RUNS or "json" in kind or kind in ("importmap", "speculationrules")


def _words(element: Any) -> str:
    """The words of an element that a reader sees, without scripts and styles."""
    texts = element.xpath(".//text()[not(ancestor::script or ancestor::style or ancestor::noscript)]")
    return " ".join(str(text) for text in texts)


def _age(page: Served) -> int:
    """How many seconds a cache between has held the page (RFC 9111, 5.1)."""
    age = page.headers.get("age", "").strip()
    return int(age[:10]) if age.isascii() and age.isdigit() else 0
