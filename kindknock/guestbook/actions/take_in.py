"""Take in what a visitor left: a note, or what they answered before they went on in an app.

The same person (the same email, or the same number) has one entry; new words open it again. What is like
something that was said to be nothing for us is kept apart for a day, and nobody is mailed; unless somebody
looked at it by then it joins the waiting ones, with its letter.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta
from urllib.parse import urlsplit
from uuid import UUID

from django.db import IntegrityError, connection, transaction

from kindknock.accounts.models import Business
from kindknock.core.addresses import read_contact
from kindknock.core.guests import likeness_of
from kindknock.core.guests.searching import searchable
from kindknock.people.models import Assistant
from kindknock.sites.models import Site

from ..models import Entry, Message
from .auto_reply import reply_by_itself
from .tell_hook import tell_hook
from .tell_people import tell_of

APART_FOR = timedelta(days=1)
MOST_SEARCHED = 20_000
"""So many letters of an entry can be searched, the newest first."""


@dataclass(frozen=True, slots=True)
class Answer:
    """One answer as the visitor saw it; `kind` as in core's setup, `key` of the question."""

    key: str
    kind: str
    label: str
    answer: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Arrived:
    """What the button sent; `at` is our clock. `app` is the one they went on in, empty for a left note."""

    client_id: UUID
    site_key: str
    door: str
    name: str = ""
    reach: str = ""
    text: str
    answers: tuple[Answer, ...] = ()
    app: str = ""
    person: str = ""
    address: str = ""
    title: str = ""
    language: str = ""
    country: str = ""
    privacy_words: str = ""
    is_walk: bool = False
    """Signposts walked to *tell us*: kept with nothing to answer to."""
    at: datetime


class NoteRefused(Exception):
    """A note without words, or with nothing to answer to: `code` is need_note or need_reach."""

    def __init__(self, code: str) -> None:
        super().__init__(code)
        self.code = code


@dataclass(slots=True)
class _Who:
    name: str = ""
    email: str = ""
    phone: str = ""
    country: str = ""


def take_in(arrived: Arrived) -> bool:
    """Store it once however often it is sent. Raises NoteRefused; False for an unknown site, and for what is
    a bare knock.
    """
    is_note = not arrived.app
    if is_note and not arrived.text.strip():
        raise NoteRefused("need_note")
    if not is_note and not arrived.answers:
        # Going on in an app without an answer is a bare knock: it is counted, and opens no entry.
        return False
    site = Site.objects.select_related("business").filter(key=arrived.site_key).first()
    if site is None:
        return False
    who = _who(arrived, site.business.country)
    if is_note and not arrived.is_walk and not (who.email or who.phone):
        raise NoteRefused("need_reach")
    if Message.objects.filter(client_id=arrived.client_id).exists():
        return True
    try:
        with transaction.atomic():
            _store(arrived, site, who)
    except IntegrityError:
        # The same, sent twice at once.
        return True
    return True


def _who(arrived: Arrived, country: str) -> _Who:
    who = _Who(name=arrived.name.strip()[:120], country=arrived.country)
    for answer in arrived.answers:
        if answer.kind in ("email", "phone"):
            _reach(who, answer.answer, country, (answer.kind,))
        elif answer.key == "name" and not who.name:
            who.name = answer.answer.strip()[:120]
    _reach(who, arrived.reach, country, ("email", "phone"))
    return who


def _reach(who: _Who, typed: str, country: str, apps: Iterable[str]) -> None:
    """Read an email or a number as docs/rules.md 1 has it; what is neither stays in the words alone."""
    for app in apps if typed.strip() else ():
        reading = read_contact(typed, app=app, country=country or None)
        if reading.ok and reading.canonical:
            if app == "email":
                who.email = who.email or reading.canonical[:254].lower()
            else:
                who.phone = who.phone or reading.canonical[:20]
            return


def _store(arrived: Arrived, site: Site, who: _Who) -> None:
    business, text = site.business, arrived.text.strip()[:5000]
    person = (
        Assistant.objects.filter(business=business, key=arrived.person).first() if arrived.person else None
    )
    entry = _entry_of(business, who, arrived.at)
    message = Message.objects.create(
        entry=entry,
        client_id=arrived.client_id,
        kind=Message.Kind.ASKED if arrived.app else Message.Kind.NOTE,
        site=site,
        door=arrived.door,
        app=arrived.app[:20],
        person=person,
        name=who.name,
        email=who.email,
        phone=who.phone,
        text=text,
        answers=[{"label": answer.label[:200], "answer": answer.answer[:2000]} for answer in arrived.answers],
        address=arrived.address[:2000],
        title=arrived.title[:300],
        language=arrived.language[:35],
        country=who.country[:2],
        privacy_words=arrived.privacy_words[:2000],
        told_days=business.kept_days,
        at=arrived.at,
    )
    likeness = likeness_of(
        "\n".join([text, *(answer.answer for answer in arrived.answers)]),
        own_hosts=frozenset(name.removeprefix("www.") for name in site.hosts.values_list("name", flat=True)),
    )
    is_apart = _is_like_refused(business, entry, likeness)
    _bring_up_to_date(entry, message, likeness)
    if is_apart:
        entry.state, entry.apart_until = Entry.State.APART, arrived.at + APART_FOR
    elif entry.state in (Entry.State.DONE, Entry.State.APART):
        entry.state = Entry.State.TAKEN if entry.holder else Entry.State.WAITING
    entry.unread = True
    entry.save()
    if is_apart:
        return
    tell_of(entry, message, at=arrived.at)
    reply_by_itself(entry, message, at=arrived.at)
    tell_hook(entry, "came", at=arrived.at, message=message)


def _entry_of(business: Business, who: _Who, at: datetime) -> Entry:
    """Theirs, locked: that of who wrote with the same email, else with the same number; else a new one."""
    with connection.cursor() as cursor:
        # Two first notes of one person at once wait for each other.
        for reach in sorted(filter(None, (who.email, who.phone))):
            cursor.execute("SELECT pg_advisory_xact_lock(%s, hashtext(%s))", [business.pk, reach])
    for name, reach in (("email", who.email), ("phone", who.phone)):
        theirs = Message.objects.filter(entry__business=business, **{name: reach})
        wrote = theirs.order_by("-at", "-pk").first() if reach else None
        if wrote is not None:
            return Entry.objects.select_for_update().get(pk=wrote.entry_id)
    return Entry.objects.create(business=business, first_at=at, last_at=at, touched_at=at)


def _is_like_refused(business: Business, entry: Entry, likeness: str) -> bool:
    if entry.state in (Entry.State.NOT_OURS, Entry.State.APART):
        return True
    if entry.messages.count() > 1 or entry.holder:
        return False
    refused = Entry.objects.filter(business=business, state=Entry.State.NOT_OURS)
    return bool(likeness) and refused.filter(likeness=likeness).exists()


def _bring_up_to_date(entry: Entry, newest: Message, likeness: str) -> None:
    """What the list, the search and the days kept go by."""
    entry.name, entry.email = newest.name or entry.name, newest.email or entry.email
    entry.phone, entry.country = newest.phone or entry.phone, newest.country or entry.country
    entry.language = newest.language or entry.language
    entry.asked, entry.app = newest.person, newest.app
    entry.last_at, entry.touched_at = max(entry.last_at, newest.at), max(entry.touched_at, newest.at)
    entry.told_days, entry.likeness = newest.told_days, likeness
    entry.begins = " ".join(newest.text.split())[:200] or _first_answer(newest)[:200]
    entry.path = (urlsplit(newest.address).path or "/")[:300] if newest.address else ""
    entry.search = search_text(entry)


def _first_answer(message: Message) -> str:
    return next((str(each["answer"]) for each in message.answers if each.get("answer")), "")


def search_text(entry: Entry) -> str:
    """All that can be searched of an entry: who, words, answers, pages."""
    texts = [entry.name, entry.email, entry.phone]
    for message in reversed(entry.messages.all()):
        texts += [message.name, message.email, message.phone, message.text, message.title, message.address]
        texts += [part for each in message.answers for part in (each["label"], each["answer"])]
    return searchable(*texts)[:MOST_SEARCHED]


def refresh(entry: Entry) -> None:
    """After a message came to an entry or left it: what the list and the search go by, from what is there."""
    newest = entry.messages.last()
    if newest is not None:
        entry.last_at, entry.first_at = newest.at, entry.messages.first().at  # type: ignore[union-attr]
        _bring_up_to_date(entry, newest, entry.likeness)
    entry.save()
