"""Compiles a setup with the card's small words in it, for visitors and for the stage alike."""

from collections.abc import Mapping

from django.conf import settings

from kindknock.core.addresses import Links
from kindknock.core.setup import Setup
from kindknock.core.time import Timetable
from kindknock.core.visit import Compiled, Live, compile_setup

from .small_words import SMALL_WORDS


def compile_door_plans(
    setup: Setup,
    *,
    timetable: Timetable | None = None,
    live: Live | None = None,
    release: int = 0,
    links: Mapping[tuple[str, str, str], Links] | None = None,
) -> Compiled:
    return compile_setup(
        setup,
        timetable=timetable,
        live=live,
        release=release,
        small_words=SMALL_WORDS,
        links=links,
        origin=settings.ENV.origin,
    )
