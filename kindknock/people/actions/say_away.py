"""Say that an assistant is away until a moment, or back. Live at once."""

from datetime import datetime

from django.db import transaction

from kindknock.accounts.models import User

from ..models import Absence, Assistant
from .keep_version import keep_version


class AwayRefused(Exception):
    """Away until a moment that is not to come."""


def say_away(
    assistant: Assistant,
    *,
    until: datetime,
    at: datetime,
    word: str = "",
    is_told: bool = False,
    by: User | None = None,
) -> Absence:
    """Take somebody out from `at` until then; an absence that runs is ended first. Raises AwayRefused."""
    if until <= at:
        raise AwayRefused
    with transaction.atomic():
        _end_running(assistant, at)
        absence = Absence.objects.create(
            assistant=assistant, since=at, until=until, word=word.strip()[:200], is_told=is_told, by=by
        )
        keep_version(
            assistant.business,
            {"what": "away", "key": assistant.key, "until": until.isoformat()},
            by=by,
            at=at,
        )
    return absence


def say_back(assistant: Assistant, *, at: datetime, by: User | None = None) -> None:
    """End the absence that runs. Saying it twice changes nothing."""
    with transaction.atomic():
        if _end_running(assistant, at):
            keep_version(assistant.business, {"what": "back", "key": assistant.key}, by=by, at=at)


def _end_running(assistant: Assistant, at: datetime) -> int:
    running = assistant.absences.filter(since__lte=at, until__gt=at)
    begun_now, _ = running.filter(since=at).delete()
    return begun_now + running.update(until=at)
