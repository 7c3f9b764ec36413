"""Tells people by mail of what they want to hear: kept until it is due, several at a time in one letter."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.conf import settings
from django.core import signing
from django.db import transaction
from procrastinate.contrib.django import app

from kindknock import clock
from kindknock.core.notices import Quiet, Rate, due_at

from .hearing import KINDS, language_of, quiet_of, rate_of, zone_of
from .letters import Letter, sentence
from .mailing import post_letter
from .models import Business, Membership, Notice

KEPT = timedelta(days=30)
STOP = "kindknock.stop"


@dataclass(frozen=True, slots=True)
class Words:
    """A notice in one language. `reply_to` is where an answer to the letter goes."""

    subject: str
    text: str
    reply_to: str = ""


@dataclass(frozen=True, slots=True)
class Somebody:
    """A person who answers and has no account, told at the address their notices go to."""

    key: str
    to: str
    zone: str
    language: str
    at_night: bool = False


Write = Callable[[str], Words]
"""Words in the language asked for."""


def tell_members(
    business: Business,
    kind: str,
    write: Callable[[Membership, str], Words | None],
    *,
    at: datetime,
    about: str = "",
    among: Iterable[Membership] | None = None,
) -> int:
    """Everybody of the business (or `among` them) who wants to hear of a kind and has proven their address;
    how many. `write` gives nothing for who is not told this time. Within the caller's transaction.
    """
    count = 0
    found = business.memberships.select_related("user", "business").order_by("pk")
    for member in found if among is None else among:
        rate = rate_of(member, kind)
        if rate == "no" or member.user.proven_at is None:
            continue
        language = language_of(member.user, business)
        words = write(member, language)
        if words is None:
            continue
        notice = Notice(
            business=business, member=member, to=member.user.email, kind=kind, about=about, language=language
        )
        _keep(notice, words, rate, quiet_of(member), zone_of(member.user, business), at)
        count += 1
    return count


def tell_member(member: Membership, kind: str, words: Words, *, at: datetime) -> None:
    """One member, now but for their quiet hours: for what was written for this moment."""
    language = language_of(member.user, member.business)
    notice = Notice(
        business=member.business, member=member, to=member.user.email, kind=kind, language=language
    )
    _keep(notice, words, "at_once", quiet_of(member), zone_of(member.user, member.business), at)


def tell_somebody(
    business: Business, who: Somebody, kind: str, write: Write, *, at: datetime, about: str = ""
) -> None:
    """Somebody without an account, at once but for the night. Within the caller's transaction."""
    notice = Notice(
        business=business, person=who.key, to=who.to, kind=kind, about=about, language=who.language
    )
    _keep(notice, write(who.language), "at_once", None if who.at_night else Quiet(), who.zone, at)


def _keep(notice: Notice, words: Words, rate: Rate, quiet: Quiet | None, zone: str, at: datetime) -> None:
    lately = list(
        Notice.objects.filter(to=notice.to, sent_at__gt=at - timedelta(hours=1))
        .values_list("sent_at", flat=True)
        .distinct()
    )
    due = due_at(
        rate,
        at,
        quiet=quiet,
        zone=zone,
        weekday=KINDS[notice.kind].weekday,
        lately=[moment for moment in lately if moment],
    )
    assert due is not None
    notice.subject, notice.text, notice.reply_to = words.subject[:300], words.text, words.reply_to
    notice.at, notice.due_at = at, due
    notice.save()
    if due <= at:
        _send([notice], at=at)


def send_due(*, at: datetime) -> int:
    """What is due goes out, all that waits for one reader of one business as one letter; how many letters."""
    written = 0
    keys = Notice.objects.filter(sent_at=None, due_at__lte=at).values_list("to", "business").distinct()
    for to, business in list(keys):
        with transaction.atomic():
            waiting = Notice.objects.select_for_update(of=("self",)).select_related("member", "business")
            mine = list(
                waiting.filter(to=to, business=business, sent_at=None, due_at__lte=at).order_by("at", "pk")
            )
            # What they said meanwhile holds: a kind that was stopped is not sent any more.
            wanted = [each for each in mine if not each.member or rate_of(each.member, each.kind) != "no"]
            Notice.objects.filter(pk__in=[each.pk for each in mine if each not in wanted]).delete()
            if wanted:
                _send(wanted, at=at)
                written += 1
    return written


def _send(notices: list[Notice], *, at: datetime) -> None:
    first = notices[0]
    if len(notices) == 1:
        subject, text, reply_to = first.subject, first.text, first.reply_to
    else:
        subject = sentence(first.language, "joined.subject", count=len(notices), business=first.business.name)
        # Whose words an answer would go to can't be told from several.
        text = "\n\n".join(f"{each.subject}\n\n{each.text.strip()}" for each in notices)
        reply_to = ""
    kinds = list(dict.fromkeys(each.kind for each in notices))
    why = " ".join(sentence(first.language, f"why.{kind}", business=first.business.name) for kind in kinds)
    post_letter(
        first.to, Letter(subject, text, first.language, why, stop_address(notices)), reply_to=reply_to
    )
    Notice.objects.filter(pk__in=[each.pk for each in notices]).update(
        sent_at=at, subject="", text="", reply_to=""
    )


def stop_address(notices: list[Notice]) -> str:
    """What stops the kinds of a letter, with one press and no sign-in."""
    first = notices[0]
    what = {
        "member": first.member_id,
        "person": first.person,
        "kinds": sorted({each.kind for each in notices}),
    }
    return f"{settings.ENV.origin}/stop/{signing.dumps(what, salt=STOP)}"


@app.periodic(cron="* * * * *")  # type: ignore[untyped-decorator]
@app.task(name="send_notices", queueing_lock="send_notices")  # type: ignore[untyped-decorator]
def send_notices(timestamp: int) -> None:
    """Each minute: what is due."""
    send_due(at=clock.now())
