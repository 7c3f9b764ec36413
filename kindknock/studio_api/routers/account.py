"""Signing up, in and out, and the ways back in."""

from datetime import datetime, timedelta
from typing import Literal

from django.conf import settings
from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.accounts.actions.confirm_address import confirm_address, take_address_back, write_to_confirm
from kindknock.accounts.actions.email_way_in import email_way_in
from kindknock.accounts.actions.limit import (
    MAILS_ASKED,
    MAILS_TO,
    PASSWORDS,
    SIGN_UPS,
    TooOften,
    count,
    is_over,
    limit,
)
from kindknock.accounts.actions.sign_up import check_password_strength, read_email, sign_up
from kindknock.accounts.backends import ByEmail
from kindknock.accounts.deeds import record
from kindknock.accounts.mailing import prove
from kindknock.accounts.may import Power, may, powers_of
from kindknock.accounts.models import Membership, SignIn, User
from kindknock.accounts.names import initials_of
from kindknock.accounts.network import client_address, network_of
from kindknock.accounts.second_step import has_step
from kindknock.accounts.sign_ins import end_sign_ins
from kindknock.accounts.tokens import reset_tokens, sign_in_tokens, user_with
from kindknock.core.words.moments import clock_of
from kindknock.guestbook.queries import waiting_in
from kindknock.guestbook.whom import hands_of, mine
from kindknock.sites.models import Site
from kindknock.standins.alias import to_local
from kindknock.team.actions.look_in import PREFIX, Full, look_in

from ..errors import NotFound, Problem
from ..guard import ACCOUNT, ANYONE, business_named, is_step_missing, user_of
from ..schemas import (
    AccountIn,
    ChoiceOut,
    DemoOut,
    Done,
    EmailIn,
    HeldOut,
    HelloOut,
    LinkIn,
    ResetIn,
    SignUpIn,
    TokenIn,
)

router = Router()
HALF_IN, HALF_IN_FOR = "half_in", timedelta(minutes=10)
BACKEND = "kindknock.accounts.backends.ByEmail"
BUTTON_KEY = "kindknock"
DEMO = DemoOut(email="ines@averilcycles.example", password="brass knocker on wine")


@router.get("/hello", response=HelloOut, auth=None)
def hello(request: HttpRequest, business: str = "") -> HelloOut:
    """Who is here, and what the sign-in page needs to know; of the business named, where one is."""
    demo = DEMO if settings.ENV.pretend and User.objects.filter(email=DEMO.email).exists() else None
    button = BUTTON_KEY if Site.objects.filter(key=BUTTON_KEY).exists() else ""
    if not request.user.is_authenticated:
        waits = half_in(request) is not None
        return HelloOut(
            signed_in=False, waits_for_code=waits, demo=demo, button_key=button, pretend=settings.ENV.pretend
        )
    user = user_of(request)
    held = list(user.memberships.select_related("business").order_by("pk"))
    named = business or business_named(request)
    here = next((each for each in held if not named or each.business.key == named), None)
    of = here.business if here else None
    sites = list(of.sites.order_by("pk")) if of else []
    return HelloOut(
        signed_in=True,
        email=user.email,
        is_proven=user.proven_at is not None,
        wanted_email=user.wanted_email,
        name=user.name,
        initials=initials_of(user),
        business=of.name if of else "",
        business_key=of.key if of else "",
        businesses=[HeldOut(key=each.business.key, name=each.business.name, role=each.role) for each in held],
        role=here.role if here else "",
        closes_at=of.closes_at if of else None,
        goes_at=of.goes_at if of else None,
        demo_shop=_demo_shop(sites) if of and of.goes_at else "",
        needs_step=here is not None and is_step_missing(here),
        may=sorted(powers_of(here)) if here else [],
        site=sites[0].key if sites else "",
        sites=[ChoiceOut(value=site.key, label=site.name) for site in sites],
        me=_own_person(here) if here else "",
        unread=_unread(here) if here else 0,
        demo=demo,
        button_key=button,
        pretend=settings.ENV.pretend,
    )


def _demo_shop(sites: list[Site]) -> str:
    """The demo shop with the line of a copy that somebody looks in at."""
    return next(
        (to_local(f"https://{s.key}.averilcycles.example/") for s in sites if s.key.startswith(PREFIX)), ""
    )


def _own_person(here: Membership) -> str:
    """The person who answers that they are, by the email notices go to; empty where they are none."""
    people = here.business.assistants.filter(removed_at=None, notice_email__iexact=here.user.email)
    return next(iter(people.values_list("key", flat=True)), "")


def _unread(here: Membership) -> int:
    """How many entries nobody has read yet, of those they see."""
    if not may(here, Power.GUESTS):
        return 0
    sees_all = may(here, Power.EVERY_GUEST)
    seen_by = None if sees_all else mine(hands_of(here.business), here.user)
    return waiting_in(here.business, seen_by=seen_by)


def _network(request: HttpRequest) -> str:
    return network_of(client_address(request.META, settings.ENV.trusted_proxies))


@router.post("/sign-up", response=HelloOut, auth=ANYONE)
def make_account(request: HttpRequest, body: SignUpIn) -> HelloOut:
    """An account at once, whether somebody has the address already or not: only the letter tells. Whoever
    signs up a second time with their own password is let in to what they have.
    """
    at = clock.now()
    limit(SIGN_UPS, _network(request), at=at)
    known = ByEmail().authenticate(request, body.email.strip(), body.password)
    if known is not None:
        return let_in(request, known)
    user = sign_up(body.email, body.password)
    login(request, user, backend=BACKEND)
    _ask_whose(user, at)
    return hello(request)


def _ask_whose(user: User, at: datetime) -> None:
    if count(MAILS_TO, (user.wanted_email or user.email).lower(), at=at):
        write_to_confirm(user, origin=settings.ENV.origin)


@router.post("/look-in", response=HelloOut, auth=ANYONE)
def look_in_demo(request: HttpRequest) -> HelloOut:
    """Where the demo is laid out: in at once, at a copy of one's own that is gone after a day."""
    demo = (
        Membership.objects.filter(user__email=DEMO.email, role=Membership.Role.OWNER).order_by("pk").first()
    )
    if not settings.ENV.pretend or demo is None:
        raise NotFound
    try:
        user = look_in(demo.business, network=_network(request), at=clock.now())
    except Full as full:
        until = full.until.astimezone(clock_of(demo.business.zone))
        says = (
            f"As many look around as there is room for. The next place is free at {until:%H:%M}, London time."
        )
        raise Problem(503, "full", says) from None
    login(request, user, backend=BACKEND)
    return hello(request)


@router.post("/confirm", response=Done, auth=ANYONE)
def confirm(request: HttpRequest, body: LinkIn) -> Done:
    """The link mailed to an address was pressed. It signs nobody in."""
    confirm_address(body.token, origin=settings.ENV.origin, at=clock.now())
    return Done()


@router.post("/address-back", response=TokenIn, auth=ANYONE)
def address_back(request: HttpRequest, body: LinkIn) -> TokenIn:
    """The account goes back to the address it had; answers what sets a new password."""
    uid, token = take_address_back(body.token, at=clock.now())
    return TokenIn(uid=uid, token=token)


@router.post("/confirm-again", response=Done, auth=ACCOUNT)
def confirm_again(request: HttpRequest) -> Done:
    """Mail the link once more, to the address wanted or not yet proven."""
    at, user = clock.now(), user_of(request)
    limit(MAILS_ASKED, _network(request), at=at)
    if user.wanted_email or user.proven_at is None:
        _ask_whose(user, at)
    return Done()


@router.post("/sign-in", response=HelloOut, auth=ANYONE)
def sign_in(request: HttpRequest, body: SignUpIn) -> HelloOut:
    user = authenticate(request, username=body.email.strip(), password=body.password)
    if user is None:
        raise Problem(
            422,
            "wrong",
            "Email and password don't belong together. Try again, or ask for a new password.",
            field="password",
        )
    return let_in(request, user)


def let_in(request: HttpRequest, user: User) -> HelloOut:
    """Signed in from here on, or, where a second step is on, once its code has come too."""
    if has_step(user):
        request.session[HALF_IN] = [user.pk, clock.now().isoformat()]
        return hello(request)
    enter(request, user)
    return hello(request)


def half_in(request: HttpRequest) -> User | None:
    """Whose password or link was right a short while ago, and whose second step is still to come."""
    number, since = request.session.get(HALF_IN, [0, ""])
    if not since or datetime.fromisoformat(since) < clock.now() - HALF_IN_FOR:
        return None
    return User.objects.filter(pk=number, is_active=True).first()


def enter(request: HttpRequest, user: User) -> None:
    """Signed in from here on; each business of theirs has it in its history."""
    request.session.pop(HALF_IN, None)
    login(request, user, backend=BACKEND)
    for held in user.memberships.select_related("business"):
        record(held.business, user, "signed_in", at=clock.now())


@router.post("/sign-out", response=Done, auth=ACCOUNT)
def sign_out(request: HttpRequest) -> Done:
    logout(request)
    return Done()


def _email(request: HttpRequest, body: EmailIn, kind: Literal["reset", "sign_in"]) -> Done:
    at = clock.now()
    limit(MAILS_ASKED, _network(request), at=at)
    # Beyond its most an address gets no more mails, and the answer is the same: it tells nobody anything.
    if count(MAILS_TO, body.email.strip().lower()[:254], at=at):
        email_way_in(body.email, origin=settings.ENV.origin, kind=kind)
    return Done()


@router.post("/forgot", response=Done, auth=ANYONE)
def forgot(request: HttpRequest, body: EmailIn) -> Done:
    """Email a link to set a new password; answers the same whether there is such an account or not."""
    return _email(request, body, "reset")


@router.post("/link", response=Done, auth=ANYONE)
def email_link(request: HttpRequest, body: EmailIn) -> Done:
    """Email a link that signs in once; answers the same either way."""
    return _email(request, body, "sign_in")


_STALE = "This link has been used or is too old. Ask for a new one."


@router.post("/reset", response=HelloOut, auth=ANYONE)
def reset(request: HttpRequest, body: ResetIn) -> HelloOut:
    user = user_with(body.uid)
    if user is None or not reset_tokens.check_token(user, body.token):
        raise Problem(422, "stale", _STALE)
    check_password_strength(body.password, user)
    prove(user, at=clock.now())
    user.set_password(body.password)
    # Whoever asked for another address before may not have been the one who sets this.
    user.wanted_email = ""
    user.save(update_fields=["password", "wanted_email"])
    return let_in(request, user)


@router.post("/come-in", response=HelloOut, auth=ANYONE)
def come_in(request: HttpRequest, body: TokenIn) -> HelloOut:
    user = user_with(body.uid)
    if user is None or not sign_in_tokens.check_token(user, body.token):
        raise Problem(422, "stale", _STALE)
    prove(user, at=clock.now())
    return let_in(request, user)


def keep_only_this(request: HttpRequest, user: User) -> None:
    """The password is another: this session stays, all others end."""
    before = request.session.session_key
    update_session_auth_hash(request, user)
    SignIn.objects.filter(user=user, session_key=before).update(session_key=request.session.session_key)
    end_sign_ins(user, but=request.session.session_key or "")


@router.patch("/account", response=HelloOut, auth=ACCOUNT)
def change_account(request: HttpRequest, body: AccountIn) -> HelloOut:
    """Change one's own email or password; the present password proves who asks. A new email waits until a
    link mailed there was pressed; the present one given anew lets go of it.
    """
    user = user_of(request)
    at = clock.now()
    if is_over(PASSWORDS, str(user.pk), at=at):
        raise TooOften
    if not user.check_password(body.password):
        count(PASSWORDS, str(user.pk), at=at)
        raise Problem(422, "wrong", "That isn't your present password.", field="password")
    if body.new_email:
        email = read_email(body.new_email, field="new_email")
        user.wanted_email = "" if email.lower() == user.email.lower() else email
    if body.new_password:
        check_password_strength(body.new_password, user, field="new_password")
        user.set_password(body.new_password)
    user.save(update_fields=["password", "wanted_email"])
    if body.new_password:
        keep_only_this(request, user)
    if body.new_email and user.wanted_email:
        _ask_whose(user, at)
    return hello(request)
