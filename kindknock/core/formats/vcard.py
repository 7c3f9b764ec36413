"""Reads people out of vCards and writes them back (RFC 6350 and 2426; parsing is vobject's).

Where docs/rules.md is silent: numbers and emails are kept as written, each once, in their order; a card
without a name takes its organisation, else its email; a card with none of these is passed over.
"""

from dataclasses import dataclass
from typing import Any

import vobject

MOST_BYTES = 5_000_000
MOST_PEOPLE = 500


@dataclass(frozen=True, slots=True)
class CardPerson:
    name: str
    role: str = ""
    phones: tuple[str, ...] = ()
    emails: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class CardsReading:
    people: tuple[CardPerson, ...] = ()
    warnings: tuple[str, ...] = ()
    error: str | None = None


def read_cards(text: str) -> CardsReading:
    """The people of one or many vCards. Errors: empty, too_large, not_cards. Warnings: some_unreadable,
    no_name, too_many.
    """
    if not text.strip():
        return CardsReading(error="empty")
    if len(text) > MOST_BYTES:
        return CardsReading(error="too_large")
    people: list[CardPerson] = []
    warnings: list[str] = []
    for block in _blocks(text):
        card = _card(block)
        if card is None:
            warnings.append("some_unreadable")
            card = _card(_readable_lines(block))
        if card is None:
            continue
        person = _person(card)
        if person is None:
            warnings.append("no_name")
        else:
            people.append(person)
    if not people and not warnings:
        return CardsReading(error="not_cards")
    if len(people) > MOST_PEOPLE:
        warnings.append("too_many")
    return CardsReading(
        tuple(people[:MOST_PEOPLE]), tuple(dict.fromkeys(warnings)), None if people else "not_cards"
    )


_BAD = (
    vobject.base.VObjectError,
    ValueError,
    KeyError,
    AttributeError,
    IndexError,
    TypeError,
    LookupError,
    StopIteration,
)
"""What vobject raises: whatever its line parsers meet."""


def _card(block: str) -> Any:
    try:
        card = vobject.readOne(block, allowQP=True)
        _person(card)
    except _BAD:
        return None
    return card


def _readable_lines(block: str) -> str:
    """A card without the lines that alone would spoil it: a broken line loses only itself."""
    first, *lines, last = _unfolded(block)
    version = next((line for line in lines if line.upper().startswith("VERSION:")), "VERSION:3.0")
    kept = [
        line
        for line in lines
        if not line.upper().startswith("VERSION:")
        and _card("\r\n".join((first, version, line, last)) + "\r\n") is not None
    ]
    return "\r\n".join((first, version, *kept, last)) + "\r\n"


def _unfolded(block: str) -> list[str]:
    out: list[str] = []
    for line in block.splitlines():
        if line[:1] in (" ", "\t") and out:
            out[-1] += line[1:]
        elif line.strip():
            out.append(line)
    return out


def _blocks(text: str) -> list[str]:
    out: list[str] = []
    current: list[str] | None = None
    for line in text.lstrip("\ufeff").splitlines():
        plain = line.strip().upper()
        if plain == "BEGIN:VCARD":
            current = []
        if current is not None:
            current.append(line)
            if plain == "END:VCARD":
                out.append("\r\n".join(current) + "\r\n")
                current = None
    return out


def _values(card: Any, name: str) -> list[str]:
    return list(
        dict.fromkeys(
            str(line.value).strip() for line in card.contents.get(name, []) if str(line.value).strip()
        )
    )


def _text(value: Any) -> str:
    """A value that may be one text or several."""
    parts = value if isinstance(value, list | tuple) else [value]
    return " ".join(str(part).strip() for part in parts if str(part).strip())


def _person(card: Any) -> CardPerson | None:
    phones = [value.removeprefix("tel:").split(";")[0] for value in _values(card, "tel")]
    emails = _values(card, "email")
    names = _values(card, "fn")
    if not names and card.contents.get("n"):
        parts = card.contents["n"][0].value
        names = [" ".join(_text(part) for part in (parts.given, parts.family) if part).strip()]
    organisation = card.contents.get("org", [])
    if not any(names) and organisation:
        names = [_text(organisation[0].value)]
    name = next((name for name in names if name), "") or (emails[0] if emails else "")
    if not name:
        return None
    role = next(iter(_values(card, "title") + _values(card, "role")), "")
    return CardPerson(name[:120], role[:120], tuple(phones), tuple(emails))


def write_cards(people: tuple[CardPerson, ...]) -> str:
    """The people as vCards 3.0, one after another."""
    out = []
    for person in people:
        card = vobject.vCard()
        card.add("fn").value = person.name
        first, _, last = person.name.partition(" ")
        card.add("n").value = vobject.vcard.Name(family=last, given=first)
        if person.role:
            card.add("title").value = person.role
        for phone in person.phones:
            card.add("tel").value = phone
        for email in person.emails:
            card.add("email").value = email
        out.append(card.serialize())
    return "".join(out)
