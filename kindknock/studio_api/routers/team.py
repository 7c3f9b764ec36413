"""Who may come in: the team, invitations, handing over, leaving."""

from django.conf import settings
from django.contrib.auth import login
from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.accounts.deeds import record
from kindknock.accounts.models import Membership
from kindknock.accounts.names import initials_of
from kindknock.team.actions.change_team import change_role, leave, take_out
from kindknock.team.actions.invite import invite, invite_again, take_invitation_back
from kindknock.team.actions.take_invitation import (
    invitation_of,
    proven_account,
    take_as_new,
    take_invitation,
    take_own_invitation,
)
from kindknock.team.models import Invitation
from kindknock.team.queries import held_by, invitations_of, members_of, sender_of

from .. import auth
from ..guard import ACCOUNT, ANYONE, LOOK, TEAM, membership, user_of
from ..schemas import (
    Done,
    HandOverIn,
    HelloOut,
    InvitationOut,
    InvitedOut,
    InviteIn,
    LinkIn,
    MemberOut,
    RoleIn,
    SeeAllIn,
    TakeIn,
    TeamOut,
)
from .account import BACKEND, hello

router = Router()


@router.get("/team", response=TeamOut, auth=TEAM)
def team(request: HttpRequest) -> TeamOut:
    """Who is in, in the order they came, and who was asked."""
    business, at = auth.business(request), clock.now()
    held = held_by(business)
    members = [
        MemberOut(
            id=each.pk,
            name=each.user.name,
            email=each.user.email,
            initials=initials_of(each.user),
            role=each.role,
            is_me=each.user_id == user_of(request).pk,
            held=held[each.user_id],
            seen_at=each.seen_at,
        )
        for each in members_of(business)
    ]
    owners = [each for each in members if each.role == Membership.Role.OWNER]
    return TeamOut(
        members=members,
        invited=[
            InvitedOut(
                id=each.pk,
                email=each.email,
                role=each.role,
                by=sender_of(each),
                until=each.until,
                is_over=each.until <= at,
                is_held=each.by is not None and each.by.proven_at is None,
                hands_over=each.hands_over,
            )
            for each in invitations_of(business)
        ],
        answers_see_all=business.answers_see_all,
        demands_step=business.demands_step,
        is_last_owner=len(owners) == 1 and owners[0].is_me,
    )


@router.post("/team/invitations", response=TeamOut, auth=TEAM)
def ask_in(request: HttpRequest, body: InviteIn) -> TeamOut:
    """Mail somebody a link to come in by."""
    invite(
        auth.business(request),
        body.email,
        body.role,
        by=user_of(request),
        origin=settings.ENV.origin,
        at=clock.now(),
    )
    return team(request)


@router.post("/team/invitations/{number}/again", response=TeamOut, auth=TEAM)
def ask_again(request: HttpRequest, number: int) -> TeamOut:
    business, by = auth.business(request), user_of(request)
    invite_again(business, number, by=by, origin=settings.ENV.origin, at=clock.now())
    return team(request)


@router.delete("/team/invitations/{number}", response=TeamOut, auth=TEAM)
def take_back(request: HttpRequest, number: int) -> TeamOut:
    take_invitation_back(auth.business(request), number, by=user_of(request), at=clock.now())
    return team(request)


@router.post("/team/hand-over", response=TeamOut, auth=TEAM)
def hand_over(request: HttpRequest, body: HandOverIn) -> TeamOut:
    """Ask somebody to be the owner in one's own place; it happens once they take it."""
    invite(
        auth.business(request),
        body.email,
        Membership.Role.OWNER,
        by=user_of(request),
        origin=settings.ENV.origin,
        at=clock.now(),
        hands_over=True,
        then_leaves=not body.stays,
    )
    return team(request)


@router.patch("/team/members/{number}", response=TeamOut, auth=TEAM)
def put_role(request: HttpRequest, number: int, body: RoleIn) -> TeamOut:
    """It holds with the next thing they ask, in windows that are open too."""
    change_role(auth.business(request), number, body.role, by=user_of(request), at=clock.now())
    # Who lowers themselves may not read the team any more.
    request.__dict__.pop("_membership", None)
    return team(request)


@router.delete("/team/members/{number}", response=TeamOut, auth=TEAM)
def take_member_out(request: HttpRequest, number: int) -> TeamOut:
    take_out(auth.business(request), number, by=user_of(request), at=clock.now())
    return team(request)


@router.put("/team/see-all", response=TeamOut, auth=TEAM)
def put_see_all(request: HttpRequest, body: SeeAllIn) -> TeamOut:
    """Whether who answers also sees what a colleague has."""
    business = auth.business(request)
    business.answers_see_all = body.on
    business.save(update_fields=["answers_see_all"])
    record(business, user_of(request), "see_all", at=clock.now(), on=body.on)
    return team(request)


@router.post("/team/leave", response=Done, auth=LOOK)
def leave_team(request: HttpRequest) -> Done:
    """By oneself; the last owner can't."""
    leave(membership(request).business, by=user_of(request), at=clock.now())
    return Done()


@router.post("/invitation", response=InvitationOut, auth=ANYONE)
def read_invitation(request: HttpRequest, body: LinkIn) -> InvitationOut:
    """What a link asks to, for whoever has it."""
    found = invitation_of(body.token, at=clock.now())
    own = user_of(request).email if request.user.is_authenticated else ""
    return InvitationOut(
        business=found.business.name,
        by=sender_of(found),
        role=found.role,
        email=found.email,
        until=found.until,
        hands_over=found.hands_over,
        account=_account(found, own),
        own=own,
    )


def _account(invitation: Invitation, own: str) -> str:
    if own:
        return "theirs" if own.lower() == invitation.email.lower() else "other"
    return "known" if proven_account(invitation) else "none"


@router.post("/invitations/{number}/take", response=HelloOut, auth=ACCOUNT)
def take_own(request: HttpRequest, number: int) -> HelloOut:
    """Come in by an invitation to the address one is signed in with, found in one's own list."""
    joined = take_own_invitation(number, user_of(request), at=clock.now())
    return hello(request, joined.business.key)


@router.post("/invitation/take", response=HelloOut, auth=ANYONE)
def take(request: HttpRequest, body: TakeIn) -> HelloOut:
    """Come in by it: with the account one is signed in to, else with a new one. Answers as `hello` does, of
    the business one came in to.
    """
    at = clock.now()
    if request.user.is_authenticated:
        joined = take_invitation(body.token, user_of(request), at=at)
    else:
        joined = take_as_new(body.token, name=body.name, password=body.password, at=at)
        login(request, joined.user, backend=BACKEND)
    return hello(request, joined.business.key)
