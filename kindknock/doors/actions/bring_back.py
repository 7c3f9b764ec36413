"""Go back: one matter as it is live, or a whole release as the draft again. Hours and hosts are live at
once and never come back with it.
"""

from datetime import datetime

from kindknock.core.drafts import Change, with_change_of
from kindknock.core.setup import setup_from
from kindknock.sites.models import Site

from ..load import draft_of
from ..models import Release
from ..queries import last_release
from .put_draft import put_draft


def revert(site: Site, change: Change, *, at: datetime) -> None:
    """Put one matter of the draft as it is live. Without a release, or a change, nothing happens."""
    release = last_release(site)
    if release is not None:
        put_draft(site, with_change_of(draft_of(site), setup_from(release.setup), change), at=at)


def bring_back(site: Site, release: Release, *, at: datetime) -> None:
    """Make a release of this site the draft again."""
    put_draft(site, setup_from(release.setup), at=at)


def name_release(release: Release, name: str) -> Release:
    """A name for one worth keeping; empty takes it away."""
    release.name = name.strip()[:80]
    release.save(update_fields=["name"])
    return release
