"""The one place that asks what time it is.

Everything below the views is handed a moment, as `at`: an aware datetime. Views, tasks and commands ask here.
"""

from datetime import UTC, datetime


def now() -> datetime:
    """The present moment, in UTC."""
    return datetime.now(UTC)
