"""Tests of the rules. Speed is measured in bench/, never by a test, so no example has a deadline."""

from hypothesis import settings

settings.register_profile("untimed", deadline=None)
settings.load_profile("untimed")
