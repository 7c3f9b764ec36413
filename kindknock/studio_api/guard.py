"""What a route needs: each declares it, and the API does not start with one that declares nothing.

`@router.post("/…", auth=DOORS)` lets in whoever is signed in and may change doors in the business that is
asked about. Which business that is, says the header `KK-Business` or, in a link, `?business=`; without
either it is the first they joined.
"""

from typing import Any

from django.conf import settings
from django.core.exceptions import ImproperlyConfigured
from django.http import HttpRequest
from ninja import NinjaAPI
from ninja.constants import NOT_SET
from ninja.security import APIKeyCookie, HttpBearer

from kindknock import clock
from kindknock.accounts.may import Power, may, roles_with
from kindknock.accounts.models import Membership, User
from kindknock.accounts.queries import membership_of
from kindknock.accounts.second_step import is_guarded
from kindknock.accounts.sign_ins import note_seen
from kindknock.footfall.actions.out_keys import business_of_key

from .errors import Problem
from .words import ROLE

HEADER, ARGUMENT = "KK-Business", "business"


class SignedIn(APIKeyCookie):
    """A person with a session; unsafe methods need the CSRF token too."""

    param_name = settings.SESSION_COOKIE_NAME

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        if not request.user.is_authenticated:
            return None
        request._is_noted = note_seen(request)  # type: ignore[attr-defined]
        return request.user


class Needs(SignedIn):
    """A person who may do something in the business that is asked about. Raises Problem 409 where they have
    none, 404 where it isn't theirs (any more), 403 where they may not.
    """

    def __init__(self, power: Power) -> None:
        super().__init__()
        self.power = power

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        user = super().authenticate(request, key)
        if user is not None and not may(membership(request), self.power):
            roles = " and ".join(ROLE[role] for role in roles_with(self.power))
            raise Problem(403, "may_not", f"That is for {roles}. Ask an owner of the business.")
        if user is not None and is_step_missing(membership(request)):
            raise Problem(403, "step_needed", STEP_NEEDED)
        return user


class Anyone(APIKeyCookie):
    """Nobody in particular; unsafe methods need the CSRF token all the same."""

    param_name = settings.CSRF_COOKIE_NAME

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        return "anyone"


class KeyHolder(HttpBearer):
    """Another system with a key to a business's counts, and no session. Raises TooOften."""

    def authenticate(self, request: HttpRequest, token: str) -> Any:
        return business_of_key(token, at=clock.now())


ANYONE = Anyone()
BY_KEY = KeyHolder()
ACCOUNT = SignedIn()
"""One's own account, and what is the same for everybody who is signed in."""
LOOK = Needs(Power.LOOK)
DOORS = Needs(Power.DOORS)
GUESTS = Needs(Power.GUESTS)
OWN_TIME = Needs(Power.OWN_TIME)
TIME = Needs(Power.TIME)
PEOPLE = Needs(Power.PEOPLE)
COUNTS = Needs(Power.COUNTS)
BUSINESS = Needs(Power.BUSINESS)
TEAM = Needs(Power.TEAM)
DATA = Needs(Power.DATA)


def user_of(request: HttpRequest) -> User:
    assert isinstance(request.user, User)
    return request.user


def business_named(request: HttpRequest) -> str:
    """The key of the business that is asked about; empty where none is named."""
    return request.headers.get(HEADER) or request.GET.get(ARGUMENT, "")


def membership(request: HttpRequest) -> Membership:
    """As what the signed-in person asks. Read anew for each request, so that a role changes at once."""
    found: Membership | None = getattr(request, "_membership", None)
    if found is None:
        named = business_named(request)
        found = membership_of(user_of(request), named)
        if found is None and named:
            raise Problem(404, "not_a_member", "This business isn’t yours to look after, or not any more.")
        if found is None:
            raise Problem(409, "no_business", "Tell us first what your business is called.")
        if getattr(request, "_is_noted", False):
            Membership.objects.filter(pk=found.pk).update(seen_at=clock.now())
        request._membership = found  # type: ignore[attr-defined]
    return found


STEP_NEEDED = "This business asks its owners for a second step at signing in. Switch one on under You first."


def is_step_missing(found: Membership) -> bool:
    """Whether a business demands a second step or a passkey of its owners, and this one has none."""
    return found.business.demands_step and found.role == Membership.Role.OWNER and not is_guarded(found.user)


def can(request: HttpRequest, power: Power) -> bool:
    return may(membership(request), power)


def check_declared(api: NinjaAPI) -> None:
    """Every route says who may ask. Raises ImproperlyConfigured with those that don't."""
    bare = [
        f"{'/'.join(operation.methods)} {path}"
        for _, router in api._routers
        for path, view in router.path_operations.items()
        for operation in view.operations
        if operation.auth_param is NOT_SET
    ]
    if bare:
        raise ImproperlyConfigured(f"These routes don't say what they need (auth=…): {', '.join(bare)}")
