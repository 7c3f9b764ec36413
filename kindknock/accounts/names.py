"""How somebody who signs in is called."""

from .models import User


def name_of(user: User) -> str:
    """Their name, else their address."""
    return user.name or user.email


def initials_of(user: User) -> str:
    parts = user.name.split() or [user.email]
    return "".join(part[0] for part in parts[:2]).upper()
