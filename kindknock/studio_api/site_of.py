"""The site of a page that a browser opens by its address, of whichever business it is."""

from kindknock.accounts.may import Power, may
from kindknock.accounts.models import Membership, User
from kindknock.sites.models import Site

from .guard import is_step_missing


def site_of(user: User, key: str, power: Power) -> Site | None:
    """The site, where somebody may do so in its business; None as for one that isn't there."""
    site = Site.objects.select_related("business").filter(key=key).first()
    if site is None:
        return None
    found = Membership.objects.select_related("business").filter(user=user, business=site.business).first()
    return site if found and may(found, power) and not is_step_missing(found) else None
