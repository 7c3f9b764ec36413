"""Reads about people and their timetable, for screens."""

from kindknock.accounts.models import Business
from kindknock.core.time import Timetable, timetable_from
from kindknock.core.time.timetable_changes import PartChange, timetable_changes

from .models import TimetableVersion

MOST_VERSIONS = 60


def versions_of(business: Business) -> list[TimetableVersion]:
    """The last changes of the timetable, the newest first."""
    return list(
        TimetableVersion.objects.filter(business=business).select_related("by", "business")[:MOST_VERSIONS]
    )


def changes_of(version: TimetableVersion, before: TimetableVersion | None = None) -> tuple[PartChange, ...]:
    """What a version changed; the one `before` it is read where it isn't at hand."""
    if before is None:
        before = TimetableVersion.objects.filter(
            business_id=version.business_id, number=version.number - 1
        ).first()
    was = timetable_from(before.document) if before else Timetable()
    return timetable_changes(was, timetable_from(version.document), version.at)
