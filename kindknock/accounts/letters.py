"""How a letter is laid out: its words once, as plain text and as HTML alike, in the reader's language.

The words are paragraphs with blank lines between. A paragraph whose lines begin with `> ` is somebody's own
words; a line that is an address and nothing else is what to press. Nothing in it is loaded from anywhere.
"""

import json
import re
from dataclasses import dataclass
from datetime import date
from functools import cache
from pathlib import Path
from typing import Any

import css_inline
from babel.dates import format_date
from django.template.loader import render_to_string

LANGUAGES = ("en", "pt", "ar")
RIGHT_TO_LEFT = ("ar",)
_LOCALES = {"en": "en_GB", "pt": "pt_PT", "ar": "ar"}
_WORDS = Path(__file__).parent / "words"
_LINK = re.compile(r"https?://\S+")
_INLINE = css_inline.CSSInliner(load_remote_stylesheets=False, keep_style_tags=False, keep_link_tags=False)


@dataclass(frozen=True, slots=True)
class Letter:
    """`why` says why it came, `stop` is the address that stops its kind; letters about signing in have
    neither.
    """

    subject: str
    text: str
    language: str = "en"
    why: str = ""
    stop: str = ""


@dataclass(frozen=True, slots=True)
class _Part:
    kind: str
    words: Any


def language_for(wanted: str) -> str:
    """The language of ours that is nearest to a tag; English where there is none."""
    short = wanted.partition("-")[0].lower()
    return short if short in LANGUAGES else "en"


@cache
def _catalogue(language: str) -> dict[str, str]:
    found: dict[str, str] = json.loads((_WORDS / f"letters.{language}.json").read_text(encoding="utf-8"))
    return found


def sentence(language: str, key: str, /, **facts: object) -> str:
    """A sentence of ours with its facts filled in."""
    return _catalogue(language_for(language))[key].format_map(facts)


def letter_of(language: str, key: str, /, **facts: object) -> Letter:
    """A letter whose subject and words stand in the catalogue; it can't be stopped."""
    subject = sentence(language, f"{key}.subject", **facts)
    return Letter(subject, sentence(language, f"{key}.text", **facts) + "\n", language_for(language))


def day_words(day: date, language: str) -> str:
    """A date as one would write it."""
    shown: str = format_date(day, "long", locale=_LOCALES.get(language_for(language), "en_GB"))
    return shown


def text_of(letter: Letter) -> str:
    """The plain text, with why it came and how to stop it at its foot."""
    lines = [letter.text.rstrip("\n")]
    if letter.why:
        lines += ["", "-- ", letter.why]
    if letter.stop:
        lines += [sentence(letter.language, "stop"), letter.stop]
    return "\n".join(lines) + "\n"


def html_of(letter: Letter) -> str:
    """The same as HTML, styles within, so that any mail program shows it."""
    language = language_for(letter.language)
    page = render_to_string(
        "accounts/letter.html",
        {
            "subject": letter.subject,
            "parts": _parts(letter.text),
            "language": language,
            "dir": "rtl" if language in RIGHT_TO_LEFT else "ltr",
            "open": sentence(language, "open"),
            "why": letter.why,
            "stop": letter.stop,
            "stop_says": sentence(language, "stop_short"),
        },
    )
    return _INLINE.inline(page)


def _parts(text: str) -> list[_Part]:
    out: list[_Part] = []
    quote: list[str] = []
    for paragraph in re.split(r"\n[ \t]*\n", text.strip("\n")):
        lines = paragraph.split("\n")
        if all(line.startswith(">") for line in lines):
            quote.append("\n".join(line[1:].removeprefix(" ") for line in lines))
            continue
        out += [_Part("quote", tuple(quote))] if quote else []
        quote = []
        out += _plain(lines)
    return [*out, _Part("quote", tuple(quote))] if quote else out


def _plain(lines: list[str]) -> list[_Part]:
    """A paragraph's lines, with what is an address by itself as a press of its own."""
    out: list[_Part] = []
    words: list[str] = []
    for line in lines:
        if _LINK.fullmatch(line.strip()):
            out += [_Part("words", "\n".join(words))] if words else []
            out.append(_Part("link", line.strip()))
            words = []
        else:
            words.append(line)
    return [*out, _Part("words", "\n".join(words))] if words else out


def quoted(words: str) -> str:
    """Somebody's own words, as a letter carries them."""
    return "\n".join(f"> {line}".rstrip() for line in words.strip().split("\n"))
