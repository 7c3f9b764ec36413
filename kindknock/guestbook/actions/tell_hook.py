"""Tells a business's own systems of what comes in: stored with what it tells of, sent by a job, tried over a
day, off by itself after three days in which nothing was taken.
"""

import json
import secrets
from datetime import datetime, timedelta
from urllib.parse import urlsplit

from django.db import transaction
from procrastinate.contrib.django import app

from kindknock import clock
from kindknock.accounts.addresses import studio_address
from kindknock.accounts.letters import Letter
from kindknock.accounts.mailing import post_letter
from kindknock.accounts.models import Business
from kindknock.sites.fetching import NotFetched

from ..hook_post import is_stand_in, post_telling
from ..models import Delivery, Entry, Hook, Message
from ..whom import owners_of

WAITS = tuple(timedelta(minutes=minutes) for minutes in (1, 5, 30, 120, 360, 900))
"""Between tries: the last is made a day after the first, all but a few minutes."""
STOPS_AFTER = timedelta(days=3)
LISTED = 50
WHY = {
    "not_public": "not a public address",
    "not_found": "no such host",
    "too_slow": "no answer in time",
    "unreachable": "could not be reached",
}


class HookRefused(Exception):
    """An address nothing is told to: `code` is https or address."""

    def __init__(self, code: str) -> None:
        super().__init__(code)
        self.code = code


def set_hook(business: Business, address: str) -> Hook | None:
    """Put the address, with a secret of its own; an empty one takes the hook away. An address that was
    stopped starts again. Raises HookRefused.
    """
    address = address.strip()
    if not address:
        Hook.objects.filter(business=business).delete()
        return None
    parts = _parts(address)
    if not is_stand_in(address) and (parts is None or parts[0] != "https"):
        raise HookRefused("https" if parts else "address")
    hook, is_new = Hook.objects.get_or_create(
        business=business, defaults={"address": address, "secret": secrets.token_hex(24)}
    )
    if not is_new:
        if hook.address != address:
            hook.secret = secrets.token_hex(24)
        hook.address, hook.is_on, hook.failing_since, hook.stopped_at = address, True, None, None
        hook.save()
    return hook


def _parts(address: str) -> tuple[str, str] | None:
    try:
        parts = urlsplit(address)
        return (parts.scheme, parts.hostname) if parts.hostname and not parts.username else None
    except ValueError:
        return None


def tell_hook(entry: Entry, what: str, *, at: datetime, message: Message | None = None) -> None:
    """Have it told, within the caller's transaction; nothing where there is no hook."""
    hook = Hook.objects.filter(business=entry.business, is_on=True).first()
    if hook is not None:
        _tell(hook, what, _document(entry, what, at, message), at, entry)


def try_hook(hook: Hook, *, at: datetime) -> Delivery:
    """A telling of nothing, so that one sees whether it comes through."""
    return _tell(hook, "try", {"version": 1, "what": "try", "at": at.isoformat()}, at)


def _tell(
    hook: Hook, what: str, document: dict[str, object], at: datetime, entry: Entry | None = None
) -> Delivery:
    delivery = Delivery.objects.create(
        hook=hook, entry=entry, what=what, body=json.dumps(document, ensure_ascii=False), at=at
    )
    deliver.defer(number=delivery.pk)
    return delivery


def _document(entry: Entry, what: str, at: datetime, message: Message | None) -> dict[str, object]:
    """What is told: docs/formats/hook.md."""
    out: dict[str, object] = {
        "version": 1,
        "what": what,
        "at": at.isoformat(),
        "entry": entry.pk,
        "state": Entry.State(entry.state).name.lower(),
        "who": {"name": entry.name, "email": entry.email, "phone": entry.phone},
        "read_at": studio_address(entry.business, f"/guestbook/{entry.pk}"),
    }
    if message is not None:
        out["words"] = {
            "text": message.text,
            "answers": message.answers,
            "page": message.address,
            "language": message.language,
            "app": message.app,
        }
    return out


@app.task(name="deliver_hook")  # type: ignore[untyped-decorator]
def deliver(number: int) -> None:
    """Try one telling; the next try is a job of its own."""
    wait = deliver_one(number, at=clock.now())
    if wait is not None:
        deliver.configure(schedule_in={"seconds": int(wait.total_seconds())}).defer(number=number)


def deliver_one(number: int, *, at: datetime) -> timedelta | None:
    """Run by a job: try one telling; how long until the next try, None where there is none."""
    delivery = Delivery.objects.select_related("hook__business").filter(pk=number, state="waiting").first()
    if delivery is None:
        return None
    hook = delivery.hook
    if not hook.is_on:
        _give_up(delivery, "switched off", at)
        return None
    delivery.tries, delivery.tried_at = delivery.tries + 1, at
    try:
        delivery.answer = post_telling(
            hook.address,
            delivery.body,
            secret=hook.secret,
            number=delivery.pk,
            moment=int(at.timestamp()),
        )
    except NotFetched as error:
        delivery.answer = WHY.get(error.code, error.code)
    if delivery.answer.startswith("2"):
        delivery.state, delivery.body = Delivery.State.TAKEN, ""
        delivery.save()
        Hook.objects.filter(pk=hook.pk).update(failing_since=None)
        return None
    delivery.save()
    _failed(hook, at)
    if delivery.tries > len(WAITS):
        _give_up(delivery, delivery.answer, at)
        return None
    return WAITS[delivery.tries - 1]


def _give_up(delivery: Delivery, answer: str, at: datetime) -> None:
    delivery.state, delivery.body, delivery.answer, delivery.tried_at = "given_up", "", answer, at
    delivery.save()


def _failed(hook: Hook, at: datetime) -> None:
    """Off by itself, with a letter, once nothing was taken for three days."""
    if hook.failing_since is None:
        hook.failing_since = at
    elif at - hook.failing_since >= STOPS_AFTER:
        hook.is_on, hook.stopped_at = False, at
    with transaction.atomic():
        hook.save(update_fields=["failing_since", "is_on", "stopped_at"])
        if not hook.is_on:
            for email in owners_of(hook.business):
                letter = Letter(
                    f"Your own system is no longer told of {hook.business.name}",
                    f"{hook.address} took nothing for three days, so we stopped telling it.\n"
                    "Nothing is lost: all of it stands in the guestbook. Switch it on again there:\n"
                    f"{studio_address(hook.business, '/guestbook')}\n",
                )
                post_letter(email, letter)


def forget_deliveries(*, at: datetime) -> None:
    """Tellings that are over go after 30 days."""
    Delivery.objects.exclude(state="waiting").filter(at__lt=at - timedelta(days=30)).delete()
