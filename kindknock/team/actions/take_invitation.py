"""Come in by the link of an invitation."""

from datetime import datetime

from django.db import transaction

from kindknock.accounts.actions.sign_up import check_password_strength
from kindknock.accounts.deeds import record
from kindknock.accounts.mailing import prove
from kindknock.accounts.models import Business, Membership, User

from ..models import Invitation
from ..queries import asked_in
from ..refusals import TeamRefused
from .change_team import end_access, end_invitations
from .invite import digest_of


def invitation_of(secret: str, *, at: datetime) -> Invitation:
    """What a link asks to. Raises TeamRefused: no_such for a link that never was, or that a newer letter
    replaced; withdrawn, taken, over.
    """
    found = Invitation.objects.select_related("business", "by").filter(digest=digest_of(secret[:100])).first()
    if found is None:
        raise TeamRefused("no_such")
    facts = {"business": found.business.name}
    if found.withdrawn_at is not None:
        raise TeamRefused("withdrawn", **facts)
    if found.taken_at is not None:
        raise TeamRefused("taken", **facts)
    if found.until <= at:
        raise TeamRefused("over", **facts)
    return found


def proven_account(invitation: Invitation) -> User | None:
    """The account that has the address the invitation went to."""
    return User.objects.filter(email__iexact=invitation.email, is_active=True).exclude(proven_at=None).first()


def take_invitation(secret: str, user: User, *, at: datetime) -> Membership:
    """Whoever is signed in takes it; the invitation counts for the address it went to alone. Raises
    TeamRefused (also not_theirs).
    """
    with transaction.atomic():
        invitation = _locked(secret, at=at)
        if user.email.lower() != invitation.email.lower():
            raise TeamRefused("not_theirs", email=invitation.email, own=user.email)
        # The link was mailed to this address: whoever has it reads that mailbox.
        prove(user, at=at)
        return _join(invitation, user, at=at)


def take_own_invitation(number: int, user: User, *, at: datetime) -> Membership:
    """Taken from one's own list, where the address is proven. Raises TeamRefused (gone)."""
    with transaction.atomic():
        found = asked_in(user, at=at).filter(pk=number).first()
        if found is None:
            raise TeamRefused("gone")
        Business.objects.select_for_update().get(pk=found.business_id)
        invitation = asked_in(user, at=at).filter(pk=number).first()
        if invitation is None:
            raise TeamRefused("gone")
        return _join(invitation, user, at=at)


def take_as_new(secret: str, *, name: str, password: str, at: datetime) -> Membership:
    """Somebody without an account makes one by coming in; with no password they come by a link in a letter
    each time. Raises TeamRefused (also has_account), SignUpRefused.
    """
    with transaction.atomic():
        invitation = _locked(secret, at=at)
        if proven_account(invitation) is not None:
            raise TeamRefused("has_account", email=invitation.email)
        user = User(email=invitation.email, name=name.strip()[:80])
        if password:
            check_password_strength(password, user)
            user.set_password(password)
        else:
            user.set_unusable_password()
        user.save()
        prove(user, at=at)
        return _join(invitation, user, at=at)


def _locked(secret: str, *, at: datetime) -> Invitation:
    """The invitation with its business locked, so that a link pressed twice at once counts once."""
    Business.objects.select_for_update().get(pk=invitation_of(secret, at=at).business_id)
    return invitation_of(secret, at=at)


def _join(invitation: Invitation, user: User, *, at: datetime) -> Membership:
    business = invitation.business
    membership, _ = Membership.objects.update_or_create(
        user=user, business=business, defaults={"role": invitation.role}
    )
    invitation.taken_at = at
    invitation.save(update_fields=["taken_at"])
    record(business, user, "joined", at=at, role=invitation.role)
    if invitation.hands_over and invitation.by is not None:
        _step_back(invitation, invitation.by, at=at)
    return membership


def _step_back(invitation: Invitation, by: User, *, at: datetime) -> None:
    """Who handed the business over is its owner no longer."""
    before = Membership.objects.filter(business=invitation.business, user=by).first()
    if before is None or (before.user_id == by.pk and before.role != Membership.Role.OWNER):
        return
    if invitation.then_leaves:
        end_access(before, at=at)
    else:
        before.role = Membership.Role.MAKER
        before.save(update_fields=["role"])
        end_invitations(invitation.business, by, at=at)
    record(invitation.business, by, "handed_over", at=at, email=invitation.email)
