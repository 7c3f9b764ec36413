"""Reads of the team for screens."""

from datetime import datetime

from django.db.models import Count, QuerySet

from kindknock.accounts.models import Business, Membership, User
from kindknock.accounts.names import name_of

from .models import Invitation


def members_of(business: Business) -> "QuerySet[Membership]":
    """Who is in, in the order they came."""
    return business.memberships.select_related("user").order_by("pk")


def held_by(business: Business) -> dict[int, int]:
    """How many businesses each member looks after in all, by the member's user."""
    users = business.memberships.values("user")
    rows = Membership.objects.filter(user__in=users).values_list("user").annotate(held=Count("pk"))
    return dict(rows)


def invitations_of(business: Business) -> "QuerySet[Invitation]":
    """Who was asked and hasn't come yet; those whose seven days are over stay until they are taken back."""
    return business.invitations.select_related("by", "business").filter(taken_at=None, withdrawn_at=None)


def asked_in(user: User, *, at: datetime) -> "QuerySet[Invitation]":
    """The invitations to the address of somebody, where it is proven that it is theirs."""
    open_ones = Invitation.objects.select_related("by", "business").filter(
        email__iexact=user.email, taken_at=None, withdrawn_at=None, until__gt=at
    )
    return open_ones if user.proven_at is not None else open_ones.none()


def sender_of(invitation: Invitation) -> str:
    """Who sent it; the business where they are gone."""
    return name_of(invitation.by) if invitation.by else invitation.business.name
