"""What processes measured is read together; nothing goes back when one of them ends."""

import json
import os
import tempfile
import time
import urllib.request
from pathlib import Path
from unittest.mock import patch

from django.db import DatabaseError
from django.test import TestCase
from django.utils import timezone
from prometheus_client import CollectorRegistry, generate_latest, start_http_server
from prometheus_client.parser import text_string_to_metric_families

from .. import measuring
from ..measuring import read_all
from ..metrics import Reading
from ..models import BackupMade

ANSWERS = [{"route": "/k/v1/verdict", "status": "200", "buckets": [5, 3, *[0] * 9, 2], "seconds": 31.5}]
LABELS = ("route", "status", "state", "le")
LEFT = {"answers": ANSWERS, "held": 7, "age_s": 2.5, "listening": True}


class Metrics(TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def values(self) -> dict[tuple[str, ...], float]:
        registry = CollectorRegistry()
        registry.register(Reading(self.folder))
        with patch("django.db.connection.close"):
            text = generate_latest(registry).decode()
        return {
            (sample.name, *(sample.labels[name] for name in LABELS if name in sample.labels)): sample.value
            for family in text_string_to_metric_families(text)
            for sample in family.samples
        }

    def test_two_processes_are_one_and_the_ended_are_not_lost(self) -> None:
        for pid in (11, 12):
            (self.folder / f"{pid}.json").write_text(json.dumps(LEFT))
            os.utime(self.folder / f"{pid}.json", (time.time(), time.time()))
        (self.folder / "13.json").write_text("{ half")
        with patch.object(measuring, "_lives", lambda pid: True):
            found = self.values()
        self.assertEqual(found["kk_request_seconds_count", "/k/v1/verdict", "200"], 20)
        self.assertEqual(found["kk_request_seconds_bucket", "/k/v1/verdict", "200", "0.01"], 16)
        self.assertEqual(found["kk_request_seconds_sum", "/k/v1/verdict", "200"], 63)
        alive = {name: found[name,] for name in ("kk_processes", "kk_held_sites", "kk_unconfirmed_seconds")}
        self.assertEqual(alive, {"kk_processes": 2, "kk_held_sites": 14, "kk_unconfirmed_seconds": 2.5})
        for lives, processes in ((11, 1), (0, 0), (0, 0)):
            with patch.object(measuring, "_lives", lambda pid, lives=lives: pid == lives):
                found = self.values()
            self.assertEqual(found["kk_request_seconds_count", "/k/v1/verdict", "200"], 20, "never goes back")
            self.assertEqual(found["kk_processes",], processes)
        self.assertEqual(len(read_all(self.folder).answers), 1)

    def test_the_database_is_told_of_and_its_being_away_too(self) -> None:
        self.assertNotIn(("kk_backup_timestamp_seconds",), self.values())
        now = timezone.now()
        BackupMade.objects.create(at=now, bytes=1, is_encrypted=False)
        found = self.values()
        self.assertEqual(found["kk_backup_timestamp_seconds",], now.timestamp())
        self.assertEqual((found["kk_database_up",], found["kk_jobs", "failed"]), (1, 0))
        self.assertEqual((found["kk_job_workers",], found["kk_job_late_seconds",]), (0, 0))
        self.assertGreater(found["kk_database_bytes",], 1_000_000)
        with patch("kindknock.operating.metrics._of_database", side_effect=DatabaseError):
            self.assertEqual(self.values()["kk_database_up",], 0)

    def test_it_is_served_on_a_port_of_its_own(self) -> None:
        registry = CollectorRegistry()
        registry.register(Reading(None))
        server, thread = start_http_server(0, "127.0.0.1", registry)
        try:
            with urllib.request.urlopen(f"http://127.0.0.1:{server.server_port}/metrics") as answer:
                self.assertIn(b"kk_database_up", answer.read())
        finally:
            server.shutdown()
            server.server_close()
            thread.join()
