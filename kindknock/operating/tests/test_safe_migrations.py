"""No migration takes away what the edition before reads, or holds a big table."""

from django.contrib.postgres.operations import AddIndexConcurrently
from django.db import models
from django.db.migrations import Migration
from django.db.migrations import operations as op
from django.db.migrations.loader import MigrationLoader
from django.db.migrations.operations.base import Operation
from django.test import SimpleTestCase

from ..safe_migrations import FIRST_EDITION, faults_of, is_new

INDEX = models.Index(fields=["path"], name="by_path")


class SafeMigrations(SimpleTestCase):
    def test_every_migration_lets_the_edition_before_go_on(self) -> None:
        loader = MigrationLoader(None, ignore_no_migrations=True)
        ours = [each for (app, _), each in loader.disk_migrations.items() if app in FIRST_EDITION]
        self.assertEqual([fault for each in ours if is_new(each) for fault in faults_of(each)], [])
        for app, first in FIRST_EDITION.items():
            names = [each.name for each in ours if each.app_label == app]
            self.assertTrue(first == "0000" or any(name.startswith(first) for name in names), app)

    def test_what_is_seen(self) -> None:
        cases: tuple[tuple[str, Operation, str, dict[str, str]], ...] = (
            ("doors", op.RemoveField("door", "name"), "edition before still reads it", {}),
            ("doors", op.RemoveField("door", "name"), "", {"contracts": "unread since 0.2"}),
            ("doors", op.DeleteModel("Door"), "edition before still reads it", {}),
            ("doors", op.RenameField("door", "name", "title"), "edition before still reads it", {}),
            ("doors", op.AddField("door", "n", models.IntegerField(default=0)), "writes rows without it", {}),
            ("doors", op.AddField("door", "n", models.IntegerField(db_default=0)), "", {}),
            ("doors", op.AddField("door", "n", models.IntegerField(null=True)), "", {}),
            ("doors", op.AddIndex("door", INDEX), "", {}),
            ("footfall", op.AddIndex("event", INDEX), "holds a big table", {}),
            ("footfall", AddIndexConcurrently("event", INDEX), "", {}),
            ("footfall", op.AlterField("event", "path", models.TextField()), "may read all", {}),
            (
                "footfall",
                op.AlterField("event", "path", models.TextField()),
                "",
                {"looked_at": "a wider varchar"},
            ),
            ("doors", op.RunSQL("select 1"), "nobody can see", {}),
            ("doors", op.RunPython(op.RunPython.noop), "nobody can see", {}),
            ("doors", op.RunSQL("select 1"), "", {"looked_at": "reads one row"}),
        )
        for app, operation, words, says in cases:
            migration = type("Try", (Migration,), {"operations": [operation], **says})("0099_try", app)
            with self.subTest(operation=operation.describe(), says=says):
                found = " ".join(faults_of(migration))
                self.assertEqual(bool(found), bool(words), found)
                self.assertIn(words, found)

    def test_a_table_made_in_the_same_step_is_nobodys_yet(self) -> None:
        operations = [
            op.CreateModel("Fresh", [("id", models.BigAutoField(primary_key=True))]),
            op.AddField("fresh", "n", models.IntegerField()),
            op.AddIndex("fresh", models.Index(fields=["n"], name="by_n")),
        ]
        migration = type("Try", (Migration,), {"operations": operations})("0099_try", "footfall")
        self.assertEqual(list(faults_of(migration)), [])
