"""Edit, switch, remove and bring back a channel of a door."""

from django.utils import timezone

from ..models import Channel, Door
from .add_channel import read_for_door


def change_channel(
    channel: Channel, *, typed: str | None = None, app: str | None = None,
    on: bool | None = None, name: dict[str, str] | None = None,
) -> Channel:
    """Save what is given. A new address is read first and may raise AddressRefused."""
    if typed is not None:
        reading = read_for_door(channel.door, typed, app or channel.app)
        channel.app, channel.address = reading.app or channel.app, reading.canonical
    if on is not None:
        channel.on = on
    if name is not None:
        channel.name = {tag: words.strip()[:60] for tag, words in name.items() if words.strip()}
    channel.save(update_fields=["app", "address", "on", "name"])
    return channel


def remove_channel(channel: Channel) -> None:
    """Take it off the door; its row stays so that it can be brought back."""
    channel.removed_at = timezone.now()
    channel.save(update_fields=["removed_at"])


def restore_channel(channel: Channel) -> Channel:
    """Bring a removed channel back to the place it had."""
    channel.removed_at = None
    channel.save(update_fields=["removed_at"])
    return channel


def order_channels(door: Door, keys: list[str]) -> None:
    """Put the door's channels in this order; any not named follow as they were."""
    rank = {key: place for place, key in enumerate(keys)}
    rows = sorted(door.channels.filter(removed_at=None), key=lambda c: (rank.get(c.key, len(rank)), c.place, c.pk))
    for place, row in enumerate(rows):
        row.place = place
    Channel.objects.bulk_update(rows, ["place"])
