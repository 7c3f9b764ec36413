"""Edit, switch, remove and bring back a channel of a door."""

from datetime import datetime
from typing import Any

from django.db.models import QuerySet
from pydantic import ValidationError

from kindknock.core import setup as core

from ..models import Channel, Door
from .add_channel import read_for_door
from .change_door import DoorRefused


def change_channel(
    channel: Channel,
    *,
    typed: str | None = None,
    app: str | None = None,
    on: bool | None = None,
    name: dict[str, str] | None = None,
    more: dict[str, Any] | None = None,
    everywhere: bool = False,
) -> Channel:
    """Save what is given; `more` holds parts of CHANNEL_MORE, None takes one back to the door's.

    A new address is read first and may raise AddressRefused; `everywhere` it changes for every channel of the
    business that has the old one. Raises DoorRefused for a part that can't be.
    """
    was = (channel.app, channel.address)
    if more:
        kept = {**channel.more, **more}
        channel.more = _checked(
            channel,
            {part: value for part, value in kept.items() if part in core.CHANNEL_MORE and value is not None},
        )
    if typed is not None:
        reading = read_for_door(channel.door, typed, app or channel.app)
        channel.app, channel.address = reading.app or channel.app, reading.canonical
    if on is not None:
        channel.on = on
    if name is not None:
        channel.name = {tag: words.strip()[:60] for tag, words in name.items() if words.strip()}
    channel.save(update_fields=["app", "address", "on", "name", "more"])
    if everywhere and typed is not None and was[1]:
        same_address(channel, was).update(app=channel.app, address=channel.address)
    return channel


def same_address(channel: Channel, of: tuple[str, str] | None = None) -> QuerySet[Channel]:
    """The business's other channels with this app and address."""
    app, address = of or (channel.app, channel.address)
    return Channel.objects.filter(
        door__site__business=channel.door.site.business_id, app=app, address=address, removed_at=None
    ).exclude(pk=channel.pk)


def _checked(channel: Channel, more: dict[str, Any]) -> dict[str, Any]:
    try:
        whole = core.Channel.model_validate({"key": channel.key, "app": channel.app, **more}).model_dump(
            mode="json"
        )
    except ValidationError as error:
        first = error.errors()[0]
        raise DoorRefused(".".join(map(str, first["loc"])), first["msg"]) from None
    return {part: whole[part] for part in more}


def remove_channel(channel: Channel, *, at: datetime) -> None:
    """Take it off the door; its row stays so that it can be brought back."""
    channel.removed_at = at
    channel.save(update_fields=["removed_at"])


def restore_channel(channel: Channel) -> Channel:
    """Bring a removed channel back to the place it had."""
    channel.removed_at = None
    channel.save(update_fields=["removed_at"])
    return channel


def order_channels(door: Door, keys: list[str]) -> None:
    """Put the door's channels in this order; any not named follow as they were."""
    rank = {key: place for place, key in enumerate(keys)}
    rows = sorted(
        door.channels.filter(removed_at=None), key=lambda c: (rank.get(c.key, len(rank)), c.place, c.pk)
    )
    for place, row in enumerate(rows):
        row.place = place
    Channel.objects.bulk_update(rows, ["place"])
