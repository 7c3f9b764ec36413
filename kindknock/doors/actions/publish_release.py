"""Publish a site's draft as its next release."""

from collections.abc import Sequence
from dataclasses import asdict
from datetime import datetime

from django.db import transaction

from kindknock.accounts.deeds import record
from kindknock.accounts.models import User
from kindknock.core.drafts import Change, changes_between, with_changes_of
from kindknock.core.review import Finding, blocks
from kindknock.core.setup import setup_from
from kindknock.sites.models import Site
from kindknock.sites.notify import site_changed

from ..load import draft_of
from ..models import Release
from ..queries import last_release


class PublishBlocked(Exception):
    """Something must be mended first: `findings` from core's checks."""

    def __init__(self, findings: tuple[Finding, ...]) -> None:
        super().__init__("publish blocked")
        self.findings = findings


def publish_release(
    site: Site, *, by: User | None, leave_out: Sequence[Change] = (), at: datetime
) -> Release | None:
    """Make the draft live for visitors, but for the matters left out, which stay as they are live and go
    on being changes.

    None if nothing changed. Raises PublishBlocked.
    """
    with transaction.atomic():
        Site.objects.select_for_update().get(pk=site.pk)
        last = last_release(site)
        draft = draft_of(site)
        live = setup_from(last.setup) if last else None
        if live is not None and leave_out:
            draft = with_changes_of(draft, live, leave_out)
        changes = changes_between(live, draft)
        if last is not None and not changes:
            return None
        if found := blocks(draft):
            raise PublishBlocked(found)
        release = Release.objects.create(
            site=site,
            number=last.number + 1 if last else 1,
            setup=draft.model_dump(mode="json"),
            changes=[asdict(change) for change in changes],
            by=by,
            at=at,
        )
        record(site.business, by, "published", at=at, site=site.name, number=release.number)
        site_changed(site.key)
    return release
