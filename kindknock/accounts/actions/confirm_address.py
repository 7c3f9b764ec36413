"""Whose an address is: it counts for an account once a link mailed to it was pressed, and the address it
had before can take it back for a week.
"""

from datetime import datetime, timedelta
from typing import Any

from django.core import signing
from django.db import IntegrityError, transaction

from ..letters import day_words, letter_of, sentence
from ..mailing import AddressInUse, post_letter, prove
from ..models import AddressChange, User
from ..queries import users_of
from ..tokens import reset_tokens, uid_of

GOOD_FOR = timedelta(days=7)
_CONFIRM, _BACK = "kindknock.confirm-address", "kindknock.address-back"


class AddressLinkStale(Exception):
    """The link was used, is too old, or was never ours."""


def write_to_confirm(user: User, *, origin: str) -> None:
    """Mail the link to the address this account wants or, as long as it is unproven, names. Where another
    account has the address, its letter says that instead: only who reads the mailbox hears of it.
    """
    email = user.wanted_email or user.email
    named_by = [other for other in users_of(email) if other.pk != user.pk]
    has_it = next((other for other in named_by if other.proven_at is not None), None)
    if has_it is not None:
        post_letter(email, letter_of(user.language, "known", link=f"{origin}/sign-in"))
        return
    link = f"{origin}/confirm/{signing.dumps({'user': user.pk, 'email': email}, salt=_CONFIRM)}"
    post_letter(
        email, letter_of(user.language, "confirm", link=link, others=_also_named(named_by, user.language))
    )


def _also_named(others: list[User], language: str) -> str:
    """For whoever signed up twice: what they began is in the other account."""
    if not others:
        return ""
    days = ", ".join(day_words(other.joined_at, language) for other in others)
    return sentence(language, "confirm.others", days=days)


def confirm_address(token: str, *, origin: str, at: datetime) -> None:
    """The link was pressed. Pressed again it says the same. Raises AddressLinkStale, AddressInUse."""
    found = _read(token, _CONFIRM)
    email = str(found.get("email", ""))
    try:
        with transaction.atomic():
            user = (
                User.objects.select_for_update().filter(pk=int(found.get("user", 0)), is_active=True).first()
            )
            if user is None:
                raise AddressLinkStale
            if user.wanted_email == email and email:
                _move(user, email, origin=origin, at=at)
            elif user.email != email:
                raise AddressLinkStale
            prove(user, at=at)
    except IntegrityError:
        raise AddressInUse from None


def _move(user: User, email: str, *, origin: str, at: datetime) -> None:
    change = AddressChange(user=user, old=user.email, new=email, at=at)
    user.email, user.wanted_email = email, ""
    if user.proven_at is not None:
        # Only an address that was theirs can call its account back.
        change.save()
        link = f"{origin}/address-back/{signing.dumps({'change': change.pk}, salt=_BACK)}"
        letter = letter_of(user.language, "moved", day=day_words(at, user.language), link=link)
        post_letter(change.old, letter)
    user.save(update_fields=["email", "wanted_email"])


def take_address_back(token: str, *, at: datetime) -> tuple[str, str]:
    """Back to the address from before; nobody stays signed in. The user and token that let a new password
    be set. Raises AddressLinkStale, AddressInUse.
    """
    pk = int(_read(token, _BACK).get("change", 0))
    try:
        with transaction.atomic():
            change = AddressChange.objects.select_for_update().filter(pk=pk, undone_at=None).first()
            if change is None:
                raise AddressLinkStale
            user = User.objects.select_for_update().get(pk=change.user_id)
            user.email, user.wanted_email, user.proven_at = change.old, "", at
            user.set_unusable_password()
            user.save()
            user.address_changes.filter(pk__gte=change.pk, undone_at=None).update(undone_at=at)
            return uid_of(user), reset_tokens.make_token(user)
    except IntegrityError:
        raise AddressInUse from None


def _read(token: str, salt: str) -> dict[str, Any]:
    try:
        found = signing.loads(token, salt=salt, max_age=GOOD_FOR)
    except signing.BadSignature:
        raise AddressLinkStale from None
    return found if isinstance(found, dict) else {}
