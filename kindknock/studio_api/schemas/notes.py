"""Notes that visitors left."""

from datetime import datetime
from typing import Literal

from ninja import Field, Schema


class NoteOut(Schema):
    """A note a visitor left. `by_email` says whether it can be answered from here; else `call` and `text`
    are links.
    """

    id: int
    name: str
    reach: str
    by_email: bool
    call: str
    text_link: str
    text: str
    address: str
    title: str
    language: str
    direction: str
    state: str
    answer: str
    answered_by: str
    at: datetime


class NotesOut(Schema):
    notes: list[NoteOut]
    kept_days: int


class AnswerIn(Schema):
    text: str = Field(max_length=5000)


class MarkIn(Schema):
    state: Literal["new", "read", "answered", "done"]
