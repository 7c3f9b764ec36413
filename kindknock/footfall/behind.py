"""Knocks by two dimensions at once, from the events that are still kept: one pass over an index of them."""

from collections.abc import Mapping, Sequence
from datetime import datetime

from django.db import connection

from .models import KNOCK_COLUMNS


def knocks_behind(
    sites: Sequence[int], column: str, value: str, by: Sequence[str], start: datetime, end: datetime
) -> Mapping[str, Mapping[str, int]]:
    """Of knocks at these sites whose `column` is `value`, how many by each column of `by` and its values.
    Languages are taken without their region. One query.
    """
    if not {column, *by} <= set(KNOCK_COLUMNS):
        raise ValueError(f"no column of a knock: {column}, {', '.join(by)}")
    shown = [_plain(name) for name in by]
    sets = ", ".join(f"({each})" for each in shown)
    grouped = " ".join(f"when grouping({each}) = 0 then {at}" for at, each in enumerate(shown))
    values = " ".join(f"when grouping({each}) = 0 then {each}" for each in shown)
    query = (
        f"select case {grouped} end, case {values} end, count(*) from footfall_event "
        f"where kind = 'knocked' and site_id = any(%s) and at >= %s and at < %s and {_plain(column)} = %s "
        f"group by grouping sets ({sets})"
    )
    found: dict[str, dict[str, int]] = {name: {} for name in by}
    with connection.cursor() as cursor:
        cursor.execute(query, [list(sites), start, end, value])
        for at, name, count in cursor.fetchall():
            found[by[at]][name] = count
    return found


def _plain(column: str) -> str:
    return "lower(split_part(language, '-', 1))" if column == "language" else column
