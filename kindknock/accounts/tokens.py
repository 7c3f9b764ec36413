"""Links that let somebody in once: Django's own token maker, one kind for each purpose."""

from django.contrib.auth.tokens import PasswordResetTokenGenerator
from django.utils.encoding import force_str
from django.utils.http import urlsafe_base64_decode, urlsafe_base64_encode

from .models import User


class SignInTokens(PasswordResetTokenGenerator):
    """Good for one sign-in: signing in changes `last_login`, which is part of the token."""

    key_salt = "kindknock.accounts.SignInTokens"

    def _make_hash_value(self, user: User, timestamp: int) -> str:
        # Django cuts the last sign-in to the second; two sign-ins within one would let a link work twice.
        return f"{user.pk}{user.password}{user.last_login}{timestamp}{user.email}"


reset_tokens = PasswordResetTokenGenerator()
sign_in_tokens = SignInTokens()


def uid_of(user: User) -> str:
    return urlsafe_base64_encode(str(user.pk).encode())


def user_with(uid: str) -> User | None:
    try:
        return User.objects.get(pk=int(force_str(urlsafe_base64_decode(uid))))
    except (User.DoesNotExist, ValueError, OverflowError, UnicodeDecodeError):
        return None
