"""Make a website of a business."""

from kindknock.accounts.models import Business

from ..keys import new_key
from ..models import Site


def make_site(business: Business, *, name: str, key: str = "") -> Site:
    """Make one with a key nobody has (or this one)."""
    return Site.objects.create(business=business, key=key or new_key(10), name=name[:120])
