"""Cuts a folded text into tokens: days, times, separators and the words of `vocabulary`.

Every character ends up in a token, among the fillers, or in UnreadableHours: nothing is dropped unseen.
"""

import re
from dataclasses import dataclass, replace
from functools import lru_cache

from .vocabulary import LETTERS, Word, words_of


class UnreadableHours(ValueError):
    """A text that isn't sure to be hours: `code` says why, `word` what stood in the way."""

    def __init__(self, code: str, word: str = "") -> None:
        super().__init__(code)
        self.code, self.word = code, word


@dataclass(frozen=True, slots=True)
class Clock:
    """A time as written: minutes of the day, and what tells whether it is meant in the morning.

    `bare`: written as on a twelve-hour clock without saying which half (`9`, `5:30`). `half`: a or p where
    said.
    `exact`: with its minutes.
    """

    minute: int
    bare: bool = False
    half: str = ""
    exact: bool = False


@dataclass(frozen=True, slots=True)
class Token:
    """`kind` is one of vocabulary.Word's or: time, dash, comma, semi, line, number."""

    kind: str
    text: str
    days: tuple[int, ...] = ()
    value: int = 0
    clock: Clock | None = None


_TIME = re.compile(
    r"(?P<hour>\d{1,2})\s?[:.h׳]\s?(?P<minute>\d{2})(?::00)?(?![\d])(?P<tail>\s?(?:h|u|uhr|uur|hrs|hs)\b)?"
    r"|(?P<hour2>\d{1,2})\s?(?P<unit>[hu])\s?(?P<minute2>\d{2})?(?![\w])"
    r"|(?P<packed>\d{3,4})(?!\d|[.:]\d)(?P<tail2>\s?(?:h|hrs|uhr|uur)\b)?"
    r"|(?P<hour3>\d{1,2})(?!\d)"
)
_HALF = re.compile(r"(?P<half>[ap])(?![\w])")
_DATE = re.compile(r"(?P<day>\d{1,2})[./](?P<month>\d{1,2})(?P<dot>\.(?!\d))?(?![\d:])")
_ORDINAL = re.compile(r"(\d{1,2})(st|nd|rd|th|er|º|\.)(?= ?[^\W\d])")
_LONE = {
    ",": "comma",
    ";": "semi",
    "\n": "line",
    "|": "comma",
    "&": "and",
    "+": "and",
    "/": "and",
    "-": "dash",
}
_BULLETS = "•·●*◦▪"


def tokens_of(text: str, language: str, alone: bool = False) -> list[Token]:
    """The tokens of a folded text, fillers left out; `alone` without English. Raises UnreadableHours."""
    return _Cutter(text, language, alone).cut()


@lru_cache(maxsize=16)
def _by_first_letter(language: str, alone: bool) -> dict[str, list[str]]:
    out: dict[str, list[str]] = {}
    for phrase in sorted(words_of(language, alone), key=len, reverse=True):
        out.setdefault(phrase[0], []).append(phrase)
    return out


class _Cutter:
    def __init__(self, text: str, language: str, alone: bool) -> None:
        self.text, self.language, self.at = text, language, 0
        self.words, self.phrases = words_of(language, alone), _by_first_letter(language, alone)
        self.out: list[Token] = []

    def cut(self) -> list[Token]:
        while self.at < len(self.text):
            char = self.text[self.at]
            if char == "\t":
                self.tab()
            elif char in _BULLETS:
                self.add(Token("line", char), 1)
            elif not (self.phrase() or self.date() or self.time() or self.letter() or self.mark(char)):
                raise UnreadableHours("unreadable", self.unknown())
        return [token for token in self.out if token.kind not in ("filler", "clock")]

    def add(self, token: Token, length: int) -> bool:
        self.out.append(token)
        self.at += length
        return True

    def last(self) -> Token | None:
        return self.out[-1] if self.out else None

    def tab(self) -> None:
        """A table's cells: between two times of a row it stands for a dash."""
        self.at += 1
        following = _TIME.match(self.text, self.at)
        last = self.last()
        if last and last.kind == "time" and following and not self.is_second_end():
            self.out.append(Token("dash", "\t"))

    def is_second_end(self) -> bool:
        return len(self.out) > 1 and self.out[-2].kind in ("dash", "to")

    def phrase(self, *, within_word: bool = False) -> bool:
        text, at = self.text, self.at
        if at and text[at].isalpha() and text[at - 1].isalpha() and not within_word:
            return False
        for name in self.phrases.get(text[at], ()):
            end = at + len(name)
            if not text.startswith(name, at) or (
                end < len(text) and name[-1].isalnum() and (text[end].isalpha() or text[end] == "_")
            ):
                continue
            if name[-1].isdigit() and end < len(text) and text[end].isdigit():
                continue
            word = self.words[name]
            if self.as_word(word, name):
                return True
        return not within_word and self.joined()

    def as_word(self, word: Word, name: str) -> bool:
        if word.kind in ("am", "pm"):
            return self.half(word.kind[0], len(name))
        if (
            word.kind == "clock"
            and len(name) < 3
            and not (self.out and self.out[-1].kind in ("time", "clock"))
        ):
            return False
        if word.kind == "time":
            return self.named_time(word, name)
        self.add(Token(word.kind, name, word.days, word.value), len(name))
        self.stop()
        return True

    def stop(self) -> None:
        """The full stop behind a word: of an abbreviation, else of a sentence."""
        if not self.text.startswith(".", self.at):
            return
        word = self.out[-1]
        self.at += 1
        short = word.kind in ("day", "month", "filler", "open", "clock") and len(word.text) <= 5
        if not short and self.at < len(self.text):
            self.out.append(Token("semi", "."))

    def named_time(self, word: Word, name: str) -> bool:
        last = self.last()
        if last and last.kind == "time" and last.clock and last.clock.minute == 720 and not last.clock.half:
            # "12 noon", "12:00 midnight": one time, said twice.
            self.out.pop()
        half = "midnight" if word.value == 1440 else "p"
        return self.add(Token("time", name, clock=Clock(word.value, half=half, exact=True)), len(name))

    def half(self, half: str, length: int) -> bool:
        last = next((token for token in reversed(self.out) if token.kind != "clock"), None)
        if last is None or last.kind != "time" or last.clock is None:
            return False
        index = len(self.out) - 1 - self.out[::-1].index(last)
        self.out[index] = replace(last, clock=_in_half(last.clock, half, last.text))
        self.at += length
        return True

    def joined(self) -> bool:
        """Arabic's *and*, written in one with its word."""
        if self.text[self.at] != "و" or not self.text[self.at + 1 : self.at + 2].isalpha():
            return False
        self.at += 1
        self.out.append(Token("and", "و"))
        if self.phrase(within_word=True):
            return True
        self.at -= 1
        self.out.pop()
        return False

    def date(self) -> bool:
        """`24.12.` or `25/12`: taken only where it can't be a time, nor the other way about."""
        match = _DATE.match(self.text, self.at)
        if match is None or (self.at and self.text[self.at - 1].isdigit()):
            return False
        day, month = int(match["day"]), int(match["month"])
        slashed = "/" in match.group()
        if not 1 <= month <= 12 or not 1 <= day <= 31 or not (match["dot"] or (slashed and day > 12)):
            return False
        if not slashed and self.out and self.out[-1].kind in ("dash", "to"):
            return False
        self.out.append(Token("time", match["day"], clock=Clock(day * 60, bare=True)))
        self.out.append(Token("month", match["month"], value=month))
        self.at = match.end()
        return True

    def time(self) -> bool:
        text = self.text
        if ordinal := _ORDINAL.match(text, self.at):
            following = text[ordinal.end() :].lstrip()
            if any(
                following.startswith(name) and self.words[name].kind == "month"
                for name in self.phrases.get(following[:1], ())
            ):
                return self.add(
                    Token("time", ordinal[1], clock=Clock(int(ordinal[1]) * 60, bare=True)),
                    len(ordinal.group()),
                )
        match = _TIME.match(text, self.at)
        if match is None:
            return False
        self.at = match.end()
        if match["packed"] and self.out and self.out[-1].kind == "month":
            raise UnreadableHours("year_named", match["packed"])
        clock = _clock(match)
        if half := _HALF.match(text, self.at):
            clock = _in_half(clock, half["half"], match.group())
            self.at = half.end()
        self.out.append(Token("time", match.group(), clock=clock))
        if re.match(r"\+ ?(?:$|[;,\n)])", text[self.at :]):
            raise UnreadableHours("open_end", match.group() + "+")
        if text.startswith(".", self.at) and not text[self.at + 1 : self.at + 2].isdigit():
            self.at += 1
            self.out.append(Token("semi", "."))
        return True

    def letter(self) -> bool:
        """A day by its one letter, beside a dash or another day."""
        text, at = self.text, self.at
        letters = LETTERS.get(self.language, {})
        if text[at] not in letters or text[at + 1 : at + 2].isalnum() or (at and text[at - 1].isalnum()):
            return False
        after, before = text[at + 1 :].lstrip(), self.last()
        near = (before is not None and (before.kind in ("dash", "to", "day"))) or any(
            re.match(pattern, after)
            for pattern in (r"[-/,&]", r"\d", *(rf"{word}\b" for word in ("to", "a", "al", "au", "y", "e")))
        )
        return near and self.add(Token("day", text[at], (letters[text[at]],)), 1)

    def mark(self, char: str) -> bool:
        if char in _LONE:
            return self.add(Token(_LONE[char], char), 1)
        if char in ".!":
            return self.add(Token("semi", char), 1)
        if char == ":":
            return self.add(Token("colon", char), 1)
        if char in " ()[]'\"_=":
            self.at += 1
            return True
        return False

    def unknown(self) -> str:
        match = re.match(r"[^\s,;.:()\-]+", self.text[self.at :])
        start = self.at
        while start and self.text[start - 1].isalpha():
            start -= 1
        return self.text[start : self.at + (match.end() if match else 1)][:40]


def _clock(match: "re.Match[str]") -> Clock:
    packed, unit = match["packed"], bool(match["unit"] or match["tail"] or match["tail2"])
    if packed:
        hour, minute, exact = int(packed[:-2]), int(packed[-2:]), True
        written = packed[:-2]
    else:
        written = match["hour"] or match["hour2"] or match["hour3"]
        given = match["minute"] or match["minute2"]
        hour, minute, exact = int(written), int(given or 0), given is not None
    if minute > 59 or hour > 48 or (hour == 48 and minute):
        raise UnreadableHours("not_a_time", match.group())
    # "9" and "5:30" may mean either half; "09", "10:00" and "9h" are of the twenty-four-hour clock.
    bare = not unit and 1 <= hour <= 12 and written[0] != "0" and (not exact or len(written) == 1)
    return Clock(hour * 60 + minute, bare, exact=exact)


def _in_half(clock: Clock, half: str, text: str) -> Clock:
    hour, minute = divmod(clock.minute, 60)
    if not 0 <= hour <= 12:
        if half == "p" and 12 < hour < 24:
            return replace(clock, bare=False, half=half)
        raise UnreadableHours("not_a_time", f"{text}{half}m")
    return Clock((hour % 12 + (12 if half == "p" else 0)) * 60 + minute, half=half, exact=clock.exact)
