"""Which answers a few typed words find, in order (docs/rules.md 15).

Case and accents are folded, words stemmed by the language (Snowball, by snowballstemmer), one wrong letter is
forgiven in words of five letters and more (the one meant, or the one typed): one too many, one missing,
another one, or two that changed places. The last word typed may be the beginning of one. A word in the title
counts before one of the owner's *found by*, and that before one in the answer; a rare word before a common
one.

Where docs/rules.md is silent: an answer that has all typed words stands before one that has some; a word that
nothing has, typed beside others that are found, is passed over, and so are common words (*do you*) beside
others; with no word found, nothing is.
"""

import math
from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache

import regex
import snowballstemmer

from ..guests.searching import folded
from .common_words import telling_words

TITLE, FOUND_BY, WORDS = 9.0, 6.0, 1.0
FORGIVEN_FROM, LEAST_BEGINNING = 5, 2
FORGIVEN, BEGINNING = 0.55, 0.75
"""What a word weighs that is one letter off, and one of which only the beginning is typed."""
MOST_TYPED = 12
STEMMERS = {
    "ar": "arabic",
    "de": "german",
    "en": "english",
    "es": "spanish",
    "fr": "french",
    "it": "italian",
    "nl": "dutch",
    "pt": "portuguese",
}
_WORD = regex.compile(r"[\p{L}\p{N}]+")


@dataclass(frozen=True, slots=True)
class Findable:
    """One answer in one language. `words` is the answer without its marks."""

    key: str
    title: str
    words: str = ""
    found_by: str = ""


@dataclass(frozen=True, slots=True)
class Index:
    """Answers in one language, ready to be searched; made once a release."""

    keys: tuple[str, ...]
    language: str
    weights: Mapping[str, Mapping[int, float]]
    """stem → answer by its place → what the stem weighs in it"""
    stems: Mapping[str, str]
    """every word there is, folded → its stem; stems stand for themselves"""
    near: Mapping[str, frozenset[str]]
    """a word with one letter left out → the words it may have been"""
    ordered: tuple[str, ...]
    """every word, in the order of its letters: for beginnings"""


def index_of(answers: Sequence[Findable], language: str) -> Index:
    """Answers made ready. A language without a stemmer of its own is searched by whole words."""
    raw: dict[str, dict[int, float]] = defaultdict(dict)
    stems: dict[str, str] = {}
    for place, answer in enumerate(answers):
        for text, weight in ((answer.title, TITLE), (answer.found_by, FOUND_BY), (answer.words, WORDS)):
            for word in _words(text):
                stem = stems.setdefault(word, stem_of(word, language))
                raw[stem][place] = max(raw[stem].get(place, 0.0), weight)
    rare = {stem: math.log(1 + len(answers) / len(places)) for stem, places in raw.items()}
    # A wrong letter is looked for among words and stems alike: an ending may stand behind it.
    known = stems | {stem: stem for stem in raw}
    near: dict[str, set[str]] = defaultdict(set)
    for word in known:
        for shorter in _without_one(word):
            near[shorter].add(word)
    return Index(
        keys=tuple(answer.key for answer in answers),
        language=language,
        weights={
            stem: {place: weight * rare[stem] for place, weight in places.items()}
            for stem, places in raw.items()
        },
        stems=known,
        near={shorter: frozenset(words) for shorter, words in near.items()},
        ordered=tuple(sorted(stems)),
    )


def found(index: Index, typed: str) -> tuple[str, ...]:
    """The keys of the answers found, the likeliest first; empty where nothing is."""
    words = telling_words(list(dict.fromkeys(_words(typed)))[:MOST_TYPED], index.language)
    scores: dict[int, float] = defaultdict(float)
    had: dict[int, int] = defaultdict(int)
    for at, word in enumerate(words):
        best: dict[int, float] = {}
        for stem, share in _meant(index, word, is_last=at == len(words) - 1):
            for place, weight in index.weights.get(stem, {}).items():
                best[place] = max(best.get(place, 0.0), weight * share)
        for place, weight in best.items():
            scores[place] += weight
            had[place] += 1
    ordered = sorted(scores, key=lambda place: (-had[place], -scores[place], place))
    return tuple(index.keys[place] for place in ordered)


def _meant(index: Index, word: str, *, is_last: bool) -> Iterator[tuple[str, float]]:
    """Stems that a typed word may mean, with what each is worth: itself, words that begin so, else words with
    the same beginning and words one letter off.
    """
    stem = stem_of(word, index.language)
    if stem in index.weights:
        yield stem, 1.0
    if is_last and len(word) >= LEAST_BEGINNING:
        yield from ((index.stems[each], BEGINNING) for each in _beginning_with(index.ordered, word))
    if stem not in index.weights and len(stem) > LEAST_BEGINNING:
        yield from ((index.stems[each], FORGIVEN) for each in _beginning_with(index.ordered, stem))
    if stem not in index.weights and len(word) >= FORGIVEN_FROM - 1:
        for form in dict.fromkeys((word, stem)):
            yield from ((index.stems[each], FORGIVEN) for each in _one_off(index, form))


def _beginning_with(ordered: Sequence[str], word: str) -> Iterator[str]:
    low, high = 0, len(ordered)
    while low < high:
        middle = (low + high) // 2
        low, high = (middle + 1, high) if ordered[middle] < word else (low, middle)
    while low < len(ordered) and ordered[low].startswith(word):
        yield ordered[low]
        low += 1


def _one_off(index: Index, word: str) -> Iterable[str]:
    """Words there are that differ by one letter, or by two next to each other that changed places."""
    out = set(index.near.get(word, ()))
    for shorter in _without_one(word):
        if shorter in index.stems:
            out.add(shorter)
        out |= {each for each in index.near.get(shorter, ()) if _is_one_off(each, word)}
    return sorted(each for each in out if max(len(each), len(word)) >= FORGIVEN_FROM)


def _is_one_off(one_word: str, other: str) -> bool:
    """Of the same length: one letter differs, or two neighbours changed places."""
    if len(one_word) != len(other):
        return abs(len(one_word) - len(other)) == 1
    wrong = [at for at, (a, b) in enumerate(zip(one_word, other, strict=True)) if a != b]
    if len(wrong) == 1:
        return True
    return (
        len(wrong) == 2
        and wrong[1] == wrong[0] + 1
        and one_word[wrong[0]] == other[wrong[1]]
        and one_word[wrong[1]] == other[wrong[0]]
    )


def _without_one(word: str) -> Iterator[str]:
    if len(word) >= FORGIVEN_FROM - 1:
        yield from (word[:at] + word[at + 1 :] for at in range(len(word)))


def _words(text: str) -> list[str]:
    return [str(word) for word in _WORD.findall(folded(text))]


@lru_cache(maxsize=16)
def _stemmer(name: str) -> object:
    return snowballstemmer.stemmer(name)


@lru_cache(maxsize=50_000)
def stem_of(word: str, language: str) -> str:
    """The stem of a folded word; the word itself where the language has no stemmer here."""
    name = STEMMERS.get(language.split("-")[0].lower())
    if name is None:
        return word
    return str(_stemmer(name).stemWord(word))  # type: ignore[attr-defined]
