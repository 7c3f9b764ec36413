"""Makes what Footfall shows out of sums, rota and guestbook, in a fixed number of queries. Reads only."""

from collections.abc import Sequence
from dataclasses import asdict, dataclass
from datetime import date, datetime, timedelta
from statistics import median, quantiles
from typing import Literal
from zoneinfo import ZoneInfo

from django.db.models import Min

from kindknock.accounts.models import Business
from kindknock.core.counts import (
    Comparison,
    Period,
    Rate,
    compare,
    cover_by_slot,
    marks,
    period,
    rate,
    worst_gap,
)
from kindknock.core.counts.periods import Against
from kindknock.core.counts.periods import by_day as each_day
from kindknock.core.time.hours import dates_closed, is_zone
from kindknock.core.time.timetable import ClosureDoc, closure_of
from kindknock.doors.models import Release
from kindknock.footfall.actions.sum_up import is_behind, sum_up
from kindknock.footfall.models import Event
from kindknock.footfall.reading_counts import reading_totals
from kindknock.footfall.sums import Counts, began_at, by_day, by_slot, total
from kindknock.guestbook.models import Entry
from kindknock.people.cover import cover_then
from kindknock.people.load import closure_document
from kindknock.people.models import Absence, Closure
from kindknock.sites.models import Site

from . import footfall_words as say
from .schemas import (
    CrowdOut,
    FootfallDayOut,
    FootfallOut,
    MarkedChangeOut,
    MarksOut,
    OtherCountOut,
    PeriodOut,
    SiteChoiceOut,
    SlotOut,
    WorstOut,
)
from .schemas.footfall import Dimension

NEW_AT_ONCE = 20_000
"""So many new events are added up while somebody waits for the screen; a job adds up the rest."""
MOST_CHANGES = 60
FEW_ANSWERS = 10
"""From so many answers on, nine of ten are told."""
USUAL = timedelta(days=27)


@dataclass(frozen=True, slots=True)
class Looked:
    """What is looked at: whose, which sites, which days, and against which."""

    business: Business
    sites: tuple[Site, ...]
    period: Period
    against: Against
    at: datetime

    @property
    def zone(self) -> str:
        return _zone_of(self.business)

    @property
    def site_ids(self) -> list[int]:
        return [site.pk for site in self.sites]

    @property
    def today(self) -> date:
        return self.at.astimezone(self.period.now.start.tzinfo).date()

    @property
    def against_words(self) -> str:
        before = self.period.before
        if before is None:
            return say.AGAINST["nothing"]
        running = self.period.is_running
        return say.against_words(self.against, self.period.now.days, running, before.first)


def _zone_of(business: Business) -> str:
    return business.zone if is_zone(business.zone) else "UTC"


def looked_at(
    business: Business,
    sites: Sequence[Site],
    first: date | None,
    last: date | None,
    against: Against,
    *,
    at: datetime,
) -> Looked:
    """The days asked for, what came just now among them; the four weeks up to now where none are named.
    Raises NoPeriod.
    """
    sum_up(most=NEW_AT_ONCE, is_patient=False)
    zone = _zone_of(business)
    until = last or at.astimezone(ZoneInfo(zone)).date()
    since = first or until - USUAL
    began = began_at([site.pk for site in sites])
    days = period(since, until, against, zone=zone, at=at, began=began)
    return Looked(business, tuple(sites), days, against, at)


def footfall_of(
    looked: Looked, all_sites: Sequence[Site], dimensions: Sequence[Dimension], *, sees_notes: bool
) -> FootfallOut:
    """All of the screen but the table; of notes only where who asks may read them."""
    now, before = looked.period.now, looked.period.before
    crowd = total(looked.site_ids, now.start, now.end)
    then = total(looked.site_ids, before.start, before.end) if before else None
    found = knock_rate(crowd)
    code, _ = say.word_of(comparison(crowd, then))
    drawn = marks(crowd.seen, crowd.opened, crowd.knocked)
    hours, worst = _hours(looked)
    left = max(crowd.opened - crowd.knocked, 0)
    shown, changes = _period(looked), _changes(looked)
    if len(changes) > MOST_CHANGES:
        shown.noted.append(say.MANY_CHANGES.format(count=MOST_CHANGES))
    return FootfallOut(
        is_counting=looked.business.is_counting,
        site=looked.sites[0].key if len(looked.sites) == 1 else "",
        sites=[SiteChoiceOut(key=site.key, name=site.name) for site in all_sites],
        period=shown,
        crowd=_crowd(crowd),
        before=_crowd(then) if then else None,
        marks=MarksOut(**asdict(drawn)),
        heading=say.heading(found),
        under=say.under(code, looked.against_words, drawn.each, crowd.seen),
        walked_on=f"{max(crowd.seen - crowd.opened, 0):,} walked on",
        opened=say.opened_words(crowd.opened, crowd.seen, left),
        knocked=say.of_them_words(crowd.knocked, crowd.opened),
        code=code,
        days=_days(looked),
        changes=changes[-MOST_CHANGES:],
        hours=hours,
        worst=worst,
        lines=_lines(looked, crowd, sees_notes),
        dimensions=list(dimensions),
    )


def knock_rate(counts: Counts) -> Rate | None:
    """Of those who saw a button, how many knocked."""
    return rate(counts.knocked, max(counts.seen, counts.knocked))


def comparison(now: Counts, before: Counts | None) -> Comparison | None:
    return compare(knock_rate(now), knock_rate(before)) if before is not None else None


def _crowd(counts: Counts) -> CrowdOut:
    return CrowdOut(**asdict(counts))


def _period(looked: Looked) -> PeriodOut:
    now, before = looked.period.now, looked.period.before
    return PeriodOut(
        first=now.first,
        last=now.last,
        days=now.days,
        says=say.days_words(now.first, now.last, looked.today),
        against=looked.against_words,
        before_first=before.first if before else None,
        before_last=before.last if before else None,
        is_running=looked.period.is_running,
        today=looked.today,
        noted=[say.NOTED[code] for code in looked.period.noted] + ([say.BEHIND] if is_behind() else []),
    )


def _days(looked: Looked) -> list[FootfallDayOut]:
    """Each day, also those with nothing, beside the day it is held against."""
    now, before = looked.period.now, looked.period.before
    counted = by_day(looked.site_ids, now.start, now.end, looked.zone)
    then = by_day(looked.site_ids, before.start, before.end, looked.zone) if before else {}
    back = now.first - before.first if before else timedelta()
    shown = each_day(counted, now.first, now.days, Counts())
    return [
        FootfallDayOut(
            day=day,
            before=then.get(day - back, Counts()).knocked if before and day - back <= before.last else None,
            **asdict(counts),
        )
        for day, counts in shown
    ]


def _hours(looked: Looked) -> tuple[list[list[SlotOut]], WorstOut | None]:
    """The hours of the week, with *nobody in* from the rota as it was then."""
    now = looked.period.now
    counts = by_slot(looked.site_ids, now.start, now.end, looked.zone)
    cover = cover_by_slot(cover_then(looked.business, now.start, now.end), now.start, now.end, looked.zone)

    def slot(weekday: int, hour: int) -> SlotOut:
        here = counts.get((weekday, hour), Counts())
        covered = cover.get((weekday, hour))
        is_out = covered is not None and covered.is_nobody_in
        return SlotOut(
            knocked=here.knocked,
            missed=here.missed,
            seen=here.seen,
            is_nobody_in=is_out,
            says=say.slot_words(weekday, hour, here.knocked, here.missed, is_out),
        )

    weight = {at: each.knocked + each.missed for at, each in counts.items()}
    worst = worst_gap(cover, weight)
    return [[slot(weekday, hour) for hour in range(24)] for weekday in range(7)], (
        WorstOut(
            says=say.worst_words(worst.weekday, worst.start, worst.end),
            count=worst.count,
            weekday=worst.weekday,
            start_min=worst.start * 60,
            end_min=worst.end * 60,
        )
        if worst
        else None
    )


def _changes(looked: Looked) -> list[MarkedChangeOut]:
    """Releases, closures and absences of these days. Three queries."""
    now = looked.period.now
    info = now.start.tzinfo
    found: list[MarkedChangeOut] = []
    for release in (
        Release.objects.filter(site__in=looked.sites, at__gte=now.start, at__lt=now.end)
        .select_related("site")
        .order_by("-at")[: MOST_CHANGES + 1]
    ):
        day = release.at.astimezone(info).date()
        where = f" on {release.site.name}" if len(looked.sites) > 1 else ""
        found.append(_change(day, day, "release", say.release_words(release.number, release.name) + where))
    for row in Closure.objects.filter(business=looked.business, whose="shop"):
        closure = closure_of(ClosureDoc.model_validate(closure_document(row)))
        for first, last in dates_closed(closure, now.first, now.last) if closure else ():
            found.append(_change(first, last, "closure", f"Closed: {row.name or 'no name given'}"))
    for absence in (
        Absence.objects.filter(assistant__business=looked.business, since__lt=now.end, until__gt=now.start)
        .select_related("assistant")
        .order_by("-since")[: MOST_CHANGES + 1]
    ):
        first, last = (at.astimezone(info).date() for at in (absence.since, absence.until))
        first, last = max(first, now.first), min(last, now.last)
        found.append(_change(first, last, "absence", f"{absence.assistant.name} was away"))
    # Of one day the older first, too.
    found.reverse()
    return sorted(found, key=lambda change: change.day)


def _change(
    first: date, last: date, kind: Literal["release", "closure", "absence"], words: str
) -> MarkedChangeOut:
    return MarkedChangeOut(day=first, last=last, kind=kind, says=words)


def _lines(looked: Looked, crowd: Counts, sees_notes: bool) -> list[OtherCountOut]:
    """The other counts, each with one thing to do."""
    lines: list[OtherCountOut] = []
    if crowd.missed:
        lines.append(
            OtherCountOut(
                code="missed",
                says=f"{crowd.missed:,} saw no button, as nobody was in",
                more="They came to pages of yours and could not ask.",
                act="Mend it on the rota",
                to="/rota",
            )
        )
    now = looked.period.now
    reads = reading_totals(looked.site_ids, now.start, now.end)
    kept = _kept_since(looked, Event.KEPT_DAYS)
    lines += say.reading_lines(reads, looked.sites[0].key if looked.sites else "", kept)
    answered = _answered(looked) if sees_notes else None
    if answered:
        lines.append(answered)
    return lines


def _kept_since(looked: Looked, days: int) -> date | None:
    """From when on something is kept, where that is later than what is looked at begins."""
    since = looked.today - timedelta(days=days)
    return since if since > looked.period.now.first else None


def _answered(looked: Looked) -> OtherCountOut | None:
    """Of what was written to us in these days, how much was answered, and how soon. One query."""
    now = looked.period.now
    rows = list(
        Entry.objects.filter(business=looked.business, first_at__gte=now.start, first_at__lt=now.end)
        .exclude(state__in=(Entry.State.APART, Entry.State.NOT_OURS))
        .annotate(answered_at=Min("replies__at"))
        .values_list("first_at", "answered_at")
    )
    if not rows:
        return None
    took = sorted((answered - first).total_seconds() / 60 for first, answered in rows if answered)
    nine = quantiles(took, n=10, method="inclusive")[8] if len(took) >= FEW_ANSWERS else None
    return OtherCountOut(
        code="letters",
        says=f"{len(took)} of {len(rows)} who wrote were answered",
        more=say.took_words(median(took) if took else None, nine)
        + say.kept_words(_kept_since(looked, looked.business.kept_days)),
        act="Answer those who wait",
        to="/guestbook",
    )


def time_lines(looked: Looked, by: str) -> list[tuple[str, ...]]:
    """The days, or the hours of the week, as rows of a table, its head first."""
    if by == "day":
        days: list[tuple[str, ...]] = [("Day", "Seen", "Opened", "Knocked", "Missed", "Knocked before")]
        for day in _days(looked):
            before = "" if day.before is None else str(day.before)
            counts = (day.seen, day.opened, day.knocked, day.missed)
            days.append((day.day.isoformat(), *map(str, counts), before))
        return days
    lines: list[tuple[str, ...]] = [("Weekday", "Hour", "Seen", "Knocked", "Missed", "Nobody in")]
    for name, slots in zip(say.DAY_NAMES, _hours(looked)[0], strict=True):
        for hour, slot in enumerate(slots):
            counts = (hour, slot.seen, slot.knocked, slot.missed)
            lines.append((name, *map(str, counts), "yes" if slot.is_nobody_in else ""))
    return lines
