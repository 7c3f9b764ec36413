"""Days that can be meant: sums of hours look a year back and ahead, and a calendar has an end."""

from datetime import date

FIRST_YEAR, LAST_YEAR = 1900, 2200
"""Before and after, zones have no rules, and calendars would run on for ever."""


def is_near(day: date) -> bool:
    """Whether a day is one somebody can mean: from the first of FIRST_YEAR to the last of LAST_YEAR."""
    return FIRST_YEAR <= day.year <= LAST_YEAR
