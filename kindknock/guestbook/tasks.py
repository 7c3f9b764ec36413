"""The daily job that deletes notes kept long enough."""

from procrastinate.contrib.django import app

from kindknock import clock

from .actions.keep_note import delete_old_notes


@app.periodic(cron="17 3 * * *")  # type: ignore[untyped-decorator]
@app.task(name="delete_old_notes", queueing_lock="delete_old_notes")  # type: ignore[untyped-decorator]
def delete_old(timestamp: int) -> None:
    """Run daily by the job worker. `timestamp` is the planned moment."""
    delete_old_notes(at=clock.now())
