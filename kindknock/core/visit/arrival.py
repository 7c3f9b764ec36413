"""When the button appears, when it nudges, when it opens by itself (docs/rules.md 6), as a plan to carry out.

The button carries the plan out and decides nothing; here it is read from what the owner wrote, and
told in the order things happen. Where docs/rules.md is silent: delays are whole seconds up to an hour;
scrolling is told in percent of the page's length; a page number counts this visit's pages.
"""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Literal

HowOften = Literal["every_page", "once_a_visit", "once_a_day", "once"]
MOST_SECONDS = 3600
VISIT_IDLE_MINUTES = 30
CLOSED_FOR_DAYS = 30


@dataclass(frozen=True, slots=True)
class Seconds:
    """A delay as read, or the code of why not."""

    seconds: int = 0
    error: str | None = None


def read_seconds(typed: object) -> Seconds:
    """A delay in seconds as typed. Errors: empty, negative, not_a_number, too_long. `4`, `4 s`, `4
    seconds`, `1 min`.
    """
    text = str(typed).strip().casefold().replace(",", ".")
    if not text:
        return Seconds(error="empty")
    match = re.fullmatch(
        r"([-−+]?\d+(?:\.\d+)?)\s*(s|sec|secs|second|seconds|m|min|mins|minute|minutes)?\.?", text
    )
    if match is None:
        return Seconds(error="not_a_number")
    value = float(match.group(1).replace("−", "-")) * (60 if (match.group(2) or "s").startswith("m") else 1)
    if value < 0:
        return Seconds(error="negative")
    if value > MOST_SECONDS:
        return Seconds(error="too_long")
    return Seconds(round(value))


@dataclass(frozen=True, slots=True)
class Arrival:
    """`seconds` and `scroll_percent`, whichever comes first; None for one that isn't set; from page `page`
    on.
    """

    seconds: int | None = 0
    scroll_percent: int | None = None
    page: int = 1


@dataclass(frozen=True, slots=True)
class Progress:
    """How far a visit has come on this page. `page` counts from 1; a page too short to scroll is scrolled."""

    seconds: float
    scrolled_percent: float = 0.0
    is_scrollable: bool = True
    page: int = 1


def has_arrived(arrival: Arrival, progress: Progress) -> bool:
    """Whether the button stands by now. With neither seconds nor scroll set, at once."""
    if progress.page < arrival.page:
        return False
    if arrival.seconds is None and arrival.scroll_percent is None:
        return True
    by_time = arrival.seconds is not None and progress.seconds >= arrival.seconds
    scrolled = 100.0 if not progress.is_scrollable else progress.scrolled_percent
    return by_time or (arrival.scroll_percent is not None and scrolled >= arrival.scroll_percent)


@dataclass(frozen=True, slots=True)
class Memory:
    """What a browser remembers of a nudge or an opening; all unknown where storage is refused."""

    shown_this_page: bool = False
    shown_this_visit: bool = False
    days_since_shown: float | None = None
    shown_with_these_words: bool = False
    closed_this_visit: bool = False
    days_since_closed: float | None = None
    closed_with_these_words: bool = False


def may_show(how_often: HowOften, memory: Memory) -> bool:
    """Whether a nudge may come up again. A close always wins: this visit, and for 30 days unless its words
    changed.
    """
    if memory.closed_this_visit or memory.shown_this_page:
        return False
    if (
        memory.days_since_closed is not None
        and memory.days_since_closed < CLOSED_FOR_DAYS
        and memory.closed_with_these_words
    ):
        return False
    if how_often == "once_a_visit":
        return not memory.shown_this_visit
    if how_often == "once_a_day":
        return memory.days_since_shown is None or memory.days_since_shown >= 1
    if how_often == "once":
        return not memory.shown_with_these_words
    return True


def arrival_from(document: Mapping[str, Any]) -> Arrival:
    """An arrival out of a document; what can't be read is taken as not said."""
    seconds, scroll, page = document.get("seconds"), document.get("scroll_percent"), document.get("page")
    return Arrival(
        min(max(int(seconds), 0), MOST_SECONDS)
        if isinstance(seconds, int | float)
        else None
        if scroll
        else 0,
        min(max(int(scroll), 0), 100) if isinstance(scroll, int | float) else None,
        max(int(page), 1) if isinstance(page, int) else 1,
    )
