"""Publish a site's draft as its next release."""

from dataclasses import asdict

from django.db import transaction
from django.utils import timezone

from kindknock.accounts.models import User
from kindknock.core.checks import blocks
from kindknock.sites.models import Site
from kindknock.sites.notify import site_changed

from ..load import draft_of
from ..models import Release
from ..queries import last_release, unpublished_changes


class PublishBlocked(Exception):
    """Something must be mended first: `findings` from core's checks."""

    def __init__(self, findings: tuple) -> None:  # type: ignore[type-arg]
        super().__init__("publish blocked")
        self.findings = findings


def publish_release(site: Site, *, by: User | None) -> Release | None:
    """Make the draft live for visitors. None if nothing changed. Raises PublishBlocked."""
    with transaction.atomic():
        Site.objects.select_for_update().get(pk=site.pk)
        last = last_release(site)
        changes = unpublished_changes(site, last)
        if last is not None and not changes:
            return None
        draft = draft_of(site)
        if found := blocks(draft):
            raise PublishBlocked(found)
        release = Release.objects.create(
            site=site, number=last.number + 1 if last else 1, setup=draft.model_dump(mode="json"),
            changes=[asdict(change) for change in changes], by=by, at=timezone.now())
        site_changed(site.key)
    return release
