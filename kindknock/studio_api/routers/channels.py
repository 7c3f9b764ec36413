"""One channel: edited, switched, removed, brought back, tried."""

import json

from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.core.setup import Door as DoorValue
from kindknock.core.setup import ForWhom, Setup
from kindknock.core.setup import Site as SiteValue
from kindknock.core.visit import decide, visit_from
from kindknock.doors.actions.change_channel import change_channel, remove_channel, restore_channel
from kindknock.doors.actions.keep_step import drafting
from kindknock.doors.compiling import compile_door_plans
from kindknock.doors.load import business_value, door_value, draft_of
from kindknock.doors.models import Channel, Door
from kindknock.people.load import people_of
from kindknock.people.models import Whose
from kindknock.sites.models import Site
from kindknock.sites.queries import held_facts

from .. import auth
from ..errors import NotFound
from ..guard import DOORS, LOOK, user_of
from ..landing import lands
from ..present import desk_of
from ..schemas import ChannelChange, DeskOut, TryIn, TryOut
from ..typed_hours import keep_hours

router = Router()


@router.patch("/channels/{key}", response=DeskOut, auth=DOORS)
def edit(request: HttpRequest, key: str, body: ChannelChange) -> DeskOut:
    """Save what is sent; hours of its own hold at once."""
    channel, by = auth.channel(request, key), user_of(request)
    site = channel.door.site
    with drafting(site, by, typing=True, at=clock.now()):
        change_channel(
            channel,
            typed=body.typed,
            app=body.app,
            on=body.on,
            name=body.name,
            everywhere=bool(body.everywhere),
            more=body.more.dict(exclude_unset=True) if body.more else None,
        )
        if body.hours is not None or body.hours_zone is not None:
            keep_hours(
                site.business,
                Whose.CHANNEL,
                channel.key,
                by=by,
                text=body.hours,
                zone=body.hours_zone,
                field="hours",
            )
    return desk_of(site, by)


@router.delete("/channels/{key}", response=DeskOut, auth=DOORS)
def remove(request: HttpRequest, key: str) -> DeskOut:
    channel, by = auth.channel(request, key), user_of(request)
    with drafting(channel.door.site, by, at=clock.now()):
        remove_channel(channel, at=clock.now())
    return desk_of(channel.door.site, by)


@router.post("/channels/{key}/restore", response=DeskOut, auth=DOORS)
def restore(request: HttpRequest, key: str) -> DeskOut:
    channel, by = auth.channel(request, key), user_of(request)
    with drafting(channel.door.site, by, at=clock.now()):
        restore_channel(channel)
    return desk_of(channel.door.site, by)


@router.post("/channels/{key}/try", response=TryOut, auth=LOOK)
def try_it(request: HttpRequest, key: str, body: TryIn) -> TryOut:
    """What a press of a visitor would open, with the draft's words; the QR code holds the same link."""
    channel = auth.channel(request, key)
    if not channel.address:
        raise NotFound
    door = Door.objects.prefetch_related("channels").get(pk=channel.door_id)
    value = door_value(door)
    business = business_value(door.site.business)
    note = body.note or _note_on(channel.door.site, value, channel.key, body.address)
    setup = Setup(
        business=business,
        site=SiteValue(key=door.site.key),
        doors=(value,),
        people=people_of(door.site.business),
    )
    address = _address(channel, setup, body.person or "")
    return lands(
        setup, value, app=channel.app, to=address, real_to=channel.address, note=note, on=body.address
    )


def _note_on(site: Site, door: DoorValue, channel: str, address: str) -> str:
    """What a visitor's note starts with on a page, by the draft, whatever the hour and whoever is in."""
    everywhere = door.model_copy(
        update={"pages": (), "people": (), "for_whom": ForWhom(), "when_nobody": "away"}
    )
    draft = draft_of(site).model_copy(update={"doors": (everywhere,)})
    facts = held_facts(site, address) if address else {}
    visit = visit_from(
        {**facts, "address": address, "kind": facts.get("kind", "")}, is_private_page=True, at=clock.now()
    )
    found = json.loads(decide(compile_door_plans(draft), visit).answer).get("door") or {}
    way: dict[str, object] = next((way for way in found.get("by", []) if way.get("key") == channel), {})
    return str(way.get("note") or found.get("note") or "")


def _address(channel: Channel, setup: Setup, person: str) -> str:
    chosen = next((each for each in setup.people if each.key == person), None)
    return chosen.address_for(channel.app, otherwise=channel.address) if chosen else channel.address
