"""Jobs: what came is added up each minute; what is old goes each night."""

from procrastinate.contrib.django import app

from kindknock import clock

from .actions.forget_old import forget_old
from .actions.sum_up import sum_up


@app.periodic(cron="* * * * *")  # type: ignore[untyped-decorator]  # procrastinate's
@app.task(name="sum_up_footfall", queueing_lock="sum_up_footfall")  # type: ignore[untyped-decorator]
def sum_up_what_came(timestamp: int) -> None:
    """Run each minute by the job worker. `timestamp` is the planned moment."""
    sum_up()


@app.periodic(cron="43 3 * * *")  # type: ignore[untyped-decorator]
@app.task(name="forget_old_footfall", queueing_lock="forget_old_footfall")  # type: ignore[untyped-decorator]
def forget(timestamp: int) -> None:
    """Run daily: the months to come, and what has been kept long enough."""
    forget_old(at=clock.now())
