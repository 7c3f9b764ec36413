"""Reads about what visitors can read."""

from django.db.models import Max

from kindknock.sites.models import Site

from .models import Piece


def piece_of(site: Site, sort: str, key: str) -> Piece | None:
    """One that is on the draft; None where there is none."""
    return site.pieces.select_related("site__business").filter(sort=sort, key=key, removed_at=None).first()


def last_place(site: Site, sort: str) -> int:
    """The place behind all that stand there."""
    found = site.pieces.filter(sort=sort, removed_at=None).aggregate(last=Max("place"))["last"]
    return 0 if found is None else int(found) + 1
