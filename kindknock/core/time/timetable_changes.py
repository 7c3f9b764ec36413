"""What differs between two timetables, part by part, and how one change is taken back while later ones stay.

A part is somebody's usual week with special days, one closure, or one absence. Where docs/rules.md is
silent: a change is taken back only while what it made still stands; an absence that vanished because it
ended long ago is no change.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from .timetable import AbsenceDoc, ClosureDoc, HoursDoc, Timetable

Whose = Literal["shop", "person", "channel"]


@dataclass(frozen=True, slots=True)
class PartChange:
    """One part before and after; None on the side where it wasn't. `whose` and `key` say whom it is of."""

    kind: Literal["hours", "closure", "absence"]
    whose: Whose
    key: str
    before: HoursDoc | ClosureDoc | AbsenceDoc | None
    after: HoursDoc | ClosureDoc | AbsenceDoc | None


def timetable_changes(before: Timetable, after: Timetable, at: datetime) -> tuple[PartChange, ...]:
    """Every part that differs: the shop's first, then people's, channels', absences. `at` is when `after`
    came to hold.
    """
    out: list[PartChange] = []
    for whose, key, was, now in _owners(before, after):
        if _week(was) != _week(now):
            out.append(PartChange("hours", whose, key, _week(was), _week(now)))
        had, has = (doc.closures if doc else [] for doc in (was, now))
        out.extend(PartChange("closure", whose, key, item, None) for item in had if item not in has)
        out.extend(PartChange("closure", whose, key, None, item) for item in has if item not in had)
    first = {(absence.person, absence.from_): absence for absence in before.absences}
    then = {(absence.person, absence.from_): absence for absence in after.absences}
    for name in sorted({*first, *then}, key=lambda pair: (pair[1], pair[0])):
        old, new = first.get(name), then.get(name)
        if old != new and not (new is None and old is not None and old.until <= at):
            out.append(PartChange("absence", "person", name[0], old, new))
    return tuple(out)


def still_stands(change: PartChange, now: Timetable) -> bool:
    """Whether what the change made is as it made it, so that taking it back undoes nothing else."""
    if change.kind == "absence":
        words = change.after or change.before
        assert isinstance(words, AbsenceDoc)
        return (
            next((a for a in now.absences if (a.person, a.from_) == (words.person, words.from_)), None)
            == change.after
        )
    doc = _doc(now, change.whose, change.key)
    if change.kind == "hours":
        return _week(doc) == change.after
    closures = doc.closures if doc else []
    return change.after in closures if change.after is not None else change.before not in closures


def _week(doc: HoursDoc | None) -> HoursDoc | None:
    """The hours without their closures; None where nothing is set."""
    bare = doc.model_copy(update={"closures": []}) if doc else None
    return None if bare == HoursDoc() else bare


def _doc(timetable: Timetable, whose: Whose, key: str) -> HoursDoc | None:
    return (
        timetable.shop
        if whose == "shop"
        else (timetable.people if whose == "person" else timetable.channels).get(key)
    )


def _owners(
    before: Timetable, after: Timetable
) -> Iterator[tuple[Whose, str, HoursDoc | None, HoursDoc | None]]:
    yield "shop", "", before.shop, after.shop
    kinds: tuple[tuple[Whose, dict[str, HoursDoc], dict[str, HoursDoc]], ...] = (
        ("person", before.people, after.people),
        ("channel", before.channels, after.channels),
    )
    for whose, was, now in kinds:
        for key in sorted({*was, *now}):
            yield whose, key, was.get(key), now.get(key)
