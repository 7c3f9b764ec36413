"""The guestbook: who wrote, what became of it, and what is kept how long."""

from datetime import date, datetime
from typing import Literal

from ninja import Field, Schema


class HandOut(Schema):
    """Somebody who can have an entry."""

    whom: str
    name: str
    is_gone: bool


class EntryRow(Schema):
    """A line of the list. `asked` and `holder_name` are names, empty for nobody."""

    id: int
    who: str
    state: Literal["waiting", "taken", "done", "not_ours", "apart"]
    unread: bool
    begins: str
    direction: str
    path: str
    app_name: str
    asked: str
    holder: str
    holder_name: str
    has_step: bool
    at: datetime


class SumsOut(Schema):
    """How many there are of all: by state, for me, held by nobody, unread; and since when."""

    waiting: int
    taken: int
    done: int
    not_ours: int
    apart: int
    mine: int
    nobody: int
    unread: int
    first_at: datetime | None


class EntriesOut(Schema):
    """`next` goes into `after` for the next lines, empty at the end; `sums` only where not left out."""

    entries: list[EntryRow]
    next: str
    sums: SumsOut | None
    hands: list[HandOut]
    me: str
    kept_days: int


class GuestAnswerOut(Schema):
    label: str
    answer: str


class MessageOut(Schema):
    """What came in at once. `auto_reply` says what became of the automatic reply, in words."""

    id: int
    kind: Literal["note", "asked"]
    text: str
    direction: str
    answers: list[GuestAnswerOut]
    address: str
    title: str
    language: str
    country: str
    app: str
    app_name: str
    initials: str
    asked: str
    privacy_words: str
    auto_reply: str
    at: datetime


class FileOut(Schema):
    id: int
    name: str
    size: int


class ReplyOut(Schema):
    id: int
    by: str
    app: str
    app_name: str
    to: str
    text: str
    state: Literal["sending", "sent", "refused", "in_doubt", "opened"]
    error: str
    files: list[FileOut]
    at: datetime


class TeamNoteOut(Schema):
    id: int
    by: str
    text: str
    at: datetime


class GuestWayOut(Schema):
    """An app they can be answered in, as links: `with_text` holds `{text}` where the words go."""

    app: str
    name: str
    bare: str | None
    with_text: str | None
    limit: int
    copies: bool
    to: str


class ReadyOut(Schema):
    name: str
    text: str


class EntryOut(EntryRow):
    name: str
    email: str
    phone: str
    """As people read it."""
    messages: list[MessageOut]
    replies: list[ReplyOut]
    notes: list[TeamNoteOut]
    ways: list[GuestWayOut]
    next_text: str
    next_at: datetime | None
    next_whom: str
    open_by: str
    """Who else has it open just now."""
    kept_until: date
    apart_until: datetime | None
    ready: list[ReadyOut]
    """Ready answers, filled for this person."""


class HandIn(Schema):
    whom: str = Field(max_length=40)


class MarkIn(Schema):
    state: Literal["waiting", "done", "not_ours"]


class TeamNoteIn(Schema):
    text: str = Field(max_length=20_000)


class NextIn(Schema):
    """`day` and `time` on the shop's clock; an empty text takes the step away."""

    text: str = Field(max_length=1000)
    day: date | None = None
    time: str = Field("", max_length=5)
    whom: str = Field("", max_length=40)


class GuestAnswerIn(Schema):
    text: str = Field(max_length=100_000)
    seen: int = Field(ge=0, le=100_000)


class OpenedIn(GuestAnswerIn):
    app: str = Field(max_length=20)


class OpenOut(Schema):
    open_by: str


class ReadyAnswers(Schema):
    answers: list[ReadyOut] = Field(max_length=60)


class ReadyAnswersIn(ReadyAnswers):
    """`was`: those that stood as the typing began. Not given, whatever stands is replaced."""

    was: list[ReadyOut] | None = Field(None, max_length=60)


class KeptOut(Schema):
    days: int
    choices: list[int]


class KeptIn(Schema):
    days: int = Field(ge=1, le=3650)


class AboutIn(Schema):
    typed: str = Field(max_length=300)


class AboutOut(Schema):
    """What there is about one person."""

    shown: str
    entries: list[EntryRow]
    replies: int
    says: str


class ForgottenOut(Schema):
    deleted: int
    says: str


class DeliveryOut(Schema):
    id: int
    what: str
    state: Literal["waiting", "taken", "given_up"]
    tries: int
    answer: str
    at: datetime


class HookOut(Schema):
    """`says` is how it stands, in a sentence; `stand_in` the demo's own receiver, empty outside the demo."""

    address: str
    secret: str
    is_on: bool
    says: str
    stand_in: str
    deliveries: list[DeliveryOut]


class HookIn(Schema):
    address: str = Field(max_length=2000)


class AutoReplyIn(Schema):
    """`words` by language as they stand in the box."""

    language: str = Field(max_length=35)
    words: dict[str, str] = Field(max_length=60)


class AutoReplyOut(Schema):
    subject: str
    text: str


class SentToOut(Schema):
    to: str
