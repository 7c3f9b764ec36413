"""Keep which boxes of a page stand where the button does, as a real visit told it: the last of each page
and device.
"""

from dataclasses import dataclass
from datetime import datetime

from ..models import HeardBoxes, Site

MOST_BOXES = 12


@dataclass(frozen=True, slots=True)
class Boxes:
    """`boxes` are (left, top, width, height) in CSS px."""

    site_key: str
    path: str
    device: str
    width: int
    height: int
    boxes: tuple[tuple[int, int, int, int], ...]
    trouble: str = ""
    """A `HeardBoxes.Trouble`; empty where the button could be seen."""
    forms: tuple[str, ...] = ()
    """What is odd about the line there."""


def keep_boxes(boxes: Boxes, at: datetime) -> None:
    """Store them; none left means that nothing lies there any more. Bounded, the longest unheard go first."""
    site = Site.objects.filter(key=boxes.site_key).first()
    if site is None:
        return
    if not boxes.boxes and not boxes.trouble and not boxes.forms:
        site.heard_boxes.filter(path=boxes.path[:500], device=boxes.device).delete()
        return
    HeardBoxes.objects.update_or_create(
        site=site,
        path=boxes.path[:500],
        device=boxes.device,
        defaults={
            "width": boxes.width,
            "height": boxes.height,
            "boxes": [list(box) for box in boxes.boxes[:MOST_BOXES]],
            "trouble": boxes.trouble,
            "forms": list(boxes.forms),
            "at": at,
        },
    )
    HeardBoxes.objects.filter(
        pk__in=list(site.heard_boxes.values_list("pk", flat=True)[HeardBoxes.MOST_A_SITE :])
    ).delete()
