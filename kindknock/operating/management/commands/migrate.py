"""Django's `migrate`, with each migration and the note that it was made in one transaction.

Django writes that note after the commit where a migration makes an index at its end: killed between the two,
it is tried again for ever and finds its own column there (`scripts/try_stopped_migration.py`).
"""

from typing import Any

from django.core.management.commands import migrate
from django.db import transaction
from django.db.migrations.executor import MigrationExecutor


class _Whole(MigrationExecutor):
    def apply_migration(self, state: Any, migration: Any, *args: Any, **more: Any) -> Any:
        if not migration.atomic:
            return super().apply_migration(state, migration, *args, **more)
        with transaction.atomic(using=self.connection.alias):
            return super().apply_migration(state, migration, *args, **more)


_DJANGOS: Any = migrate
"""Where Django's command takes its executor from."""


class Command(migrate.Command):
    def handle(self, *args: Any, **options: Any) -> None:
        usual, _DJANGOS.MigrationExecutor = _DJANGOS.MigrationExecutor, _Whole
        try:
            super().handle(*args, **options)
        finally:
            _DJANGOS.MigrationExecutor = usual
