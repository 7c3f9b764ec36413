"""Keep a note a visitor left, and email those who look after the business."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from django.conf import settings
from django.db import transaction

from kindknock.accounts.mailing import post
from kindknock.core.addresses import read_contact
from kindknock.sites.models import Site

from ..models import LeftNote

KEPT_DAYS = 90
"""How long a note is kept, as the card says and the daily job does."""


@dataclass(frozen=True, slots=True)
class Left:
    """A note as sent by the button; `at` is our clock."""

    client_id: UUID
    site_key: str
    door: str
    name: str
    reach: str
    text: str
    address: str
    title: str
    language: str
    privacy_words: str
    at: datetime


class NoteRefused(Exception):
    """A note without words, or with nothing to answer to: `code` is need_note or need_reach."""

    def __init__(self, code: str) -> None:
        super().__init__(code)
        self.code = code


def read_reach(typed: str, country: str) -> str | None:
    """An email or a number as kept, or None where it is neither."""
    for app in ("email", "phone"):
        reading = read_contact(typed, app=app, country=country or None)
        if reading.ok:
            return reading.canonical
    return None


def leave_note(left: Left) -> bool:
    """Store it once however often it is sent, with a letter to every member. Raises NoteRefused; False for
    an unknown site.
    """
    if not left.text.strip():
        raise NoteRefused("need_note")
    site = Site.objects.select_related("business").filter(key=left.site_key).first()
    if site is None:
        return False
    reach = read_reach(left.reach, site.business.country)
    if reach is None:
        raise NoteRefused("need_reach")
    with transaction.atomic():
        note, is_new = LeftNote.objects.get_or_create(
            client_id=left.client_id,
            defaults={
                "site": site,
                "door": left.door,
                "name": left.name.strip()[:120],
                "reach": reach[:254],
                "text": left.text.strip()[:5000],
                "address": left.address[:2000],
                "title": left.title[:300],
                "language": left.language[:35],
                "privacy_words": left.privacy_words[:2000],
                "at": left.at,
            },
        )
        if is_new:
            for email in site.business.memberships.values_list("user__email", flat=True):
                post(email, f"A note for {site.business.name}", letter_of(note))
    return True


def letter_of(note: LeftNote) -> str:
    """The letter about a note, for whoever answers."""
    who = f"{note.name} ({note.reach})" if note.name else note.reach
    return (
        f"{who} left a note on {note.title or note.address or 'your website'}:\n\n{note.text}\n\n"
        f"Answer it here:\n{settings.ENV.origin}/notes/{note.site.key}\n\n"
        f"It was written on {note.address or 'an unknown page'} and is deleted after {KEPT_DAYS} days.\n"
    )
