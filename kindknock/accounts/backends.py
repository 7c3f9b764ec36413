"""Signing in by email. Several accounts may name an address as long as none has proven that it is theirs."""

from typing import Any

from django.contrib.auth.backends import ModelBackend
from django.http import HttpRequest

from .models import User
from .queries import users_of


class ByEmail(ModelBackend):
    """The account whose password it is, the proven one first."""

    def authenticate(
        self, request: HttpRequest | None, username: str | None = None, password: str | None = None, **_: Any
    ) -> User | None:
        if username is None or password is None:
            return None
        users = users_of(username)
        for user in users:
            if user.check_password(password) and self.user_can_authenticate(user):
                return user
        if not users:
            # As much work as for a wrong password, so that the time it takes tells nothing (Django's way).
            User().set_password(password)
        return None
