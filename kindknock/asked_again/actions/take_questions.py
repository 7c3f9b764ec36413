"""Take what was asked out of notes, searches with nothing found and *not quite*, and put it together."""

from collections import defaultdict
from collections.abc import Iterable, Mapping
from datetime import datetime, timedelta

from django.db import transaction
from django.db.models import Q

from kindknock.answers.models import Piece
from kindknock.core.asked_again import Asked, group, meaning, struck
from kindknock.core.pages.rules import path_of
from kindknock.footfall.models import Reading
from kindknock.guestbook.models import Entry, Message
from kindknock.sites.models import HeardPath, Site

from ..models import Question, QuestionGroup, QuestionsTaken

OVERLAP = 500
"""Rows may be committed after ones with later numbers: so many before the last are looked at again."""
AT_ONCE = 5000
MARKS_FOR = timedelta(days=1)


def take_questions(site: Site, *, at: datetime, most: int = AT_ONCE) -> int:
    """Take what came since the last time, of notes and of readings at most so many, and put it with what is
    alike; how many questions are new.
    """
    with transaction.atomic():
        QuestionsTaken.objects.get_or_create(site=site)
        taken = QuestionsTaken.objects.select_for_update().get(site=site)
        new = _from_messages(site, taken, at, most) + _from_readings(site, taken, at, most)
        taken.save()
        Question.objects.bulk_create(new, ignore_conflicts=True)
        if new:
            _put_together(site, at)
        _note_knocks(site, at)
    return len(new)


def forget_marks(*, at: datetime) -> None:
    """Marks of visits go after a day, questions that are old enough, and groups that nothing is left of."""
    before = at - MARKS_FOR
    Reading.objects.filter(at__lt=before).exclude(visit="").update(visit="")
    Question.objects.filter(at__lt=before, message=None).exclude(who="").update(who="")
    Question.objects.filter(at__lt=at - timedelta(days=Question.KEPT_DAYS)).delete()
    QuestionGroup.objects.filter(questions=None, state=QuestionGroup.State.OPEN).delete()


def _from_messages(site: Site, taken: QuestionsTaken, at: datetime, most: int) -> list[Question]:
    rows = (
        Message.objects.filter(site=site, pk__gt=taken.message_id - OVERLAP, question=None)
        .exclude(text="")
        .exclude(entry__state__in=(Entry.State.APART, Entry.State.NOT_OURS))
        .filter(at__gte=at - timedelta(days=Question.KEPT_DAYS))
        .order_by("pk")[:most]
    )
    new = []
    for row in rows:
        taken.message_id = max(taken.message_id, row.pk)
        new.append(
            Question(
                site=site,
                source=Question.Source.WROTE,
                text=struck(row.text)[: Question.LONGEST],
                language=row.language,
                path=path_of(row.address),
                at=row.at,
                who=f"entry{row.entry_id}",
                knocked=True,
                message=row,
            )
        )
    return new


def _from_readings(site: Site, taken: QuestionsTaken, at: datetime, most: int) -> list[Question]:
    since = taken.reading_id - OVERLAP
    known = Question.objects.filter(site=site, reading_id__gt=since).values("reading_id")
    rows = (
        Reading.objects.filter(
            Q(kind=Reading.Kind.NOT_QUITE) | Q(kind=Reading.Kind.NOT_FOUND) & ~Q(words=""),
            site=site,
            pk__gt=since,
            at__gte=at - timedelta(days=Question.KEPT_DAYS),
        )
        .exclude(pk__in=known)
        .order_by("pk")[:most]
    )
    titles = {piece.key: piece.value.get("title", {}) for piece in _answers(site)}
    new = []
    for row in rows:
        taken.reading_id = max(taken.reading_id, row.pk)
        is_search = row.kind == Reading.Kind.NOT_FOUND
        text = row.words if is_search else _in_language(titles.get(row.about, {}), row.language)
        if not text:
            continue
        new.append(
            Question(
                site=site,
                source=Question.Source.SEARCHED if is_search else Question.Source.NOT_QUITE,
                text=text[: Question.LONGEST],
                language=row.language,
                path=row.path,
                at=row.at,
                who=row.visit or row.view,
                reading_id=row.pk,
            )
        )
    return new


def _answers(site: Site) -> Iterable[Piece]:
    return Piece.objects.filter(site=site, sort=Piece.Sort.ANSWER)


def _in_language(texts: Mapping[str, str], language: str) -> str:
    return texts.get(language) or texts.get(language.split("-")[0]) or next(iter(texts.values()), "")


def _put_together(site: Site, at: datetime) -> None:
    """Every question without a group gets one; the same visit's question counts once in a group."""
    since = at - timedelta(days=Question.KEPT_DAYS)
    rows = list(Question.objects.filter(site=site, at__gte=since).exclude(text=""))
    asked = [
        Asked(str(row.pk), row.text, row.language, row.at, f"g{row.group_id}" if row.group_id else "")
        for row in rows
    ]
    found = group(asked, names=_telling(site))
    made: dict[str, int] = {}
    here: dict[int, set[str]] = defaultdict(set)
    for row in rows:
        if row.group_id and row.who:
            here[row.group_id].add(row.who)
    again: list[int] = []
    put: list[Question] = []
    for row in sorted((row for row in rows if not row.group_id), key=lambda row: (row.at, row.pk)):
        key = found.of.get(str(row.pk))
        if key is None:
            continue
        if not key.startswith("g") and key not in made:
            made[key] = QuestionGroup.objects.create(site=site, language=found.groups[key].language).pk
        number = made[key] if key in made else int(key[1:])
        if row.message_id is None and row.who and row.who in here[number]:
            again.append(row.pk)
            continue
        here[number].add(row.who)
        row.group_id = number
        put.append(row)
    Question.objects.bulk_update(put, ["group"], batch_size=500)
    # Of what means nothing, and what the same visit asked again, only that it was looked at is kept.
    nothing = [row.pk for row in rows if not row.group_id and row.pk not in again]
    Question.objects.filter(pk__in=[*again, *nothing]).update(text="")


def _telling(site: Site) -> dict[str, set[str]]:
    """Words of products' names, by language: what tells one thing from another."""
    telling: dict[str, set[str]] = defaultdict(set)
    titles = HeardPath.objects.filter(host__site=site, kind="product").values_list("title", flat=True)
    for language in site.business.languages or ["en"]:
        for title in titles[:500]:
            telling[language.split("-")[0]] |= meaning(title, language)
    return telling


def _note_knocks(site: Site, at: datetime) -> None:
    """Visits that asked and then knocked, while their mark is known."""
    visits = Reading.objects.filter(site=site, kind=Reading.Kind.KNOCKED, at__gte=at - MARKS_FOR).values_list(
        "visit", flat=True
    )
    Question.objects.filter(site=site, knocked=False, who__in=set(visits) - {""}).update(knocked=True)
