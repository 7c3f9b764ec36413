"""Tables as CSV that no spreadsheet takes for a formula, and that reads back unchanged (RFC 4180).

A cell that begins like a formula gets an apostrophe in front, and so does one that begins with an
apostrophe, so that reading can take exactly one off again. One before anything else was typed, and stays.
"""

import csv
import io
from collections.abc import Iterable, Sequence

_RISKY = ("=", "+", "-", "@", "\t", "\r", "'")


def write_table(rows: Iterable[Sequence[str]]) -> str:
    """Rows as CSV, CRLF at line ends, UTF-8 byte order mark in front for spreadsheets."""
    out = io.StringIO(newline="")
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerows([[f"'{cell}" if cell.startswith(_RISKY) else cell for cell in row] for row in rows])
    return "\ufeff" + out.getvalue()


def read_table(text: str) -> list[list[str]]:
    """The rows of a CSV text; commas, semicolons or tabs between cells, by the first line."""
    plain = text.removeprefix("\ufeff")
    first = plain.split("\n", 1)[0]
    delimiter = max(",;\t", key=first.count) if any(sign in first for sign in ",;\t") else ","
    rows = csv.reader(io.StringIO(plain, newline=""), delimiter=delimiter)
    return [
        [cell[1:] if cell.startswith("'") and cell[1:].startswith(_RISKY) else cell for cell in row]
        for row in rows
    ]
