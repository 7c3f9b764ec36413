"""The guestbook's standing jobs; those that send are written beside what they send."""

from procrastinate.contrib.django import app

from kindknock import clock

from .actions import answer, tell_hook
from .actions.forget import delete_old as delete_old_entries
from .actions.forget import take_up_apart
from .actions.tell_late import tell_late
from .actions.write_note import tell_next_steps

SENDING = (answer.send_reply, tell_hook.deliver)
"""Named, so that whoever looks for jobs finds them from here."""


@app.periodic(cron="17 3 * * *")  # type: ignore[untyped-decorator]
@app.task(name="delete_old_notes", queueing_lock="delete_old_notes")  # type: ignore[untyped-decorator]
def delete_old(timestamp: int) -> None:
    """Run daily by the job worker. `timestamp` is the planned moment."""
    delete_old_entries(at=clock.now())
    tell_hook.forget_deliveries(at=clock.now())


@app.periodic(cron="*/5 * * * *")  # type: ignore[untyped-decorator]
@app.task(name="guestbook_soon", queueing_lock="guestbook_soon")  # type: ignore[untyped-decorator]
def soon(timestamp: int) -> None:
    """Every five minutes: next steps whose time is near, what was kept apart, what nobody answered."""
    tell_next_steps(at=clock.now())
    take_up_apart(at=clock.now())
    tell_late(at=clock.now())
