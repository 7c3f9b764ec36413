"""Each fault of a set-up is told in a sentence with its mend, and a sound one is told so."""

import shutil
import time
from collections import namedtuple
from contextlib import ExitStack
from dataclasses import replace
from datetime import timedelta
from io import StringIO
from smtplib import SMTPAuthenticationError
from typing import Any
from unittest.mock import patch

from django.conf import settings
from django.core.management import call_command
from django.db import DatabaseError, connection
from django.db.migrations.executor import MigrationExecutor
from django.test import TestCase, override_settings
from django.utils import timezone
from procrastinate.contrib.django import app

from kindknock.core.time.zones import ZoneRules

from .. import set_up
from ..models import BackupMade
from ..set_up import Finding, find

SOUND: dict[str, Any] = {
    "production": True,
    "pretend": False,
    "origin": "https://knock.example",
    "measures_folder": "/",
    "email_url": "smtp+tls://u:p@mail.example:587",
    "statement_ms": 20_000,
    "trusted_proxies": ("127.0.0.1",),
}
READY = {"database": True, "listening": True, "proxy": "trusted", "secure": True}
HEADERS = {"Cache-Control": "max-age=300", "Strict-Transport-Security": "max-age=1"}
FRESH = ZoneRules("2026f", False)
Usage = namedtuple("Usage", "total used free")


class SetUp(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        with connection.cursor() as cursor:
            cursor.execute(
                "insert into procrastinate_workers (last_heartbeat) values (%s)",
                [timezone.now() + timedelta(days=1)],
            )

    def findings(
        self,
        ready: dict[str, Any] | Exception = READY,
        headers: dict[str, str] = HEADERS,
        free: int = 10**11,
        secret: str = "k" * 50,
        smtp: Exception | None = None,
        database_off: float = 0,
        line: tuple[str, bool, str] = ("", False, ""),
        rules: ZoneRules = FRESH,
        **env: Any,
    ) -> list[Finding]:
        def fetched(address: str) -> Any:
            if isinstance(ready, Exception):
                raise ready
            return ready, headers

        class Server:
            def __init__(self, *args: Any, **more: Any) -> None:
                if smtp:
                    raise smtp

            def __enter__(self) -> "Server":
                return self

            def __exit__(self, *args: object) -> None: ...

            def starttls(self, **more: Any) -> None: ...

            def login(self, *args: str) -> None: ...

        given = replace(settings.ENV, **(SOUND | env))
        mail = {
            "EMAIL_BACKEND": "django.core.mail.backends.smtp.EmailBackend",
            "EMAIL_HOST": "mail.example",
            "EMAIL_HOST_USER": "u",
            "EMAIL_USE_TLS": True,
        }
        with ExitStack() as stack:
            stack.enter_context(override_settings(ENV=given, SECRET_KEY=secret, **mail))
            stack.enter_context(patch.object(set_up, "_fetched", fetched))
            stack.enter_context(patch("smtplib.SMTP", Server))
            stack.enter_context(patch.object(shutil, "disk_usage", lambda _: Usage(2 * 10**11, 0, free)))
            stack.enter_context(patch.object(set_up, "_clock", lambda at: iter(())))
            stack.enter_context(patch.object(set_up, "zone_rules", lambda day: rules))
            # The database's clock stays when tests are run on another day.
            stack.enter_context(patch.object(set_up, "_database_clock", lambda: time.time() + database_off))
            stack.enter_context(patch.object(set_up, "_database_line", lambda: line))
            stack.enter_context(patch("django.core.checks.run_checks", lambda **more: []))
            return [
                each for each in find(is_deployed=True, at=timezone.now()) if "superuser" not in each.says
            ]

    def test_a_sound_set_up_has_nothing_amiss(self) -> None:
        BackupMade.objects.create(at=timezone.now() - timedelta(days=2), bytes=1, is_encrypted=True)
        self.assertEqual(self.findings(), [])
        for line in (("127.0.0.1", False, ""), ("::1", False, ""), ("10.0.0.11", True, "verify-full")):
            self.assertEqual(self.findings(line=line), [])

    def test_each_fault_is_told_with_its_mend(self) -> None:
        BackupMade.objects.create(at=timezone.now() - timedelta(days=2), bytes=1, is_encrypted=True)
        stale = {"Date": "Sat, 28 Nov 2020 14:00:00 GMT"}
        cases: tuple[tuple[str, str, dict[str, Any]], ...] = (
            ("wrong", "KK_PRODUCTION isn't 1", {"production": False}),
            ("wrong", "go to the pretend mailbox", {"pretend": True}),
            ("wrong", "must reach it by https", {"origin": "http://knock.example"}),
            ("wrong", "shorter than 40", {"secret": "short"}),
            ("wrong", "KK_STATEMENT_MS is 0", {"statement_ms": 0}),
            ("look", "KK_TRUSTED_PROXIES is empty", {"trusted_proxies": ()}),
            ("look", "KK_MEASURES names no folder", {"measures_folder": ""}),
            ("wrong", "no mail goes out", {"email_url": ""}),
            ("wrong", "can't be used (refused)", {"smtp": OSError("refused")}),
            ("wrong", "refuses the user", {"smtp": SMTPAuthenticationError(535, b"no")}),
            ("unseen", "doesn't answer from here", {"ready": OSError("no route")}),
            ("wrong", "isn't ready", {"ready": READY | {"listening": False}}),
            ("wrong", "not among KK_TRUSTED_PROXIES", {"ready": READY | {"proxy": "not_trusted"}}),
            ("wrong", "doesn't send X-Forwarded-Proto", {"ready": READY | {"secure": False}}),
            ("look", "without Cache-Control", {"headers": {"Strict-Transport-Security": "x"}}),
            ("look", "without Strict-Transport", {"headers": {"Cache-Control": "max-age=1"}}),
            ("wrong", "s apart. Let NTP", {"headers": HEADERS | stale}),
            ("wrong", "the database's are 60 s apart", {"database_off": 60}),
            ("wrong", "at 10.0.0.11 can be read on the way", {"line": ("10.0.0.11", False, "prefer")}),
            ("look", "could pose as it", {"line": ("10.0.0.11", True, "require")}),
            ("wrong", "nearly full: 1 % are free", {"free": 2 * 10**9}),
        )
        for kind, words, values in cases:
            with self.subTest(words):
                found = self.findings(**values)
                self.assertIn((kind, True), [(each.kind, words in each.says) for each in found], found)

    def test_old_backups_zones_and_late_jobs_are_told(self) -> None:
        self.assertIn("No backup of this database", self.findings()[0].says)
        BackupMade.objects.create(at=timezone.now() - timedelta(days=20), bytes=1, is_encrypted=True)
        self.assertIn("20 days old", self.findings()[0].says)
        app.configure_task("send_notices", schedule_at=timezone.now() + timedelta(hours=1)).defer(timestamp=0)
        self.assertIn("20 days old", self.findings()[0].says, "what is for later is not late")
        app.configure_task("send_letter").defer(number=1)
        with connection.cursor() as cursor:
            # The database's own clock stays when tests are run on another day.
            hour_ago = timezone.now() - timedelta(hours=1)
            cursor.execute("update procrastinate_events set at = %s", [hour_ago])
        self.assertIn("1 jobs are due, the first for 60 minutes", self.findings()[0].says)
        with connection.cursor() as cursor:
            cursor.execute("delete from procrastinate_workers")
        self.assertIn("Nobody works on jobs", self.findings()[0].says)
        found = self.findings(rules=ZoneRules("2019a", True))
        self.assertIn("2019a", " ".join(each.says for each in found))

    def test_a_database_that_is_away_or_behind_is_the_first_thing(self) -> None:
        with patch.object(connection, "ensure_connection", side_effect=DatabaseError("refused\nhint")):
            found = self.findings()
        self.assertIn("can't be reached (refused)", found[0].says)
        with patch.object(MigrationExecutor, "migration_plan", lambda *args: [1, 2]):
            self.assertIn("behind this edition by 2 steps", self.findings()[0].says)

    def test_the_command_ends_with_1_where_something_is_wrong(self) -> None:
        out = StringIO()
        with patch.object(set_up, "_database_clock", time.time):
            call_command("kindknock_check", stdout=out)
        self.assertRegex(out.getvalue(), "Nothing is (amiss|wrong)")
        with (
            patch.object(connection, "ensure_connection", side_effect=DatabaseError("away")),
            self.assertRaises(SystemExit),
        ):
            call_command("kindknock_check", stdout=out)
        self.assertIn("Wrong: The database", out.getvalue())
