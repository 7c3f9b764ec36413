"""Bring a backup into an empty database: all of it, or nothing."""

from collections.abc import Sequence
from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.db import connection
from django.db.migrations.loader import MigrationLoader

from .. import postgres_tools
from ..backup_file import BadBackup, Head, read
from ..postgres_tools import ToolFailed
from .back_up import marks_of_secrets


class RestoreRefused(Exception):
    """Nothing was restored; its text says why and what to do."""


def restore(path: Path, identities: Sequence[Any] = ()) -> tuple[Head, bool]:
    """Read the file whole first, then bring it in and up to date. Its head, and whether it was made under
    this secret key. Raises RestoreRefused with the database as it was.
    """
    try:
        _need_empty()
        head = read(path, lambda piece: None, identities)
        _need_known(head)
        with postgres_tools.restoring() as archive:
            read(path, archive.write, identities)
    except (BadBackup, ToolFailed) as error:
        raise RestoreRefused(_plainly(str(error))) from error
    except OSError as error:
        raise RestoreRefused(f"{path} can't be read: {error.strerror or error}.") from error
    # What it brings is newer than what this connection knows of types and statements.
    connection.close()
    call_command("migrate", verbosity=0, interactive=False)
    return head, head.secret in marks_of_secrets()


def _need_empty() -> None:
    with connection.cursor() as cursor:
        cursor.execute(
            "select count(*) from pg_class join pg_namespace on pg_namespace.oid = relnamespace "
            "where nspname = 'public' and relkind in ('r', 'p', 'v', 'S')"
        )
        found = cursor.fetchone()[0]
    if found:
        name = connection.settings_dict["NAME"]
        raise RestoreRefused(
            f"The database {name} is not empty, and a restore never writes over anything. Make an empty one "
            f"(createdb {name}_again), name it in DATABASE_URL, and restore into that."
        )


def _need_known(head: Head) -> None:
    known = set(MigrationLoader(None, ignore_no_migrations=True).disk_migrations)
    apps = {app for app, _ in known}
    for app, name in head.migrations.items():
        if app in apps and (app, name) not in known:
            raise RestoreRefused(
                f"This backup was made by a newer Kind Knock (its {app} is at {name}). Install that edition "
                "or a later one here, then restore. Nothing was changed."
            )


def _plainly(words: str) -> str:
    if "unsupported version" in words:
        return "This backup was made by a newer PostgreSQL. Install that one's client here, then restore."
    return words
