"""What waits in a business, in a line each: for the list of those one looks after."""

from datetime import datetime

from kindknock.accounts.may import Power, may
from kindknock.accounts.models import Membership
from kindknock.core.fitting import hearing_state
from kindknock.doors.queries import last_release, unpublished_changes
from kindknock.guestbook.queries import waiting_in
from kindknock.guestbook.whom import hands_of, mine
from kindknock.sites.models import Host, Site

from .fitting_present import hearing_of
from .schemas import WaitsOut


def waiting_words(membership: Membership, *, at: datetime) -> list[WaitsOut]:
    """For who may mend it alone: words nobody has read, an address that went silent or was never heard,
    changes that are not live. Empty where nothing waits.
    """
    out = []
    if may(membership, Power.GUESTS):
        out += _guests(membership)
    if may(membership, Power.DOORS):
        for site in membership.business.sites.order_by("pk"):
            out += [*_hosts(site, at), *_changes(site)]
    return out


def _guests(membership: Membership) -> list[WaitsOut]:
    business = membership.business
    sees_all = may(membership, Power.EVERY_GUEST)
    count = waiting_in(business, seen_by=None if sees_all else mine(hands_of(business), membership.user))
    if not count:
        return []
    says = "1 message nobody has read" if count == 1 else f"{count} messages nobody has read"
    return [WaitsOut(state="ajar", says=says, path="/guestbook")]


def _hosts(site: Site, at: datetime) -> list[WaitsOut]:
    path = f"/fitting/{site.key}"
    own = list(site.hosts.filter(state=Host.State.ALLOWED).order_by("pk"))
    if not any(host.last_heard_at for host in own):
        return [WaitsOut(state="shut", says=f"{site.name}: the line isn’t on a page yet", path=path)]
    return [
        WaitsOut(state="barred", says=f"{host.name} has gone silent", path=path)
        for host in own
        if hearing_state(hearing_of(host), at) == "silent"
    ]


def _changes(site: Site) -> list[WaitsOut]:
    path = f"/doors/{site.key}"
    release = last_release(site)
    if release is None:
        return [WaitsOut(state="shut", says=f"{site.name} was never published", path=path)]
    count = len(unpublished_changes(site, release))
    if not count:
        return []
    says = "1 change isn’t live" if count == 1 else f"{count} changes aren’t live"
    return [WaitsOut(state="ajar", says=f"{site.name}: {says}", path=path)]
