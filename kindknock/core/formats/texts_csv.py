"""The texts of a site as a table for a translator: one line a text, one column a language, and back.

Columns: `path` (ours, to be left alone), `for` (what it is), `of` (whose), `state` (missing where one of
the languages has none), then a column a language, named by its tag, the default first. Cells are safe in
spreadsheets (csv_text). Reading back takes any order of columns and lines; a language the business doesn't
have yet is taken along and told; a text whose default differs from the file's was changed meanwhile: what
was translated is still taken, and told.
"""

import csv
from collections.abc import Mapping
from dataclasses import dataclass, field

from ..setup import Setup
from ..words.language_tags import is_language
from ..words.slots import Slot, slots_of
from .csv_text import read_table, write_table

FIXED = ("path", "for", "of", "state")
MOST_LETTERS = 2000


@dataclass(frozen=True, slots=True)
class TextsRead:
    """`written` are texts by path and language that differ from what is there. `changed` are paths whose
    default was changed since, `unknown` paths that aren't here, `languages` tags the business doesn't
    have, `too_long` paths left out. `error` is a code or none.
    """

    written: Mapping[str, Mapping[str, str]]
    changed: tuple[str, ...] = ()
    unknown: tuple[str, ...] = ()
    languages: tuple[str, ...] = ()
    too_long: tuple[str, ...] = ()
    error: str = ""


def write_texts(setup: Setup, labels: Mapping[str, str] | None = None) -> str:
    """Every text that is written in any language, with what is missing marked. `labels` name the fields
    for a reader.
    """
    languages = setup.business.languages
    rows = [(*FIXED, *languages)]
    for slot in slots_of(setup):
        if slot.is_written:
            state = "missing" if any(slot.missing_in(tag) for tag in languages) else ""
            rows.append(
                (
                    slot.path,
                    (labels or {}).get(slot.field, slot.field),
                    slot.of,
                    state,
                    *(slot.texts.get(tag, "") for tag in languages),
                )
            )
    return write_table(rows)


def read_texts(text: str, setup: Setup) -> TextsRead:
    """What a table would change. Never raises: `error` is not_a_table, no_path or no_language where
    nothing can be read of it.
    """
    try:
        rows = read_table(text)
    except csv.Error:
        return TextsRead({}, error="not_a_table")
    if not rows or len(rows[0]) < 2:
        return TextsRead({}, error="not_a_table")
    head = [cell.strip() for cell in rows[0]]
    if "path" not in head:
        return TextsRead({}, error="no_path")
    tags = {at: name for at, name in enumerate(head) if name not in FIXED and is_language(name)}
    if not tags:
        return TextsRead({}, error="no_language")
    slots = {slot.path: slot for slot in slots_of(setup)}
    table = _Table(slots, tags, setup.business.languages[0])
    for row in rows[1:]:
        path = row[head.index("path")].strip() if len(row) > head.index("path") else ""
        if path:
            table.take(path, row)
    used = {tag for texts in table.written.values() for tag in texts}
    return TextsRead(
        table.written,
        tuple(table.changed),
        tuple(table.unknown),
        tuple(sorted(used - set(setup.business.languages))),
        tuple(table.too_long),
    )


@dataclass
class _Table:
    """Gathers what each row would change. `tags` column → language."""

    slots: dict[str, Slot]
    tags: dict[int, str]
    default: str
    written: dict[str, dict[str, str]] = field(default_factory=dict)
    changed: list[str] = field(default_factory=list)
    unknown: list[str] = field(default_factory=list)
    too_long: list[str] = field(default_factory=list)

    def take(self, path: str, row: list[str]) -> None:
        slot = self.slots.get(path)
        if slot is None:
            self.unknown.append(path)
            return
        texts = {tag: row[at] if at < len(row) else "" for at, tag in self.tags.items()}
        if self.default in texts and texts[self.default] != slot.texts.get(self.default, ""):
            self.changed.append(path)
            del texts[self.default]
        if any(len(words) > MOST_LETTERS for words in texts.values()):
            self.too_long.append(path)
            return
        new = {
            tag: words for tag, words in texts.items() if words.strip() and words != slot.texts.get(tag, "")
        }
        if new:
            self.written[path] = new
