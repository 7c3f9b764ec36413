"""Reads about people who sign in and their business."""

from django.db.models import F

from .models import Business, Membership, User

MOST_UNPROVEN = 3
"""Accounts that name an address without having proven it: so many are looked at, the latest used."""


def membership_of(user: User, key: str = "") -> Membership | None:
    """As what somebody acts for the business of this key; without one, for the first they joined."""
    found = user.memberships.select_related("business").order_by("pk")
    return found.filter(business__key=key).first() if key else found.first()


def business_of(user: User) -> Business | None:
    """The business this person acts for; the first they joined."""
    found = membership_of(user)
    return found.business if found else None


def users_of(email: str) -> list[User]:
    """The account that has proven the address, then those that only name it, the latest used first."""
    named = User.objects.filter(email__iexact=email.strip()[:254], is_active=True)
    unproven = named.filter(proven_at=None).order_by(F("last_login").desc(nulls_last=True), "-pk")
    return [*named.exclude(proven_at=None), *unproven[:MOST_UNPROVEN]]
