"""The check before publishing, read like a careful colleague: what must be mended first.

Each finding has a stable code, the place it points at, and the fix as an act the studio offers.
"""

from dataclasses import dataclass

from .apps import APPS
from .colour import contrast, read_colour
from .contacts import read_contact
from .setup import Channel, Door, Setup


@dataclass(frozen=True, slots=True)
class Finding:
    """`door` and `channel` are keys of the place; `fix` the code of the act that mends it."""

    code: str
    door: str
    channel: str = ""
    fix: str = ""
    found: str = ""


def blocks(setup: Setup) -> tuple[Finding, ...]:
    """Everything that must be mended before publishing, by door in the owner's order."""
    return tuple(finding for door in setup.doors for finding in _door(door))


def _door(door: Door) -> list[Finding]:
    out = [finding for channel in door.channels if channel.on for finding in _channel(door, channel)]
    if not any(channel.on and channel.address for channel in door.channels):
        out.append(Finding("no_way_left", door.key, fix="add_channel"))
    label, brand = read_colour(door.looks.label_colour), read_colour(door.looks.colour)
    if label and brand:
        reading = contrast(label, brand)
        if reading and not reading.reads:
            out.append(Finding("label_unreadable", door.key, fix="nearest_colour", found=reading.nearest))
    elif brand is None:
        out.append(Finding("colour_unreadable", door.key, fix="choose_colour", found=door.looks.colour))
    return out


def _channel(door: Door, channel: Channel) -> list[Finding]:
    if channel.app not in APPS:
        return [Finding("unknown_app", door.key, channel.key, "choose_app", channel.app)]
    if not channel.address:
        return [Finding("address_blank", door.key, channel.key, "write_address")]
    if APPS[channel.app].takes == "phone" or channel.address.startswith("+"):
        reading = read_contact(channel.address, app=channel.app)
        if "example_number" in reading.warnings:
            return [Finding("example_number", door.key, channel.key, "write_address", channel.address)]
    return []
