"""Add and change the people who answer. Draft until published."""

from datetime import datetime
from typing import Any

from django.db import transaction
from pydantic import ValidationError

from kindknock.accounts.models import Business
from kindknock.core import setup as core
from kindknock.sites.keys import new_key

from ..models import Assistant

FIELDS = (
    "name",
    "role",
    "addresses",
    "languages",
    "pages",
    "note",
    "keeps_own_hours",
    "picture",
    "has_initials",
    "is_named",
)


class AssistantRefused(Exception):
    """A value that core's Setup doesn't take: `field` and why."""

    def __init__(self, field: str, why: str) -> None:
        super().__init__(why)
        self.field, self.why = field, why


def add_assistant(business: Business, *, key: str = "", **values: Any) -> Assistant:
    """Put somebody last. Raises AssistantRefused."""
    checked = _checked(key or "new", values)
    with transaction.atomic():
        return Assistant.objects.create(
            business=business, key=key or new_key(), place=business.assistants.count(), **checked
        )


def change_assistant(assistant: Assistant, **values: Any) -> Assistant:
    """Save what is given, each whole. Raises AssistantRefused."""
    checked = _checked(assistant.key, {name: getattr(assistant, name) for name in FIELDS} | values)
    for name in values:
        setattr(assistant, name, checked[name])
    assistant.save(update_fields=list(values))
    return assistant


def put_notice_email(assistant: Assistant, email: str, *, at_night: bool = False) -> None:
    """Where notes for them are mailed, and whether at night too; live at once, no part of the draft."""
    assistant.notice_email, assistant.hears_at_night = email[:254], at_night
    assistant.save(update_fields=["notice_email", "hears_at_night"])


def remove_assistant(assistant: Assistant, *, at: datetime) -> None:
    """Take somebody off the draft; what was counted for them stays."""
    assistant.removed_at = at
    assistant.save(update_fields=["removed_at"])


def _checked(key: str, values: dict[str, Any]) -> dict[str, Any]:
    try:
        person = core.Person.model_validate({"key": key, **values}).model_dump(mode="json")
    except ValidationError as error:
        first = error.errors()[0]
        raise AssistantRefused(".".join(map(str, first["loc"])), first["msg"]) from None
    return {name: person[name] for name in FIELDS}
