"""Which of the languages at hand fits a reader best (RFC 9110 section 12.5.4, RFC 4647 section 3.4)."""

import re
from collections.abc import Sequence

from .language_tags import lookup

_RANGE = re.compile(r"^(\*|[a-zA-Z]{1,8}(?:-[a-zA-Z0-9]{1,8})*)$")


def ranges_of(wanted: str | Sequence[str]) -> list[str]:
    """The language ranges of an Accept-Language text, best first; of a list, as they stand.

    Ranges of quality 0, and what is no range, are left out; equal qualities keep their order.
    """
    if not isinstance(wanted, str):
        return [
            tag.replace("_", "-")
            for tag in wanted
            if isinstance(tag, str) and _RANGE.match(tag.replace("_", "-"))
        ]
    found: list[tuple[float, str]] = []
    for part in wanted[:4000].split(","):
        name, *parameters = (piece.strip() for piece in part.split(";"))
        quality = 1.0
        for parameter in parameters:
            key, _, value = parameter.partition("=")
            if key.strip().lower() == "q":
                try:
                    quality = float(value)
                except ValueError:
                    quality = 0.0
        if _RANGE.match(name) and 0 < quality <= 1:
            found.append((quality, name))
    return [name for quality, name in sorted(found, key=lambda item: -item[0])]


def best_language(wanted: str | Sequence[str], have: Sequence[str]) -> str | None:
    """The tag at hand that fits best; None if none does. `*` asks for nothing in particular."""
    return lookup([name for name in ranges_of(wanted) if name != "*"], have)
