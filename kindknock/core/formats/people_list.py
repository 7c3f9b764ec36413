"""Many people at once out of what is pasted: vCards, a table (CSV, or copied from a spreadsheet), or one a
line.

Where docs/rules.md is silent: a table's first line names its columns if one of them is a name; else the first
cell is the name, and what looks like a number or an email is one, the rest is the role. The same name
twice is two people; it is for the owner to see.
"""

import csv
import re

from .csv_text import read_table
from .vcard import MOST_BYTES, MOST_PEOPLE, CardPerson, CardsReading, read_cards

_NAMES = {
    "name": "name",
    "full name": "name",
    "who": "name",
    "role": "role",
    "title": "role",
    "does": "role",
    "phone": "phone",
    "mobile": "phone",
    "number": "phone",
    "tel": "phone",
    "email": "email",
    "e-mail": "email",
    "mail": "email",
}
_NUMBER = re.compile(r"^[+(]?[\d\s().\-/]{6,}$")


def read_people(text: str) -> CardsReading:
    """The people in a text. Errors: empty, too_large, not_people. Warnings as `read_cards` has them."""
    if not text.strip():
        return CardsReading(error="empty")
    if len(text) > MOST_BYTES:
        return CardsReading(error="too_large")
    if "BEGIN:VCARD" in text.upper():
        return read_cards(text)
    try:
        rows = [row for row in read_table(text) if any(cell.strip() for cell in row)]
    except csv.Error:
        return CardsReading(error="not_people")
    head = [_NAMES.get(cell.strip().lower(), "") for cell in rows[0]] if rows else []
    named = "name" in head
    # Without a head each line is read by its own sign between cells, since people paste from here and there.
    lines = (
        rows[1:] if named else [row for line in text.splitlines() if line.strip() for row in read_table(line)]
    )
    people = [person for row in lines if (person := _named(row, head) if named else _plain(row)) is not None]
    if not people:
        return CardsReading(error="not_people")
    return CardsReading(tuple(people[:MOST_PEOPLE]), ("too_many",) if len(people) > MOST_PEOPLE else ())


def _named(row: list[str], head: list[str]) -> CardPerson | None:
    def all_of(what: str) -> tuple[str, ...]:
        return tuple(
            dict.fromkeys(
                cell.strip() for name, cell in zip(head, row, strict=False) if name == what and cell.strip()
            )
        )

    name = " ".join(all_of("name"))
    return (
        CardPerson(name[:120], ", ".join(all_of("role"))[:120], all_of("phone"), all_of("email"))
        if name
        else None
    )


def _plain(row: list[str]) -> CardPerson | None:
    cells = [cell.strip() for cell in row if cell.strip()]
    phones = tuple(cell for cell in cells if _NUMBER.match(cell))
    emails = tuple(cell for cell in cells if "@" in cell and " " not in cell)
    rest = [cell for cell in cells if cell not in phones and cell not in emails]
    return (
        CardPerson(rest[0][:120], ", ".join(rest[1:])[:120], phones, emails)
        if rest and any(c.isalpha() for c in rest[0])
        else None
    )
