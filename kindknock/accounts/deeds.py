"""Keeps who did what and when, so that owners can look it up for a year."""

from datetime import datetime, timedelta
from typing import Any

from procrastinate.contrib.django import app

from kindknock import clock

from .models import Business, Deed, User
from .names import name_of

KEPT = timedelta(days=365)


def record(business: Business, by: User | None, code: str, *, at: datetime, **what: Any) -> None:
    """Keep one, within the caller's transaction. `by` is None for what we did by ourselves, such as a job."""
    name = name_of(by) if by else ""
    Deed.objects.create(business=business, by=by, name=name, code=code, at=at, what=what)


@app.periodic(cron="23 3 * * *")  # type: ignore[untyped-decorator]
@app.task(name="forget_deeds", queueing_lock="forget_deeds")  # type: ignore[untyped-decorator]
async def forget_deeds(timestamp: int) -> None:
    """What is older than a year goes."""
    await Deed.objects.filter(at__lt=clock.now() - KEPT).adelete()
