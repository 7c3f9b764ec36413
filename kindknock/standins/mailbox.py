"""A mail backend that keeps every letter in the pretend mailbox instead of sending it.

A letter to an address at a host that begins with `refuses.` is refused, as a mail server refuses one to a
mailbox that isn't there.
"""

from collections.abc import Sequence
from smtplib import SMTPRecipientsRefused

from django.core.mail import EmailMessage
from django.core.mail.backends.base import BaseEmailBackend

from .models import Letter

REFUSES = "@refuses."


class PretendMailbox(BaseEmailBackend):
    def send_messages(self, email_messages: Sequence[EmailMessage]) -> int:
        refused = {to for message in email_messages for to in message.recipients() if REFUSES in to}
        if refused:
            raise SMTPRecipientsRefused(dict.fromkeys(refused, (550, b"No such mailbox here")))
        Letter.objects.bulk_create(
            _kept(message, to) for message in email_messages for to in message.recipients()
        )
        return len(email_messages)


def _html(message: EmailMessage) -> str:
    found = getattr(message, "alternatives", [])
    return next((str(content) for content, kind in found if kind == "text/html"), "")


def _kept(message: EmailMessage, to: str) -> Letter:
    return Letter(
        to=to,
        subject=str(message.subject),
        text=str(message.body),
        html=_html(message),
        headers=dict(message.extra_headers),
        reply_to=", ".join(message.reply_to)[:254],
        files=[str(attached[0]) for attached in message.attachments if isinstance(attached, tuple)],
    )
