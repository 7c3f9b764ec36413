"""The small document an answer is: cleaned so that nothing in it can run, counted, and read as plain words.

Where docs/rules.md is silent: a link that isn't allowed leaves its words behind; a list of nothing and an
empty paragraph go; a picture is one of ours: every visitor would fetch one of another place from there.
"""

import re
from collections.abc import Iterable, Sequence

import regex

from ..addresses.links import read_email, read_link
from ..setup.answers import Block, Document, Run

_UNSEEN = re.compile("[\x00-\x08\x0b-\x1f\x7f\u202a-\u202e\u2066-\u2069\ufeff\ue000-\uf8ff]")
_WORD = regex.compile(r"[\p{L}\p{N}][\p{L}\p{N}\p{M}'’-]*")
_ABROAD = re.compile(r"https://[^\s\"'<>\\]+")
WORDS_A_MINUTE = 200
LONG_WORDS = 1500
"""From here on nobody reads it on a card; advised against, never cut."""


def cleaned(document: Iterable[Block], *, abroad: bool = False) -> Document:
    """The document as it is kept. Cleaning twice is the same as once.

    `abroad` leaves pictures of other places (`https:`) in: of what was read and isn't kept yet.
    """
    return tuple(block for each in document if (block := _block(each, abroad)) is not None)


def pictures_abroad(document: Iterable[Block]) -> tuple[str, ...]:
    """Addresses of pictures that aren't ours and aren't kept."""
    return tuple(each.picture for each in document if each.kind == "picture" and not is_picture(each.picture))


def _block(block: Block, abroad: bool) -> Block | None:
    if block.kind == "picture":
        if not is_picture(block.picture) and not (abroad and _ABROAD.fullmatch(block.picture)):
            return None
        picture = re.sub(r"^(/k/p/[^/]+)/\d+$", r"\1", block.picture)
        says = " ".join(_UNSEEN.sub("", block.says).split())
        return Block(kind="picture", picture=picture, says=says, width=block.width, height=block.height)
    if block.kind in ("bullets", "numbers"):
        items = tuple(runs for item in block.items if (runs := _runs(item)))
        return Block(kind=block.kind, items=items) if items else None
    runs = _runs(block.runs)
    return Block(kind=block.kind, runs=runs) if runs else None


def _runs(runs: Sequence[Run]) -> tuple[Run, ...]:
    """Neighbours that look alike joined, blanks at both ends gone; empty where nothing is to be read."""
    out: list[Run] = []
    for run in runs:
        text = _UNSEEN.sub("", run.text.replace("\r\n", "\n").replace("\r", "\n"))
        like = Run(bold=run.bold, italic=run.italic, link=allowed_link(run.link))
        if not text:
            continue
        if out and out[-1].model_copy(update={"text": ""}) == like:
            out[-1] = like.model_copy(update={"text": out[-1].text + text})
        else:
            out.append(like.model_copy(update={"text": text}))
    while out and not (text := out[0].text.lstrip()):
        out.pop(0)
    if out:
        out[0] = out[0].model_copy(update={"text": text})
    while out and not (text := out[-1].text.rstrip()):
        out.pop()
    if out:
        out[-1] = out[-1].model_copy(update={"text": text})
    return tuple(out)


def allowed_link(typed: str) -> str:
    """A link as it is kept: `https:`, `mailto:`, `tel:`, or a path of the site; empty for anything else."""
    text = typed.strip()
    if text.startswith("/"):
        is_path = not text.startswith(("//", "/\\")) and re.search(r"[\s\x00-\x1f\\]", text) is None
        return text if is_path else ""
    if text[:7].lower() == "mailto:":
        reading = read_email(text)
        return "" if reading.error else f"mailto:{reading.canonical}"
    if text[:4].lower() == "tel:":
        number = re.sub(r"[\s().\-]", "", text[4:])
        return f"tel:{number}" if re.fullmatch(r"\+?\d{2,15}", number) else ""
    reading = read_link(text)
    return "" if reading.error else reading.canonical


def is_picture(address: str) -> bool:
    """Whether it is on a shelf of ours."""
    return re.fullmatch(r"/k/p/[A-Za-z0-9]{1,24}(/\d{1,4})?", address) is not None


def runs_of(block: Block) -> Iterable[tuple[Run, ...]]:
    return (block.runs, *block.items)


def plain_words(document: Iterable[Block]) -> str:
    """What is read of it, without marks, a line a paragraph; a picture by what it says."""
    lines: list[str] = []
    for block in document:
        lines += ["".join(run.text for run in runs) for runs in runs_of(block) if runs]
        if block.says:
            lines.append(block.says)
    return "\n".join(lines)


def word_count(document: Iterable[Block]) -> int:
    return len(_WORD.findall(plain_words(document)))


def minutes_to_read(document: Iterable[Block]) -> int:
    """Whole minutes, at least one."""
    return max(1, round(word_count(document) / WORDS_A_MINUTE))


def pictures_unsaid(document: Iterable[Block]) -> int:
    """How many pictures have no text for who can't see them."""
    return sum(block.kind == "picture" and not block.says for block in document)
