"""Who did what, and when."""

from datetime import datetime

from ninja import Schema

from .account import ChoiceOut


class DeedOut(Schema):
    id: int
    at: datetime
    who: str
    """Empty for what went by itself."""
    says: str
    kind: str


class DeedsOut(Schema):
    """A page of the history, the newest first; `next` asks for the page after, empty where there is none."""

    deeds: list[DeedOut]
    people: list[ChoiceOut]
    next: str
