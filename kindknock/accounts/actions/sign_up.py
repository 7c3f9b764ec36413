"""Make an account."""

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from django.db import IntegrityError, transaction

from ..models import User


class SignUpRefused(Exception):
    """`field` and `code` say which answer is amiss: email taken, bad_email, or weak_password."""

    def __init__(self, field: str, code: str, detail: str = "") -> None:
        super().__init__(code)
        self.field, self.code, self.detail = field, code, detail


def sign_up(email: str, password: str, *, name: str = "") -> User:
    """Make an account for an email nobody has here yet. Raises SignUpRefused."""
    email = email.strip()
    try:
        validate_email(email)
    except ValidationError:
        raise SignUpRefused("email", "bad_email") from None
    check_password_strength(password, User(email=email, name=name))
    try:
        with transaction.atomic():
            return User.objects.create_user(email, password, name=name.strip()[:80])
    except IntegrityError:
        raise SignUpRefused("email", "email_taken") from None


def check_password_strength(password: str, user: User, *, field: str = "password") -> None:
    """Raises SignUpRefused of `field` with Django's own words on what is weak."""
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise SignUpRefused(field, "weak_password", " ".join(error.messages)) from None
