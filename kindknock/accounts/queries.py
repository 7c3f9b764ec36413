"""Reads about people who sign in and their business."""

from django.db.models import F

from .models import Business, User

MOST_UNPROVEN = 3
"""Accounts that name an address without having proven it: so many are looked at, the latest used."""


def business_of(user: User) -> Business | None:
    """The business this person acts for; the first they joined."""
    return Business.objects.filter(memberships__user=user).order_by("memberships__pk").first()


def users_of(email: str) -> list[User]:
    """The account that has proven the address, then those that only name it, the latest used first."""
    named = User.objects.filter(email__iexact=email.strip()[:254], is_active=True)
    unproven = named.filter(proven_at=None).order_by(F("last_login").desc(nulls_last=True), "-pk")
    return [*named.exclude(proven_at=None), *unproven[:MOST_UNPROVEN]]
