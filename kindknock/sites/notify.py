"""Tells every server process, when the transaction commits, that a site's answer may differ now."""

from django.db import connection

CHANNEL = "kk_changed"


def site_changed(site_key: str) -> None:
    """PostgreSQL sends it on commit, once however often it is said in one transaction."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT pg_notify(%s, %s)", [CHANNEL, site_key])
