"""Save a sentence of a door's draft."""

from typing import Any

from django.db import transaction
from pydantic import ValidationError

from kindknock.core import setup as core

from ..models import Door


class DoorMoved(Exception):
    """Somebody saved in between: `current` is how it stands."""

    def __init__(self, current: Door) -> None:
        super().__init__("door changed meanwhile")
        self.current = current


class DoorRefused(Exception):
    def __init__(self, field: str, why: str) -> None:
        super().__init__(why)
        self.field, self.why = field, why


def door_values(parts: dict[str, Any]) -> dict[str, Any]:
    """Parts of a door as core's Setup takes them, as JSON. Raises DoorRefused with the place."""
    try:
        whole = core.Door.model_validate({"key": "door", **parts}).model_dump(mode="json")
    except ValidationError as error:
        first = error.errors()[0]
        raise DoorRefused(".".join(map(str, first["loc"])), first["msg"]) from None
    return {part: whole[part] for part in parts}


def change_door(door: Door, changes: dict[str, Any], *, version: int) -> Door:
    """Save the name or parts of a door, each whole. Raises DoorRefused, DoorMoved."""
    values = door_values({part: value for part, value in changes.items() if part in core.STORED_PARTS})
    with transaction.atomic():
        row = Door.objects.select_for_update().get(pk=door.pk)
        if row.version != version:
            raise DoorMoved(row)
        if "name" in changes:
            row.name = str(changes["name"]).strip()[:80] or row.name
        row.parts = {**row.parts, **values}
        row.version += 1
        row.save()
    return row
