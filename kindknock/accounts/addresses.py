"""Where a business's screens are: each has an address of its own, so a link leads to the right one."""

from django.conf import settings

from .models import Business


def studio_address(business: Business, path: str = "/") -> str:
    """The whole address of a screen, for letters and other systems. `path` begins with a slash."""
    return f"{settings.ENV.origin}/at/{business.key}{path}"
