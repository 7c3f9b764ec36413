"""Words that came in, taken in by the same action as a visitor's."""

import uuid
from datetime import UTC, datetime
from typing import Any

from kindknock import clock
from kindknock.doors.actions.open_business import Opened
from kindknock.guestbook.actions.take_in import Answer, Arrived, take_in
from kindknock.guestbook.models import Entry, Message

AT = datetime(2026, 11, 25, 11, tzinfo=UTC)


def arrived(opened: Opened, number: int = 1, **more: Any) -> Arrived:
    """A left note of Wilma's, otherwise where it is said."""
    values: dict[str, Any] = {
        "client_id": uuid.UUID(int=number),
        "site_key": opened.site.key,
        "door": opened.door.key,
        "name": "Wilma",
        "reach": "wilma@harbourmail.example",
        "text": "Two spokes.\nFriday?",
        "address": "https://averilcycles.example/workshop",
        "title": "The workshop",
        "language": "en",
        "at": AT,
    }
    return Arrived(**values | more)


def an_answer(kind: str, answer: str, *, key: str = "q", label: str = "?") -> Answer:
    return Answer(key, kind, label, answer)


def an_entry(opened: Opened, number: int = 1, **more: Any) -> Entry:
    take_in(arrived(opened, number, **{"at": clock.now()} | more))
    return Message.objects.get(client_id=uuid.UUID(int=number)).entry
