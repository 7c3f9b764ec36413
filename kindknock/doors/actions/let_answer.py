"""Put somebody on a door, or take them off doors. Draft until published."""

from kindknock.accounts.models import Business

from ..models import Door


def let_answer(door: Door, person: str, *, is_on: bool) -> None:
    """Put a person last on a door, or take them off it."""
    others = [key for key in door.people if key != person]
    _keep(door, [*others, person] if is_on else others)


def join_only_door(business: Business, person: str) -> None:
    """Put a new person on the door, where there is only one; with several the owner chooses."""
    doors = Door.objects.filter(site__business=business, removed_at=None)[:2]
    if len(doors) == 1:
        let_answer(doors[0], person, is_on=True)


def take_off_doors(business: Business, person: str) -> None:
    """Take a person off every door of the business."""
    for door in Door.objects.filter(site__business=business, removed_at=None):
        if person in door.people:
            let_answer(door, person, is_on=False)


def _keep(door: Door, people: list[str]) -> None:
    door.parts = {**door.parts, "people": people}
    door.version += 1
    door.save(update_fields=["parts", "version"])
