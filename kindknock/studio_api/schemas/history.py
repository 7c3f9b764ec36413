"""What held when: changes of the timetable, private addresses, reminders."""

from datetime import datetime
from typing import Literal

from ninja import Schema


class TimetableChangeOut(Schema):
    """One change of what holds at once. `can_undo` while what it made still stands."""

    number: int
    at: datetime
    by: str
    says: list[str]
    can_undo: bool


class ShowingIn(Schema):
    of: Literal["draft", "live"]
    days: Literal[1, 7, 30] = 7


class ShowingOut(Schema):
    """A private address that shows one door; `qr` its code as SVG."""

    of: Literal["draft", "live"]
    link: str
    until: datetime
    qr: str
    is_here_only: bool
    """Whether it leads to this very computer, where no phone can follow."""
