"""Questions that share most of their meaningful words are one group (docs/rules.md 20), today as yesterday.

Where docs/rules.md is silent: two questions share most where twice the words they share is at least two
thirds of the words both have, counted together; where each names something that the other doesn't (a number,
a word of a product's or page's name), they are two; questions of different languages are never one. A
question is held against what a group is about: the words that more than half of its questions have, at least
two of those it began with, so that it doesn't widen to one word; a question of one word is only like another
of one. A group is called after its first question for good, so it keeps its name however it grows.
"""

from collections import Counter, defaultdict
from collections.abc import Iterable, Mapping, Sequence
from collections.abc import Set as AbstractSet
from dataclasses import dataclass, field
from datetime import datetime

from ..guests.searching import folded
from .meaning import meaning

MOST_SHARED, LEAST = 2 / 3, 2


@dataclass(frozen=True, slots=True)
class Asked:
    """One question. `group` is the group it was put into before; empty: none yet."""

    key: str
    text: str
    language: str
    at: datetime
    group: str = ""


@dataclass(slots=True)
class Group:
    """Questions of one language that mean the same. `key` is that of its first question."""

    key: str
    language: str
    counts: Counter[str] = field(default_factory=Counter)
    size: int = 0
    about: frozenset[str] = frozenset()
    """The words that more than half of its questions have; at least `LEAST`, where it began with so many."""

    def take_in(self, stems: AbstractSet[str]) -> None:
        self.counts.update(stems)
        self.size += 1
        often = [stem for stem, count in self.counts.items() if 2 * count > self.size]
        if len(often) < LEAST:
            often = [stem for stem, _ in self.counts.most_common(min(LEAST, len(self.counts)))]
        self.about = frozenset(often)


@dataclass(frozen=True, slots=True)
class Grouped:
    """Which group each question is in, and what the groups are about."""

    of: Mapping[str, str]
    groups: Mapping[str, Group]


def group(asked: Iterable[Asked], *, names: Mapping[str, AbstractSet[str]] | None = None) -> Grouped:
    """Put questions together, in the order they came. Those that were put before stay where they are.

    `names` are, by language, the stems that tell one thing from another, such as words of products' names.
    """
    ordered = sorted(asked, key=lambda each: (not each.group, each.at, each.key))
    groups: dict[str, Group] = {}
    by_stem: dict[tuple[str, str], set[str]] = defaultdict(set)
    of: dict[str, str] = {}
    for question in ordered:
        base = question.language.split("-")[0].lower()
        stems = meaning(question.text, base)
        if not stems:
            continue
        if question.group:
            key = question.group
        else:
            telling = (names or {}).get(base, frozenset())
            key = _nearest(stems, base, groups, by_stem, telling) or question.key
        found = groups.setdefault(key, Group(key, base))
        before = found.about
        found.take_in(stems)
        of[question.key] = key
        for stem in found.about - before:
            by_stem[base, stem].add(key)
        for stem in before - found.about:
            by_stem[base, stem].discard(key)
    return Grouped(of, groups)


def _nearest(
    stems: AbstractSet[str],
    base: str,
    groups: Mapping[str, Group],
    by_stem: Mapping[tuple[str, str], AbstractSet[str]],
    telling: AbstractSet[str],
) -> str:
    """The group that shares most, the older of two alike; empty where none shares enough."""
    shared = Counter(key for stem in stems for key in by_stem.get((base, stem), ()))
    best, most = "", 0.0
    for key, count in shared.items():
        about = groups[key].about
        if count < LEAST and max(len(stems), len(about)) > count:
            continue
        alike = 2 * count / (len(stems) + len(about))
        if alike >= MOST_SHARED and (-alike, key) < (-most, best) and not _tells_apart(stems, about, telling):
            best, most = key, alike
    return best


def likeness(stems: AbstractSet[str], other: AbstractSet[str]) -> float:
    """How much two questions share, from 0 to 1: Dice's coefficient of their words."""
    both = len(stems) + len(other)
    return 2 * len(stems & other) / both if both else 0.0


def _tells_apart(stems: AbstractSet[str], other: AbstractSet[str], telling: AbstractSet[str]) -> bool:
    """Whether each names something that the other doesn't."""

    def names_more(more: AbstractSet[str], less: AbstractSet[str]) -> bool:
        return any(stem in telling or stem.isdecimal() for stem in more - less)

    return names_more(stems, other) and names_more(other, stems)


def most_typical(questions: Sequence[Asked], group: Group) -> Asked:
    """The wording nearest to what the group is about; of two alike the one that more people used, then the
    older.
    """
    about = group.about
    used = Counter(folded(each.text) for each in questions)
    return min(
        questions,
        key=lambda each: (
            -likeness(meaning(each.text, each.language), about),
            -used[folded(each.text)],
            each.at,
            each.key,
        ),
    )
