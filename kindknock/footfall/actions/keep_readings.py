"""Store what was read and walked, each thing once."""

from collections.abc import Sequence
from dataclasses import asdict, dataclass
from datetime import datetime
from uuid import UUID

from kindknock.sites.models import Site

from ..models import Reading


@dataclass(frozen=True, slots=True)
class Read:
    """One reading as reported. `path` has no query; `at` is our clock."""

    client_id: UUID
    site_key: str
    kind: str
    door: str
    about: str
    step: str
    arm: str
    end: str
    view: str
    path: str
    device: str
    language: str
    at: datetime
    words: str = ""
    visit: str = ""


def keep_readings(batch: Sequence[Read]) -> None:
    """Store a batch; those stored before are passed over, those of unknown sites dropped. Two queries."""
    keys = {read.site_key for read in batch}
    sites = dict(Site.objects.filter(key__in=keys).values_list("key", "pk"))
    rows = []
    for read in batch:
        if read.site_key in sites:
            values = asdict(read)
            del values["site_key"]
            values["path"] = read.path[:500]
            rows.append(Reading(site_id=sites[read.site_key], **values))
    Reading.objects.bulk_create(rows, ignore_conflicts=True)
