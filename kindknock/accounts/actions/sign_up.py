"""Make an account."""

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.core.validators import validate_email

from ..models import User


class SignUpRefused(Exception):
    """`field` and `code` say which answer is amiss: bad_email or weak_password."""

    def __init__(self, field: str, code: str, detail: str = "") -> None:
        super().__init__(code)
        self.field, self.code, self.detail = field, code, detail


def sign_up(email: str, password: str, *, name: str = "") -> User:
    """Make an account that names this email; whose the email is shows once a link mailed there is pressed.

    Whoever asks is not told whether another account has the address already: the letter tells it
    (`write_to_confirm`). Raises SignUpRefused.
    """
    email = read_email(email)
    check_password_strength(password, User(email=email, name=name))
    return User.objects.create_user(email, password, name=name.strip()[:80])


def read_email(typed: str, *, field: str = "email") -> str:
    """The address without blanks around it. Raises SignUpRefused of `field`."""
    email = typed.strip()
    try:
        validate_email(email)
    except ValidationError:
        raise SignUpRefused(field, "bad_email") from None
    return email


def check_password_strength(password: str, user: User, *, field: str = "password") -> None:
    """Raises SignUpRefused of `field` with Django's own words on what is weak."""
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise SignUpRefused(field, "weak_password", " ".join(error.messages)) from None
