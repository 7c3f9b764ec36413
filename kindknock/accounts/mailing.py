"""Sends letters by a job, so that no screen waits for a mail server, and none is sent twice.

A job carries a letter's number, never its words: those stand in `Outgoing` until it went out and are wiped
then. It is marked before it is handed to the mail server; where the worker was killed or the line broke
after that, it may have gone out or not. It is not sent again but stands as *in doubt*.
"""

from collections.abc import Mapping
from datetime import datetime, timedelta
from smtplib import SMTPException, SMTPNotSupportedError, SMTPRecipientsRefused, SMTPResponseException
from typing import Any

from django.core.mail import EmailMultiAlternatives, get_connection
from django.db import IntegrityError, transaction
from procrastinate import RetryStrategy
from procrastinate.contrib.django import app

from .letters import Letter, html_of, text_of
from .models import Outgoing, User

RETRIES = RetryStrategy(max_attempts=6, exponential_wait=5)
KEPT = timedelta(days=30)
STALLED_SECONDS = 90
NOT_TAKEN = (SMTPResponseException, SMTPRecipientsRefused, SMTPNotSupportedError)
"""What a mail server that did not take a letter says; a line that broke says neither."""


class AddressInUse(Exception):
    """Another account has proven this address meanwhile."""


@app.task(name="send_letter", retry=RETRIES)  # type: ignore[untyped-decorator]  # procrastinate's
def send_letter(number: int) -> None:
    """Send one plain letter, once. Tried again up to six times where the mail server did not take it."""
    State = Outgoing.State
    with transaction.atomic():
        letter = Outgoing.objects.select_for_update().filter(pk=number).first()
        if letter is None or letter.state not in (State.WAITING, State.SENDING):
            return
        was, letter.state = letter.state, State.SENDING if letter.state == State.WAITING else State.IN_DOUBT
        letter.save(update_fields=["state"])
    if was == State.SENDING:
        return
    stored = Outgoing.objects.filter(pk=number)
    line = get_connection()
    try:
        line.open()
    except (SMTPException, OSError):
        stored.update(state=State.WAITING)
        raise
    try:
        hand_over(letter, line)
        stored.update(state=State.SENT, subject="", text="", html="", headers={})
    except NOT_TAKEN:
        stored.update(state=State.WAITING)
        raise
    except (SMTPException, OSError):
        stored.update(state=State.IN_DOUBT)
    finally:
        line.close()


def hand_over(letter: Outgoing, line: Any) -> None:
    """Hand one letter to the mail server at the end of a line."""
    reply_to = [letter.reply_to] if letter.reply_to else None
    message = EmailMultiAlternatives(
        letter.subject,
        letter.text,
        None,
        [letter.to],
        reply_to=reply_to,
        headers=letter.headers or None,
        connection=line,
    )
    if letter.html:
        message.attach_alternative(letter.html, "text/html")
    message.send()


def post_letter(to: str, letter: Letter, *, by: User | None = None, reply_to: str = "") -> bool:
    """Have one of ours sent soon, as text and HTML; what stops its kind is in its head too (RFC 8058)."""
    headers = {}
    if letter.stop:
        headers = {
            "List-Unsubscribe": f"<{letter.stop}>",
            "List-Unsubscribe-Post": "List-Unsubscribe=One-Click",
        }
    return post(
        to,
        letter.subject,
        text_of(letter),
        by=by,
        reply_to=reply_to,
        html=html_of(letter),
        headers=headers,
    )


def post(
    to: str,
    subject: str,
    text: str,
    *,
    by: User | None = None,
    reply_to: str = "",
    html: str = "",
    headers: Mapping[str, str] | None = None,
) -> bool:
    """Have a letter sent soon; it is stored with the caller's transaction. One `by` somebody whose own
    address is not proven is held until it is; False then.
    """
    is_held = by is not None and by.proven_at is None
    with transaction.atomic():
        state = Outgoing.State.HELD if is_held else Outgoing.State.WAITING
        letter = Outgoing.objects.create(
            to=to,
            subject=subject,
            text=text,
            html=html,
            headers=dict(headers or {}),
            reply_to=reply_to,
            state=state,
            by=by,
        )
        if not is_held:
            send_letter.defer(number=letter.pk)
    return not is_held


def prove(user: User, *, at: datetime) -> None:
    """A link mailed to them was pressed: the address is theirs, and what was held goes out. Raises
    AddressInUse where another account has proven it meanwhile.
    """
    if user.proven_at is not None:
        return
    with transaction.atomic():
        user.proven_at = at
        try:
            with transaction.atomic():
                user.save(update_fields=["proven_at"])
        except IntegrityError:
            raise AddressInUse from None
        for letter in Outgoing.objects.select_for_update().filter(by=user, state=Outgoing.State.HELD):
            letter.state = Outgoing.State.WAITING
            letter.save(update_fields=["state"])
            send_letter.defer(number=letter.pk)


@app.periodic(cron="*/2 * * * *")  # type: ignore[untyped-decorator]
@app.task(name="take_up_stalled", queueing_lock="take_up_stalled")  # type: ignore[untyped-decorator]
async def take_up_stalled(timestamp: int) -> None:
    """What a killed worker left half done is done again, or, a letter, marked as in doubt."""
    for job in await app.job_manager.get_stalled_jobs(seconds_since_heartbeat=STALLED_SECONDS):
        await app.job_manager.retry_job(job)


@app.periodic(cron="43 3 * * *")  # type: ignore[untyped-decorator]
@app.task(name="forget_finished", queueing_lock="forget_finished")  # type: ignore[untyped-decorator]
async def forget_finished(timestamp: int) -> None:
    """Jobs that are over go after a week."""
    await app.job_manager.delete_old_jobs(nb_hours=24 * 7, include_failed=True, include_cancelled=True)
