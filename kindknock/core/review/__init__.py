"""What a careful colleague would say before publishing, and what one would forget."""

from .checks import advice, blocks
from .findings import Finding
from .reminders import reminders

__all__ = ["Finding", "advice", "blocks", "reminders"]
