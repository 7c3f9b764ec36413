"""A site's doors: one more from nothing, from a start or from a copy, in another order, or gone. Draft
until published.
"""

from datetime import datetime
from typing import Any

from django.db import transaction

from kindknock.core import setup as core
from kindknock.sites.keys import new_key
from kindknock.sites.models import Site

from ..load import draft_of
from ..models import Door
from ..starts import STARTS_BY_KEY
from .change_door import change_door
from .make_door import make_door
from .put_doors import put_doors


def start_door(site: Site, *, name: str, start: str = "") -> Door:
    """Put a new door last; with `start` it has that start's words and looks."""
    door = make_door(
        site, name=name.strip() or (STARTS_BY_KEY[start].name if start in STARTS_BY_KEY else "New door")
    )
    if start in STARTS_BY_KEY:
        door = change_door(door, dict(STARTS_BY_KEY[start].parts), version=door.version)
    return door


@transaction.atomic
def copy_door(door: Door, *, to: Site, name: str, at: datetime) -> Door:
    """Put a copy with all its channels last on a site of the same business."""
    value = next(item for item in draft_of(door.site).doors if item.key == door.key)
    fresh: dict[str, Any] = {"key": new_key(), "name": name.strip()[:80] or value.name}
    if to.pk != door.site_id:
        # Signposts stay on their site.
        fresh["reads"] = value.reads.model_copy(update={"begins": ()})
    copy = value.model_copy(
        update={**fresh, "channels": tuple(c.model_copy(update={"key": new_key()}) for c in value.channels)}
    )
    put_doors(to, (*draft_of(to).doors, copy), at=at)
    return Door.objects.select_related("site__business").get(key=copy.key)


def order_doors(site: Site, keys: list[str], *, at: datetime) -> None:
    """Put the site's doors in this order; any not named follow as they were."""
    _put(
        site,
        lambda doors: tuple(
            sorted(doors, key=lambda door: keys.index(door.key) if door.key in keys else len(keys))
        ),
        at=at,
    )


def remove_door(door: Door, *, at: datetime) -> None:
    """Take a door off the draft. What was counted for it stays; undo brings it back."""
    _put(door.site, lambda doors: tuple(item for item in doors if item.key != door.key), at=at)


def _put(site: Site, change: "Any", *, at: datetime) -> None:
    doors: tuple[core.Door, ...] = draft_of(site).doors
    put_doors(site, change(doors), at=at)
