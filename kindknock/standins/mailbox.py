"""A mail backend that keeps every letter in the pretend mailbox instead of sending it."""

from collections.abc import Sequence

from django.core.mail import EmailMessage
from django.core.mail.backends.base import BaseEmailBackend

from .models import Letter


class PretendMailbox(BaseEmailBackend):
    def send_messages(self, email_messages: Sequence[EmailMessage]) -> int:
        letters = [
            Letter(to=to, subject=str(message.subject), text=str(message.body))
            for message in email_messages
            for to in message.recipients()
        ]
        Letter.objects.bulk_create(letters)
        return len(email_messages)
