"""Make a website of a business."""

import secrets

from kindknock.accounts.models import Business

from ..models import Site

_LETTERS = "abcdefghjkmnpqrstuvwxyz23456789"


def make_site(business: Business, *, name: str, key: str = "") -> Site:
    """Make one with a key nobody has (or this one) and a token nobody can guess (24 bytes)."""
    key = key or "".join(secrets.choice(_LETTERS) for _ in range(10))
    return Site.objects.create(business=business, key=key, name=name[:120], show_token=secrets.token_urlsafe(24))
