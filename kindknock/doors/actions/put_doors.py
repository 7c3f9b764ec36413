"""Make the doors of a site's draft what a setup says: the one way by which imports, undos and copies reach
the rows.
"""

from datetime import datetime

from django.db import transaction

from kindknock.core import setup as core
from kindknock.sites.keys import new_key
from kindknock.sites.models import Site

from ..load import draft_of
from ..models import Channel, Door


@transaction.atomic
def put_doors(site: Site, doors: tuple[core.Door, ...], *, at: datetime) -> None:
    """Doors come, go, change and stand in this order. A key that stands for something of another site gets
    a new one.

    A door that stands as it should is left alone, its version with it. Channels that go can be brought back.
    """
    stands = {door.key: door for door in draft_of(site).doors}
    kept = [
        _put_door(site, place, door, is_new=stands.get(door.key) != door, at=at)
        for place, door in enumerate(doors)
    ]
    site.doors.filter(removed_at=None).exclude(pk__in=kept).update(removed_at=at)


def _put_door(site: Site, place: int, door: core.Door, *, is_new: bool, at: datetime) -> int:
    row = Door.objects.filter(key=door.key).first()
    if row is not None and row.site_id != site.pk:
        row = None
        door = door.model_copy(update={"key": new_key()})
    if row is not None and not is_new:
        Door.objects.filter(pk=row.pk).update(place=place)
        return row.pk
    whole = door.model_dump(mode="json")
    row, _ = Door.objects.update_or_create(
        key=door.key,
        defaults={
            "site": site,
            "name": door.name,
            "place": place,
            "removed_at": None,
            "version": row.version + 1 if row else 1,
            "parts": {part: whole[part] for part in core.STORED_PARTS},
        },
    )
    kept = [_put_channel(row, at, channel) for at, channel in enumerate(door.channels)]
    row.channels.filter(removed_at=None).exclude(pk__in=kept).update(removed_at=at)
    return row.pk


def _put_channel(row: Door, place: int, channel: core.Channel) -> int:
    document = channel.model_dump(mode="json")
    elsewhere = Channel.objects.filter(key=channel.key).exclude(door=row).exists()
    made, _ = Channel.objects.update_or_create(
        key=new_key() if elsewhere else channel.key,
        defaults={
            "door": row,
            "place": place,
            "removed_at": None,
            **{part: document[part] for part in ("app", "address", "on", "name")},
            "more": {part: document[part] for part in core.CHANNEL_MORE},
        },
    )
    return made.pk
