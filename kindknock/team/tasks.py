"""The team's standing jobs."""

from procrastinate.contrib.django import app

from kindknock import clock

from .actions.close_business import delete_closed
from .actions.look_in import delete_copies


@app.periodic(cron="11 * * * *")  # type: ignore[untyped-decorator]
@app.task(name="delete_closed", queueing_lock="delete_closed")  # type: ignore[untyped-decorator]
def delete_old(timestamp: int) -> None:
    """Each hour: businesses that were closed seven days ago."""
    delete_closed(at=clock.now())


@app.periodic(cron="*/10 * * * *")  # type: ignore[untyped-decorator]
@app.task(name="delete_copies", queueing_lock="delete_copies")  # type: ignore[untyped-decorator]
def delete_old_copies(timestamp: int) -> None:
    """Copies of the demo whose day is over."""
    delete_copies(at=clock.now())
