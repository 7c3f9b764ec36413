"""What one visitor gets: a setup made ready, the visit, the verdict with its reasons."""

from .prepare import compile_setup
from .ready import Compiled, Live
from .reasons import Outcome, Reason
from .verdict import Verdict, decide
from .visitor import Visit, visit_from

__all__ = [
    "Compiled",
    "Live",
    "Outcome",
    "Reason",
    "Verdict",
    "Visit",
    "compile_setup",
    "decide",
    "visit_from",
]
