"""Reads about pictures: the shelf, and the file a browser should get."""

from kindknock.accounts.models import Business

from .encoding import AVIF, JPEG, PNG, SIZES, SVG, WEBP
from .models import Picture, PictureFile


def shelf_of(business: Business) -> list[Picture]:
    """Everything on the business's shelf, the newest first."""
    return list(business.pictures.filter(removed_at=None)[:200])


def file_for(key: str, size: int, accept: str) -> tuple[bytes, str] | None:
    """Body and MIME type of a picture at the least size not under the wanted one, in the best kind the
    browser takes (RFC 9110, 12.5.1).
    """
    wanted = next((item for item in SIZES if item >= size), SIZES[-1])
    rows = {row.kind: row for row in PictureFile.objects.filter(picture__key=key, size__in=(wanted, 0))}
    order = [SVG, *(kind for kind in (AVIF, WEBP) if kind in accept), PNG, JPEG]
    row = next((rows[kind] for kind in order if kind in rows), None)
    return (bytes(row.body), row.kind) if row else None
