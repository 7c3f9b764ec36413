"""What visitors ask again and again, and what became of it."""

from typing import Literal

from ninja import Schema

GroupState = Literal["open", "answered", "on_page", "not_worth"]


class AskedGroupOut(Schema):
    """One question that many asked. `says` is how many and where; `since` what became of it, where it is
    done; `piece` the answer that was begun for it.
    """

    number: int
    wording: str
    language: str
    says: str
    more: str
    state: GroupState
    since: str
    piece: str


class SettleIn(Schema):
    state: GroupState


class BegunAnswerOut(Schema):
    piece: str
