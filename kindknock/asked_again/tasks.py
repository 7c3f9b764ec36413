"""Jobs: questions are taken every ten minutes; marks of visits are forgotten after a day."""

from procrastinate.contrib.django import app

from kindknock import clock
from kindknock.sites.models import Site

from .actions.take_questions import forget_marks, take_questions


@app.periodic(cron="*/10 * * * *")  # type: ignore[untyped-decorator]  # procrastinate's
@app.task(name="take_questions", queueing_lock="take_questions")  # type: ignore[untyped-decorator]
def take(timestamp: int) -> None:
    """Run by the job worker. `timestamp` is the planned moment."""
    for site in Site.objects.select_related("business").iterator():
        take_questions(site, at=clock.now())


@app.periodic(cron="7 * * * *")  # type: ignore[untyped-decorator]
@app.task(name="forget_marks", queueing_lock="forget_marks")  # type: ignore[untyped-decorator]
def forget(timestamp: int) -> None:
    """Each hour, so that no mark stays much longer than its day."""
    forget_marks(at=clock.now())
