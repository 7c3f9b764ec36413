"""What a website says now that is otherwise here: told for each thing that can be taken over, never done."""

from collections.abc import Callable, Iterator, Mapping

from kindknock.accounts.may import Power
from kindknock.core.found.missing import missing
from kindknock.core.setup import Setup
from kindknock.core.time import Timetable

from .found_rows import languages_words
from .hours_words import hours_words
from .schemas import DifferOut, RowOut

NEEDS: Mapping[str, Power] = {
    "who": Power.BUSINESS,
    "hours": Power.TIME,
    "closure": Power.TIME,
    "person": Power.PEOPLE,
}
"""What taking a kind over needs; all else is the doors' draft."""
NO_HOURS = "no hours are set"


def differing(rows: list[RowOut], draft: Setup, timetable: Timetable) -> Iterator[DifferOut]:
    """The rows whose value isn't here yet, in their order; a guess is none that the website says."""
    for row in rows:
        if row.kind == "words" or not row.on:
            continue
        value = missing(row.kind, row.value, draft, timetable)
        if value is not None:
            says = "".join(part.text for part in row.parts)
            here = HERE[row.kind](draft, timetable) if row.kind in HERE else ""
            yield DifferOut(
                key=row.key,
                kind=row.kind,
                value=dict(value),
                says=says,
                here=here,
                where=row.where,
                quote=row.quote,
            )


def _who(draft: Setup, timetable: Timetable) -> str:
    return f"{draft.business.name}, in {languages_words(draft.business.languages)}"


def _hours(draft: Setup, timetable: Timetable) -> str:
    return hours_words(timetable.shop, draft.business.zone) or NO_HOURS


HERE: Mapping[str, Callable[[Setup, Timetable], str]] = {
    "who": _who,
    "hours": _hours,
    "colour": lambda draft, timetable: draft.doors[0].looks.colour,
}
"""What stands in a thing's place, by kind; nothing for those of which there can be many."""
