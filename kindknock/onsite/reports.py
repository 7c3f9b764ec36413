"""Reads the beacons a button sends, and what its questions say about where the line stands."""

import re
from collections.abc import Mapping
from dataclasses import replace
from datetime import datetime
from typing import Any
from uuid import UUID, uuid4

from kindknock.core.addresses.hosts import HostList, host_of
from kindknock.core.asked_again import struck
from kindknock.core.pages.rules import campaign_of, path_of
from kindknock.core.visit import Visit, visit_from
from kindknock.footfall.actions.keep_events import Happened
from kindknock.footfall.actions.keep_readings import Read
from kindknock.footfall.models import Event, Reading
from kindknock.sites.actions.hear import Heard

MOST_EVENTS = 20
_ROBOT = re.compile(r"bot\b|bot/|crawl|spider|slurp|preview|headless|lighthouse|monitor", re.IGNORECASE)
KEY = re.compile(r"[a-z0-9-]{0,16}")


def is_robot(user_agent: str) -> bool:
    """Whether a browser says of itself that no person is looking."""
    return not user_agent or _ROBOT.search(user_agent) is not None


def is_not_to_be_counted(environ: Mapping[str, Any]) -> bool:
    """Whether the browser asks not to be followed: Do Not Track, or Global Privacy Control. It sends both by
    itself with every request.
    """
    return environ.get("HTTP_DNT") == "1" or environ.get("HTTP_SEC_GPC") == "1"


def events_in(raw: Any, at: datetime) -> list[Happened] | None:
    """The events of one beacon; None if it is not one. Unreadable single events are passed over."""
    if not isinstance(raw, Mapping) or not isinstance(raw.get("events"), list):
        return None
    site = raw.get("site")
    if not isinstance(site, str) or not KEY.fullmatch(site):
        return None
    return [event for item in raw["events"][:MOST_EVENTS] if (event := _event(site, item, raw, at))]


def _event(site: str, value: Any, raw: Mapping[str, Any], at: datetime) -> Happened | None:
    if not isinstance(value, Mapping) or value.get("kind") not in Event.Kind.values:
        return None
    door, channel = value.get("door"), value.get("channel") or ""
    if (
        not isinstance(door, str)
        or not isinstance(channel, str)
        or not (KEY.fullmatch(door) and KEY.fullmatch(channel))
    ):
        return None
    person, address = value.get("person") or "", plain_text(raw.get("address"))
    visit = visit_from({name: raw.get(name) for name in ("device", "pointer", "width", "height")})
    return Happened(
        id_in(value.get("id")) or uuid4(),
        site,
        value["kind"],
        door,
        channel,
        path_of(address),
        visit.device,
        plain_text(raw.get("lang"))[:35],
        at,
        person if isinstance(person, str) and KEY.fullmatch(person) else "",
        campaign_of(address),
        came_from=host_of(plain_text(raw.get("from"))) or "",
    )


def placed(events: list[Happened], country: str, own: HostList) -> list[Happened]:
    """The same events with the country, and with where the visitor came from only where that is elsewhere."""
    return [
        replace(event, country=country, came_from="" if event.came_from in own else event.came_from)
        if country or event.came_from
        else event
        for event in events
    ]


PIECE = re.compile(r"[A-Za-z0-9-]{0,64}")


def readings_in(raw: Any, at: datetime) -> list[Read]:
    """What was read, by a beacon; what can't be read of it is passed over."""
    if not isinstance(raw, Mapping) or not isinstance(raw.get("events"), list):
        return []
    return [read for item in raw["events"][:MOST_EVENTS] if (read := _reading(item, raw, at))]


def _reading(value: Any, raw: Mapping[str, Any], at: datetime) -> Read | None:
    if not isinstance(value, Mapping) or value.get("kind") not in Reading.Kind.values:
        return None
    keys = {name: value.get(name) or "" for name in ("about", "step", "arm", "door", "view", "visit")}
    if not all(isinstance(key, str) and PIECE.fullmatch(key) for key in keys.values()):
        return None
    visit = visit_from({name: raw.get(name) for name in ("device", "pointer", "width", "height")})
    if value["kind"] == Reading.Kind.KNOCKED and not keys["visit"]:
        return None
    end = value.get("end")
    return Read(
        client_id=id_in(value.get("id")) or uuid4(),
        site_key=str(raw.get("site")),
        kind=value["kind"],
        door=keys["door"][:16],
        about=keys["about"],
        step=keys["step"],
        arm=keys["arm"],
        end=end if end in Reading.End.values else "",
        view=keys["view"][:16],
        path=path_of(plain_text(raw.get("address"))),
        device=visit.device,
        language=plain_text(raw.get("lang"))[:35],
        at=at,
        words=struck(plain_text(value.get("words"), 200)).strip()[:200],
        visit=keys["visit"][:16],
    )


def heard_in(site_key: str, visit: Visit, at: datetime, door: str | None) -> Heard:
    """What a question says of where the line stands, with the door it was answered with."""
    return Heard(site_key, visit.host, path_of(visit.address), visit.title, at, visit.kind, door or "")


def id_in(value: Any) -> UUID | None:
    """The id a browser made; None for what is none, as pages with old libraries send it."""
    try:
        return UUID(str(value))
    except ValueError:
        return None


def plain_text(value: Any, longest: int = 2000) -> str:
    """Text that can be stored: no NUL, no half of a surrogate pair."""
    return (
        value[:longest].replace("\x00", "").encode("utf-8", "replace").decode()
        if isinstance(value, str)
        else ""
    )
