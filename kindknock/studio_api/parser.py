"""Reads what the studio sends."""

from typing import Any

from django.http import HttpRequest
from ninja.parser import Parser


class StorableParser(Parser):
    """JSON without NULs: no text column can hold one, and nobody types one."""

    def parse_body(self, request: HttpRequest) -> Any:
        words = super().parse_body(request)
        return _storable(words) if b"\\u0000" in request.body else words


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
