"""Signing up, in and out, and the ways back in."""

from datetime import datetime
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
from kindknock.accounts.mailing import prove
from kindknock.accounts.models import User
from kindknock.accounts.network import client_address, network_of
from kindknock.accounts.queries import business_of
from kindknock.accounts.tokens import reset_tokens, sign_in_tokens, user_of
from kindknock.guestbook.queries import waiting_in
from kindknock.sites.models import Site

from ..auth import anyone, person, sees_guests
from ..errors import Problem
from ..schemas import (
    AccountIn,
    ChoiceOut,
    DemoOut,
    Done,
    EmailIn,
    HelloOut,
    LinkIn,
    ResetIn,
    SignUpIn,
    TokenIn,
)

router = Router()
_BACKEND = "kindknock.accounts.backends.ByEmail"
BUTTON_KEY = "kindknock"
DEMO = DemoOut(email="ines@averilcycles.example", password="brass knocker on wine")


@router.get("/hello", response=HelloOut, auth=None)
def hello(request: HttpRequest) -> HelloOut:
    """Who is here, and what the sign-in page needs to know."""
    demo = DEMO if settings.ENV.pretend and User.objects.filter(email=DEMO.email).exists() else None
    button = BUTTON_KEY if Site.objects.filter(key=BUTTON_KEY).exists() else ""
    if not request.user.is_authenticated:
        return HelloOut(signed_in=False, demo=demo, button_key=button, pretend=settings.ENV.pretend)
    user = person(request)
    business = business_of(user)
    sites = list(business.sites.order_by("pk")) if business else []
    return HelloOut(
        signed_in=True,
        email=user.email,
        is_proven=user.proven_at is not None,
        wanted_email=user.wanted_email,
        name=user.name,
        initials=_initials(user),
        business=business.name if business else "",
        site=sites[0].key if sites else "",
        sites=[ChoiceOut(value=site.key, label=site.name) for site in sites],
        unread=waiting_in(business) if business and sees_guests(request, business) else 0,
        demo=demo,
        button_key=button,
        pretend=settings.ENV.pretend,
    )


def _network(request: HttpRequest) -> str:
    return network_of(client_address(request.META, settings.ENV.trusted_proxies))


def _initials(user: User) -> str:
    parts = user.name.split() or [user.email]
    return "".join(part[0] for part in parts[:2]).upper()


@router.post("/sign-up", response=HelloOut, auth=anyone)
def make_account(request: HttpRequest, body: SignUpIn) -> HelloOut:
    """An account at once, whether somebody has the address already or not: only the letter tells. Whoever
    signs up a second time with their own password is let in to what they have.
    """
    at = clock.now()
    limit(SIGN_UPS, _network(request), at=at)
    known = ByEmail().authenticate(request, body.email.strip(), body.password)
    if known is not None:
        login(request, known, backend=_BACKEND)
        return hello(request)
    user = sign_up(body.email, body.password)
    login(request, user, backend=_BACKEND)
    _ask_whose(user, at)
    return hello(request)


def _ask_whose(user: User, at: datetime) -> None:
    if count(MAILS_TO, (user.wanted_email or user.email).lower(), at=at):
        write_to_confirm(user, origin=settings.ENV.origin)


@router.post("/confirm", response=Done, auth=anyone)
def confirm(request: HttpRequest, body: LinkIn) -> Done:
    """The link mailed to an address was pressed. It signs nobody in."""
    confirm_address(body.token, origin=settings.ENV.origin, at=clock.now())
    return Done()


@router.post("/address-back", response=TokenIn, auth=anyone)
def address_back(request: HttpRequest, body: LinkIn) -> TokenIn:
    """The account goes back to the address it had; answers what sets a new password."""
    uid, token = take_address_back(body.token, at=clock.now())
    return TokenIn(uid=uid, token=token)


@router.post("/confirm-again", response=Done)
def confirm_again(request: HttpRequest) -> Done:
    """Mail the link once more, to the address wanted or not yet proven."""
    at, user = clock.now(), person(request)
    limit(MAILS_ASKED, _network(request), at=at)
    if user.wanted_email or user.proven_at is None:
        _ask_whose(user, at)
    return Done()


@router.post("/sign-in", response=HelloOut, auth=anyone)
def sign_in(request: HttpRequest, body: SignUpIn) -> HelloOut:
    user = authenticate(request, username=body.email.strip(), password=body.password)
    if user is None:
        raise Problem(
            422,
            "wrong",
            "Email and password don't belong together. Try again, or ask for a new password.",
            field="password",
        )
    login(request, user, backend=_BACKEND)
    return hello(request)


@router.post("/sign-out", response=Done)
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


@router.post("/forgot", response=Done, auth=anyone)
def forgot(request: HttpRequest, body: EmailIn) -> Done:
    """Email a link to set a new password; answers the same whether there is such an account or not."""
    return _email(request, body, "reset")


@router.post("/link", response=Done, auth=anyone)
def email_link(request: HttpRequest, body: EmailIn) -> Done:
    """Email a link that signs in once; answers the same either way."""
    return _email(request, body, "sign_in")


_STALE = "This link has been used or is too old. Ask for a new one."


@router.post("/reset", response=HelloOut, auth=anyone)
def reset(request: HttpRequest, body: ResetIn) -> HelloOut:
    user = user_of(body.uid)
    if user is None or not reset_tokens.check_token(user, body.token):
        raise Problem(422, "stale", _STALE)
    check_password_strength(body.password, user)
    prove(user, at=clock.now())
    user.set_password(body.password)
    # Whoever asked for another address before may not have been the one who sets this.
    user.wanted_email = ""
    user.save(update_fields=["password", "wanted_email"])
    login(request, user, backend=_BACKEND)
    return hello(request)


@router.post("/come-in", response=HelloOut, auth=anyone)
def come_in(request: HttpRequest, body: TokenIn) -> HelloOut:
    user = user_of(body.uid)
    if user is None or not sign_in_tokens.check_token(user, body.token):
        raise Problem(422, "stale", _STALE)
    prove(user, at=clock.now())
    login(request, user, backend=_BACKEND)
    return hello(request)


@router.patch("/account", response=HelloOut)
def change_account(request: HttpRequest, body: AccountIn) -> HelloOut:
    """Change one's own email or password; the present password proves who asks. A new email waits until a
    link mailed there was pressed; the present one given anew lets go of it.
    """
    user = person(request)
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
    update_session_auth_hash(request, user)
    if body.new_email and user.wanted_email:
        _ask_whose(user, at)
    return hello(request)
