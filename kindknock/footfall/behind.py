"""Knocks by two dimensions at once, from the events that are still kept: one pass over an index of them."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

from django.db import connection

from .models import KNOCK_COLUMNS


@dataclass(frozen=True, slots=True)
class InHour:
    """An hour of the week on the clock of a zone, Monday 0."""

    weekday: int
    hour: int
    zone: str


def knocks_behind(
    sites: Sequence[int],
    only: tuple[str, str] | InHour,
    by: Sequence[str],
    start: datetime,
    end: datetime,
) -> Mapping[str, Mapping[str, int]]:
    """Of knocks at these sites, `only` those with this value in a column or in this hour of the week: how
    many by each column of `by` and its values. Languages are taken without their region. One query.
    """
    columns = {*by} if isinstance(only, InHour) else {only[0], *by}
    if not columns <= set(KNOCK_COLUMNS):
        raise ValueError(f"no column of a knock: {', '.join(columns)}")
    shown = [_plain(name) for name in by]
    sets = ", ".join(f"({each})" for each in shown)
    grouped = " ".join(f"when grouping({each}) = 0 then {at}" for at, each in enumerate(shown))
    values = " ".join(f"when grouping({each}) = 0 then {each}" for each in shown)
    where, given = _where(only)
    query = (
        f"select case {grouped} end, case {values} end, count(*) from footfall_event "
        f"where kind = 'knocked' and site_id = any(%s) and at >= %s and at < %s and {where} "
        f"group by grouping sets ({sets})"
    )
    found: dict[str, dict[str, int]] = {name: {} for name in by}
    with connection.cursor() as cursor:
        cursor.execute(query, [list(sites), start, end, *given])
        for at, name, count in cursor.fetchall():
            found[by[at]][name] = count
    return found


def _where(only: tuple[str, str] | InHour) -> tuple[str, list[str | int]]:
    if isinstance(only, InHour):
        there = "at at time zone %s"
        where = f"extract(isodow from {there}) = %s and extract(hour from {there}) = %s"
        return where, [only.zone, only.weekday + 1, only.zone, only.hour]
    return f"{_plain(only[0])} = %s", [only[1]]


def _plain(column: str) -> str:
    return "lower(split_part(language, '-', 1))" if column == "language" else column
