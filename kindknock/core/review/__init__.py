"""What a careful colleague would say before publishing, and what one would forget."""

from .checks import Finding, advice, blocks
from .reminders import reminders

__all__ = ["Finding", "advice", "blocks", "reminders"]
