"""What looks are made of, and the business's shelf of pictures."""

import json

from django.http import HttpRequest
from ninja import File, Router, UploadedFile

from kindknock import clock
from kindknock.accounts.actions.limit import FETCHES, UPLOADS, limit
from kindknock.accounts.models import Business
from kindknock.core.looks.colour import MIXES
from kindknock.core.looks.css import FONTS
from kindknock.core.looks.glyphs import GLYPHS
from kindknock.core.looks.own_css import PARTS
from kindknock.core.looks.sampling import main_of_page
from kindknock.doors.models import Door
from kindknock.people.models import Assistant
from kindknock.pictures.actions.keep_picture import keep_picture, put_away
from kindknock.pictures.encoding import MOST_BYTES, PictureRefused
from kindknock.pictures.models import Picture
from kindknock.pictures.queries import shelf_of
from kindknock.pictures.shelf import BANNERS, FACES, address_of
from kindknock.sites.fetching import NotFetched, fetch_picture

from .. import auth, words
from ..errors import NotFound, Problem
from ..guard import ACCOUNT, DOORS, LOOK, user_of
from ..schemas import (
    ColoursOut,
    DrawingOut,
    FontOut,
    GlyphOut,
    LooksChoicesOut,
    MixOut,
    PaintsIn,
    PictureFromIn,
    PictureOut,
)
from ..words import app_name

router = Router()


@router.get("/looks", response=LooksChoicesOut, auth=ACCOUNT)
def choices(request: HttpRequest) -> LooksChoicesOut:
    """Ready mixes, marks, fonts, and what stands on every shelf."""
    return LooksChoicesOut(
        mixes=[MixOut(key=key, colour=colour) for key, colour in MIXES.items()],
        glyphs=[GlyphOut(key=key, path=path) for key, path in GLYPHS.items()],
        fonts=[FontOut(key=key, name=name) for key, name in FONTS.items()],
        faces=[DrawingOut(key=key, address=address_of(key)) for key in FACES],
        banners=[DrawingOut(key=key, address=address_of(key)) for key in BANNERS],
        parts=list(PARTS),
    )


@router.post("/colours", response=ColoursOut, auth=ACCOUNT)
def colours(request: HttpRequest, body: PaintsIn) -> ColoursOut:
    """The main colours of a page, as it stands on the stage."""
    return ColoursOut(colours=list(main_of_page((item.css, item.area) for item in body.paints)))


def _uses(business: Business) -> list[tuple[str, str]]:
    """What of the draft could show a picture, by name, and what it holds. Three queries."""
    doors = Door.objects.filter(site__business=business, removed_at=None).prefetch_related("channels")
    out = [(door.name, json.dumps(door.parts.get("looks", {}))) for door in doors]
    out += [
        (f"{app_name(channel.app)} at {door.name}", str(channel.more.get("picture", "")))
        for door in doors
        for channel in door.channels.all()
        if channel.removed_at is None
    ]
    return [
        *out,
        *Assistant.objects.filter(business=business, removed_at=None).values_list("name", "picture"),
    ]


def _out(picture: Picture, uses: list[tuple[str, str]]) -> PictureOut:
    loads = next(
        (
            len(bytes(file.body))
            for file in sorted(picture.files.all(), key=lambda file: (file.kind != "image/avif", -file.size))
            if file.size in (0, 384)
        ),
        0,
    )
    return PictureOut(
        key=picture.key,
        address=f"/k/p/{picture.key}",
        name=picture.name,
        width=picture.width,
        height=picture.height,
        colours=picture.colours,
        came_bytes=picture.came_bytes,
        bytes=loads,
        used=[name for name, holds in uses if f"/k/p/{picture.key}" in holds],
    )


@router.get("/pictures", response=list[PictureOut], auth=LOOK)
def shelf(request: HttpRequest) -> list[PictureOut]:
    """Everything on the business's shelf, the newest first."""
    business = auth.business(request)
    uses = _uses(business)
    return [_out(item, uses) for item in shelf_of(business)]


@router.post("/pictures", response=PictureOut, auth=DOORS)
def upload(request: HttpRequest, file: File[UploadedFile]) -> PictureOut:
    """One more picture, encoded anew. The same file again is the one that is there."""
    if (file.size or 0) > MOST_BYTES:
        raise Problem(422, "too_large", words.PICTURE["too_large"], field="file")
    return _kept(request, file.read(), file.name or "")


@router.post("/pictures/from", response=PictureOut, auth=DOORS)
def fetch(request: HttpRequest, body: PictureFromIn) -> PictureOut:
    """A picture from its address on the public internet, fetched once and kept here."""
    auth.business(request)
    limit(FETCHES, str(user_of(request).pk), at=clock.now())
    try:
        found = fetch_picture(body.address.strip())
    except NotFetched as error:
        raise Problem(
            422, error.code, words.FETCHED.get(error.code, words.FETCHED["unreachable"]), field="address"
        ) from None
    return _kept(request, found, body.address.strip().rpartition("/")[2])


@router.delete("/pictures/{key}", response=list[PictureOut], auth=DOORS)
def take_off(request: HttpRequest, key: str) -> list[PictureOut]:
    """Off the shelf; what shows it goes on showing it."""
    business = auth.business(request)
    picture = business.pictures.filter(key=key).first()
    if picture is None:
        raise NotFound
    put_away(picture, at=clock.now())
    return shelf(request)


def _kept(request: HttpRequest, body: bytes, name: str) -> PictureOut:
    business = auth.business(request)
    limit(UPLOADS, str(business.pk), at=clock.now())
    try:
        return _out(keep_picture(business, body, name=name), [])
    except PictureRefused as refused:
        raise Problem(422, refused.code, words.PICTURE[refused.code], field="file") from None
