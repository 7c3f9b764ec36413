"""Answers out as files and in again: one Markdown file an answer and language, a folder of them as zip with
their pictures, and the JSON-LD of a page of one's own. Reads and writes bytes; storing is the action's
matter.
"""

import io
import re
import zipfile
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field

from kindknock.core import setup as core
from kindknock.core.formats.answers_md import (
    MarkdownAnswer,
    answer_from_markdown,
    answer_to_markdown,
    file_name,
)

MOST_FILES, MOST_FILE, MOST_ALL, MOST_PICTURE = 2000, 400_000, 60_000_000, 12_000_000
_PICTURE = re.compile(r"/k/p/([A-Za-z0-9]{1,24})")
_IN_FOLDER = re.compile(r"!\[([^\]\n]*)\]\((?:\.{1,2}/)*pictures/([^)\s]{1,100})\)")
PICTURES = "pictures/"


class FileRefused(Exception):
    """`code` is not_zip, many, large, nothing or unreadable."""

    def __init__(self, code: str) -> None:
        super().__init__(code)
        self.code = code


@dataclass(frozen=True, slots=True)
class Came:
    """Answers of a file or folder; `pictures` by name, as bytes; `left_out` names files that could not be
    read.
    """

    answers: tuple[tuple[str, MarkdownAnswer], ...]
    pictures: Mapping[str, bytes] = field(default_factory=dict)
    left_out: tuple[str, ...] = ()


def markdown_file(answer: core.Answer, language: str, *, group: str = "") -> str:
    """One answer in one language."""
    front = {
        "key": answer.key,
        "found by": answer.found_by.get(language, ""),
        "heading": group,
        "kept back": "yes" if answer.is_draft else "",
    }
    return answer_to_markdown(
        MarkdownAnswer(
            title=answer.title.get(language, ""),
            kind=answer.kind,
            language=language,
            body=answer.body.get(language, ()),
            front=front,
        )
    )


def folder(
    answers: Iterable[core.Answer],
    groups: Mapping[str, Mapping[str, str]],
    picture: Callable[[str], tuple[bytes, str] | None],
) -> bytes:
    """A zip: a folder a language, and the pictures. `picture` gives bytes and file ending by a picture's
    key.
    """
    out = io.BytesIO()
    held: dict[str, str] = {}
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:

        def named(found: "re.Match[str]") -> str:
            key = found.group(1)
            if key not in held:
                got = picture(key)
                held[key] = f"{key}.{got[1]}" if got else ""
                if got:
                    archive.writestr(PICTURES + held[key], got[0])
            return f"../{PICTURES}{held[key]}" if held[key] else found.group()

        for place, answer in enumerate(answers, start=1):
            for language in dict.fromkeys((*answer.title, *answer.body)):
                if not answer.title.get(language) and not answer.body.get(language):
                    continue
                text = markdown_file(answer, language, group=groups.get(answer.group, {}).get(language, ""))
                name = file_name(place, answer.title.get(language, "") or answer.key)
                archive.writestr(f"{language}/{name}", _PICTURE.sub(named, text))
    return out.getvalue()


def read_files(name: str, body: bytes) -> Came:
    """A Markdown file, or a zip of them. Raises FileRefused."""
    if body[:4] == b"PK\x03\x04":
        return _read_zip(body)
    if len(body) > MOST_FILE:
        raise FileRefused("large")
    try:
        text = body.decode("utf-8-sig")
    except UnicodeDecodeError:
        raise FileRefused("unreadable") from None
    answer = answer_from_markdown(text)
    if not answer.title and not answer.body:
        raise FileRefused("nothing")
    return Came(((name, answer),))


def _read_zip(body: bytes) -> Came:
    try:
        archive = zipfile.ZipFile(io.BytesIO(body))
        entries = [entry for entry in archive.infolist() if not entry.is_dir()]
        if len(entries) > MOST_FILES:
            raise FileRefused("many")
        if sum(entry.file_size for entry in entries) > MOST_ALL:
            raise FileRefused("large")
        return _read_entries(archive, entries)
    except (zipfile.BadZipFile, NotImplementedError, RuntimeError, OSError, ValueError):
        raise FileRefused("not_zip") from None


def _read_entries(archive: zipfile.ZipFile, entries: list[zipfile.ZipInfo]) -> Came:
    answers: list[tuple[str, MarkdownAnswer]] = []
    pictures: dict[str, bytes] = {}
    left_out: list[str] = []
    for entry in sorted(entries, key=lambda each: each.filename):
        name = entry.filename
        last = name.rsplit("/", 1)[-1]
        if last.startswith(".") or name.startswith("__MACOSX/"):
            continue
        is_text = last.lower().endswith((".md", ".markdown"))
        if entry.file_size > (MOST_FILE if is_text else MOST_PICTURE):
            left_out.append(name)
        elif is_text:
            try:
                answer = answer_from_markdown(_pictures_here(archive.read(entry).decode("utf-8-sig")))
            except UnicodeDecodeError:
                left_out.append(name)
                continue
            if answer.title or answer.body:
                answers.append((name, answer))
            else:
                left_out.append(name)
        elif PICTURES in name:
            pictures[last] = archive.read(entry)
        else:
            left_out.append(name)
    if not answers:
        raise FileRefused("nothing")
    return Came(tuple(answers), pictures, tuple(left_out))


HERE = "https://picture.example/"
"""Stands before a picture's file name until it has an address on the shelf."""


def _pictures_here(text: str) -> str:
    return _IN_FOLDER.sub(lambda found: f"![{found[1]}]({HERE}{found[2]})", text)
