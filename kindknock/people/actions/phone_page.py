"""The private address of an assistant's phone page: made when first wanted, renewed at will."""

import secrets
from datetime import datetime, time, timedelta, tzinfo

from kindknock.core.words.moments import end_of_day

from ..models import Assistant

TOKEN_BYTES = 12


def phone_page(assistant: Assistant, *, renew: bool = False) -> str:
    """The token of the page; a renewed one ends the one before at once."""
    if renew or not assistant.phone_token:
        assistant.phone_token = secrets.token_urlsafe(TOKEN_BYTES)
        assistant.save(update_fields=["phone_token"])
    return assistant.phone_token


def moment_chosen(choice: str, now: datetime, clock: tzinfo) -> datetime | None:
    """What a choice of the page means: minutes from now (`m30`), the rest of today (`today`), days (`d3`:
    until that midnight), or a reading `HH:MM` (today, else tomorrow). None for what can't be read.
    """
    local = now.astimezone(clock)
    kind, number = choice[:1], choice[1:]
    if choice == "today":
        return end_of_day(now, clock)
    if kind in "md" and number.isdecimal() and 0 < int(number) < 100_000:
        return (
            now + timedelta(minutes=min(int(number), 60 * 24 * 60))
            if kind == "m"
            else end_of_day(now, clock, min(int(number), 60))
        )
    hour, _, minute = choice.partition(":")
    if hour.isdecimal() and minute.isdecimal() and int(hour) < 24 and int(minute) < 60:
        at = datetime.combine(local.date(), time(int(hour), int(minute)), clock)
        return at if at > now else at + timedelta(days=1)
    return None
