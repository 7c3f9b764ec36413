"""Sentences about who is in, in English, for the two edges that tell them: the phone page and the studio."""

from collections.abc import Mapping, Sequence
from datetime import datetime, tzinfo

from babel.lists import format_list

from kindknock.core.time.hours import moment
from kindknock.core.time.remedies import StandIn
from kindknock.core.words.moments import when_text

TOMORROW = {"_tomorrow": "tomorrow"}


def cover_words(found: Sequence[StandIn], names: Mapping[str, str], now: datetime, clock: tzinfo) -> str:
    """Who is there meanwhile, who comes later, who could be asked to come back."""
    second = int(now.timestamp())

    def time_words(at: int) -> str:
        return str(when_text(moment(at), now, clock, "en", TOMORROW))

    here = [names[item.person] for item in found if not item.is_absent and item.since <= second]
    later = [
        f"{names[item.person]} is in from {time_words(item.since)}."
        for item in found
        if not item.is_absent and item.since > second
    ]
    absent = [
        f"{names[item.person]} is away until {time_words(item.since)}, and could be asked."
        for item in found
        if item.is_absent
    ]
    first = (
        f"{format_list(here, locale='en_GB')} can answer meanwhile."
        if here
        else "Nobody else is in just now: visitors meet the away note, or no button, as the door says."
    )
    return " ".join([first, *later[:2], *([] if here else absent[:2])])
