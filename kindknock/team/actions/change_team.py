"""Change what somebody may do, take somebody out, leave. A business always keeps an owner."""

from datetime import datetime

from django.db import transaction

from kindknock.accounts.deeds import record
from kindknock.accounts.models import Business, Membership, User
from kindknock.accounts.sign_ins import end_sign_ins
from kindknock.doors.models import Showing, Trial
from kindknock.people.models import Assistant
from kindknock.sites.models import HandedOn

from ..models import Invitation
from ..refusals import TeamRefused
from .invite import lock


def change_role(business: Business, number: int, role: str, *, by: User, at: datetime) -> Membership:
    """It holds with their next request. Raises TeamRefused: not_owner, gone, role_unknown, last_owner."""
    if role not in Membership.Role.values:
        raise TeamRefused("role_unknown", field="role")
    with transaction.atomic():
        lock(business, by)
        found = _member(business, number)
        if found.role == role:
            return found
        _keep_an_owner(found)
        before, found.role = found.role, role
        found.save(update_fields=["role"])
        if before == Membership.Role.OWNER:
            end_invitations(business, found.user, at=at)
        name = found.user.name or found.user.email
        record(business, by, "role", at=at, whom=name, before=before, role=role)
    return found


def take_out(business: Business, number: int, *, by: User, at: datetime) -> None:
    """Somebody is in this business no more, from now on. Raises TeamRefused (not_owner, gone, last_owner)."""
    with transaction.atomic():
        lock(business, by)
        found = _member(business, number)
        _keep_an_owner(found)
        name = found.user.name or found.user.email
        end_access(found, at=at)
        record(business, by, "taken_out", at=at, whom=name)


def leave(business: Business, *, by: User, at: datetime) -> None:
    """By oneself. Raises TeamRefused (gone, last_owner)."""
    with transaction.atomic():
        Business.objects.select_for_update().get(pk=business.pk)
        found = business.memberships.filter(user=by).first()
        if found is None:
            raise TeamRefused("gone")
        _keep_an_owner(found)
        record(business, by, "left", at=at)
        end_access(found, at=at)


def end_access(membership: Membership, *, at: datetime) -> None:
    """What somebody has of a business ends: their membership, the private links they made, the invitations
    they sent, their phone page, and, where it was their only business, every session. Within the caller's
    transaction.
    """
    business, user = membership.business, membership.user
    membership.delete()
    end_invitations(business, user, at=at)
    for made in (Showing, Trial, HandedOn):
        made.objects.filter(site__business=business, by=user).delete()
    Assistant.objects.filter(business=business, notice_email__iexact=user.email).update(
        phone_token=None, notice_email=""
    )
    if not user.memberships.exists():
        end_sign_ins(user)


def end_invitations(business: Business, by: User, *, at: datetime) -> None:
    """Nobody comes in by the word of who may not ask anybody in any more."""
    open_ones = Invitation.objects.filter(business=business, by=by, taken_at=None, withdrawn_at=None)
    open_ones.update(withdrawn_at=at)


def _member(business: Business, number: int) -> Membership:
    found = business.memberships.select_related("user", "business").filter(pk=number).first()
    if found is None:
        raise TeamRefused("gone")
    return found


def _keep_an_owner(membership: Membership) -> None:
    if membership.role != Membership.Role.OWNER:
        return
    owners = Membership.objects.filter(business=membership.business, role=Membership.Role.OWNER)
    if not owners.exclude(pk=membership.pk).exists():
        raise TeamRefused("last_owner")
