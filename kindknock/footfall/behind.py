"""Knocks by two dimensions at once, from the events that are still kept: one pass over an index of them."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, time, timedelta
from zoneinfo import ZoneInfo

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
    table, where, given = "footfall_event", "", list[list[datetime]]()
    if isinstance(only, InHour):
        weeks = list(weekly(only, start, end))
        given = [[since for since, _ in weeks], [until for _, until in weeks]]
        # Each week's hour is found by the index; taking the hour from every moment would read them all.
        table = "unnest(%s::timestamptz[], %s::timestamptz[]) week (since, until) join footfall_event "
        table += "on at >= since and at < until"
    else:
        where = f"and {_plain(only[0])} = %s"
    query = (
        f"select case {grouped} end, case {values} end, count(*) from {table} "
        f"where kind = 'knocked' and site_id = any(%s) and at >= %s and at < %s {where} "
        f"group by grouping sets ({sets})"
    )
    after = [] if isinstance(only, InHour) else [only[1]]
    found: dict[str, dict[str, int]] = {name: {} for name in by}
    with connection.cursor() as cursor:
        cursor.execute(query, [*given, list(sites), start, end, *after])
        for at, name, count in cursor.fetchall():
            found[by[at]][name] = count
    return found


def weekly(hour: InHour, start: datetime, end: datetime) -> Iterator[tuple[datetime, datetime]]:
    """That hour in each week between two moments, as it passed: none where the clocks skip it, two hours
    where they come to it twice.
    """
    zone = ZoneInfo(hour.zone)
    day = start.astimezone(zone).date() - timedelta(days=1)
    while day <= end.astimezone(zone).date():
        if day.weekday() == hour.weekday:
            since = datetime.combine(day, time(hour.hour), zone).astimezone(UTC)
            until = datetime.combine(day, time(hour.hour), zone) + timedelta(hours=1)
            if since < until.astimezone(UTC):
                yield since, until.astimezone(UTC)
        day += timedelta(days=1)


def _plain(column: str) -> str:
    return "lower(split_part(language, '-', 1))" if column == "language" else column
