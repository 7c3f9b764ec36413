"""Take one thing over that a business's website says now: into the draft of its first door, or at once where
hours and closures are always live.
"""

from datetime import date, datetime, timedelta
from typing import Any

from kindknock.accounts.actions.change_business import change_business
from kindknock.accounts.models import User
from kindknock.people.actions.close import add_closure
from kindknock.people.actions.keep_assistant import add_assistant
from kindknock.people.actions.set_hours import set_hours
from kindknock.people.models import Whose
from kindknock.sites.models import Site

from ..models import Door
from .add_channel import add_channel
from .change_door import change_door
from .keep_step import drafting


class NoDoor(Exception):
    """The site has no door that could take it."""


def take_over(site: Site, kind: str, value: dict[str, Any], *, by: User, at: datetime) -> None:
    """`kind` and `value` as a row of what was found has them. Raises what the action it comes down to raises,
    NoDoor where that needs a door.
    """
    business = site.business
    if kind == "who":
        languages = [
            *business.languages,
            *(tag for tag in value["languages"] if tag not in business.languages),
        ]
        changes = {"name": value["name"] or business.name, "languages": languages}
        change_business(business, changes, version=business.version)
    elif kind == "hours":
        row = business.hours.filter(whose=Whose.SHOP, key="").first()
        special = dict(row.special) if row else {}
        zone = row.zone if row else ""
        set_hours(business, Whose.SHOP, week=value["week"], zone=zone, special=special, by=by, at=at)
    elif kind == "closure":
        first, last = (date.fromisoformat(value[name]) for name in ("first", "last"))
        add_closure(business, first_day=first, last_day=last + timedelta(days=1), by=by, at=at)
    else:
        with drafting(site, by, at=at):
            _draft(site, _first_door(site), kind, value)


def _first_door(site: Site) -> Door:
    door = site.doors.filter(removed_at=None).order_by("place", "pk").first()
    if door is None:
        raise NoDoor
    return door


def _draft(site: Site, door: Door, kind: str, value: dict[str, Any]) -> None:
    if kind == "way":
        for app in value["apps"]:
            add_channel(door, typed=value["address"], app=app)
    elif kind == "colour":
        looks = {**(door.parts.get("looks") or {}), "colour": value["colour"]}
        change_door(door, {"looks": looks}, version=door.version)
    elif kind == "hidden":
        rule = {"effect": "hide", "kind": "below", "value": value["path"]}
        change_door(door, {"pages": [*(door.parts.get("pages") or []), rule]}, version=door.version)
    elif kind == "person":
        role = {site.business.languages[0]: value["role"]} if value.get("role") else {}
        add_assistant(site.business, name=value["name"], role=role)
