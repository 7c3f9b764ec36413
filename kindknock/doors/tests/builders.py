"""A business with a live door, made by the same actions as the screens."""

from datetime import UTC, datetime

from kindknock import clock
from kindknock.accounts.models import User
from kindknock.doors.actions.open_business import Opened, open_business
from kindknock.sites.actions.set_host import allow_host


def an_owner(email: str = "ines@averilcycles.example") -> User:
    return User.objects.create_user(
        email, "harbour lamp and rope", name="Ines Calder", proven_at=datetime(2026, 1, 1, tzinfo=UTC)
    )


def a_business(
    by: User | None = None, *, host: str = "averilcycles.example", typed: str = "+44 117 496 0123"
) -> Opened:
    opened = open_business(
        by or an_owner(),
        name="Averil Cycle Works",
        typed=typed,
        apps=["whatsapp"],
        country="GB",
        zone="Europe/London",
        at=clock.now(),
    )
    # Tests run at any hour: nobody's letters wait for the morning.
    opened.business.memberships.update(is_quiet=False)
    if host:
        allow_host(opened.site, host)
    return opened
