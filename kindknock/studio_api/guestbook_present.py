"""Entries of the guestbook as screens get them."""

from collections.abc import Mapping
from datetime import date, datetime, timedelta, tzinfo
from typing import Any, Literal, cast

from babel import Locale
from django.conf import settings

from kindknock.accounts.models import Business
from kindknock.core.addresses import APPS, Links, links_to, read_contact
from kindknock.core.time.hours import is_zone
from kindknock.core.words import direction_of
from kindknock.core.words.fillins import fill
from kindknock.core.words.moments import clock_of
from kindknock.guestbook.actions.hand_over import is_open_elsewhere
from kindknock.guestbook.models import Entry, Message, ReadyAnswer, Reply
from kindknock.guestbook.whom import Hand, name_of
from kindknock.standins.links import pretend_links

from .schemas import (
    EntryOut,
    EntryRow,
    FileOut,
    GuestAnswerOut,
    GuestWayOut,
    MessageOut,
    ReadyOut,
    ReplyOut,
    TeamNoteOut,
)
from .words import language_name

ReplyState = Literal["sending", "sent", "refused", "in_doubt", "opened"]
_TERRITORIES = Locale.parse("en").territories
NUMBER_APPS = ("whatsapp", "signal", "viber", "telegram", "sms", "phone")
"""Apps that reach a number, the likelier first; the one somebody wrote in stands before them."""
AUTO_REPLY = {
    "sent": "Your automatic reply went out.",
    "often": "No automatic reply: this address had one today already.",
    "many": "No automatic reply: thirty had gone out within the hour.",
}


def row_of(entry: Entry, hands: Mapping[str, Hand]) -> EntryRow:
    return EntryRow(**_row(entry, hands))


def _row(entry: Entry, hands: Mapping[str, Hand]) -> dict[str, Any]:
    return {
        "id": entry.pk,
        "who": who_of(entry),
        "state": Entry.State(entry.state).name.lower(),
        "unread": entry.unread,
        "begins": entry.begins,
        "direction": direction_of(entry.language or "en"),
        "path": entry.path,
        "app_name": APPS[entry.app].name if entry.app in APPS else "",
        "asked": _asked_name(entry),
        "holder": entry.holder,
        "holder_name": name_of(hands, entry.holder),
        "has_step": bool(entry.next_text),
        "at": entry.last_at,
    }


def _asked_name(entry: Entry | Message) -> str:
    person = entry.asked if isinstance(entry, Entry) else entry.person
    return (person.name or next(iter(person.role.values()), "")) if person else ""


def who_of(entry: Entry) -> str:
    """A name, else what they can be reached at, else where they are: never made up."""
    if entry.name or entry.email:
        return entry.name or entry.email
    if entry.phone:
        return shown_phone(entry.phone)
    country = country_name(entry.country)
    return f"Someone in {country}" if country else "Someone"


def country_name(code: str) -> str:
    return str(_TERRITORIES.get(code, "")) if code else ""


def shown_phone(number: str) -> str:
    return (read_contact(number, app="phone").shown or number) if number else ""


def entry_of(entry: Entry, hands: Mapping[str, Hand], me: str, *, at: datetime) -> EntryOut:
    """A whole entry for whoever reads it as `me`."""
    is_elsewhere = is_open_elsewhere(entry, me, at=at)
    return EntryOut(
        **_row(entry, hands),
        name=entry.name,
        email=entry.email,
        phone=shown_phone(entry.phone),
        messages=[message_of(message) for message in entry.messages.select_related("person")],
        replies=[reply_of(reply, hands) for reply in entry.replies.prefetch_related("files")],
        notes=[
            TeamNoteOut(id=note.pk, by=name_of(hands, note.by), text=note.text, at=note.at)
            for note in entry.notes.all()
        ],
        ways=ways_of(entry),
        next_text=entry.next_text,
        next_at=entry.next_at,
        next_whom=entry.next_whom,
        open_by=name_of(hands, entry.open_by) if is_elsewhere else "",
        kept_until=kept_until(entry),
        apart_until=entry.apart_until,
        ready=ready_for(entry, hands, me),
    )


def kept_until(entry: Entry) -> date:
    days = min(entry.told_days, entry.business.kept_days)
    return (entry.touched_at + timedelta(days=days)).astimezone(zone_of(entry.business)).date()


def zone_of(business: Business) -> tzinfo:
    return clock_of(business.zone if is_zone(business.zone) else "UTC")


def message_of(message: Message) -> MessageOut:
    app = APPS.get(message.app)
    return MessageOut(
        id=message.pk,
        kind="asked" if message.app else "note",
        text=message.text,
        direction=direction_of(message.language or "en"),
        answers=[GuestAnswerOut(label=str(a["label"]), answer=str(a["answer"])) for a in message.answers],
        address=message.address,
        title=message.title,
        language=language_name(message.language),
        country=country_name(message.country),
        app=message.app,
        app_name=app.name if app else "",
        initials=app.initials if app else "",
        asked=_asked_name(message),
        privacy_words=message.privacy_words,
        auto_reply=AUTO_REPLY.get(message.auto_reply, ""),
        at=message.at,
    )


def reply_of(reply: Reply, hands: Mapping[str, Hand]) -> ReplyOut:
    app = APPS.get(reply.app)
    return ReplyOut(
        id=reply.pk,
        by=name_of(hands, reply.by),
        app=reply.app,
        app_name=app.name if app else reply.app,
        to=reply.to if "@" in reply.to else shown_phone(reply.to),
        text=reply.text,
        state=cast("ReplyState", reply.state),
        error=reply.error,
        files=[FileOut(id=each.pk, name=each.name, size=each.size) for each in reply.files.all()],
        at=reply.at,
    )


def ways_of(entry: Entry) -> list[GuestWayOut]:
    """Apps their number opens, with the one they wrote in first."""
    if not entry.phone:
        return []
    apps = [app for app in NUMBER_APPS if app in APPS]
    if entry.app in apps:
        apps.sort(key=lambda app: app != entry.app)
    return [_way(app, entry.phone) for app in apps]


def _way(app: str, number: str) -> GuestWayOut:
    links: Links = (
        pretend_links(app, number, computer=False) if settings.ENV.pretend else links_to(app, number)
    )
    return GuestWayOut(
        app=app,
        name=APPS[app].name,
        bare=links.bare,
        with_text=links.with_text,
        limit=links.limit,
        copies=links.copies,
        to=number,
    )


def ready_for(entry: Entry, hands: Mapping[str, Hand], me: str) -> list[ReadyOut]:
    """The business's ready answers with this person's facts in them."""
    newest = entry.messages.last()
    facts = {
        "visitor": entry.name,
        "site": entry.business.name,
        "assistant": name_of(hands, me),
        "page": newest.title if newest else "",
    }
    ready = ReadyAnswer.objects.filter(business=entry.business)
    return [ReadyOut(name=each.name, text=fill(each.text, facts).text) for each in ready]
