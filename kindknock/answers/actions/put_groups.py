"""Put the headings above a site's answers in place; answers of one that goes stand without."""

from collections.abc import Collection
from datetime import datetime

from django.db import transaction

from kindknock.core import setup as core
from kindknock.sites.keys import new_key
from kindknock.sites.models import Site

from ..models import Piece


@transaction.atomic
def put_groups(
    site: Site, groups: tuple[core.Group, ...], *, was: Collection[str] | None = None, at: datetime
) -> None:
    """One whose key isn't known here gets a new one. `was`: keys that stood as whoever sends them began; what
    others have put in since stays, behind.
    """
    rows = {row.key: row for row in site.pieces.filter(sort=Piece.Sort.GROUP, removed_at=None)}
    for place, group in enumerate(groups):
        row = rows.pop(group.key, None) or Piece(site=site, sort=Piece.Sort.GROUP, key=new_key(), version=0)
        row.value, row.place, row.version = {"title": dict(group.title)}, place, row.version + 1
        row.save()
    rows = {key: row for key, row in rows.items() if was is None or key in was}
    for row in rows.values():
        row.removed_at = at
        row.save(update_fields=["removed_at"])
    for answer in site.pieces.filter(sort=Piece.Sort.ANSWER, removed_at=None):
        if answer.value.get("group") in rows:
            answer.value["group"] = ""
            answer.version += 1
            answer.save(update_fields=["value", "version"])
