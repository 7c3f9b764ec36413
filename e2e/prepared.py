"""One prepared database that every journey gets a copy of, and a quiet server before the copy is laid.

The demo is laid out once a process and its rows are kept beside the tables. Before a journey nothing may be
at work in the database any more: the server's own transactions and the jobs it left behind have ended.
"""

import time

from django.db import connection, transaction
from django.db.utils import OperationalError

from demo.people import stand_open
from demo.seed import demo_site, lay_out
from kindknock.accounts.models import Membership
from kindknock.people.models import Assistant
from kindknock.sites.models import Site
from kindknock.sites.notify import site_changed

KEPT = "prepared"
PATIENCE_S = 20.0
TRIES = 5


def prepare() -> None:
    """Lay the demo out and keep every row, once a process."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT 1 FROM pg_namespace WHERE nspname = %s", [KEPT])
        if cursor.fetchone():
            return
    _empty()
    lay_out(past=False)
    stand_open(demo_site().business)
    # Journeys run at any hour: nobody's letters wait for the morning.
    Membership.objects.update(is_quiet=False)
    Assistant.objects.update(hears_at_night=True)
    with connection.cursor() as cursor:
        cursor.execute(f"CREATE SCHEMA {KEPT}")
        for table in _tables():
            cursor.execute(f'CREATE TABLE {KEPT}."{table}" AS TABLE public."{table}"')


def lay_copy() -> None:
    """Make the database the prepared one again, once nothing is at work in it, and tell every process."""
    for attempt in range(TRIES):
        wait_until_quiet()
        try:
            _copy()
        except OperationalError:  # somebody came in between after all: a lock not had, or a deadlock
            if attempt + 1 == TRIES:
                raise
        else:
            break
    for site in Site.objects.all():
        site_changed(site.key)


def wait_until_quiet() -> None:
    """Until no other connection is in a transaction and no job is due, twice in a row."""
    end, calm = time.monotonic() + PATIENCE_S, 0
    while calm < 2 and time.monotonic() < end:
        calm = calm + 1 if _at_work() == 0 else 0
        time.sleep(0.03)


def _at_work() -> int:
    with connection.cursor() as cursor:
        cursor.execute(
            "SELECT (SELECT count(*) FROM pg_stat_activity WHERE datname = current_database()"
            " AND pid <> pg_backend_pid() AND backend_type = 'client backend' AND state <> 'idle')"
            " + (SELECT count(*) FROM procrastinate_jobs WHERE status = 'doing'"
            " OR (status = 'todo' AND (scheduled_at IS NULL OR scheduled_at <= now())))"
        )
        found: tuple[int] = cursor.fetchone()
    return found[0]


def _tables() -> list[str]:
    return connection.introspection.django_table_names(only_existing=True, include_views=False)


def _empty() -> None:
    tables = ", ".join(f'"{table}"' for table in _tables())
    with connection.cursor() as cursor:
        cursor.execute("SET lock_timeout = '4s'")
        cursor.execute(f"TRUNCATE {tables} RESTART IDENTITY CASCADE")
        cursor.execute("DELETE FROM procrastinate_jobs")
        cursor.execute("RESET lock_timeout")


def _copy() -> None:
    with transaction.atomic(), connection.cursor() as cursor:
        _empty()
        # Rows come table by table, in whatever order; what they point at has come when the last table has.
        cursor.execute("SET LOCAL session_replication_role = replica")
        for table in _tables():
            cursor.execute(f'INSERT INTO "{table}" SELECT * FROM {KEPT}."{table}"')
        for sequence in connection.introspection.sequence_list():
            table, column = sequence["table"], sequence["column"]
            cursor.execute(
                f'SELECT setval(%s, coalesce(max("{column}"), 0) + 1, false) FROM "{table}"',
                [sequence["name"]],
            )
