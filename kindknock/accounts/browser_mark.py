"""The cookie by which a browser is known again at signing in: random, and of no use for anything else."""

COOKIE = "kk_browser"
COOKIE_AGE = 60 * 60 * 24 * 730
"""Seconds."""
