"""Begin and end a trial on a site's own pages, and keep what its page reports."""

import secrets
from collections.abc import Mapping
from datetime import datetime, timedelta
from typing import Any

from django.db import transaction

from kindknock.accounts.models import User
from kindknock.sites.models import Site

from ..models import Showing, Trial
from .show_door import TOKEN_BYTES

HOURS = 24


def begin_trial(site: Site, *, of: Showing.Of, visit: Mapping[str, Any], by: User, at: datetime) -> Trial:
    """A new key that works for a day from `at`; beyond the most a site may have, the oldest end."""
    with transaction.atomic():
        trial = Trial.objects.create(
            site=site,
            of=of,
            token=secrets.token_urlsafe(TOKEN_BYTES),
            visit=dict(visit),
            by=by,
            at=at,
            until=at + timedelta(hours=HOURS),
        )
        kept = site.trials.filter(until__gt=at).values_list("pk", flat=True)[: Trial.MOST_A_SITE]
        site.trials.exclude(pk__in=list(kept)).delete()
    return trial


def end_trial(site: Site, token: str) -> None:
    """Its key stops at once. Saying it twice changes nothing."""
    site.trials.filter(token=token).delete()


def note_met(trial: Trial, met: Mapping[str, Any], *, at: datetime) -> None:
    """What the page of a trial met, the last time it said so."""
    Trial.objects.filter(pk=trial.pk).update(met=dict(met), met_at=at)
