"""Store what buttons report, each event once."""

import json
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
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
    country: str = ""
    came_from: str = ""


STORING = 7_406_101
"""The advisory lock that is held, shared, while events are stored: who adds them up waits a moment for it
and then knows that no smaller id is still to come.
"""
RETRIES_COME_H = 1

# One statement, one parameter, prepared once a connection: a third of what the ORM's bulk_create costs
# (bench/beacons.py),
# and every beacon waits for it. The columns are those of `Event`; a test compares them. Each month's table
# knows its own ids; in the first hour of a month the one before is looked at too.
_STORE = """
with storing as materialized (select pg_advisory_xact_lock_shared(%s))
insert into footfall_event
  (client_id, site_id, kind, door, channel, person, campaign, path, device, language, country, came_from, at)
select client_id, site_id, kind, door, channel, person, campaign, path, device, language, country, came_from,
  at
from storing, json_to_recordset(%s::json) as told
  (client_id uuid, site_id bigint, kind text, door text, channel text, person text, campaign text,
  path text, device text, language text, country text, came_from text, at timestamptz)
{unless}on conflict do nothing
"""
_UNLESS = """where not exists (
  select from footfall_event kept where kept.client_id = told.client_id
    and kept.site_id = told.site_id and kept.at < told.at and kept.at > told.at - interval '1 hour')
"""
_ANY_TIME, _MONTH_BEGINS = _STORE.format(unless=""), _STORE.format(unless=_UNLESS)
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
            "country": item.country[:2],
            "came_from": item.came_from[:100],
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
            connection.connection.execute(
                _MONTH_BEGINS if _is_month_new(batch) else _ANY_TIME,
                [STORING, json.dumps(rows)],
                prepare=True,
            )
    except IntegrityError:
        _site_ids.clear()
        raise


def _is_month_new(batch: Sequence[Happened]) -> bool:
    """Whether what is sent again may have been stored in the month before."""
    return any(at.day == 1 and at.hour < RETRIES_COME_H for at in (item.at.astimezone(UTC) for item in batch))
