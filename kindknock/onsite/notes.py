"""Reads a note as the card sends it and keeps robots out: by time, and a field nobody sees."""

from collections.abc import Mapping
from datetime import datetime
from typing import Any
from uuid import UUID, uuid5

from kindknock.guestbook.actions.leave_note import Left

from .reports import KEY, id_in, plain_text

LEAST_SECONDS = 2
_NOTES = UUID("6b1f0c52-8f5e-4a3a-9d0e-5d1c1b0e7a11")


def note_in(raw: Any, at: datetime) -> Left | None:
    """The note of a body; None if it is not one."""
    if not isinstance(raw, Mapping):
        return None
    site, door = raw.get("site"), raw.get("door")
    if (
        not isinstance(site, str)
        or not KEY.fullmatch(site)
        or not isinstance(door, str)
        or not KEY.fullmatch(door)
    ):
        return None
    words = {
        name: plain_text(raw.get(name))
        for name in ("name", "reach", "note", "address", "title", "lang", "privacy")
    }
    # A note whose id can't be read is one by its words, so that it is kept once however often it is sent.
    whole = "\n".join((site, words["reach"], words["name"], words["note"]))
    return Left(
        id_in(raw.get("id")) or uuid5(_NOTES, whole),
        site,
        door,
        words["name"],
        words["reach"],
        plain_text(raw.get("note"), 5000),
        words["address"],
        words["title"],
        words["lang"],
        words["privacy"],
        at,
    )


def is_robots_work(raw: Mapping[str, Any]) -> bool:
    """Whether the hidden field was filled in, or the card was open for less time than a person needs."""
    took = raw.get("seconds")
    return bool(raw.get("website")) or not isinstance(took, int | float) or took < LEAST_SECONDS
