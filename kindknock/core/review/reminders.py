"""What an owner would forget: a site never made live, changes that wait, a paused door, a line nobody heard.

Where docs/rules.md is silent: changes of today don't count as forgotten; days are the business's.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, tzinfo
from typing import Literal


@dataclass(frozen=True, slots=True)
class Reminder:
    """`door` is a key where it is about one; `since` the local day it began where that matters."""

    code: Literal["never_live", "waiting", "paused", "unheard"]
    door: str = ""
    since: date | None = None


def reminders(
    *,
    at: datetime,
    clock: tzinfo,
    is_live: bool,
    changed_since: datetime | None,
    paused: Sequence[tuple[str, datetime]],
    is_heard: bool,
) -> tuple[Reminder, ...]:
    """Everything to be reminded of, what keeps visitors from the button first. `changed_since` is None
    while all is live.
    """
    out = [Reminder("paused", door, since.astimezone(clock).date()) for door, since in paused]
    if not is_live:
        return (Reminder("never_live"), *out)
    if (
        changed_since is not None
        and (day := changed_since.astimezone(clock).date()) < at.astimezone(clock).date()
    ):
        out.append(Reminder("waiting", since=day))
    if not is_heard:
        out.append(Reminder("unheard"))
    return tuple(out)
