"""Counting honestly: rates with their uncertainty."""

from .rates import compare, rate

__all__ = ["compare", "rate"]
