"""Reads a few pages of a website, for what they tell of its business: the home page first, then those it
leads to.

At most five pages, 3 MB and 8 seconds, two at a time, and nothing that its robots.txt shuts us out of (RFC
9309). It goes step by step, so that whoever waits sees how it goes and can end it; whoever no longer asks
for the next step ends it.
"""

import logging
import queue
import threading
import time
from collections.abc import Callable, Generator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from typing import Literal
from urllib.parse import urljoin, urlsplit

from protego import Protego

from kindknock.core.found import MOST_PAGES
from kindknock.core.found.links import Leads, leads_of
from kindknock.core.found.page import Source

from .fetching import MANIFESTS, PAGES, PLAIN, STYLES, Bounds, Fetched, NotFetched

log = logging.getLogger(__name__)
MOST_SECONDS, MOST_BYTES, AT_ONCE = 8.0, 3_000_000, 2
MOST_OF_A_SHEET, MOST_OF_ROBOTS = 400_000, 500_000
"""Five hundred kilobytes of robots.txt are to be read, says RFC 9309, 2.5."""
NAME = "KindKnock"
READINGS = threading.BoundedSemaphore(1)
"""Of the threads of a process that answer visitors, those that may read a website at once."""
Get = Callable[[str, Bounds], Fetched]


@dataclass(frozen=True, slots=True)
class Step:
    """`path` is about to be read, was read, or was left (`why` as NotFetched has it, or `robots`)."""

    what: Literal["reading", "read", "left"]
    path: str
    why: str = ""


@dataclass(frozen=True, slots=True)
class Website:
    """What came of it: its pages, the home page first; seconds from the first question to the last answer."""

    sources: tuple[Source, ...]
    took_s: float


def read_website(
    address: str, *, get: Get, seconds: float = MOST_SECONDS
) -> Generator[Step | Website, None, None]:
    """Steps, then what came of them. Raises NotFetched where not even the home page can be had, with `robots`
    where its robots.txt keeps us out.
    """
    began = time.monotonic()
    ends = began + seconds
    yield Step("reading", path_of(address))
    may = _rules(address, get, ends)
    if not may(address):
        raise NotFetched("robots")
    home = get(address, Bounds(ends, PAGES, MOST_BYTES))
    if host_of(home.address) != host_of(address):
        # Where it led elsewhere, that house's rules hold.
        may = _rules(home.address, get, ends)
        if not may(home.address):
            raise NotFetched("robots")
    yield Step("read", path_of(home.address))
    source = Source(home.address, home.html)
    leads = leads_of(source, most=MOST_PAGES - 1)
    rest = yield from _Rest(home, leads, may, get, ends).steps()
    styles = tuple(rest[each] for each in leads.styles if each in rest)
    source = replace(source, styles=styles, manifest=rest.get(leads.manifest, ""))
    pages = [Source(each, rest[each]) for each in leads.pages if each in rest]
    yield Website((source, *pages), time.monotonic() - began)


def path_of(address: str) -> str:
    parts = urlsplit(address)
    return (parts.path or "/") + (f"?{parts.query}" if parts.query else "")


def host_of(address: str) -> str:
    return (urlsplit(address).hostname or "").lower()


def _rules(address: str, get: Get, ends: float) -> Callable[[str], bool]:
    """Whether we may read an address of this host: all of them where there is no robots.txt, none where it
    can't be had (RFC 9309, 2.3.1).
    """
    try:
        text = get(urljoin(address, "/robots.txt"), Bounds(ends, (*PLAIN, *PAGES), MOST_OF_ROBOTS)).html
    except NotFetched as error:
        if error.code in ("gone", "shut", "not_a_page"):
            return lambda _: True
        raise
    rules = Protego.parse("" if "<html" in text[:500].lower() else text)
    return lambda each: bool(rules.can_fetch(each, NAME))


@dataclass(frozen=True, slots=True)
class _Heard:
    """Of one address: a step to show, and its text once there is nothing more to come."""

    address: str
    step: Step | None = None
    is_done: bool = True
    text: str = ""


class _Rest:
    """All but the home page, two at a time. What can't be had is left out."""

    def __init__(
        self, home: Fetched, leads: Leads, may: Callable[[str], bool], get: Get, ends: float
    ) -> None:
        self._host, self._may, self._get, self._ends = host_of(home.address), may, get, ends
        self._heard: queue.SimpleQueue[_Heard] = queue.SimpleQueue()
        self._over = threading.Event()
        # The style sheets say the colour, which is seen first; they come with the first pages.
        share = max(MOST_BYTES - len(home.html), 0) // max(len(leads.pages) + len(leads.styles), 1)
        sheet = min(share, MOST_OF_A_SHEET)
        self._wanted = {each: Bounds(ends, STYLES, sheet) for each in leads.styles}
        if leads.manifest:
            self._wanted[leads.manifest] = Bounds(ends, MANIFESTS, MOST_OF_A_SHEET)
        self._wanted |= {each: Bounds(ends, PAGES, share) for each in leads.pages}

    def steps(self) -> Generator[Step, None, dict[str, str]]:
        """Steps of pages; answers texts by their addresses."""
        found: dict[str, str] = {}
        waiting = set(self._wanted)
        threads = ThreadPoolExecutor(AT_ONCE, thread_name_prefix="website")
        try:
            for each in self._wanted.items():
                threads.submit(self._one, *each)
            while waiting and (left := self._ends - time.monotonic()) > 0:
                try:
                    heard = self._heard.get(timeout=left)
                except queue.Empty:
                    break
                if heard.is_done:
                    waiting.discard(heard.address)
                if heard.text:
                    found[heard.address] = heard.text
                if heard.step is not None:
                    yield heard.step
        finally:
            self._over.set()
            threads.shutdown(wait=False, cancel_futures=True)
        return found

    def _one(self, address: str, bounds: Bounds) -> None:
        if self._over.is_set():
            return
        path, text, why = path_of(address), "", ""
        tells = bounds.kinds == PAGES
        if not (self._may(address) or host_of(address) != self._host):
            why = "robots"
        else:
            if tells:
                self._heard.put(_Heard(address, Step("reading", path), is_done=False))
            try:
                text = self._get(address, bounds).html
            except NotFetched as error:
                why = error.code
            except Exception:
                # Whatever a stranger's server makes of it, the others are still to be had.
                log.warning("a page could not be read", exc_info=True)
                why = "unreachable"
        step = Step("left", path, why) if why else Step("read", path)
        self._heard.put(_Heard(address, step if tells else None, text=text))
