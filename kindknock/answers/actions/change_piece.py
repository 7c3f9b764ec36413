"""Put an answer, a heading or signposts on a site's draft, change one, move it, take it off."""

from datetime import datetime
from typing import Any

from django.db import transaction
from pydantic import ValidationError

from kindknock.core import setup as core
from kindknock.core.answers.document import cleaned
from kindknock.core.setup.answers import MOST_ANSWERS, MOST_SIGNPOSTS
from kindknock.sites.keys import new_key
from kindknock.sites.models import Site

from ..load import VALUES
from ..models import Piece
from ..queries import last_place

MOST = {Piece.Sort.ANSWER: MOST_ANSWERS, Piece.Sort.GROUP: 100, Piece.Sort.SIGNPOSTS: MOST_SIGNPOSTS}


class PieceMoved(Exception):
    """Somebody saved in between: `current` is how it stands."""

    def __init__(self, current: Piece) -> None:
        super().__init__("changed meanwhile")
        self.current = current


class PieceRefused(Exception):
    """`code` is full or unreadable; `where` the place."""

    def __init__(self, code: str, where: str = "") -> None:
        super().__init__(code)
        self.code, self.where = code, where


def value_of(sort: str, parts: dict[str, Any]) -> dict[str, Any]:
    """A value as it is stored: whole, its documents cleaned. Raises PieceRefused with the place."""
    try:
        value = VALUES[sort].model_validate({**parts, "key": "k"})
    except ValidationError as error:
        raise PieceRefused("unreadable", ".".join(map(str, error.errors()[0]["loc"]))) from None
    if isinstance(value, core.Answer):
        body = {tag: cleaned(document) for tag, document in value.body.items()}
        value = value.model_copy(
            update={"body": {tag: document for tag, document in body.items() if document}}
        )
    return value.model_dump(mode="json", exclude={"key"})


@transaction.atomic
def add_piece(site: Site, sort: str, parts: dict[str, Any]) -> Piece:
    """Last of its sort. Raises PieceRefused."""
    Site.objects.select_for_update().get(pk=site.pk)
    _refuse_full(site, sort)
    return Piece.objects.create(
        site=site, sort=sort, key=new_key(), place=last_place(site, sort), value=value_of(sort, parts)
    )


def change_piece(piece: Piece, changes: dict[str, Any], *, version: int) -> Piece:
    """Save parts of it, each whole. Raises PieceRefused, PieceMoved."""
    with transaction.atomic():
        row = Piece.objects.select_for_update().get(pk=piece.pk)
        if row.version != version:
            raise PieceMoved(row)
        row.value = value_of(row.sort, {**row.value, **changes})
        row.version += 1
        row.save(update_fields=["value", "version"])
    return row


def remove_piece(piece: Piece, *, at: datetime) -> None:
    """Off the draft; undo brings it back."""
    Piece.objects.filter(pk=piece.pk).update(removed_at=at)


@transaction.atomic
def put_back(site: Site, key: str) -> bool:
    """An answer or signposts that were taken off, on the draft again, last; whether there are any. Raises
    PieceRefused.
    """
    Site.objects.select_for_update().get(pk=site.pk)
    row = site.pieces.filter(key=key, sort__in=(Piece.Sort.ANSWER, Piece.Sort.SIGNPOSTS)).first()
    if row is None or row.removed_at is None:
        return row is not None
    _refuse_full(site, row.sort)
    row.place, row.removed_at = last_place(site, row.sort), None
    row.save(update_fields=["place", "removed_at"])
    return True


def _refuse_full(site: Site, sort: str) -> None:
    if site.pieces.filter(sort=sort, removed_at=None).count() >= MOST[Piece.Sort(sort)]:
        raise PieceRefused("full")


@transaction.atomic
def order_pieces(site: Site, sort: str, keys: list[str]) -> None:
    """Put them in this order; any not named follow as they were."""
    rows = list(site.pieces.filter(sort=sort, removed_at=None))
    rows.sort(key=lambda row: keys.index(row.key) if row.key in keys else len(keys))
    for place, row in enumerate(rows):
        row.place = place
    Piece.objects.bulk_update(rows, ["place"])
