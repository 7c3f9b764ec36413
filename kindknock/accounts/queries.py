"""Reads about people who sign in and their business."""

from .models import Business, User


def business_of(user: User) -> Business | None:
    """The business this person acts for; the first they joined."""
    return Business.objects.filter(memberships__user=user).order_by("memberships__pk").first()
