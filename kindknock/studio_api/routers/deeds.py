"""The history of a business: who did what and when, for a year."""

from typing import Literal

from django.db.models import QuerySet
from django.http import HttpRequest, HttpResponse
from ninja import Router

from kindknock.accounts.models import Business, Deed
from kindknock.core.formats.csv_text import write_table
from kindknock.core.words.moments import clock_of

from .. import auth
from ..deed_words import KINDS, deed_words
from ..guard import TEAM
from ..schemas import ChoiceOut, DeedOut, DeedsOut

router = Router()
A_PAGE = 60
MOST_OUT = 50_000
Kind = Literal["", "team", "signing_in", "published", "data"]


@router.get("/history", response=DeedsOut, auth=TEAM)
def history(request: HttpRequest, who: str = "", kind: Kind = "", after: str = "") -> DeedsOut:
    """Sixty lines, the newest first: of everybody or of one, of all kinds or of one."""
    business = auth.business(request)
    found = _deeds(business, who, kind)
    if after.isdecimal():
        found = found.filter(pk__lt=int(after[:18]))
    rows = list(found[: A_PAGE + 1])
    shown = rows[:A_PAGE]
    names = business.deeds.exclude(name="").order_by("name").values_list("name", flat=True).distinct()
    return DeedsOut(
        deeds=[
            DeedOut(id=row.pk, at=row.at, who=row.name, says=deed_words(row), kind=_kind(row))
            for row in shown
        ],
        people=[ChoiceOut(value=name, label=name) for name in names],
        next=str(shown[-1].pk) if len(rows) > A_PAGE else "",
    )


@router.get("/history.csv", auth=TEAM)
def as_table(request: HttpRequest, who: str = "", kind: Kind = "") -> HttpResponse:
    """The same as a table, whole."""
    business = auth.business(request)
    zone = clock_of(business.zone)
    rows: list[tuple[str, ...]] = [("When", "Who", "What")]
    rows += [
        (f"{row.at.astimezone(zone):%Y-%m-%d %H:%M}", row.name, deed_words(row))
        for row in _deeds(business, who, kind)[:MOST_OUT]
    ]
    auth.note_export(request, "history")
    answer = HttpResponse(write_table(rows), content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="kind-knock-history.csv"'
    return answer


def _deeds(business: Business, who: str, kind: Kind) -> "QuerySet[Deed]":
    found = business.deeds.order_by("-pk")
    if who:
        found = found.filter(name=who[:254])
    return found.filter(code__in=KINDS[kind]) if kind else found


def _kind(row: Deed) -> str:
    return next((kind for kind, codes in KINDS.items() if row.code in codes), "")
