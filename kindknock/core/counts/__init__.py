"""Counting honestly: rates with their uncertainty, periods, a crowd as marks, the hours of the week."""

from .hours_of_week import Cover, WorstGap, cover_by_slot, worst_gap
from .marks import Marks, marks
from .periods import NoPeriod, Period, Span, period
from .places import is_too_small
from .rates import Comparison, Rate, compare, difference, rate

__all__ = [
    "Comparison",
    "Cover",
    "Marks",
    "NoPeriod",
    "Period",
    "Rate",
    "Span",
    "WorstGap",
    "compare",
    "cover_by_slot",
    "difference",
    "is_too_small",
    "marks",
    "period",
    "rate",
    "worst_gap",
]
