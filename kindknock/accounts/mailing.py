"""Sends letters by a job, so that no screen waits for a mail server."""

from django.core.mail import send_mail
from procrastinate import RetryStrategy
from procrastinate.contrib.django import app

RETRIES = RetryStrategy(max_attempts=6, exponential_wait=5)


@app.task(name="send_letter", retry=RETRIES)  # type: ignore[untyped-decorator]  # procrastinate's
def send_letter(to: str, subject: str, text: str) -> None:
    """Send one plain letter. Retried by the job runner, up to six times."""
    send_mail(subject, text, None, [to])


def post(to: str, subject: str, text: str) -> None:
    """Have a letter sent soon; it is stored with the caller's transaction."""
    send_letter.defer(to=to, subject=subject, text=text)
