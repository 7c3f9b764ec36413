"""Keep a picture on a business's shelf, and take it off."""

import hashlib
from datetime import datetime

from django.db import OperationalError, connection, transaction

from kindknock.accounts.models import Business
from kindknock.sites.keys import new_key

from ..encoding import PictureRefused, encode
from ..models import Picture, PictureFile

MOST_ON_SHELF = 400
"""Of one business, those taken off included: their files stay."""
PATIENCE_MS = 6000


def keep_picture(business: Business, body: bytes, *, name: str = "") -> Picture:
    """Encode and store it; the same file again is the one that is there. Raises PictureRefused."""
    digest = hashlib.sha256(body).hexdigest()
    there = business.pictures.filter(digest=digest).first()
    if there is not None:
        if there.removed_at is not None:
            there.removed_at = None
            there.save(update_fields=["removed_at"])
        return there
    if business.pictures.count() >= MOST_ON_SHELF:
        raise PictureRefused("shelf_full")
    with transaction.atomic():
        _wait_in_line()
        encoded = encode(body)
        picture = Picture.objects.create(
            business=business,
            key=new_key(20),
            digest=digest,
            name=name.strip()[:120],
            width=encoded.width,
            height=encoded.height,
            colours=list(encoded.colours),
            came_bytes=len(body),
        )
        PictureFile.objects.bulk_create(
            [
                PictureFile(picture=picture, size=size, kind=kind, body=data)
                for (size, kind), data in encoded.files.items()
            ]
        )
    return picture


def _wait_in_line() -> None:
    """Pictures are encoded one at a time over all processes, since each takes memory and a processor whole.
    Held until the transaction ends. Raises PictureRefused where the line is too long.
    """
    with connection.cursor() as cursor:
        cursor.execute("SELECT set_config('lock_timeout', %s, true)", [f"{PATIENCE_MS}ms"])
        try:
            cursor.execute("SELECT pg_advisory_xact_lock(hashtext('kindknock.pictures'))")
        except OperationalError:
            raise PictureRefused("busy") from None


def put_away(picture: Picture, *, at: datetime) -> None:
    """Off the shelf. Its files stay, since releases may show it."""
    picture.removed_at = at
    picture.save(update_fields=["removed_at"])
