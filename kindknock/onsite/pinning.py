"""The pinned form of the line, for sites that demand `integrity` (Subresource Integrity, W3C): the button's
files as they are now, kept and served unchanged for two years from the day they were asked for.

The ordinary line never has to change; a pinned one must be renewed, since it never gets a mended button.
"""

import hashlib
import re
from base64 import b64encode
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.conf import settings
from django.db import transaction

from kindknock.sites.models import PinnedFile

KEPT = timedelta(days=730)
NAME = re.compile(r"[a-z]{1,12}\.[0-9a-f]{10,16}\.js")
MOST_HELD = 200
NOT_KEPT_FOR = 30.0
"""So many seconds nobody asks again for a name that was none."""


@dataclass(frozen=True, slots=True)
class Pinned:
    """`path` of the first file on our origin, its `integrity`, and until when it is served."""

    path: str
    integrity: str
    until: datetime


class NotBuilt(Exception):
    """There is no button to pin."""


def pin_now(*, at: datetime) -> Pinned:
    """Keep all of today's files for two years from `at`. Raises NotBuilt."""
    folder = settings.BUILT / "button"
    first = folder / "k.js"
    if not first.exists():
        raise NotBuilt
    body = first.read_bytes()
    name = f"k.{hashlib.sha256(body).hexdigest()[:16]}.js"
    files = {name: body} | {
        file.name: file.read_bytes() for file in folder.glob("*.js") if NAME.fullmatch(file.name)
    }
    until = at + KEPT
    with transaction.atomic():
        for kept, content in files.items():
            PinnedFile.objects.update_or_create(name=kept, defaults={"body": content, "until": until})
    digest = b64encode(hashlib.sha384(body).digest()).decode()
    return Pinned(f"/k/{name}", f"sha384-{digest}", until)


def is_name(path: str) -> bool:
    """Whether a path could be a kept file's."""
    return NAME.fullmatch(path.removeprefix("/k/")) is not None


def pinned_file(path: str, at: datetime) -> bytes | None:
    """A kept file by its path; None for any other. One query."""
    name = path.removeprefix("/k/")
    found = PinnedFile.objects.filter(name=name, until__gt=at).values_list("body", flat=True).first()
    return bytes(found) if found is not None else None
