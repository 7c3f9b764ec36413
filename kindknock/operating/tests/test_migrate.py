"""A migration and the note that it was made are one transaction, whatever Django leaves to its end."""

from unittest import mock

from django.core.management import call_command
from django.db import connection, migrations, models
from django.db.migrations.recorder import MigrationRecorder
from django.db.migrations.state import ProjectState
from django.test import TransactionTestCase

from kindknock.operating.management.commands.migrate import _Whole


class Stopped(TransactionTestCase):
    def test_what_could_not_be_noted_was_not_made(self) -> None:
        added = migrations.CreateModel(
            "Stopped",
            [("id", models.BigAutoField(primary_key=True)), ("key", models.CharField(db_index=True))],
        )
        migration = type("Migration", (migrations.Migration,), {"operations": [added]})("9999", "operating")
        executor = _Whole(connection)
        power_goes = mock.patch.object(MigrationRecorder, "record_applied", side_effect=KeyboardInterrupt)
        with power_goes, self.assertRaises(KeyboardInterrupt):
            executor.apply_migration(ProjectState(), migration)
        self.assertNotIn("operating_stopped", connection.introspection.table_names())

    def test_our_command_is_the_one_that_runs(self) -> None:
        with mock.patch.object(_Whole, "migrate", autospec=True, side_effect=_Whole.migrate) as ours:
            call_command("migrate", verbosity=0)
        ours.assert_called()
