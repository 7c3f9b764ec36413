"""The months that events are kept in: one table each, made ahead, dropped once too old. By SQL, as Django
knows no such tables.

What falls into no month's table (a clock far off) lands in the one for the rest and loses nothing.
"""

import time
from datetime import UTC, date, datetime, timedelta

from django.db import OperationalError, connection, transaction
from psycopg.errors import DeadlockDetected, LockNotAvailable

AHEAD = 3
TRIES, WAIT_MS = 20, 300
TABLE, REST = "footfall_event", "footfall_event_rest"


def make_months(*, at: datetime) -> None:
    """The months from the one of `at` on that have no table yet, `AHEAD` of them."""
    month = at.astimezone(UTC).date().replace(day=1)
    for _ in range(AHEAD):
        if name_of(month) not in months():
            _make(month)
        month = next_month(month)


def drop_old(*, before: datetime) -> None:
    """Drop whole months that ended before a moment, and of others the rows from before it."""
    with connection.cursor() as cursor:
        if connection.in_atomic_block:
            # A table can't go while something in it waits to be checked at the transaction's end.
            cursor.execute("set constraints all immediate")
        for name, month in months().items():
            if _start(next_month(month)) <= before:
                _drop(name)
        cursor.execute(f"delete from {TABLE} where at < %s", [before])


def _drop(name: str) -> None:
    """Drop a month's table. For that moment nobody may store or read events, and whoever comes waits behind
    us: so we wait for it briefly only, some times over, and else leave it for tomorrow (its rows go now).
    """
    for _ in range(TRIES):
        try:
            with transaction.atomic(), connection.cursor() as cursor:
                cursor.execute(f"set local lock_timeout = {WAIT_MS}")
                cursor.execute(f"drop table {name}")
        except OperationalError as error:
            if not isinstance(error.__cause__, LockNotAvailable | DeadlockDetected):
                raise
            time.sleep(WAIT_MS / 1000)
        else:
            return


def months() -> dict[str, date]:
    """The tables there are, by name, each with its month."""
    with connection.cursor() as cursor:
        cursor.execute(
            "select relid::regclass::text as name from pg_partition_tree(%s) "
            "where isleaf and relid::regclass::text ~ %s",
            [TABLE, r"_\d{6}$"],
        )
        names = sorted(row[0] for row in cursor.fetchall())
    return {name: date(int(name[-6:-2]), int(name[-2:]), 1) for name in names}


def name_of(month: date) -> str:
    return f"{TABLE}_{month:%Y%m}"


def next_month(month: date) -> date:
    return (month.replace(day=1) + timedelta(days=32)).replace(day=1)


def _start(month: date) -> datetime:
    return datetime(month.year, month.month, 1, tzinfo=UTC)


def _make(month: date) -> None:
    """A month's table, with what of it lay among the rest."""
    name, start, end = name_of(month), _start(month), _start(next_month(month))
    with transaction.atomic(), connection.cursor() as cursor:
        # Two workers may want it at once.
        cursor.execute("select pg_advisory_xact_lock(hashtext(%s))", [TABLE])
        if name in months():
            return
        cursor.execute(f"create table {name} (like {TABLE} including defaults including constraints)")
        cursor.execute(f"create unique index {name}_once on {name} (client_id)")
        cursor.execute(
            f"with moved as (delete from {REST} where at >= %s and at < %s returning *) "
            f"insert into {name} select * from moved",
            [start, end],
        )
        cursor.execute(
            f"alter table {TABLE} attach partition {name} for values from ('{start:%Y-%m-%d}+00') "
            f"to ('{end:%Y-%m-%d}+00')"
        )
