"""Reads which boxes of a page stand where the button does, as the button tells it once a page."""

from collections.abc import Mapping
from typing import Any

from kindknock.core.pages.rules import path_of
from kindknock.core.visit import Visit
from kindknock.sites.actions.hear_boxes import MOST_BOXES, Boxes
from kindknock.sites.models import HeardBoxes

MOST_PX = 20_000
FORMS = ("old", "twice", "frame", "loader")
"""What may be odd about a line that works: an older form of it, put twice, inside a frame, put in by a tag
loader.
"""


def boxes_in(raw: Any, visit: Visit) -> Boxes | None:
    """The boxes of a body; None if it is none. What isn't a box is passed over."""
    if (
        not isinstance(raw, Mapping)
        or not isinstance(raw.get("site"), str)
        or not isinstance(raw.get("boxes"), list)
    ):
        return None
    width, height = _px(raw.get("width")), _px(raw.get("height"))
    if width < 1 or height < 1:
        return None
    boxes = tuple(
        (box[0], box[1], box[2], box[3])
        for box in raw["boxes"][:MOST_BOXES]
        if isinstance(box, list)
        and len(box) == 4
        and all(isinstance(px, int) and not isinstance(px, bool) and -MOST_PX <= px <= MOST_PX for px in box)
        and box[2] > 0
        and box[3] > 0
    )
    trouble = raw.get("trouble")
    known = trouble if trouble in HeardBoxes.Trouble.values else ""
    odd = raw.get("forms")
    forms = tuple(form for form in FORMS if isinstance(odd, list) and form in odd)
    return Boxes(raw["site"], path_of(visit.address), visit.device, width, height, boxes, str(known), forms)


def _px(value: Any) -> int:
    return int(value) if isinstance(value, int | float) and 0 <= value <= MOST_PX else 0
