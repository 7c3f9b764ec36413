"""What Prometheus reads of Kind Knock (docs/deploying.md lists each): from what processes left, and of jobs,
mails and connections from the database.
"""

from collections.abc import Iterator
from datetime import timedelta
from itertools import accumulate
from pathlib import Path
from typing import Any

from django.db import DatabaseError, connection
from django.db.models import Count, Max
from procrastinate.contrib.django.models import ProcrastinateJob
from prometheus_client.core import CounterMetricFamily, GaugeMetricFamily, HistogramMetricFamily
from prometheus_client.registry import Collector

from kindknock import clock
from kindknock.accounts.models import Outgoing
from kindknock.measures import BOUNDS_S

from .measuring import read_all
from .models import BackupMade
from .waiting import waiting

Family = CounterMetricFamily | GaugeMetricFamily | HistogramMetricFamily
_LE = [*map(str, BOUNDS_S), "+Inf"]


class Reading(Collector):
    """Reads all of it each time it is asked."""

    def __init__(self, folder: Path | None) -> None:
        self.folder = folder

    def collect(self) -> Iterator[Family]:
        if self.folder is not None:
            yield from _of_processes(self.folder)
        up = GaugeMetricFamily("kk_database_up", "Whether the database answers.")
        try:
            yield from _of_database()
            up.add_metric([], 1)
        except DatabaseError:
            up.add_metric([], 0)
        finally:
            connection.close()
        yield up


def _of_processes(folder: Path) -> Iterator[Family]:
    found = read_all(folder)
    took = HistogramMetricFamily(
        "kk_request_seconds", "Answers by route and status, and their seconds.", labels=["route", "status"]
    )
    for row in found.answers:
        totals = accumulate(row["buckets"])
        buckets = list(zip(_LE, map(float, totals), strict=True))
        took.add_metric([row["route"], row["status"]], buckets, row["seconds"])
    yield took
    for name, help_text, value in (
        ("kk_processes", "Processes that serve.", found.processes),
        ("kk_listening_processes", "Those of them that hear of changes.", found.listening),
        ("kk_held_sites", "Sites they hold, all together.", found.held),
        ("kk_unconfirmed_seconds", "For how long what visitors get could not be confirmed.", found.age_s),
    ):
        yield _gauge(name, help_text, value)


def _gauge(name: str, help_text: str, value: float) -> GaugeMetricFamily:
    family = GaugeMetricFamily(name, help_text)
    family.add_metric([], value)
    return family


def _of_database() -> Iterator[Family]:
    now = clock.now()
    jobs = GaugeMetricFamily("kk_jobs", "Jobs by what became of them.", labels=["status"])
    counted = dict(ProcrastinateJob.objects.values_list("status").annotate(Count("pk")))
    for status in ("todo", "doing", "failed"):
        jobs.add_metric([status], counted.get(status, 0))
    yield jobs
    found = waiting(now)
    yield _gauge("kk_job_late_seconds", "For how long the job that is latest has been due.", found.late_s)
    yield _gauge("kk_job_workers", "Workers of jobs that live.", found.workers)
    mails = GaugeMetricFamily("kk_mails", "Mails of the last day by state.", labels=["state"])
    day = Outgoing.objects.filter(at__gt=now - timedelta(days=1))
    sent: dict[str, Any] = dict(day.values_list("state").annotate(Count("pk")))
    for state in Outgoing.State.values:
        mails.add_metric([state], sent.get(state, 0))
    yield mails
    with connection.cursor() as cursor:
        cursor.execute(
            "select coalesce(state, 'other'), count(*) from pg_stat_activity "
            "where datname = current_database() group by 1"
        )
        open_now = GaugeMetricFamily("kk_connections", "Connections to the database.", labels=["state"])
        for state, count in cursor.fetchall():
            open_now.add_metric([state], count)
        yield open_now
        cursor.execute("select pg_database_size(current_database())")
        yield _gauge("kk_database_bytes", "How large the database is.", cursor.fetchone()[0])
    last = BackupMade.objects.aggregate(at=Max("at"))["at"]
    if last is not None:
        yield _gauge("kk_backup_timestamp_seconds", "When the last backup was made.", last.timestamp())
