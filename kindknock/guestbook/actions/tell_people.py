"""Mail new words to the person they are for: who has the entry, else who was asked, else the owners."""

from datetime import datetime

from django.conf import settings

from kindknock.accounts.mailing import post
from kindknock.people.actions.phone_page import phone_page
from kindknock.people.models import Assistant

from ..letters import letter_of
from ..live_asks import asks_of, live_setup
from ..models import Entry, Message
from ..whom import keys_of, owners_of


def tell_of(entry: Entry, message: Message, *, at: datetime) -> None:
    """Within the caller's transaction. Kept answers are mailed only as the door's *Asks first* has it."""
    if message.kind == Message.Kind.ASKED:
        asks = asks_of(live_setup(message.site), message.door) if message.site else None
        if asks is None or asks.mails == "no":
            return
        if asks.mails == "named":
            for email in asks.mail_to:
                _post(email, entry, message, None)
            return
    person = _person_for(entry, message)
    if person is not None:
        _post(person.notice_email, entry, message, person)
        return
    for email in owners_of(entry.business):
        _post(email, entry, message, None)


def _person_for(entry: Entry, message: Message) -> Assistant | None:
    """Who has it, else whom it was for, where they have an email for notices."""
    held = keys_of([entry.holder])
    keys = [*held, *([message.person.key] if message.person else [])]
    found = {
        person.key: person
        for person in Assistant.objects.filter(business=entry.business, key__in=keys, removed_at=None)
        if person.notice_email
    }
    return next((found[key] for key in keys if key in found), None)


def _post(email: str, entry: Entry, message: Message, person: Assistant | None) -> None:
    page = f"{settings.ENV.origin}/in/{phone_page(person)}" if person else ""
    text = letter_of(
        entry,
        message,
        to_person=person.name if person else "",
        phone_page=page,
        days=message.told_days,
    )
    post(email, f"A note for {entry.business.name}", text, reply_to=message.email)
