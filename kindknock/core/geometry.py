"""Where the button stands: corner, size and offsets, for the device of the visit.

Where RULES are silent: a tablet takes the computer's numbers (RULES 5), and a size out of
44 to 96 px is moved to the nearer end rather than refused.
"""

from dataclasses import dataclass
from typing import Literal

Device = Literal["phone", "tablet", "computer"]
DEVICES: tuple[Device, ...] = ("phone", "tablet", "computer")
MIN_SIZE_PX, MAX_SIZE_PX = 44, 96
_TABLET_FROM_PX = 600


@dataclass(frozen=True, slots=True)
class Place:
    """The floating button's place, in CSS px from the corner, safe areas not counted in."""

    corner: Literal["left", "right"]
    size_px: int
    side_px: int
    foot_px: int


def device_of(pointer: str, width_px: int, height_px: int) -> Device:
    """Name a device by its pointer and the shorter side of its window (RULES 5)."""
    if pointer != "coarse":
        return "computer"
    return "tablet" if min(width_px, height_px) >= _TABLET_FROM_PX else "phone"


def place_for(corner: Literal["left", "right"], size_px: int, device: Device) -> Place:
    """The place of a button of this size on this device."""
    size = max(MIN_SIZE_PX, min(MAX_SIZE_PX, size_px))
    if device == "phone":
        return Place(corner, size, 14, 16)
    return Place(corner, size, 24, 20)
