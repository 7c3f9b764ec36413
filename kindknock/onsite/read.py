"""What a card asks for to be read, as it sends it, and the answer as bytes."""

import json
from collections.abc import Mapping
from typing import Any

from kindknock.core.visit import Compiled, Visit
from kindknock.core.visit.reading import MOST_TYPED, Wanted, read

from .reports import PIECE, plain_text


def reading_site(raw: Any) -> str | None:
    """The site's key, or a private address's; None where there is none that could be."""
    site = raw.get("site") if isinstance(raw, Mapping) else None
    is_one = isinstance(site, str) and 0 < len(site) <= 16 and site.isascii() and site.isprintable()
    return str(site) if is_one else None


def wanted_in(raw: Any) -> Wanted:
    """What is asked for; anything that can't be read asks for the list."""
    found = raw if isinstance(raw, Mapping) else {}
    key, typed = found.get("key"), found.get("typed")
    if isinstance(typed, str):
        return Wanted("found", typed=plain_text(typed, MOST_TYPED))
    if isinstance(key, str) and PIECE.fullmatch(key):
        return Wanted("answer", key=key)
    return Wanted()


def answer_to_read(compiled: Compiled | None, visit: Visit, raw: Any) -> bytes:
    return json.dumps(read(compiled, visit, wanted_in(raw)), ensure_ascii=False).encode("utf-8", "replace")
