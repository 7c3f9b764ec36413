"""What is typed, laid over a draft that stays as it is."""

from typing import Any

from kindknock.core.setup import Begins, ForWhom, Reads, Setup

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


def shown_anywhere(setup: Setup, door: str, show: str | None) -> Setup:
    """With one answer or set of signposts there for every visit, kept back or not, at this door alone."""
    if not show:
        return setup
    anywhere: dict[str, Any] = {"pages": (), "devices": (), "languages": (), "is_draft": False}
    answers = tuple(each.model_copy(update=anywhere) if each.key == show else each for each in setup.answers)
    trees = tuple(
        each.model_copy(update={"is_draft": False}) if each.key == show else each for each in setup.signposts
    )
    is_tree = any(tree.key == show for tree in trees)
    begins = (Begins(key="show", signposts=show),) if is_tree else ()
    reads = Reads(answers="line" if is_tree else "first", begins=begins)
    doors = tuple(each for each in setup.doors if each.key == door)
    shown = setup.model_copy(update={"answers": answers, "signposts": trees, "doors": doors})
    return with_door(shown, door, {"reads": reads, "pages": (), "for_whom": ForWhom()})
