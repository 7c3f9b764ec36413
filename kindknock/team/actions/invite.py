"""Ask somebody in, ask again, take it back. Nothing is theirs until they come in."""

import hashlib
import secrets
from datetime import datetime, timedelta

from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from django.db import transaction
from django.db.models import QuerySet

from kindknock.accounts.actions.limit import DAY, Limit, limit
from kindknock.accounts.deeds import record
from kindknock.accounts.mailing import post_letter
from kindknock.accounts.models import Business, Membership, User

from ..letters import invitation_letter
from ..models import Invitation
from ..refusals import TeamRefused

GOOD_FOR = timedelta(days=7)
INVITATIONS = Limit("invitation", 30, DAY)
"""Letters of one business."""
INVITED = Limit("invited", 6, DAY)
"""Letters to one address, whoever sends them."""


def digest_of(secret: str) -> str:
    return hashlib.sha256(secret.encode()).hexdigest()


def invite(
    business: Business,
    email: str,
    role: str,
    *,
    by: User,
    origin: str,
    at: datetime,
    hands_over: bool = False,
    then_leaves: bool = False,
) -> Invitation:
    """Mail somebody a link to come in by. Who was asked already gets a new one, and the one before ends.

    Raises TeamRefused (bad_email, role_unknown, in_team, own_email, not_owner) and TooOften.
    """
    email = _read(email)
    if role not in Membership.Role.values:
        raise TeamRefused("role_unknown", field="role")
    with transaction.atomic():
        lock(business, by)
        member = business.memberships.filter(user__email__iexact=email).select_related("user").first()
        if member is not None and not (hands_over and member.user_id != by.pk):
            code = "own_email" if member.user_id == by.pk else "in_team"
            raise TeamRefused(code, field="email", name=member.user.name or member.user.email)
        found = _open_ones(business).filter(email__iexact=email).first()
        invitation = found or Invitation(business=business, email=email)
        invitation.role, invitation.hands_over, invitation.then_leaves = role, hands_over, then_leaves
        _send(invitation, by=by, origin=origin, at=at)
        record(business, by, "handing_over" if hands_over else "invited", at=at, email=email, role=role)
    return invitation


def invite_again(business: Business, number: int, *, by: User, origin: str, at: datetime) -> Invitation:
    """The same with a new link and seven more days. Raises TeamRefused (gone), TooOften."""
    with transaction.atomic():
        lock(business, by)
        invitation = _open_one(business, number)
        _send(invitation, by=by, origin=origin, at=at)
        record(business, by, "invited_again", at=at, email=invitation.email, role=invitation.role)
    return invitation


def take_invitation_back(business: Business, number: int, *, by: User, at: datetime) -> None:
    """The link in the letter leads nowhere from now on. Raises TeamRefused (gone)."""
    with transaction.atomic():
        lock(business, by)
        invitation = _open_one(business, number)
        invitation.withdrawn_at = at
        invitation.save(update_fields=["withdrawn_at"])
        record(business, by, "invitation_back", at=at, email=invitation.email, role=invitation.role)


def lock(business: Business, by: User) -> Membership:
    """Changes to a team come one after the other; whoever makes one must still be an owner then. Within the
    caller's transaction. Raises TeamRefused (not_owner).
    """
    Business.objects.select_for_update().get(pk=business.pk)
    acting = Membership.objects.filter(business=business, user=by, role=Membership.Role.OWNER).first()
    if acting is None:
        raise TeamRefused("not_owner")
    return acting


def _read(typed: str) -> str:
    email = typed.strip()
    try:
        validate_email(email)
    except ValidationError:
        raise TeamRefused("bad_email", field="email") from None
    return email


def _open_ones(business: Business) -> "QuerySet[Invitation]":
    return Invitation.objects.filter(business=business, taken_at=None, withdrawn_at=None)


def _open_one(business: Business, number: int) -> Invitation:
    found = _open_ones(business).filter(pk=number).first()
    if found is None:
        raise TeamRefused("gone")
    return found


def _send(invitation: Invitation, *, by: User, origin: str, at: datetime) -> None:
    limit(INVITATIONS, str(invitation.business_id), at=at)
    limit(INVITED, invitation.email.lower(), at=at)
    secret = secrets.token_urlsafe(24)
    invitation.digest, invitation.by = digest_of(secret), by
    invitation.sent_at, invitation.until = at, at + GOOD_FOR
    invitation.save()
    post_letter(invitation.email, invitation_letter(invitation, f"{origin}/invited/{secret}"), by=by)
