"""A site's doors and their sentences: saved as drafts; pausing is live at once."""

from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.doors.actions.add_channel import add_channel
from kindknock.doors.actions.arrange_doors import copy_door, order_doors, remove_door, start_door
from kindknock.doors.actions.change_channel import order_channels
from kindknock.doors.actions.change_door import change_door
from kindknock.doors.actions.keep_step import drafting
from kindknock.doors.actions.pause_door import pause_door
from kindknock.doors.starts import STARTS

from .. import auth
from ..guard import ANYONE, DOORS, user_of
from ..present import desk_of
from ..schemas import ChannelIn, DeskOut, DoorChange, DoorIn, OrderIn, PauseIn, StartOut

router = Router()


@router.get("/starts", response=list[StartOut], auth=ANYONE)
def starts(request: HttpRequest) -> list[StartOut]:
    """Words and looks to begin a door with, by kind of business."""
    return [
        StartOut(
            key=start.key,
            name=start.name,
            what=start.what,
            says=start.parts["says"],
            looks=start.parts["looks"],
        )
        for start in STARTS
    ]


@router.post("/sites/{key}/doors", response=DeskOut, auth=DOORS)
def add_door(request: HttpRequest, key: str, body: DoorIn) -> DeskOut:
    """One more door, put last. A copy may be of a door of another site of the business."""
    site, by = auth.site(request, key), user_of(request)
    with drafting(site, by, at=clock.now()):
        if body.copy_of:
            copy_door(auth.door(request, body.copy_of), to=site, name=body.name, at=clock.now())
        else:
            start_door(site, name=body.name, start=body.start)
    return desk_of(site, by)


@router.post("/sites/{key}/doors-order", response=DeskOut, auth=DOORS)
def order_of_doors(request: HttpRequest, key: str, body: OrderIn) -> DeskOut:
    site, by = auth.site(request, key), user_of(request)
    with drafting(site, by, at=clock.now()):
        order_doors(site, body.keys, at=clock.now())
    return desk_of(site, by)


@router.patch("/doors/{key}", response=DeskOut, auth=DOORS)
def save_door(request: HttpRequest, key: str, body: DoorChange) -> DeskOut:
    """Save sentences of the draft. 409 if somebody saved in between."""
    door, by = auth.door(request, key), user_of(request)
    with drafting(door.site, by, typing=True, at=clock.now()):
        change_door(door, body.model_dump(exclude_unset=True, exclude={"version"}), version=body.version)
    return desk_of(door.site, by)


@router.delete("/doors/{key}", response=DeskOut, auth=DOORS)
def take_away(request: HttpRequest, key: str) -> DeskOut:
    """Take a door off the draft; undo brings it back."""
    door, by = auth.door(request, key), user_of(request)
    with drafting(door.site, by, at=clock.now()):
        remove_door(door, at=clock.now())
    return desk_of(door.site, by)


@router.post("/doors/{key}/pause", response=DeskOut, auth=DOORS)
def pause(request: HttpRequest, key: str, body: PauseIn) -> DeskOut:
    door = auth.door(request, key)
    pause_door(door, by=user_of(request), paused=body.paused, at=clock.now())
    return desk_of(door.site, user_of(request))


@router.post("/doors/{key}/channels", response=DeskOut, auth=DOORS)
def add(request: HttpRequest, key: str, body: ChannelIn) -> DeskOut:
    door, by = auth.door(request, key), user_of(request)
    with drafting(door.site, by, at=clock.now()):
        add_channel(door, typed=body.typed, app=body.app)
    return desk_of(door.site, by)


@router.post("/doors/{key}/order", response=DeskOut, auth=DOORS)
def order(request: HttpRequest, key: str, body: OrderIn) -> DeskOut:
    door, by = auth.door(request, key), user_of(request)
    with drafting(door.site, by, at=clock.now()):
        order_channels(door, body.keys)
    return desk_of(door.site, by)
