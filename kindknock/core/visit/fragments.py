"""Pieces of JSON text, written once and put together for each answer.

What is here cuts nothing out of finished texts: an object is kept as its members until it is closed. Texts
made here are safe inside a script element too (`<` is escaped).
"""

import json
from collections.abc import Iterable, Mapping
from datetime import UTC, datetime
from typing import Any

_ENCODER = json.JSONEncoder(ensure_ascii=False, separators=(",", ":"))


def json_text(value: Any) -> str:
    """Compact JSON."""
    return _ENCODER.encode(value).replace("<", "\\u003c")


def members(values: Mapping[str, Any]) -> str:
    """An object's members, without the braces around them; empty where there are none."""
    return ",".join(f"{_ENCODER.encode(name)}:{json_text(value)}" for name, value in values.items())


def an_object(*parts: str) -> str:
    """An object of members written before; empty ones are passed over."""
    return "{" + ",".join(filter(None, parts)) + "}"


def begun(*parts: str) -> str:
    """An object of members written before, left open for more: whoever takes it closes it."""
    return "{" + ",".join(filter(None, parts))


def an_array(items: Iterable[str]) -> str:
    """An array of values written before."""
    return f"[{','.join(items)}]"


def instant(at: datetime | None) -> str | None:
    """A moment in UTC as ISO 8601 writes it, to the second; None for none."""
    return f"{at.astimezone(UTC):%Y-%m-%dT%H:%M:%SZ}" if at is not None else None


def instant_text(at: datetime | None) -> str:
    """The same as JSON text."""
    return f'"{instant(at)}"' if at is not None else "null"
