"""Each kind of row goes after its time (docs/rules.md 20): events and readings, then sums."""

from datetime import datetime, timedelta

from ..models import CountedName, DaySum, Event, QuarterSum, Reading
from ..partitions import drop_old, make_months
from .sum_up import sum_up


def forget_old(*, at: datetime) -> None:
    """Make the coming months' tables, add up what came, and let go of what is old."""
    make_months(at=at)
    sum_up()
    before = at - timedelta(days=Event.KEPT_DAYS)
    drop_old(before=before)
    Reading.objects.filter(at__lt=before).delete()
    oldest = at - timedelta(days=QuarterSum.KEPT_DAYS + 1)
    for table in (QuarterSum, DaySum):
        table.objects.filter(at__lt=oldest).delete()
    # A name that nothing counts under any more makes room.
    kept = DaySum.objects.filter(name_id__gt=0).values("name_id").distinct()
    CountedName.objects.exclude(pk__in=kept).delete()
