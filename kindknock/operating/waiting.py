"""Jobs that wait longer than they should, and whether anybody works on them."""

from dataclasses import dataclass
from datetime import datetime, timedelta

from django.db.models import Count, Max, Min
from django.db.models.functions import Coalesce
from procrastinate.contrib.django.models import ProcrastinateJob, ProcrastinateWorker

SILENT_S = 60
"""A worker tells that it lives every ten seconds."""


@dataclass(frozen=True, slots=True)
class Waiting:
    """How many are due and not begun, the seconds since the first of them was, and how many workers live."""

    count: int
    late_s: float
    workers: int


def waiting(at: datetime) -> Waiting:
    """Jobs for later are due at their moment; all others from when they were made. Two queries."""
    due = (
        ProcrastinateJob.objects.filter(status="todo")
        .annotate(due=Coalesce("scheduled_at", Max("procrastinateevent__at")))
        .filter(due__lte=at)
        .aggregate(count=Count("pk"), since=Min("due"))
    )
    late = (at - due["since"]).total_seconds() if due["since"] else 0.0
    alive = ProcrastinateWorker.objects.filter(last_heartbeat__gt=at - timedelta(seconds=SILENT_S))
    return Waiting(due["count"], late, alive.count())
