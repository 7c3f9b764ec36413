"""A door's sentences: saved as drafts; pausing is live at once."""

from django.http import HttpRequest
from ninja import Router

from kindknock.doors.actions.add_channel import add_channel
from kindknock.doors.actions.change_channel import order_channels
from kindknock.doors.actions.change_door import change_door
from kindknock.doors.actions.pause_door import pause_door

from .. import auth
from ..present import desk_of
from ..schemas import ChannelIn, DeskOut, DoorChange, OrderIn, PauseIn

router = Router()


@router.patch("/doors/{key}", response=DeskOut)
def save_door(request: HttpRequest, key: str, body: DoorChange) -> DeskOut:
    """Save sentences of the draft. 409 if somebody saved in between."""
    door = auth.door(request, key)
    changes = {name: value for name, value in body.dict(exclude={"version"}).items() if value is not None}
    change_door(door, changes, version=body.version)
    return desk_of(door.site)


@router.post("/doors/{key}/pause", response=DeskOut)
def pause(request: HttpRequest, key: str, body: PauseIn) -> DeskOut:
    door = auth.door(request, key)
    pause_door(door, by=auth.person(request), paused=body.paused)
    return desk_of(door.site)


@router.post("/doors/{key}/channels", response=DeskOut)
def add(request: HttpRequest, key: str, body: ChannelIn) -> DeskOut:
    door = auth.door(request, key)
    add_channel(door, typed=body.typed, app=body.app)
    return desk_of(door.site)


@router.post("/doors/{key}/order", response=DeskOut)
def order(request: HttpRequest, key: str, body: OrderIn) -> DeskOut:
    door = auth.door(request, key)
    order_channels(door, body.keys)
    return desk_of(door.site)
