"""Email somebody a way back in: a link to set a new password, or one that signs in by itself."""

from typing import Literal

from django.db import transaction

from ..letters import Letter, day_words, letter_of, sentence
from ..mailing import post_letter
from ..models import User
from ..queries import users_of
from ..tokens import reset_tokens, sign_in_tokens, uid_of


def email_way_in(email: str, *, origin: str, kind: Literal["reset", "sign_in"]) -> None:
    """Send the letter if there is such an account. Says nothing either way, so nobody can fish.

    Where nobody has proven the address, each account that names it gets a letter of its own, and only a way
    to a new password: whoever made such an account with somebody else's address is out once it is set.
    """
    users = users_of(email)
    proven = [user for user in users if user.proven_at is not None]
    with transaction.atomic():
        for user in proven or users:
            is_way_in = kind == "sign_in" and user.proven_at is not None
            post_letter(user.email, _way_in(user, origin) if is_way_in else _reset(user, origin))


def _way_in(user: User, origin: str) -> Letter:
    link = f"{origin}/come-in/{uid_of(user)}/{sign_in_tokens.make_token(user)}"
    return letter_of(user.language, "way_in", link=link)


def _reset(user: User, origin: str) -> Letter:
    unproven = ""
    if user.proven_at is None:
        unproven = sentence(user.language, "reset.unproven", day=day_words(user.joined_at, user.language))
    link = f"{origin}/new-password/{uid_of(user)}/{reset_tokens.make_token(user)}"
    return letter_of(user.language, "reset", link=link, unproven=unproven)
