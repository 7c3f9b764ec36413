"""Store what buttons report, each event once."""

import json
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from django.db import IntegrityError, connection

from kindknock.sites.models import Site


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


# One statement, one parameter, prepared once a connection: a third of what the ORM's bulk_create costs
# (bench/beacons.py),
# and every beacon waits for it. The columns are those of `Event`; a test compares them.
_STORE = """
insert into footfall_event
  (client_id, site_id, kind, door, channel, person, campaign, path, device, language, at)
select client_id, site_id, kind, door, channel, person, campaign, path, device, language, at
from json_to_recordset(%s::json) as told
  (client_id uuid, site_id bigint, kind text, door text, channel text, person text, campaign text,
  path text, device text, language text, at timestamptz)
on conflict (client_id) do nothing
"""
_site_ids: dict[str, int] = {}
"""Ids by key, remembered until a deleted site makes one wrong."""


def keep_events(batch: Sequence[Happened]) -> None:
    """Store a batch in one statement; those stored before are passed over. Unknown sites are dropped.

    Raises IntegrityError, having forgotten the ids, where a site was deleted meanwhile: try again.
    """
    missing = {item.site_key for item in batch} - _site_ids.keys()
    if missing:
        _site_ids.update(Site.objects.filter(key__in=missing).values_list("key", "pk"))
    rows = [
        {
            "client_id": item.client_id.hex,
            "site_id": _site_ids[item.site_key],
            "kind": item.kind,
            "door": item.door,
            "channel": item.channel,
            "person": item.person,
            "campaign": item.campaign[:100],
            "path": item.path[:500],
            "device": item.device,
            "language": item.language[:35],
            "at": item.at.isoformat(),
        }
        for item in batch
        if item.site_key in _site_ids
    ]
    if not rows:
        return
    connection.ensure_connection()
    try:
        with connection.wrap_database_errors:
            connection.connection.execute(_STORE, [json.dumps(rows)], prepare=True)
    except IntegrityError:
        _site_ids.clear()
        raise
