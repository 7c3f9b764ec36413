"""What is asked again and again on a site, and what became of it once it was answered."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from kindknock.core.asked_again import Asked, meaning, most_typical
from kindknock.core.asked_again import Group as Meant
from kindknock.core.counts import Comparison, compare, rate
from kindknock.doors.models import Release
from kindknock.footfall.sums import total
from kindknock.sites.models import Site

from .models import Question, QuestionGroup

WINDOW = timedelta(days=28)
SHOWN_FROM = 3
"""Fewer different people than these are not shown (docs/rules.md 20)."""
MOST_SHOWN = 30


@dataclass(frozen=True, slots=True)
class Wording:
    text: str
    page: str


@dataclass(frozen=True, slots=True)
class Since:
    """People who asked in the `days` before it was done, and since; `word` says whether that is chance."""

    days: int
    before: int
    after: int
    word: Comparison
    is_live: bool


@dataclass(frozen=True, slots=True)
class AskedGroup:
    """`people` different people asked it in four weeks; so many of them wrote or knocked."""

    group: QuestionGroup
    wording: Wording
    people: int
    knocked: int
    first_at: datetime
    since: Since | None


def asked_again(site: Site, *, sees_notes: bool, at: datetime) -> list[AskedGroup]:
    """Groups of three people and more, the open ones first, each by how many asked. Three queries, and three
    more for each that is done. Who may not read notes gets no words of any: only groups that were searched
    for too, in those words.
    """
    rows: dict[int, list[Question]] = {}
    for row in Question.objects.filter(site=site, group__isnull=False).order_by("at", "pk"):
        rows.setdefault(row.group_id or 0, []).append(row)
    groups = QuestionGroup.objects.filter(pk__in=rows).exclude(state=QuestionGroup.State.NOT_WORTH)
    shown: list[tuple[QuestionGroup, list[Question], list[Question], int]] = []
    for group in groups.select_related("site"):
        questions = rows[group.pk]
        lately = [row for row in questions if row.at >= at - WINDOW]
        worded = questions if sees_notes else [row for row in questions if row.message_id is None]
        people = people_in(lately)
        if worded and (people if _is_open(group) else people_in(questions)) >= SHOWN_FROM:
            shown.append((group, worded, lately, people))
    shown.sort(key=lambda each: (not _is_open(each[0]), -each[3], each[0].pk))
    return [
        AskedGroup(
            group=group,
            wording=_wording(group, worded),
            people=people,
            knocked=people_in([row for row in lately if row.knocked]),
            first_at=rows[group.pk][0].at,
            since=None if _is_open(group) else _since(group, rows[group.pk], at),
        )
        for group, worded, lately, people in shown[:MOST_SHOWN]
    ]


def _is_open(group: QuestionGroup) -> bool:
    return group.state == QuestionGroup.State.OPEN


def people_in(questions: Sequence[Question]) -> int:
    """How many different people; whose mark is forgotten counts by themselves, as marks were told apart
    before.
    """
    return len({row.who or f"q{row.pk}" for row in questions})


def wording_of(group: QuestionGroup, *, sees_notes: bool) -> Wording:
    """Its most typical wording, and the page where most asked. One query."""
    rows = group.questions.order_by("at", "pk")
    return _wording(group, list(rows if sees_notes else rows.filter(message=None)))


def _wording(group: QuestionGroup, questions: Sequence[Question]) -> Wording:
    meant = Meant(str(group.pk), group.language)
    asked = [Asked(str(row.pk), row.text, group.language, row.at) for row in questions]
    for each in asked:
        meant.take_in(meaning(each.text, each.language))
    pages = Counter(row.path for row in questions if row.path)
    page = min(pages, key=lambda path: (-pages[path], path), default="")
    return Wording(most_typical(asked, meant).text if asked else "", page)


def _since(group: QuestionGroup, questions: Sequence[Question], at: datetime) -> Since | None:
    """Since it was answered where visitors see it: from the release on that the answer came with."""
    if group.done_at is None:
        return None
    start, is_live = group.done_at, True
    if group.state == QuestionGroup.State.ANSWERED:
        live = _live_since(group)
        is_live = live is not None
        start = live or at
    length = min(at - start, WINDOW)
    before = [row for row in questions if start - length <= row.at < start]
    after = [row for row in questions if row.at >= at - length and row.at >= start]
    sites = [group.site_id]
    seen = [total(sites, since, until).seen for since, until in ((at - length, at), (start - length, start))]
    word = (
        compare(rate(people_in(after), seen[0]), rate(people_in(before), seen[1])) if is_live else "too_few"
    )
    return Since(length.days, people_in(before), people_in(after), word, is_live)


def _live_since(group: QuestionGroup) -> datetime | None:
    """When the answer went live: with the first release after it was begun that has it. One query."""
    releases = Release.objects.filter(site_id=group.site_id, at__gte=group.done_at).order_by("number")
    for release in releases[:50]:
        if any(answer.get("key") == group.piece for answer in release.setup.get("answers", [])):
            return release.at
    return None
