"""Email somebody a way back in: a link to set a new password, or one that signs in by itself."""

from typing import Literal

from django.db import transaction

from ..mailing import post
from ..models import User
from ..tokens import reset_tokens, sign_in_tokens, uid_of


def email_way_in(email: str, *, origin: str, kind: Literal["reset", "sign_in", "prove"]) -> None:
    """Send the letter if there is such an account. Says nothing either way, so nobody can fish."""
    user = User.objects.filter(email__iexact=email.strip(), is_active=True).first()
    if user is None:
        return
    if kind == "reset":
        link = f"{origin}/new-password/{uid_of(user)}/{reset_tokens.make_token(user)}"
        subject = "A new password for Kind Knock"
        text = (
            f"Somebody, hopefully you, asked for a new password.\n\nSet it here within the hour:\n{link}\n\n"
            "If it wasn't you, do nothing: your password stays as it is.\n"
        )
    else:
        link = f"{origin}/come-in/{uid_of(user)}/{sign_in_tokens.make_token(user)}"
        subject = "Your way in to Kind Knock" if kind == "sign_in" else "Is this your address?"
        text = (
            f"Press this to sign in. It works once, within the hour:\n{link}\n\n"
            "If you didn't ask for it, do nothing.\n"
            if kind == "sign_in"
            else "Somebody, hopefully you, made an account at Kind Knock with this address. Press this, and "
            f"letters you send from there go out. It works once, within the hour:\n{link}\n\n"
            "If it wasn't you, do nothing: nothing goes out in your name.\n"
        )
    with transaction.atomic():
        post(user.email, subject, text)
