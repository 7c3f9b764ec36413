"""When somebody hears of something by mail: at once, daily or weekly, around their quiet hours."""

from .when import MOST_AN_HOUR, Quiet, Rate, due_at, is_quiet

__all__ = ["MOST_AN_HOUR", "Quiet", "Rate", "due_at", "is_quiet"]
