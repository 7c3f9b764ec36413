"""Questions before the hand-over: which of them can be asked, and what stands of them on the card."""

from .asking import askable, condition_of, others_of, plan_of, sets_of, where_they_go, written

__all__ = ["askable", "condition_of", "others_of", "plan_of", "sets_of", "where_they_go", "written"]
