"""Email somebody a way back in: a link to set a new password, or one that signs in by itself."""

from typing import Literal

from django.db import transaction

from ..letters import Letter
from ..mailing import post_letter
from ..models import User
from ..queries import users_of
from ..tokens import reset_tokens, sign_in_tokens, uid_of

_NEW_PASSWORD = "A new password for Kind Knock"


def email_way_in(email: str, *, origin: str, kind: Literal["reset", "sign_in"]) -> None:
    """Send the letter if there is such an account. Says nothing either way, so nobody can fish.

    Where nobody has proven the address, each account that names it gets a letter of its own, and only a way
    to a new password: whoever made such an account with somebody else's address is out once it is set.
    """
    users = users_of(email)
    proven = [user for user in users if user.proven_at is not None]
    with transaction.atomic():
        for user in proven or users:
            post_letter(
                user.email, Letter(*_letter(user, origin, "reset" if user.proven_at is None else kind))
            )


def _letter(user: User, origin: str, kind: Literal["reset", "sign_in"]) -> tuple[str, str]:
    """Subject and words."""
    if kind == "sign_in":
        return (
            "Your way in to Kind Knock",
            "Press this to sign in. It works once, within the hour:\n"
            f"{origin}/come-in/{uid_of(user)}/{sign_in_tokens.make_token(user)}\n\n"
            "If you didn't ask for it, do nothing.\n",
        )
    unproven = (
        ""
        if user.proven_at is not None
        else f"\nIt is for the account made on {user.joined_at:%-d %B %Y}; its address was never confirmed, "
        "so the way in is a new password.\n"
    )
    return (
        _NEW_PASSWORD,
        "Somebody, hopefully you, asked for a way in.\n\nSet a new password here within the hour:\n"
        f"{origin}/new-password/{uid_of(user)}/{reset_tokens.make_token(user)}\n{unproven}\n"
        "If it wasn't you, do nothing: your password stays as it is.\n",
    )
