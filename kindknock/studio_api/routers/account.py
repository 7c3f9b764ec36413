"""Signing up, in and out, and the ways back in."""

from typing import Literal

from django.conf import settings
from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from django.http import HttpRequest
from ninja import Router

from kindknock import clock
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
from kindknock.accounts.actions.sign_up import check_password_strength, sign_up
from kindknock.accounts.mailing import prove
from kindknock.accounts.models import User
from kindknock.accounts.network import client_address, network_of
from kindknock.accounts.queries import business_of
from kindknock.accounts.tokens import reset_tokens, sign_in_tokens, user_of
from kindknock.sites.models import Site

from .. import words
from ..auth import anyone, person
from ..errors import Problem
from ..schemas import AccountIn, ChoiceOut, DemoOut, Done, EmailIn, HelloOut, ResetIn, SignUpIn, TokenIn

router = Router()
_BACKEND = "django.contrib.auth.backends.ModelBackend"
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
        name=user.name,
        initials=_initials(user),
        business=business.name if business else "",
        site=sites[0].key if sites else "",
        sites=[ChoiceOut(value=site.key, label=site.name) for site in sites],
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
    limit(SIGN_UPS, _network(request), at=clock.now())
    user = sign_up(body.email, body.password)
    login(request, user, backend=_BACKEND)
    email_way_in(user.email, origin=settings.ENV.origin, kind="prove")
    return hello(request)


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
    user.save()
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
    """Change one's own email or password; the present password proves who asks."""
    user = person(request)
    at = clock.now()
    if is_over(PASSWORDS, str(user.pk), at=at):
        raise TooOften
    if not user.check_password(body.password):
        count(PASSWORDS, str(user.pk), at=at)
        raise Problem(422, "wrong", "That isn't your present password.", field="password")
    if body.new_email:
        email = body.new_email.strip()
        try:
            validate_email(email)
        except ValidationError:
            raise Problem(422, "bad_email", words.FIELD["bad_email"], field="new_email") from None
        if User.objects.filter(email__iexact=email).exclude(pk=user.pk).exists():
            raise Problem(422, "email_taken", "Another account has this email.", field="new_email")
        user.email = email
    if body.new_password:
        check_password_strength(body.new_password, user, field="new_password")
        user.set_password(body.new_password)
    user.save()
    update_session_auth_hash(request, user)
    return hello(request)
