"""The letters of the week: gaps of the next one on Fridays, the last one in four lines on Mondays."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from zoneinfo import ZoneInfo

from babel.dates import get_day_names

from kindknock.accounts.addresses import studio_address
from kindknock.accounts.hearing import KINDS, language_of, rate_of, zone_of
from kindknock.accounts.letters import day_words, language_for, sentence
from kindknock.accounts.may import Power, may
from kindknock.accounts.models import Business, Membership, Notice
from kindknock.accounts.notices import Words, tell_member
from kindknock.core.counts import compare, rate
from kindknock.core.notices.when import MORNING
from kindknock.core.time.rota_table import Gap
from kindknock.footfall.queries import knocks_and_visits
from kindknock.guestbook.letters import who_words
from kindknock.guestbook.models import Entry

from .rota_present import gaps_of_business

MOST_GAPS = 3
WEEK = timedelta(days=7)


@dataclass(frozen=True, slots=True)
class Week:
    """Seven whole days of a business, ending last midnight on its clock, and the seven before."""

    start: datetime
    end: datetime


def tell_weekly(*, at: datetime) -> int:
    """Run each hour: whose weekday and morning it is hears, once; how many letters were kept."""
    count = 0
    members = Membership.objects.select_related("user", "business").exclude(user__proven_at=None)
    for member in members.order_by("pk").iterator():
        local = at.astimezone(ZoneInfo(zone_of(member.user, member.business)))
        midnight = datetime.combine(local.date(), datetime.min.time(), local.tzinfo)
        for kind, write in (("gap", gap_words), ("week", week_words)):
            is_day = local.weekday() == KINDS[kind].weekday and local.time() >= MORNING
            if not is_day or rate_of(member, kind) != "weekly":
                continue
            if Notice.objects.filter(member=member, kind=kind, at__gte=midnight).exists():
                continue
            words = write(member, language_of(member.user, member.business), at=at)
            if words is not None:
                tell_member(member, kind, words, at=at)
                count += 1
    return count


def gap_words(member: Membership, language: str, *, at: datetime) -> Words | None:
    """The worst gaps of the usual week; nothing where there are none."""
    business = member.business
    gaps = gaps_of_business(business, at=at)[:MOST_GAPS]
    if not gaps:
        return None
    lines = "\n".join(_gap_line(gap, language) for gap in gaps)
    link = studio_address(business, "/rota")
    return Words(
        sentence(language, "gap.subject", business=business.name),
        sentence(language, "gap.text", gaps=f"> {lines}".replace("\n", "\n> "), link=link),
    )


def _gap_line(gap: Gap, language: str) -> str:
    day = get_day_names("wide", locale=language_for(language))[gap.weekday]
    hours = f"{gap.start:02d}:00–{gap.end % 24:02d}:00"
    return sentence(language, "gap.line", day=day, hours=hours, knocks=gap.knocks + gap.missed)


def week_words(member: Membership, language: str, *, at: datetime) -> Words:
    """Knocks against the week before, the worst gap, and, for who may see who wrote, who waits longest and
    how many were answered.
    """
    business = member.business
    gaps = gaps_of_business(business, at=at)
    gap = _gap_line(gaps[0], language) if gaps else ""
    lines = [
        _knocks(business, language, at),
        sentence(language, "week.gap", gap=gap) if gap else sentence(language, "week.no_gap"),
    ]
    if may(member, Power.EVERY_GUEST):
        lines += [_waits(business, language), _notes(business, language, at)]
    return Words(
        sentence(language, "week.subject", business=business.name),
        sentence(language, "week.text", lines="\n\n".join(lines), link=studio_address(business, "/rota")),
    )


def _weeks(business: Business, at: datetime) -> tuple[Week, Week]:
    zone = ZoneInfo(business.zone)
    today = at.astimezone(zone).date()
    ends = [datetime.combine(today - timedelta(days=days), datetime.min.time(), zone) for days in (0, 7, 14)]
    return Week(ends[1], ends[0]), Week(ends[2], ends[1])


def _knocks(business: Business, language: str, at: datetime) -> str:
    now, before = (knocks_and_visits(business, week.start, week.end) for week in _weeks(business, at))
    if not now[0]:
        return sentence(language, "week.none", before=before[0])
    verdict = compare(rate(*now), rate(*before))
    return sentence(
        language,
        "week.knocks",
        count=now[0],
        before=before[0],
        verdict=sentence(language, f"week.{verdict}"),
    )


def _waits(business: Business, language: str) -> str:
    waiting = Entry.objects.filter(business=business, state=Entry.State.WAITING).order_by("last_at").first()
    if waiting is None:
        return sentence(language, "week.nobody_waits")
    day = waiting.last_at.astimezone(ZoneInfo(business.zone)).date()
    shown = day_words(day, language)
    return sentence(language, "week.waits", who=who_words(waiting, language), day=shown)


def _notes(business: Business, language: str, at: datetime) -> str:
    week, _ = _weeks(business, at)
    came = Entry.objects.filter(business=business, last_at__gte=week.start, last_at__lt=week.end)
    came = came.exclude(state__in=(Entry.State.APART, Entry.State.NOT_OURS))
    answered = came.filter(replies__isnull=False).distinct().count()
    return sentence(language, "week.notes", count=came.count(), answered=answered)
