"""What a careful colleague would say before publishing, and what one would forget."""

from .checks import LookedAt, advice, blocks, looked_at
from .findings import Finding
from .reminders import reminders

__all__ = ["Finding", "LookedAt", "advice", "blocks", "looked_at", "reminders"]
