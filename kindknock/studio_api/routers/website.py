"""One field, your website: read for what it tells, tried on its own page, hung. All but hanging needs no
account.
"""

import json
import time
from collections.abc import Callable, Iterator
from datetime import datetime
from functools import partial
from typing import Any
from zoneinfo import ZoneInfo

from django.conf import settings
from django.core.signing import dumps
from django.http import HttpRequest, StreamingHttpResponse
from django.http.response import HttpResponseBase
from ninja import Router

from kindknock import clock
from kindknock.accounts.actions.limit import HOUR, Limit, count
from kindknock.accounts.may import Power
from kindknock.accounts.network import client_address, network_of
from kindknock.core.addresses import read_contact, read_host
from kindknock.core.addresses.hosts import host_of
from kindknock.core.found import Proposal, found
from kindknock.core.time import Timetable, hours_of
from kindknock.core.time.hours import outlook
from kindknock.core.visit import Live, decide, visit_from
from kindknock.core.words.moments import when_text
from kindknock.doors.actions.open_business import hang_door
from kindknock.doors.actions.take_over import NoDoor, take_over
from kindknock.doors.at_hand import at_hand
from kindknock.doors.compiling import compile_door_plans
from kindknock.doors.website import counted, setup_of
from kindknock.people.actions.close import ClosureRefused
from kindknock.people.actions.keep_assistant import AssistantRefused
from kindknock.people.actions.set_hours import HoursRefused
from kindknock.sites.fetching import NotFetched, a_turn
from kindknock.sites.website import READINGS, Step, Website, read_website
from kindknock.standins.fetching import get_any
from kindknock.standins.links import links_for

from .. import auth
from .. import found_words as say
from ..errors import NotFound, Problem
from ..found_again import NEEDS, differing
from ..found_page import SALT
from ..found_rows import rows_of
from ..found_typed import changed_row
from ..guard import ACCOUNT, ANYONE, DOORS, can, user_of
from ..landing import lands
from ..present import desk_of
from ..schemas import (
    DeskOut,
    DifferOut,
    DiffersIn,
    FoundOut,
    KnockIn,
    OpenedOut,
    RowIn,
    RowOut,
    TakenIn,
    TakeOverIn,
    TriedOut,
    TryOut,
    WebsiteIn,
    WebsiteLineOut,
)
from ..words import language_name
from .business import currency_of

router = Router()
UNREADABLE = "Something sent can’t be read: have the website looked at once more."
BY_ACCOUNT, BY_NETWORK = Limit("website", 30, HOUR), Limit("website-stranger", 10, HOUR)
TRIES = Limit("website-tried", 2_000, HOUR)
"""Answers for buttons that are tried, of one network."""


@router.post("/website/read", response=WebsiteLineOut, auth=ANYONE)
def read(request: HttpRequest, body: WebsiteIn) -> HttpResponseBase:
    """Lines of JSON as it goes: `reading`, `read` and `left` with a path, `page` once the home page is there;
    at the end `found` (FoundOut) or `refused`.
    """
    address = _address(body.address, body.place.country)
    steps = _told(address, body, partial(_is_one_more, request))
    lines = (json.dumps(line, ensure_ascii=False) + "\n" for line in steps)
    response = StreamingHttpResponse(lines, content_type="application/x-ndjson")
    # A front that gathers answers would hold the steps back until the end.
    response["X-Accel-Buffering"] = "no"
    response["Cache-Control"] = "no-store"
    return response


def _address(typed: str, country: str) -> str:
    """The address of a website as typed. Raises Problem, with `a_way` where it is a number or the like."""
    text = typed.strip()
    reading = read_host(text)
    if reading.error or "@" in text.partition("/")[0]:
        contact = read_contact(text, country=country or None)
        if contact.ok and contact.app != "link":
            raise Problem(422, "a_way", "That is a way to reach you.", field="address")
        raise Problem(422, "not_an_address", say.REFUSED["not_an_address"], field="address")
    if reading.for_testing or reading.name.startswith("*."):
        raise Problem(422, "not_public", say.REFUSED["not_public"], field="address")
    scheme, mark, rest = text.partition("://")
    scheme, rest = (scheme.lower(), rest) if mark else ("https", text.removeprefix("//"))
    return f"{scheme}://{rest}" + ("" if "/" in rest else "/")


def _is_one_more(request: HttpRequest) -> str:
    """Count one more, of the account or else of the network; why not, where those were as many as may be."""
    rule, who = (
        (BY_ACCOUNT, str(user_of(request).pk))
        if request.user.is_authenticated
        else (BY_NETWORK, _network(request))
    )
    return "" if count(rule, who, at=clock.now()) else say.REFUSED["too_often"].format(most=rule.most)


def _network(request: HttpRequest) -> str:
    return network_of(client_address(request.META, settings.ENV.trusted_proxies))


def _told(address: str, body: WebsiteIn, one_more: Callable[[], str]) -> Iterator[dict[str, Any]]:
    left: list[str] = []
    try:
        with a_turn(READINGS):
            # Who waits for a turn in vain has not had one.
            if too_often := one_more():
                yield {"refused": {"code": "too_often", "says": too_often}}
                return
            for step in read_website(address, get=get_any):
                if isinstance(step, Website):
                    yield from _found(step, left, body)
                    return
                if step.what == "left":
                    left.append(_left(step))
                yield {step.what: step.path}
    except NotFetched as error:
        yield _refused(error.code, address)


def _left(step: Step) -> str:
    why = say.LEFT.get(step.why, "")
    return f"{step.path} ({why})" if why else step.path


def _refused(code: str, address: str) -> dict[str, Any]:
    says = say.REFUSED.get(code, say.REFUSED["unreachable"])
    return {"refused": {"code": code, "says": says.format(host=host_of(address) or address)}}


def _found(website: Website, left: list[str], body: WebsiteIn) -> Iterator[dict[str, Any]]:
    home = website.sources[0].address
    today = clock.now().astimezone(ZoneInfo("UTC")).date()
    began = time.monotonic()
    proposal = found(website.sources, today=today, country=body.place.country)
    if proposal.obstacle:
        yield _refused(proposal.obstacle, home)
        return
    rows = rows_of(proposal, body.place)
    out = FoundOut(
        host=host_of(home),
        page="/try/page?of=" + dumps(home, salt=SALT, compress=True),
        address=home,
        read=len(website.sources),
        took_s=round(website.took_s + time.monotonic() - began, 2),
        left=left,
        notes=_notes(proposal),
        rows=rows,
    )
    yield {"found": out.model_dump(mode="json"), "fetched_s": round(website.took_s, 3)}


def _notes(proposal: Proposal) -> list[str]:
    notes = [say.DRAWS_ITSELF] if proposal.draws_itself else []
    if proposal.unread:
        notes.append(say.UNREAD.format(language=language_name(proposal.unread)))
    return notes + [say.LINE_THERE.format(key=each.value) for each in proposal.lines[:1]]


@router.post("/website/row", response=RowOut, auth=ANYONE)
def change(request: HttpRequest, body: RowIn) -> RowOut:
    """A sentence with one of its words as typed."""
    return changed_row(body.kind, body.key, body.value, body.field, body.typed, body.place)


@router.post("/website/tried", response=TriedOut, auth=ANYONE)
def tried(request: HttpRequest, body: TakenIn) -> TriedOut:
    """What the button gets of all that is ticked, now, on their home page. Nothing of it is kept."""
    if not count(TRIES, _network(request), at=clock.now()):
        raise Problem(429, "too_often", "That is a lot of trying for one hour. Wait a while, then go on.")
    setup, timetable = setup_of(body.taken, key=counted())
    if not setup.doors[0].channels:
        return TriedOut(answer=None)
    host = host_of(body.address)
    live = Live(hosts=(host,) if host else ())
    compiled = compile_door_plans(setup, timetable=timetable, live=live, links=links_for(setup))
    asked = {"address": body.address, "device": body.device, "lang": setup.business.languages[0]}
    now = clock.now()
    at = _when_in(timetable, setup.business.zone, now) if body.when == "in" else now
    visit = visit_from(asked, is_private_page=not host, at=at)
    as_on = _as_on(at, now, ZoneInfo(setup.business.zone)) if at != now else ""
    return TriedOut(answer=json.loads(decide(compiled, visit).answer), as_on=as_on)


def _as_on(at: datetime, now: datetime, zone: ZoneInfo) -> str:
    """`at 09:00`, `tomorrow 09:00`, `Tuesday 09:00`."""
    says = when_text(at, now, zone, "en", {"_tomorrow": "tomorrow"})
    return f"at {says}" if at.astimezone(zone).date() == now.astimezone(zone).date() else says


def _when_in(timetable: Timetable, zone: str, now: datetime) -> datetime:
    """Now where somebody is in, else the next moment somebody is; now where that is never."""
    hours = hours_of(timetable.shop, zone)
    opening = outlook(hours, now).next_opening if hours is not None else None
    return opening if opening is not None and opening > now else now


@router.post("/website/knock", response=TryOut, auth=ANYONE)
def knock(request: HttpRequest, body: KnockIn) -> TryOut:
    """What a press on the button that is tried would open."""
    setup, _ = setup_of(body.taken, key=counted())
    door = setup.doors[0]
    channel = next((each for each in door.channels if each.key == body.channel), None)
    if channel is None:
        raise NotFound
    app, to = channel.app, channel.address
    return lands(setup, door, app=app, to=to, real_to=to, note=body.note, on=body.address)


@router.post("/website/hang", response=OpenedOut, auth=ACCOUNT)
def hang(request: HttpRequest, body: TakenIn) -> OpenedOut:
    """All that is ticked, as a business with a live door."""
    opened = hang_door(user_of(request), body.taken, currency=currency_of(body.taken.country), at=clock.now())
    return OpenedOut(site=opened.site.key, is_live=opened.is_live)


@router.post("/sites/{key}/website/differs", response=list[DifferOut], auth=DOORS)
def differs(request: HttpRequest, key: str, body: DiffersIn) -> list[DifferOut]:
    """Of what was read, what stands otherwise here."""
    site = auth.site(request, key)
    at = at_hand(site, at=clock.now())
    try:
        found = list(differing(body.rows, at.draft, at.timetable))
    except (KeyError, TypeError, ValueError, AttributeError):
        raise Problem(422, "value_refused", UNREADABLE) from None
    for each in found:
        each.may = can(request, NEEDS.get(each.kind, Power.DOORS))
    return found


@router.post("/sites/{key}/website/take", response=DeskOut, auth=DOORS)
def take(request: HttpRequest, key: str, body: TakeOverIn) -> DeskOut:
    """One thing taken over that the website says now."""
    site, by = auth.site(request, key), user_of(request)
    if not can(request, NEEDS.get(body.kind, Power.DOORS)):
        raise Problem(403, "may_not", "That isn’t yours to change. Ask an owner of the business.")
    try:
        take_over(site, body.kind, body.value, by=by, at=clock.now())
    except NoDoor:
        raise Problem(409, "no_door", "Make a door first, then it can take this over.") from None
    except (KeyError, TypeError, ValueError, AttributeError, HoursRefused, ClosureRefused, AssistantRefused):
        raise Problem(422, "value_refused", UNREADABLE) from None
    return desk_of(site, by)
