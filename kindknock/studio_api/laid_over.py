"""What is typed, laid over a draft that stays as it is."""

from typing import Any

from kindknock.core.setup import Setup

from .schemas import DoorSome


def with_parts(draft: Setup, key: str, typed: DoorSome | None) -> Setup:
    """The draft with one door's parts as typed; those not sent stay."""
    parts = {
        name: tuple(value) if isinstance(value, list) else value
        for name in (typed.model_fields_set if typed else ())
        if (value := getattr(typed, name)) is not None or name == "reply_minutes"
    }
    return with_door(draft, key, parts)


def with_door(draft: Setup, key: str, parts: dict[str, Any]) -> Setup:
    if not parts:
        return draft
    doors = tuple(door.model_copy(update=parts) if door.key == key else door for door in draft.doors)
    return draft.model_copy(update={"doors": doors})
