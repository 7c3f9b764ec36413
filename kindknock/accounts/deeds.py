"""Keeps who did what and when, so that owners can look it up for a year."""

from datetime import datetime, timedelta
from typing import Any

from .models import Business, Deed, User
from .names import name_of

KEPT = timedelta(days=365)


def record(business: Business, by: User | None, code: str, *, at: datetime, **what: Any) -> None:
    """Keep one, within the caller's transaction. `by` is None for what we did by ourselves, such as a job."""
    name = name_of(by) if by else ""
    Deed.objects.create(business=business, by=by, name=name, code=code, at=at, what=what)
