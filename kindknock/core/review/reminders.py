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
    `channel` of the door that nobody came through for long; `host` as core keeps it.
    """

    code: Literal["never_live", "waiting", "paused", "unheard", "unseen", "silent", "stranger", "unused"]
    door: str = ""
    channel: str = ""
    host: str = ""
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
    silent: Sequence[str] = (),
    strangers: Sequence[str] = (),
    unused: Sequence[tuple[str, str]] = (),
) -> tuple[Reminder, ...]:
    """Everything to be reminded of, what keeps visitors from the button first. `changed_since` is None
    while all is live; `unseen` holds (path, trouble) of pages where the button could not be seen; `silent`
    and `strangers` hosts; `unused` (door, channel) that nobody came through for eight weeks.
    """
    out = [Reminder("paused", door, since=since.astimezone(clock).date()) for door, since in paused]
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
    out += [Reminder("silent", host=host) for host in silent]
    if strangers:
        out.append(Reminder("stranger", host=strangers[0], more=len(strangers) - 1))
    if not is_heard:
        out.append(Reminder("unheard"))
    out += [Reminder("unused", door, channel) for door, channel in unused[:1]]
    return tuple(out)
