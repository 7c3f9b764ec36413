"""What an owner would forget or could not know: a site never made live, changes that wait, a paused door, a
line nobody heard, a page on which visitors can't see the button.

Where docs/rules.md is silent: changes of today don't count as forgotten; days are the business's.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, tzinfo
from typing import Literal


@dataclass(frozen=True, slots=True)
class Reminder:
    """`door` is a key where it is about one; `since` the local day it began where that matters; `page` a
    path, with `more` others in the same `trouble` (covered, outside or hidden).
    """

    code: Literal["never_live", "waiting", "paused", "unheard", "unseen"]
    door: str = ""
    since: date | None = None
    page: str = ""
    more: int = 0
    trouble: str = ""


def reminders(
    *,
    at: datetime,
    clock: tzinfo,
    is_live: bool,
    changed_since: datetime | None,
    paused: Sequence[tuple[str, datetime]],
    is_heard: bool,
    unseen: Sequence[tuple[str, str]] = (),
) -> tuple[Reminder, ...]:
    """Everything to be reminded of, what keeps visitors from the button first. `changed_since` is None
    while all is live; `unseen` holds (path, trouble) of pages where the button could not be seen.
    """
    out = [Reminder("paused", door, since.astimezone(clock).date()) for door, since in paused]
    if not is_live:
        return (Reminder("never_live"), *out)
    if (
        changed_since is not None
        and (day := changed_since.astimezone(clock).date()) < at.astimezone(clock).date()
    ):
        out.append(Reminder("waiting", since=day))
    for trouble in dict.fromkeys(trouble for _, trouble in unseen):
        pages = [path for path, other in unseen if other == trouble]
        out.append(Reminder("unseen", page=pages[0], more=len(pages) - 1, trouble=trouble))
    if not is_heard:
        out.append(Reminder("unheard"))
    return tuple(out)
