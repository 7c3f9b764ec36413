"""Store what buttons report, each event once."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from django.db import IntegrityError

from kindknock.sites.models import Site

from ..models import Event


@dataclass(frozen=True, slots=True)
class Happened:
    """One event as reported. `path` has no query; `at` is our clock."""

    client_id: UUID
    site_key: str
    kind: str
    door: str
    channel: str
    path: str
    device: str
    language: str
    at: datetime
    person: str = ""
    campaign: str = ""


_site_ids: dict[str, int] = {}
"""Ids by key, remembered until a deleted site makes one wrong."""


def keep_events(batch: Sequence[Happened]) -> None:
    """Store a batch in one statement; those stored before are passed over. Unknown sites are dropped.

    Raises IntegrityError, having forgotten the ids, where a site was deleted meanwhile: try again.
    """
    missing = {one.site_key for one in batch} - _site_ids.keys()
    if missing:
        _site_ids.update(Site.objects.filter(key__in=missing).values_list("key", "pk"))
    rows = [
        Event(client_id=one.client_id, site_id=_site_ids[one.site_key], kind=one.kind, door=one.door,
              channel=one.channel, path=one.path[:500], device=one.device, language=one.language[:35], at=one.at,
              person=one.person, campaign=one.campaign[:100])
        for one in batch if one.site_key in _site_ids
    ]
    try:
        Event.objects.bulk_create(rows, ignore_conflicts=True)
    except IntegrityError:
        _site_ids.clear()
        raise
