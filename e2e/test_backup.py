"""Everything backed up, taken back into an empty database and found whole; nothing that is cut, damaged,
newer or in the way changes anything.
"""

import json
import os
import subprocess
import sys
import tempfile
from pathlib import Path

import psycopg
import pyrage
from django.conf import settings
from django.db import connection
from psycopg import sql

from kindknock.operating.models import BackupMade
from kindknock.pictures.models import PictureFile

from .running import ROOT, Journey

COUNTS = (
    "select relname, (xpath('/row/c/text()', query_to_xml(format('select count(*) as c from %I', relname), "
    "false, true, '')))[1]::text::bigint from pg_stat_user_tables "
    "where relname !~ '^(procrastinate|operating|auth_p|django_c)' order by 1"
)


class Backup(Journey):
    def setUp(self) -> None:
        super().setUp()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.here = connection.settings_dict
        self.name = f"{self.here['NAME']}_again"

    def database(self, name: str) -> str:
        return "postgres://{USER}:{PASSWORD}@{HOST}:{PORT}/".format_map(self.here) + name

    def run_command(
        self, *words: str | Path, database: str = "", **env: str
    ) -> subprocess.CompletedProcess[bytes]:
        return subprocess.run(
            [sys.executable, "manage.py", *map(str, words)],
            cwd=ROOT,
            env={
                **os.environ,
                "KK_PRETEND": "1",
                "KK_SECRET_KEY": settings.SECRET_KEY,
                "DATABASE_URL": self.database(database or self.here["NAME"]),
                **env,
            },
            capture_output=True,
        )

    def an_empty_database(self) -> str:
        with psycopg.connect(self.database("postgres"), autocommit=True) as admin:
            name = sql.Identifier(self.name)
            admin.execute(sql.SQL("drop database if exists {}").format(name))
            admin.execute(sql.SQL("create database {}").format(name))
        self.addCleanup(self.drop)
        return self.name

    def drop(self) -> None:
        with psycopg.connect(self.database("postgres"), autocommit=True) as admin:
            admin.execute(sql.SQL("drop database if exists {}").format(sql.Identifier(self.name)))

    def counts(self, name: str) -> dict[str, int]:
        with psycopg.connect(self.database(name)) as there:
            return dict(there.execute(COUNTS).fetchall())

    def test_everything_comes_back_into_an_empty_database(self) -> None:
        key = pyrage.x25519.Identity.generate()
        (self.folder / "key").write_text(f"# for the drawer\n{key}\n")
        before = self.counts(self.here["NAME"])
        made = self.run_command("kindknock_backup", "--to", self.folder, "--for-key", str(key.to_public()))
        since = self.counts(self.here["NAME"])
        self.assertEqual(made.returncode, 0, made.stderr)
        (file,) = self.folder.glob("*.kkb.age")
        self.assertEqual(file.stat().st_mode & 0o777, 0o600)
        self.assertNotIn(b"averilcycles", file.read_bytes())
        self.assertEqual(BackupMade.objects.latest("at").bytes, file.stat().st_size)
        empty = self.an_empty_database()
        locked = self.run_command("kindknock_restore", file, database=empty)
        self.assertIn(b"is encrypted: name the file with its key by --key", locked.stderr)
        back = self.run_command("kindknock_restore", file, "--key", self.folder / "key", database=empty)
        self.assertEqual(back.returncode, 0, back.stderr)
        after = self.counts(empty)
        self.assertEqual(after.keys(), before.keys())
        for table, count in after.items():
            # The jobs go on meanwhile.
            low, high = sorted((before[table], since[table]))
            self.assertTrue(low <= count <= high, f"{table}: {count}, it had {low} to {high}")
        self.assertGreater(sum(after.values()), 100)
        with psycopg.connect(self.database(empty)) as there:
            row = there.execute("select id, body from pictures_picturefile order by id limit 1").fetchone()
        self.assertIsNotNone(row)
        self.assertEqual(bytes(row[1]), bytes(PictureFile.objects.get(pk=row[0]).body))  # type: ignore[index]
        full = self.run_command("kindknock_restore", file, "--key", self.folder / "key", database=empty)
        self.assertIn(b"is not empty, and a restore never writes over anything", full.stderr)
        self.assertEqual(self.counts(empty), after)

    def test_what_is_cut_or_newer_changes_nothing(self) -> None:
        taken = self.folder / "taken"
        piped = self.run_command("kindknock_backup", "--into", f"sh -c 'cat > {taken}'")
        self.assertEqual(piped.returncode, 0, piped.stderr)
        whole = taken.read_bytes()
        line, _, rest = whole.partition(b"\n")
        newer = json.loads(line)
        newer["migrations"]["doors"] = "9999_doors_that_fly"
        empty = self.an_empty_database()
        for name, body, words in (
            ("cut", whole[: len(whole) // 2], b"ends too early"),
            ("newer", json.dumps(newer).encode() + b"\n" + rest, b"newer Kind Knock (its doors is at"),
        ):
            with self.subTest(name):
                file = self.folder / name
                file.write_bytes(body)
                tried = self.run_command("kindknock_restore", file, database=empty)
                self.assertEqual(tried.returncode, 1)
                self.assertIn(words, tried.stderr)
                self.assertNotIn(b"Traceback", tried.stderr)
                self.assertEqual(self.counts(empty), {})
        back = self.run_command("kindknock_restore", taken, database=empty, KK_SECRET_KEY="other")
        self.assertEqual(back.returncode, 0, back.stderr)
        self.assertIn(b"another KK_SECRET_KEY", back.stdout)
