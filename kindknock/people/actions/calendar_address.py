"""The secret address of a business's calendar of closed days: made when first wanted, renewed at will."""

import secrets

from kindknock.accounts.models import Business

TOKEN_BYTES = 16


def calendar_address(business: Business, *, renew: bool = False) -> str:
    """The token in the address; a renewed one ends the one before at once."""
    if renew or not business.calendar_token:
        business.calendar_token = secrets.token_urlsafe(TOKEN_BYTES)
        business.save(update_fields=["calendar_token"])
    return business.calendar_token
