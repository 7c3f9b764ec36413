"""Make a door with the words and looks it starts with."""

from kindknock.sites.keys import new_key
from kindknock.sites.models import Site

from ..models import Door


def make_door(site: Site, *, name: str, says: dict[str, dict[str, str]] | None = None) -> Door:
    """Put a door last on a site. What isn't said takes the small words of the visitor's language."""
    return Door.objects.create(
        site=site,
        key=new_key(),
        name=name[:80],
        place=site.doors.filter(removed_at=None).count(),
        parts={"says": says or {}},
    )
