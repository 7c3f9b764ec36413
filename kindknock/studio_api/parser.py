"""Reads what the studio sends."""

from typing import Any
from unicodedata import category

from django.http import HttpRequest
from ninja.parser import Parser

from .errors import Problem


class StorableParser(Parser):
    """JSON without NULs: no text column can hold one, and nobody types one."""

    def parse_body(self, request: HttpRequest) -> Any:
        words = super().parse_body(request)
        if b"\\u0000" in request.body:
            words = _storable(words)
        if b"\\" in request.body and isinstance(words, dict) and (field := _unreadable_name(words)):
            raise Problem(
                422,
                "control_characters",
                "A name is one line of letters: take out line breaks and signs that can't be seen.",
                field=field,
            )
        return words


def _unreadable_name(this: dict[str, Any]) -> str:
    """The name, title or role in which a control character stands; empty where there is none. JSON writes
    those as escapes.
    """
    for field in ("name", "role"):
        value = this.get(field)
        texts = value.values() if isinstance(value, dict) else [value]
        if any(isinstance(text, str) and any(category(c) == "Cc" for c in text) for text in texts):
            return field
    return ""


def _storable(this: Any) -> Any:
    if isinstance(this, str):
        return this.replace("\x00", "")
    if isinstance(this, list):
        return [_storable(item) for item in this]
    return (
        {_storable(name): _storable(value) for name, value in this.items()}
        if isinstance(this, dict)
        else this
    )
