"""How one comes in: the second step, passkeys, and where one is signed in."""

from datetime import datetime, timedelta
from typing import Any

from django.conf import settings
from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.accounts.actions.limit import PASSWORDS, TooOften, count, is_over
from kindknock.accounts.deeds import record
from kindknock.accounts.letters import Letter, sentence
from kindknock.accounts.mailing import post_letter
from kindknock.accounts.models import User
from kindknock.accounts.passkeys import (
    PasskeyRefused,
    ask_passkey,
    begin_passkey,
    keep_passkey,
    user_by_passkey,
)
from kindknock.accounts.second_step import (
    begin_step,
    check_code,
    drop_step,
    has_step,
    keep_step,
    new_codes,
)
from kindknock.accounts.sign_ins import browser_words, end_sign_ins, open_ones
from kindknock.core.formats.qr import qr_svg

from .. import auth
from ..errors import NotFound, Problem
from ..guard import ACCOUNT, ANYONE, TEAM, user_of
from ..schemas import (
    CodeIn,
    CodesOut,
    DemandIn,
    HelloOut,
    OptionsOut,
    PasskeyIn,
    PasskeyOut,
    SessionOut,
    StepBegunOut,
    StepIn,
    WayInOut,
)
from .account import enter, half_in, hello

router = Router()
PENDING, CHALLENGE = "pending_step", "passkey_challenge"
ASKED_FOR = timedelta(minutes=10)


@router.post("/sign-in/code", response=HelloOut, auth=ANYONE)
def second_step(request: HttpRequest, body: CodeIn) -> HelloOut:
    """The second step, after a password or a link that was right."""
    user = half_in(request)
    if user is None:
        raise Problem(422, "stale", "That took too long. Sign in again.")
    check_code(user, body.code, at=clock.now())
    enter(request, user)
    return hello(request)


@router.post("/sign-in/passkey", response=OptionsOut, auth=ANYONE)
def ask_key(request: HttpRequest) -> OptionsOut:
    options, challenge = ask_passkey()
    _keep(request, challenge)
    return OptionsOut(options=options)


@router.post("/sign-in/passkey/answer", response=HelloOut, auth=ANYONE)
def answer_key(request: HttpRequest, body: PasskeyIn) -> HelloOut:
    """In by a device's key, which is both steps in one."""
    user = user_by_passkey(body.answer, _kept(request), at=clock.now())
    enter(request, user)
    return hello(request)


def _keep(request: HttpRequest, challenge: str) -> None:
    request.session[CHALLENGE] = [challenge, clock.now().isoformat()]


def _kept(request: HttpRequest) -> str:
    """The challenge this browser was given, good once. Raises PasskeyRefused."""
    challenge, since = request.session.pop(CHALLENGE, ["", ""])
    if not since or datetime.fromisoformat(since) < clock.now() - ASKED_FOR:
        raise PasskeyRefused
    return str(challenge)


@router.get("/way-in", response=WayInOut, auth=ACCOUNT)
def way_in(request: HttpRequest) -> WayInOut:
    """One's own second step, keys, and where one is signed in."""
    user, here = user_of(request), request.session.session_key
    return WayInOut(
        has_password=user.has_usable_password(),
        has_step=has_step(user),
        codes_left=user.recovery_codes.filter(used_at=None).count(),
        passkeys=[
            PasskeyOut(id=key.pk, name=key.name, at=key.at, used_at=key.used_at)
            for key in user.passkeys.order_by("pk")
        ],
        sessions=[
            SessionOut(
                id=row.pk,
                browser=row.browser,
                at=row.at,
                seen_at=row.seen_at,
                is_this=row.session_key == here,
            )
            for row in open_ones(user)
        ],
    )


@router.delete("/sessions/{number}", response=WayInOut, auth=ACCOUNT)
def end_session(request: HttpRequest, number: int) -> WayInOut:
    if not end_sign_ins(user_of(request), only=number):
        raise NotFound
    return way_in(request)


@router.post("/sessions-end-others", response=WayInOut, auth=ACCOUNT)
def end_others(request: HttpRequest) -> WayInOut:
    end_sign_ins(user_of(request), but=request.session.session_key or "")
    return way_in(request)


@router.post("/second-step", response=StepBegunOut, auth=ACCOUNT)
def begin(request: HttpRequest, body: StepIn) -> StepBegunOut:
    """A secret to put into an authenticator app; nothing is on before a code shows that it is there."""
    user = _sure(request, body.password)
    begun = begin_step(user)
    request.session[PENDING] = begun.secret
    return StepBegunOut(secret=begun.secret, qr=qr_svg(begun.address))


@router.post("/second-step/confirm", response=CodesOut, auth=ACCOUNT)
def confirm(request: HttpRequest, body: CodeIn) -> CodesOut:
    secret = request.session.get(PENDING, "")
    if not secret:
        raise Problem(422, "stale", "That took too long. Begin again.")
    user, at = user_of(request), clock.now()
    codes = keep_step(user, secret, body.code, at=at)
    request.session.pop(PENDING, None)
    _record(user, "step_on", at)
    return CodesOut(codes=list(codes))


@router.post("/second-step/codes", response=CodesOut, auth=ACCOUNT)
def codes_anew(request: HttpRequest, body: StepIn) -> CodesOut:
    """Ten new recovery codes; those before are void."""
    return CodesOut(codes=list(new_codes(_sure(request, body.password))))


@router.post("/second-step/off", response=WayInOut, auth=ACCOUNT)
def off(request: HttpRequest, body: StepIn) -> WayInOut:
    user, at = _sure(request, body.password), clock.now()
    drop_step(user)
    _record(user, "step_off", at)
    language = user.language or "en"
    facts = {"day": f"{at:%Y-%m-%d %H:%M} UTC", "link": f"{settings.ENV.origin}/you"}
    text = sentence(language, "factor_off.text", **facts)
    post_letter(user.email, Letter(sentence(language, "factor_off.subject"), text, language))
    return way_in(request)


def _record(user: User, code: str, at: datetime) -> None:
    for held in user.memberships.select_related("business"):
        record(held.business, user, code, at=at)


def _sure(request: HttpRequest, password: str) -> User:
    """Who asks, once more by their password; who has none is known by the session alone. Raises Problem."""
    user, at = user_of(request), clock.now()
    if not user.has_usable_password():
        return user
    if is_over(PASSWORDS, str(user.pk), at=at):
        raise TooOften
    if not user.check_password(password):
        count(PASSWORDS, str(user.pk), at=at)
        raise Problem(422, "wrong", "That isn't your present password.", field="password")
    return user


@router.post("/passkeys/begin", response=OptionsOut, auth=ACCOUNT)
def begin_key(request: HttpRequest, body: StepIn) -> OptionsOut:
    options, challenge = begin_passkey(_sure(request, body.password))
    _keep(request, challenge)
    return OptionsOut(options=options)


@router.post("/passkeys", response=WayInOut, auth=ACCOUNT)
def keep_key(request: HttpRequest, body: PasskeyIn) -> WayInOut:
    user, at = user_of(request), clock.now()
    agent = request.META.get("HTTP_USER_AGENT", "")
    keep_passkey(user, body.answer, _kept(request), name=body.name or browser_words(agent), at=at)
    _record(user, "passkey_on", at)
    return way_in(request)


@router.delete("/passkeys/{number}", response=WayInOut, auth=ACCOUNT)
def drop_key(request: HttpRequest, number: int) -> WayInOut:
    user = user_of(request)
    if not user.passkeys.filter(pk=number).delete()[0]:
        raise NotFound
    _record(user, "passkey_off", clock.now())
    return way_in(request)


@router.put("/team/demand", response=DemandIn, auth=TEAM)
def put_demand(request: HttpRequest, body: DemandIn) -> dict[str, Any]:
    """Whether owners must have a second step or a passkey; who asks must have it first."""
    business, user = auth.business(request), user_of(request)
    if body.on and not (has_step(user) or user.passkeys.exists()):
        says = "Switch your own on first, under You: else you would shut yourself out."
        raise Problem(409, "own_first", says, field="on")
    business.demands_step = body.on
    business.save(update_fields=["demands_step"])
    record(business, user, "demand", at=clock.now(), on=body.on)
    return {"on": body.on}
