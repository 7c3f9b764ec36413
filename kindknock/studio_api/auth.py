"""Who may ask: the one place that turns a request into a person and their business."""

from typing import Any, TypeVar

from django.conf import settings
from django.http import HttpRequest
from ninja.security import APIKeyCookie

from kindknock.accounts.models import Business, Membership, User
from kindknock.accounts.queries import business_of
from kindknock.doors.models import Channel, Door
from kindknock.doors.queries import channel_for, door_for
from kindknock.guestbook.models import Entry
from kindknock.guestbook.queries import entry_for
from kindknock.people.models import Assistant
from kindknock.sites.models import Host, Site
from kindknock.sites.queries import site_for

from .errors import NotFound, Problem

Row = TypeVar("Row")


class SignedIn(APIKeyCookie):
    """A person with a session; unsafe methods need the CSRF token too."""

    param_name = settings.SESSION_COOKIE_NAME

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        return request.user if request.user.is_authenticated else None


class Anyone(APIKeyCookie):
    """Nobody in particular; unsafe methods need the CSRF token all the same."""

    param_name = settings.CSRF_COOKIE_NAME

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        return "anyone"


signed_in = SignedIn()
anyone = Anyone()


def person(request: HttpRequest) -> User:
    assert isinstance(request.user, User)
    return request.user


def business(request: HttpRequest) -> Business:
    """The signed-in person's business. Raises Problem 409 where they have none yet."""
    found = business_of(person(request))
    if found is None:
        raise Problem(409, "no_business", "Tell us first what your business is called.")
    return found


def _found(row: Row | None) -> Row:
    """What belongs to the signed-in person's business; what doesn't looks like what isn't there."""
    if row is None:
        raise NotFound
    return row


def site(request: HttpRequest, key: str) -> Site:
    return _found(site_for(business(request), key))


def host(request: HttpRequest, key: str, host_id: int) -> Host:
    rows = Host.objects.filter(site=site(request, key), pk=host_id).select_related("site")
    return _found(rows.first())


def door(request: HttpRequest, key: str) -> Door:
    return _found(door_for(business(request), key))


def sees_guests(request: HttpRequest, found: Business) -> bool:
    """Whether who asks may see who wrote: everybody of the business but who only looks after its site."""
    return not found.memberships.filter(user=person(request), role=Membership.Role.MAKER).exists()


def guestbook(request: HttpRequest) -> Business:
    """The business, for whoever may see who wrote. Raises Problem 403 for a site maker, who never does."""
    found = business(request)
    if not sees_guests(request, found):
        raise Problem(403, "not_yours", "The guestbook is for the business’s own people.")
    return found


def entry(request: HttpRequest, pk: int) -> Entry:
    return _found(entry_for(guestbook(request), pk))


def channel(request: HttpRequest, key: str) -> Channel:
    return _found(channel_for(business(request), key))


def assistant(request: HttpRequest, key: str) -> Assistant:
    return _found(Assistant.objects.filter(business=business(request), key=key, removed_at=None).first())
