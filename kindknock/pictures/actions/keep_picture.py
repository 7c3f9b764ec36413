"""Keep a picture on a business's shelf, and take it off."""

import hashlib
from datetime import datetime

from django.db import transaction

from kindknock.accounts.models import Business
from kindknock.sites.keys import new_key

from ..encoding import encode
from ..models import Picture, PictureFile


def keep_picture(business: Business, body: bytes, *, name: str = "") -> Picture:
    """Encode and store it; the same file again is the one that is there. Raises PictureRefused."""
    digest = hashlib.sha256(body).hexdigest()
    there = business.pictures.filter(digest=digest).first()
    if there is not None:
        if there.removed_at is not None:
            there.removed_at = None
            there.save(update_fields=["removed_at"])
        return there
    encoded = encode(body)
    with transaction.atomic():
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


def put_away(picture: Picture, *, at: datetime) -> None:
    """Off the shelf. Its files stay, since releases may show it."""
    picture.removed_at = at
    picture.save(update_fields=["removed_at"])
