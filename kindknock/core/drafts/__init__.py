"""What differs between two setups, and how single changes are put back."""

from .changes import Change, changes_between, people_between
from .going_back import undone, with_change_of, with_changes_of

__all__ = ["Change", "changes_between", "people_between", "undone", "with_change_of", "with_changes_of"]
