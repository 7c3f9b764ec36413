"""Let doors begin with signposts, or no longer."""

from django.db import transaction

from kindknock.sites.keys import new_key
from kindknock.sites.models import Site

from ..models import Door


@transaction.atomic
def begin_with(site: Site, signposts: str, doors: tuple[str, ...]) -> None:
    """The doors named begin with these signposts on every page; others that did don't any more. What a door
    begins with on some pages only stays in front.
    """
    for door in Door.objects.select_for_update().filter(site=site, removed_at=None):
        reads = dict(door.parts.get("reads") or {})
        before = list(reads.get("begins") or [])
        narrow = [
            each
            for each in before
            if (each.get("pages") or each.get("languages"))
            and (each.get("signposts") != signposts or door.key in doors)
        ]
        wide = [each for each in before if not each.get("pages") and not each.get("languages")]
        if door.key in doors:
            wide = [{"key": new_key(), "signposts": signposts}]
        else:
            wide = [each for each in wide if each.get("signposts") != signposts]
        after = [*narrow, *wide]
        if [each.get("signposts") for each in after] != [each.get("signposts") for each in before]:
            door.parts = {**door.parts, "reads": {**reads, "begins": after}}
            door.version += 1
            door.save(update_fields=["parts", "version"])
