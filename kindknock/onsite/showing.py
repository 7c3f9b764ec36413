"""What a private address shows: one door, drafted or live, on a page of ours.

The page stands for any page, so rules about pages, hosts and visitors don't count there, nor does a pause.
Hours, absences and languages do.
"""

from datetime import datetime
from typing import Any

from kindknock.core.setup import Door, ForWhom, Setup, setup_from
from kindknock.core.visit import Compiled, Live
from kindknock.doors.compiling import compile_door_plans
from kindknock.doors.load import draft_of
from kindknock.doors.models import Showing
from kindknock.doors.queries import last_release
from kindknock.people.load import timetable_of
from kindknock.standins.links import links_for

SIGN = "~"
"""Stands before a token where a site's key would."""


def showing_of(token: str, at: datetime) -> Showing | None:
    """The address with this token; None where there is none, also once it has ended."""
    return Showing.objects.select_related("site__business", "by").filter(token=token, until__gt=at).first()


def compiled_for(key: str, at: datetime) -> Compiled | None:
    """The one door behind `~token`, ready to be asked; None where the address has ended or the door is
    gone.
    """
    showing = showing_of(key.removeprefix(SIGN), at) if key.startswith(SIGN) else None
    if showing is None:
        return None
    setup = shown_setup(showing)
    return (
        compile_door_plans(
            setup,
            timetable=timetable_of(showing.site.business, at=at),
            live=Live((), frozenset()),
            links=links_for(setup),
        )
        if setup.doors
        else None
    )


def is_shown(raw: Any) -> bool:
    """Whether something sent comes from a private address: answered as anywhere, and nothing of it is
    kept.
    """
    return isinstance(raw, dict) and isinstance(raw.get("site"), str) and raw["site"].startswith(SIGN)


def shown_setup(showing: Showing) -> Setup:
    release = last_release(showing.site) if showing.of == Showing.Of.LIVE else None
    setup = setup_from(release.setup) if release else draft_of(showing.site)
    if showing.of == Showing.Of.LIVE and release is None:
        return setup.model_copy(update={"doors": ()})
    return setup.model_copy(
        update={
            "doors": tuple(_anywhere(door) for door in setup.doors if door.key == showing.door),
            "answers": tuple(answer.model_copy(update={"pages": ()}) for answer in setup.answers),
        }
    )


def _anywhere(door: Door) -> Door:
    channels = tuple(channel.model_copy(update={"pages": ()}) for channel in door.channels)
    begins = tuple(each.model_copy(update={"pages": ()}) for each in door.reads.begins)
    reads = door.reads.model_copy(update={"begins": begins})
    return door.model_copy(update={"pages": (), "for_whom": ForWhom(), "channels": channels, "reads": reads})
