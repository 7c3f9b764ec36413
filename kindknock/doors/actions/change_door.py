"""Save a sentence of a door's draft."""

from typing import Any

from django.db import transaction
from pydantic import ValidationError

from kindknock.core import setup as core

from ..models import Door

PARTS: dict[str, type[core.Value]] = {"says": core.Says, "also": core.Also, "looks": core.Looks}


class DoorMoved(Exception):
    """Somebody saved in between: `current` is how it stands."""

    def __init__(self, current: Door) -> None:
        super().__init__("door changed meanwhile")
        self.current = current


class DoorRefused(Exception):
    def __init__(self, field: str, why: str) -> None:
        super().__init__(why)
        self.field, self.why = field, why


def change_door(door: Door, changes: dict[str, Any], *, version: int) -> Door:
    """Save `name`, `says`, `also` or `looks`, each whole. Raises DoorRefused, DoorMoved."""
    values: dict[str, Any] = {}
    for part, model in PARTS.items():
        if part in changes:
            try:
                values[part] = model.model_validate(changes[part]).model_dump(mode="json")
            except ValidationError as error:
                first = error.errors()[0]
                raise DoorRefused(".".join(map(str, (part, *first["loc"]))), first["msg"]) from None
    if "name" in changes:
        values["name"] = str(changes["name"]).strip()[:80] or door.name
    with transaction.atomic():
        row = Door.objects.select_for_update().get(pk=door.pk)
        if row.version != version:
            raise DoorMoved(row)
        for field, value in values.items():
            setattr(row, field, value)
        row.version += 1
        row.save()
    return row
