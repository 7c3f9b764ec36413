"""The daily job: what has been kept long enough goes."""

from procrastinate.contrib.django import app

from kindknock import clock

from .terms import forget


@app.periodic(cron="33 3 * * *")  # type: ignore[untyped-decorator]  # procrastinate's
@app.task(name="forget_what_is_old", queueing_lock="forget_what_is_old")  # type: ignore[untyped-decorator]
def forget_what_is_old(timestamp: int) -> None:
    """Run daily by the job worker. `timestamp` is the planned moment."""
    forget(at=clock.now())
