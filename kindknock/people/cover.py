"""When somebody was in, as the timetable stood then: its versions are kept, and so are absences.

Where docs/rules.md is silent: before the first version the first holds; whoever was added later counts from
the version on that knows them.
"""

from collections.abc import Iterable
from datetime import datetime

from kindknock.accounts.models import Business
from kindknock.core.time import Timetable, hours_of, people_ready, timetable_from
from kindknock.core.time.hours import is_zone
from kindknock.core.time.rota import somebody_spans
from kindknock.core.time.spans import Spans, merged
from kindknock.core.time.timetable import AbsenceDoc

from .load import timetable_of
from .models import Absence, Assistant, TimetableVersion


def cover_then(business: Business, start: datetime, end: datetime) -> Spans:
    """UTC seconds within `[start, end)` at which somebody was in. Three to seven queries."""
    zone = business.zone if is_zone(business.zone) else "UTC"
    people = list(Assistant.objects.filter(business=business))
    absences = [*_absences(business, start, end), *_gone(people, end)]
    spans: list[tuple[int, int]] = []
    held = _held(business, start, end)
    ever = {key for _, _, timetable in held for key in timetable.people}
    for since, until, timetable in held:
        there = [person for person in people if person.key in timetable.people or person.key not in ever]
        then = timetable.model_copy(update={"absences": absences})
        ready = people_ready(there, then, zone)
        spans += somebody_spans(ready, hours_of(then.shop, zone), since, until)
    return merged(spans)


def _absences(business: Business, start: datetime, end: datetime) -> list[AbsenceDoc]:
    rows = Absence.objects.filter(assistant__business=business, since__lt=end, until__gt=start)
    return [
        AbsenceDoc.model_validate(
            {
                "person": row.assistant.key,
                "from": row.since.isoformat(),
                "until": row.until.isoformat(),
            }
        )
        for row in rows.select_related("assistant")
    ]


def _gone(people: Iterable[Assistant], end: datetime) -> list[AbsenceDoc]:
    """Who was taken off is away from then on."""
    return [
        AbsenceDoc.model_validate({"person": person.key, "from": person.removed_at, "until": end})
        for person in people
        if person.removed_at is not None and person.removed_at < end
    ]


def _held(business: Business, start: datetime, end: datetime) -> list[tuple[int, int, Timetable]]:
    """Which timetable held from when to when, in seconds."""
    versions = TimetableVersion.objects.filter(business=business, at__lt=end).order_by("-number")
    first = versions.last()
    if first is None:
        now = timetable_of(business, at=end)
        return [(int(start.timestamp()), int(end.timestamp()), now)]
    held: list[tuple[int, int, Timetable]] = []
    until = int(end.timestamp())
    for number, at, document in versions.values_list("number", "at", "document").iterator(chunk_size=50):
        since = max(int(at.timestamp()), int(start.timestamp()))
        if number == first.number:
            since = int(start.timestamp())
        if since < until:
            held.append((since, until, timetable_from(document)))
            until = since
        if at <= start:
            break
    return held[::-1]
