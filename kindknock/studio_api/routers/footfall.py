"""Footfall: what came of the button, as screen, as table, as file."""

from datetime import date, datetime
from typing import Annotated, cast

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from kindknock import clock
from kindknock.accounts.may import Power
from kindknock.accounts.models import Business
from kindknock.core.counts import NoPeriod
from kindknock.core.formats.csv_text import write_table
from kindknock.doors.actions.count import switch_counting
from kindknock.footfall.actions.out_keys import KeysFull, make_key, take_key_back
from kindknock.footfall.models import OutKey
from kindknock.sites.models import Site
from kindknock.sites.queries import site_for

from .. import auth
from .. import footfall_words as say
from ..errors import NotFound, Problem
from ..footfall_behind import behind_crowd, behind_hour, behind_row
from ..footfall_present import Looked, footfall_of, looked_at, time_lines
from ..footfall_rows import out_of, table_lines, table_of
from ..guard import BUSINESS, BY_KEY, COUNTS, DATA, can, user_of
from ..schemas import BehindOut, CountingIn, Done, FootfallOut, OutKeyIn, OutKeyOut, OutOut, ShareTableOut
from ..schemas.days import Day
from ..schemas.footfall import Against, CrowdKind, Dimension, TableBy

router = Router()
MOST_KEY = 500
Key = Annotated[str, Query(max_length=MOST_KEY)]


@router.get("/footfall", response=FootfallOut, auth=COUNTS)
def footfall(
    request: HttpRequest,
    site: str = "",
    first: Day | None = None,
    last: Day | None = None,
    against: Against = "before",
) -> FootfallOut:
    """Of a hundred who saw the button how many opened and knocked, day by day and by hours of the week."""
    at = clock.now()
    looked = _looked(request, site, first, last, against, at)
    every = list(auth.business(request).sites.order_by("pk"))
    dimensions = [of for of in say.DIMENSIONS if _may_by(request, of)]
    return footfall_of(looked, every, dimensions, sees_notes=can(request, Power.EVERY_GUEST))


@router.get("/footfall/table", response=ShareTableOut, auth=COUNTS)
def table(
    request: HttpRequest,
    by: Dimension = "page",
    site: str = "",
    first: Day | None = None,
    last: Day | None = None,
    against: Against = "before",
) -> ShareTableOut:
    """One dimension, each row now against before with its likely range."""
    _check_by(request, by)
    return table_of(_looked(request, site, first, last, against, clock.now()), by)


@router.get("/footfall/behind", response=BehindOut, auth=COUNTS)
def behind_a_row(
    request: HttpRequest,
    key: Key,
    by: Dimension = "page",
    site: str = "",
    first: Day | None = None,
    last: Day | None = None,
) -> BehindOut:
    """What is behind one row, by other dimensions."""
    _check_by(request, by)
    return behind_row(_looked(request, site, first, last, "nothing", clock.now()), by, key)


@router.get("/footfall/behind/hour", response=BehindOut, auth=COUNTS)
def behind_an_hour(
    request: HttpRequest,
    weekday: Annotated[int, Query(ge=0, le=6)],
    hour: Annotated[int, Query(ge=0, le=23)],
    site: str = "",
    first: Day | None = None,
    last: Day | None = None,
) -> BehindOut:
    """What is behind an hour of the week, Monday 0."""
    return behind_hour(_looked(request, site, first, last, "nothing", clock.now()), weekday, hour)


@router.get("/footfall/behind/crowd", response=BehindOut, auth=COUNTS)
def behind_the_crowd(
    request: HttpRequest,
    kind: CrowdKind,
    site: str = "",
    first: Day | None = None,
    last: Day | None = None,
) -> BehindOut:
    """What is behind all who saw, opened or knocked."""
    return behind_crowd(_looked(request, site, first, last, "nothing", clock.now()), kind)


@router.get("/footfall.csv", auth=COUNTS)
def as_table(
    request: HttpRequest,
    by: TableBy = "page",
    site: str = "",
    first: Day | None = None,
    last: Day | None = None,
    against: Against = "before",
) -> HttpResponse:
    """One dimension as a table, whole; or the days, or the hours of the week."""
    _check_by(request, by)
    looked = _looked(request, site, first, last, against, clock.now())
    auth.note_export(request, "footfall")
    lines = time_lines(looked, by) if by in ("day", "hour") else table_lines(looked, cast(Dimension, by))
    answer = HttpResponse(write_table(lines), content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="kind-knock-footfall-{by}.csv"'
    return answer


@router.put("/footfall/counting", response=Done, auth=BUSINESS)
def count_or_not(request: HttpRequest, body: CountingIn) -> Done:
    """Count visits, or stop it. What was counted stays."""
    switch_counting(auth.business(request), body.is_counting, by=user_of(request), at=clock.now())
    return Done()


@router.get("/footfall/keys", response=list[OutKeyOut], auth=DATA)
def keys(request: HttpRequest) -> list[OutKeyOut]:
    """The keys other systems read the counts with, without their texts."""
    return [_key_out(key) for key in auth.business(request).out_keys.all()]


@router.post("/footfall/keys", response=OutKeyOut, auth=DATA)
def add_key(request: HttpRequest, body: OutKeyIn) -> OutKeyOut:
    """A new key; its text is in this answer and never again."""
    try:
        key, text = make_key(auth.business(request), body.name, by=user_of(request), at=clock.now())
    except KeysFull:
        raise Problem(422, "full", f"{OutKey.MOST} keys are the most. Take one back first.") from None
    return _key_out(key, text)


@router.delete("/footfall/keys/{number}", response=Done, auth=DATA)
def remove_key(request: HttpRequest, number: int) -> Done:
    """Whoever has it reads nothing from now on."""
    key = auth.business(request).out_keys.filter(pk=number).first()
    if key is None:
        raise NotFound
    take_key_back(key, by=user_of(request), at=clock.now())
    return Done()


@router.get("/out/footfall", response=OutOut, auth=BY_KEY)
def read_out(
    request: HttpRequest,
    by: Dimension = "page",
    site: str = "",
    first: Day | None = None,
    last: Day | None = None,
    against: Against = "nothing",
) -> OutOut:
    """For other systems: the counts of a period, by one dimension but people. docs/formats/footfall.md."""
    business: Business = request.auth  # type: ignore[attr-defined]  # ninja's
    if by == "person":
        raise Problem(422, "not_out", "Who was knocked at is not given out. Ask by something else.")
    found = site_for(business, site) if site else None
    if site and found is None:
        raise NotFound
    sites = [found] if found else list(business.sites.order_by("pk"))
    try:
        looked = looked_at(business, sites, first, last, against, at=clock.now())
    except NoPeriod as error:
        raise Problem(422, error.code, say.REFUSED[error.code]) from None
    return out_of(looked, by)


def _key_out(key: OutKey, text: str = "") -> OutKeyOut:
    return OutKeyOut(id=key.pk, name=key.name, made_at=key.made_at, used_at=key.used_at, text=text)


def _looked(
    request: HttpRequest, site: str, first: date | None, last: date | None, against: Against, at: datetime
) -> Looked:
    business = auth.business(request)
    sites: list[Site] = [auth.site(request, site)] if site else list(business.sites.order_by("pk"))
    try:
        return looked_at(business, sites, first, last, against, at=at)
    except NoPeriod as error:
        raise Problem(422, error.code, say.REFUSED[error.code]) from None


def _may_by(request: HttpRequest, by: str) -> bool:
    return by != "person" or can(request, Power.COUNTS_BY_PERSON)


def _check_by(request: HttpRequest, by: TableBy) -> None:
    if not _may_by(request, by):
        raise Problem(403, "may_not", "Who was knocked at is for owners to see. Ask one of them.")
