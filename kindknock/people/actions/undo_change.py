"""Take one change of the timetable back; what was changed since stays. Live at once."""

from datetime import datetime

from django.db import transaction

from kindknock.accounts.models import Business, User
from kindknock.core.time.timetable import AbsenceDoc, ClosureDoc, HoursDoc
from kindknock.core.time.timetable_changes import PartChange, still_stands

from ..load import timetable_of
from ..models import Absence, Closure, TimetableVersion, WorkingHours
from ..queries import changes_of
from .keep_version import keep_version


class TimetableOvertaken(Exception):
    """Some of it was changed again since: that has to be taken back first."""


def undo_change(version: TimetableVersion, *, by: User, at: datetime) -> None:
    """Put every part this version changed as it was before. Raises TimetableOvertaken, and then nothing is
    changed.
    """
    with transaction.atomic():
        changes, now = changes_of(version), timetable_of(version.business, at=at)
        if not changes or not all(still_stands(change, now) for change in changes):
            raise TimetableOvertaken
        for change in changes:
            _put(version, change, by, at=at)
        keep_version(version.business, {"what": "taken_back", "number": version.number}, by=by, at=at)


def _put(version: TimetableVersion, change: PartChange, by: User, *, at: datetime) -> None:
    was, owner = change.before, {"business": version.business, "whose": change.whose, "key": change.key}
    if change.kind == "hours":
        WorkingHours.objects.filter(**owner).delete()
        if isinstance(was, HoursDoc):
            document = was.model_dump(mode="json", include={"zone", "week", "special"})
            WorkingHours.objects.create(**owner, **document)
    elif change.kind == "closure":
        if isinstance(change.after, ClosureDoc):
            Closure.objects.filter(**owner, **closure_fields(change.after)).delete()
        elif isinstance(was, ClosureDoc):
            Closure.objects.create(**owner, **closure_fields(was))
    else:
        _put_absence(version.business, change, by, at=at)


def _put_absence(business: Business, change: PartChange, by: User, *, at: datetime) -> None:
    absence = change.before or change.after
    assert isinstance(absence, AbsenceDoc)
    rows = Absence.objects.filter(
        assistant__business=business, assistant__key=absence.person, since=absence.from_
    )
    if not isinstance(change.before, AbsenceDoc):
        rows.delete()
    elif not rows.update(until=change.before.until) and change.before.until > at:
        assistant = business.assistants.filter(key=absence.person).first()
        if assistant is not None:
            Absence.objects.create(
                assistant=assistant,
                since=absence.from_,
                until=change.before.until,
                word=change.before.word,
                is_told=bool(change.before.word),
                by=by,
            )


def closure_fields(doc: ClosureDoc) -> dict[str, object]:
    """A closure of the document as the columns of its row."""
    from_time = until_time = None
    if doc.whole_day:
        first = datetime.fromisoformat(doc.from_[:10]).date()
        last = max(
            datetime.fromisoformat((doc.until or doc.from_)[:10]).date(),
            first.fromordinal(first.toordinal() + 1),
        )
    else:
        start, end = datetime.fromisoformat(doc.from_), datetime.fromisoformat(doc.until)
        first, last, from_time, until_time = start.date(), end.date(), start.time(), end.time()
    return {
        "first_day": first,
        "last_day": last,
        "from_time": from_time,
        "until_time": until_time,
        "yearly": doc.yearly,
        "name": doc.name,
    }
