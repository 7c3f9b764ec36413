"""Who is asked to come in. Who is in stands in `accounts.Membership`."""

from typing import ClassVar

from django.db import models
from django.db.models.functions import Lower

from kindknock.accounts.models import Business, Membership, User


class Invitation(models.Model):
    """That somebody may come in by a link mailed to their address: once, until it ends or is taken back.

    `digest` is of the link's secret, which stands in the letter alone. With `hands_over`, the one who sent it
    stops being an owner when it is taken: they stay as a site maker, or, with `then_leaves`, leave.
    """

    business = models.ForeignKey(Business, on_delete=models.CASCADE, related_name="invitations")
    email = models.EmailField(max_length=254)
    role = models.CharField(max_length=10, choices=Membership.Role)
    hands_over = models.BooleanField(default=False)
    then_leaves = models.BooleanField(default=False)
    digest = models.CharField(max_length=64, unique=True)
    by = models.ForeignKey(User, null=True, on_delete=models.SET_NULL, related_name="+")
    sent_at = models.DateTimeField()
    until = models.DateTimeField()
    taken_at = models.DateTimeField(null=True, blank=True)
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering: ClassVar = ["pk"]
        constraints: ClassVar = [
            models.UniqueConstraint(
                Lower("email"),
                models.F("business"),
                condition=models.Q(taken_at__isnull=True, withdrawn_at__isnull=True),
                name="invited_once",
            )
        ]
