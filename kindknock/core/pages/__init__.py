"""Which pages something shows on, and what a page is about."""

from .facts import PageFacts, facts_from
from .markup import read_page
from .rules import Rule, judge, place_of

__all__ = ["PageFacts", "Rule", "facts_from", "judge", "place_of", "read_page"]
