"""What a request is about: the business, site, door or person it names, where who asks may know of it."""

from typing import TypeVar

from django.http import HttpRequest

from kindknock import clock
from kindknock.accounts.deeds import record
from kindknock.accounts.may import Power
from kindknock.accounts.models import Business
from kindknock.doors.models import Channel, Door
from kindknock.doors.queries import channel_for, door_for
from kindknock.guestbook.models import Entry
from kindknock.guestbook.queries import entry_for
from kindknock.guestbook.whom import hands_of, mine, person_whom
from kindknock.people.models import Assistant
from kindknock.sites.models import Host, Site
from kindknock.sites.queries import site_for

from .errors import NotFound, Problem
from .guard import can, membership, user_of

Row = TypeVar("Row")


def business(request: HttpRequest) -> Business:
    """The business that is asked about. Raises Problem as `guard.membership` does."""
    return membership(request).business


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


def seen_by(request: HttpRequest) -> str | None:
    """As whom somebody sees the guestbook who sees only their own and nobody's; None for all of it."""
    if can(request, Power.EVERY_GUEST):
        return None
    return mine(hands_of(business(request)), user_of(request))


def entry(request: HttpRequest, pk: int) -> Entry:
    return _found(entry_for(business(request), pk, seen_by=seen_by(request)))


def channel(request: HttpRequest, key: str) -> Channel:
    return _found(channel_for(business(request), key))


def assistant(request: HttpRequest, key: str) -> Assistant:
    return _found(Assistant.objects.filter(business=business(request), key=key, removed_at=None).first())


def note_export(request: HttpRequest, file: str) -> None:
    """Keep in the history that somebody took data away as a file."""
    record(business(request), user_of(request), "exported", at=clock.now(), file=file)


def own_assistant(request: HttpRequest, key: str) -> Assistant:
    """Somebody whose hours and absences who asks may change: anybody for an owner, else only themselves.
    Raises Problem 403.
    """
    found = assistant(request, key)
    check_own(request, person_whom(found))
    return found


def check_own(request: HttpRequest, whom: str) -> None:
    """Raises Problem 403 unless who asks may change everybody's hours, or `whom` is themselves."""
    if can(request, Power.TIME) or mine(hands_of(business(request)), user_of(request)) == whom:
        return
    raise Problem(403, "not_own", "You can change your own hours and absences here. An owner changes all.")
