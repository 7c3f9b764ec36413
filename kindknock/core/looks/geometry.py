"""Where the button stands: corner, size and offsets, for the device of the visit.

Where docs/rules.md is silent: a tablet takes the computer's numbers (docs/rules.md 5), and a size out of
44 to 96 px is moved to the nearer end rather than refused.
"""

from dataclasses import dataclass, replace
from typing import Literal

Device = Literal["phone", "tablet", "computer"]
Height = Literal["foot", "middle", "top"]
DEVICES: tuple[Device, ...] = ("phone", "tablet", "computer")
MIN_SIZE_PX, MAX_SIZE_PX = 44, 96
_TABLET_FROM_PX = 600


@dataclass(frozen=True, slots=True)
class Place:
    """The floating button's place, in CSS px from the corner, safe areas not counted in. `foot_px` counts
    from the upper edge where it stands in an upper corner, and not at all half way up the side.
    """

    corner: Literal["left", "right"]
    size_px: int
    side_px: int
    foot_px: int
    height: Height = "foot"


def device_of(pointer: str, width_px: int, height_px: int) -> Device:
    """Name a device by its pointer and the shorter side of its window (docs/rules.md 5)."""
    if pointer != "coarse":
        return "computer"
    return "tablet" if min(width_px, height_px) >= _TABLET_FROM_PX else "phone"


def place_for(
    corner: Literal["left", "right"],
    size_px: int,
    device: Device,
    offset_px: tuple[int, int] | None = None,
    shape: str = "arch",
    height: Height = "foot",
) -> Place:
    """The place of a button of this size on this device; `offset_px` (side, foot) instead of ours.

    A bar stands on the window's foot, over a phone's whole width; a tab on the window's side.
    """
    size = max(MIN_SIZE_PX, min(MAX_SIZE_PX, size_px))
    side, foot = offset_px or ((14, 16) if device == "phone" else (24, 20))
    if shape == "bar":
        side, foot = 0 if device == "phone" else side, 0
    at = "foot" if shape == "bar" else height
    return Place(corner, size, 0 if shape == "tab" else side, foot, at)


@dataclass(frozen=True, slots=True)
class Box:
    """A rectangle of the window in CSS px, its origin top left."""

    left: int
    top: int
    width: int
    height: int

    @property
    def right(self) -> int:
        return self.left + self.width

    @property
    def bottom(self) -> int:
        return self.top + self.height

    def covers(self, other: "Box") -> bool:
        """Whether the two share any area; touching edges share none."""
        return (
            self.left < other.right
            and other.left < self.right
            and self.top < other.bottom
            and other.top < self.bottom
        )


@dataclass(frozen=True, slots=True)
class Window:
    """The visitor's window, with what a notch or a home bar takes of it."""

    width: int
    height: int
    safe_side: int = 0
    safe_foot: int = 0


def button_box(place: Place, window: Window, label_px: int = 0) -> Box:
    """Where the button stands, moved as far as it takes to be on screen whole."""
    width = min(place.size_px + label_px, max(window.width - 2 * window.safe_side, 1))
    height = min(place.size_px, max(window.height - window.safe_foot, 1))
    side = place.side_px + window.safe_side
    left = side if place.corner == "left" else window.width - side - width
    top = {
        "foot": window.height - place.foot_px - window.safe_foot - height,
        "middle": (window.height - height) // 2,
        "top": place.foot_px,
    }[place.height]
    return Box(
        min(max(left, 0), max(window.width - width, 0)),
        min(max(top, 0), max(window.height - height, 0)),
        width,
        height,
    )


def card_box(button: Box, place: Place, window: Window, card_height_px: int, device: Device) -> Box:
    """Where the note card opens: above the button toward the page, below one in an upper corner; on phones a
    sheet at the foot.

    Never wider than the window nor taller than the room it has; inside it scrolls.
    """
    if device == "phone":
        height = min(card_height_px, max(window.height - 24, 1))
        return Box(0, window.height - height, window.width, height)
    width = min(CARD_WIDTH_PX, window.width)
    below = place.height == "top"
    room = max((window.height - button.bottom if below else button.top) - CARD_GAP_PX - 8, 1)
    height = min(card_height_px, room)
    top = button.bottom + CARD_GAP_PX if below else button.top - CARD_GAP_PX - height
    left = button.left if place.corner == "left" else button.right - width
    return Box(min(max(left, 0), max(window.width - width, 0)), top, width, height)


CARD_WIDTH_PX, CARD_GAP_PX = 296, 12


def nearest_free(place: Place, window: Window, fixed: tuple[Box, ...], label_px: int = 0) -> Place | None:
    """The least foot offset at or above the place's own where the button covers none of these boxes.

    The place itself where it is free already; None where nothing is free up to the other edge, or where it
    stands half way up the side and is not.
    """
    if place.height == "middle":
        free = not any(button_box(place, window, label_px).covers(other) for other in fixed)
        return place if free else None
    if place.height == "top":
        # The same look with the window upside down.
        turned = tuple(Box(b.left, window.height - b.bottom, b.width, b.height) for b in fixed)
        found = nearest_free(replace(place, height="foot"), replace(window, safe_foot=0), turned, label_px)
        return found and replace(found, height="top")
    foot = place.foot_px
    while foot + place.size_px <= window.height - window.safe_foot:
        moved = Place(place.corner, place.size_px, place.side_px, foot)
        box = button_box(moved, window, label_px)
        hit = [other for other in fixed if box.covers(other)]
        if not hit:
            return moved
        # Clear the lowest of what is hit; the next look sees whether something stands above it.
        foot = max(foot + 1, window.height - window.safe_foot - max(min(other.top for other in hit) - 8, 0))
    return None
