"""Tell new words to whom they are for: who has the entry, else who was asked, else everybody who hears of
what is for nobody.
"""

from collections.abc import Callable
from datetime import datetime

from django.conf import settings

from kindknock.accounts.letters import Letter
from kindknock.accounts.mailing import post_letter
from kindknock.accounts.models import Membership
from kindknock.accounts.notices import Somebody, Words, tell_members, tell_somebody
from kindknock.people.actions.phone_page import phone_page
from kindknock.people.models import Assistant

from ..letters import letter_of
from ..live_asks import asks_of, live_setup
from ..models import Entry, Message
from ..whom import keys_of


def tell_of(entry: Entry, message: Message, *, at: datetime) -> None:
    """Within the caller's transaction. Kept answers are mailed only as the door's *Asks first* has it."""
    if message.kind == Message.Kind.ASKED:
        asks = asks_of(live_setup(message.site), message.door) if message.site else None
        if asks is None or asks.mails == "no":
            return
        if asks.mails == "named":
            language = next(iter(entry.business.languages), "en")
            words = letter_of(entry, message, language)
            for email in asks.mail_to:
                post_letter(email, Letter(words.subject, words.text, language), reply_to=words.reply_to)
            return
    person = _person_for(entry, message)
    if person is not None and not _is_member(person):
        tell_person(
            entry, person, lambda language, page: _words(entry, message, person, language, page), at=at
        )
        return
    about, among = about_entry(entry), _members_for(entry, person)
    tell_members(
        entry.business,
        "note",
        lambda member, language: letter_of(entry, message, language),
        at=at,
        about=about,
        among=among,
    )


def about_entry(entry: Entry) -> str:
    """What its notices name, so that they go with it."""
    return f"entry:{entry.pk}"


def tell_person(entry: Entry, person: Assistant, write: Callable[[str, str], Words], *, at: datetime) -> None:
    """Somebody without an account, with the address of their own page."""
    page = f"{settings.ENV.origin}/in/{phone_page(person)}"
    own = person.business.hours.filter(whose="person", key=person.key).values_list("zone", flat=True).first()
    language = next(iter(person.languages), "") or next(iter(entry.business.languages), "en")
    who = Somebody(
        person.key, person.notice_email, own or entry.business.zone, language, person.hears_at_night
    )
    tell_somebody(entry.business, who, "note", lambda tag: write(tag, page), at=at, about=about_entry(entry))


def _words(entry: Entry, message: Message, person: Assistant, language: str, page: str) -> Words:
    return letter_of(entry, message, language, phone_page=page, person=person.name)


def _is_member(person: Assistant) -> bool:
    return person.business.memberships.filter(user__email__iexact=person.notice_email).exists()


def _members_for(entry: Entry, person: Assistant | None) -> list[Membership]:
    """Only whom it is for, where that is a member; else everybody."""
    found = entry.business.memberships.select_related("user", "business").order_by("pk")
    if person is not None:
        return list(found.filter(user__email__iexact=person.notice_email))
    if entry.holder.startswith("user:"):
        return list(found.filter(user=int(entry.holder.partition(":")[2])))
    return list(found)


def _person_for(entry: Entry, message: Message) -> Assistant | None:
    """Who has it, else whom it was for, where they have an email for notices."""
    held = keys_of([entry.holder])
    keys = [*held, *([message.person.key] if message.person else [])]
    found = {
        person.key: person
        for person in Assistant.objects.select_related("business").filter(
            business=entry.business, key__in=keys, removed_at=None
        )
        if person.notice_email
    }
    return next((found[key] for key in keys if key in found), None)
