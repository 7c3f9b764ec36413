"""How a web address is heard of: never, lately, gone quiet; and which pages known there never were."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from typing import Literal
from urllib.parse import urljoin, urlsplit

import lxml.html
from lxml.etree import ParserError

from ..addresses.hosts import host_of
from ..pages.rules import path_of

QUIET_AFTER = timedelta(days=2)
DAILY_DAYS, OF_DAYS = 5, 7
"""Heard on so many of the days before it went quiet, it was heard daily."""
NO_QUESTION_AFTER = timedelta(hours=1)
MOST_LINKS = 200
MOST_CHARACTERS = 1_000_000
_NO_PAGE = (".pdf", ".jpg", ".jpeg", ".png", ".gif", ".webp", ".svg", ".zip", ".mp4", ".ics", ".vcf", ".xml")


@dataclass(frozen=True, slots=True)
class Hearing:
    """When the line was last heard, when our file was last fetched there, when it was last heard there with
    the key of another site; each None for never. `days` are those it was heard on lately, in any order.
    """

    heard: datetime | None
    fetched: datetime | None = None
    other_key: datetime | None = None
    days: tuple[date, ...] = ()


State = Literal["never", "heard", "quiet", "silent"]


def hearing_state(hearing: Hearing, at: datetime) -> State:
    """`silent` is quiet for two days though it was heard daily before; `quiet` without having been."""
    if hearing.heard is None:
        return "never"
    if at - hearing.heard < QUIET_AFTER:
        return "heard"
    last = max(hearing.days, default=hearing.heard.date())
    lately = {day for day in hearing.days if (last - day).days < OF_DAYS}
    return "silent" if len(lately) >= DAILY_DAYS else "quiet"


def hearing_notes(hearing: Hearing) -> tuple[str, ...]:
    """no_question: our file is fetched, and nothing is asked. other_key: the line there has another site's
    key.
    """
    notes = []
    if hearing.other_key and (hearing.heard is None or hearing.other_key > hearing.heard):
        notes.append("other_key")
    elif hearing.fetched and (hearing.heard is None or hearing.fetched - hearing.heard > NO_QUESTION_AFTER):
        notes.append("no_question")
    return tuple(notes)


def links_of(html: str, address: str) -> tuple[str, ...]:
    """Paths of the pages on its own host that a page links to, each once, in its order. Never raises."""
    try:
        document = lxml.html.document_fromstring(html[:MOST_CHARACTERS].encode("utf-8", "replace"))
    except (ParserError, ValueError, AssertionError):
        return ()
    host, found = host_of(address), dict[str, None]()
    for href in document.xpath("//a[@href]/@href"):
        try:
            whole = urljoin(address, str(href).strip())
            parts = urlsplit(whole)
        except ValueError:
            continue
        if parts.scheme not in ("http", "https") or host_of(whole) != host:
            continue
        if not parts.path.lower().endswith(_NO_PAGE):
            found[path_of(whole)] = None
        if len(found) >= MOST_LINKS:
            break
    return tuple(found)


def never_heard(known: Iterable[str], heard: Sequence[str]) -> tuple[str, ...]:
    """Known paths on which the line was never heard, each once, the shortest first."""
    have = set(heard)
    return tuple(sorted(set(known) - have, key=lambda path: (path.count("/"), len(path), path)))
