"""Finds the phone numbers in what was pasted: signs made plain, words before and after told apart.

Where docs/rules.md is silent: words are left out only where they stand beside the number; a letter between
digits (`0117 CALL 0211`, `0800-FLOWERS`) is a mistake, not a word beside it.
"""

import itertools
import re
from dataclasses import dataclass

from ..folding import plain

ENOUGH_DIGITS = 6
"""So many digits in a run are a number of their own; fewer may be an hour or a house."""

_RUN = re.compile(r"[+(]?[\d(][\d\s()./\-·•+]*")
_SCHEME = re.compile(r"^(?:tel|sms|callto)\s*:\s*(?://)?", re.IGNORECASE)
_EXTENSION = re.compile(
    r"(?:;ext=|[\s,;(.]ext(?:ension|n)?\.?\s*:?|(?<![^\W\d_])x\.?\s?|#"
    r"|[\s,;(](?:durchwahl|dw|poste|interno|int|ramal|toestel|anexo|تحويلة)\.?\s*:?)\s*(\d{1,7})\)?\s*$",
    re.IGNORECASE,
)
_BETWEEN_TWO = re.compile(r"[/,;|&\n]|(?<=\d)\s*\+(?=\d{2})")
_FAX = re.compile(
    r"(?:\b(?:tele)?fax\b|telecopi|télécopi|\bfaks\b|فاكس|\bf)\s*[.:]?\s*[(:\-–]*\s*$", re.IGNORECASE
)


@dataclass(frozen=True, slots=True)
class NumberText:
    """One number as it stood: its digits and signs, its extension, and whether it said fax."""

    text: str
    extension: str = ""
    is_fax: bool = False


@dataclass(frozen=True, slots=True)
class FoundNumbers:
    """The numbers in a text, and the words beside them. `error`: empty, letters, not_a_number."""

    numbers: tuple[NumberText, ...] = ()
    words: str = ""
    error: str | None = None


def find_numbers(typed: str) -> FoundNumbers:
    """The phone numbers in a text, in order."""
    text = _SCHEME.sub("", plain(typed)).strip()
    if not text:
        return FoundNumbers(error="empty")
    extension = ""
    if match := _EXTENSION.search(text):
        extension, text = match.group(1), text[: match.start()].rstrip(" ;,(")
    runs = [run for match in _RUN.finditer(text) if (run := _Run.of(match, text)) and run.digits]
    if not runs:
        return FoundNumbers(error="letters" if re.search(r"[^\W\d_]", text) else "not_a_number")
    if _letters_within(text, runs):
        return FoundNumbers(error="letters")
    long = [run for run in runs if run.digits >= ENOUGH_DIGITS]
    if not long:
        if len(runs) > 1 or _has_letters(text, runs[0]):
            return FoundNumbers(error="letters" if _has_letters(text, *runs) else "not_a_number")
        long = runs
    parts = [part for run in long for part in _parted(run)]
    faxes = [bool(_FAX.search(text[:start])) for _, start in parts]
    numbers = tuple(
        NumberText(part, extension if at == len(parts) - 1 else "", fax)
        for at, ((part, _), fax) in enumerate(zip(parts, faxes, strict=True))
    )
    return FoundNumbers(numbers, _words_beside(text, long))


@dataclass(frozen=True, slots=True)
class _Run:
    text: str
    start: int
    end: int
    digits: int

    @staticmethod
    def of(match: "re.Match[str]", text: str) -> "_Run":
        whole = match.group().rstrip(" ().-/·•+\n")
        if whole.count("(") > whole.count(")") and ")" in match.group():
            whole = match.group()[: match.group().rindex(")") + 1]
        return _Run(whole, match.start(), match.start() + len(whole), len(re.sub(r"\D", "", whole)))


def _letters_within(text: str, runs: list[_Run]) -> bool:
    """Letters glued to digits on both sides, or joined to the number by a hyphen."""
    for before, after in itertools.pairwise(runs):
        between = text[before.end : after.start]
        is_glued = re.match(r"[^\W\d_]", between) or re.search(r"[^\W\d_]$", between)
        if is_glued and min(before.digits, after.digits) < ENOUGH_DIGITS:
            return True
    last = runs[-1]
    first = text[: runs[0].start]
    return bool(re.match(r"-?[^\W\d_]", text[last.end :]) or re.search(r"[^\W\d_]-$", first))


def _has_letters(text: str, *runs: _Run) -> bool:
    rest = text
    for run in runs:
        rest = rest.replace(run.text, " ")
    return bool(re.search(r"[^\W\d_]", rest))


def _parted(run: _Run) -> list[tuple[str, int]]:
    """A run at its separators, where both sides are numbers: (text, where it starts)."""
    cuts = [0, *(match.start() for match in _BETWEEN_TWO.finditer(run.text)), len(run.text)]
    pieces = [(run.text[a:b], a) for a, b in itertools.pairwise(cuts)]
    if len(pieces) < 2 or any(len(re.sub(r"\D", "", piece)) < ENOUGH_DIGITS for piece, _ in pieces):
        return [(run.text, run.start)]
    return [(piece.strip(" /,;|&\n"), run.start + a) for piece, a in pieces]


def _words_beside(text: str, runs: list[_Run]) -> str:
    rest, at = [], 0
    for run in runs:
        rest.append(text[at : run.start])
        at = run.end
    rest.append(text[at:])
    beside = " … ".join(part for piece in rest if (part := piece.strip(" \n.:;,-–()/|")))
    return beside if re.search(r"[^\W_]", beside) else ""
