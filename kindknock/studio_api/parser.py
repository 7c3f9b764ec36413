"""Reads what the studio sends."""

from typing import Any

from django.http import HttpRequest
from ninja.parser import Parser


class StorableParser(Parser):
    """JSON without NULs: no text column can hold one, and nobody types one."""

    def parse_body(self, request: HttpRequest) -> Any:
        said = super().parse_body(request)
        return _storable(said) if b"\\u0000" in request.body else said


def _storable(said: Any) -> Any:
    if isinstance(said, str):
        return said.replace("\x00", "")
    if isinstance(said, list):
        return [_storable(one) for one in said]
    return (
        {_storable(name): _storable(value) for name, value in said.items()}
        if isinstance(said, dict)
        else said
    )
