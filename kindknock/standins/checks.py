"""Refuses to run the stand-ins where real visitors are."""

from typing import Any

from django.conf import settings
from django.core.checks import CheckMessage, Error, register


@register()
def no_pretending_in_production(app_configs: Any, **kwargs: Any) -> list[CheckMessage]:
    if settings.ENV.production and settings.ENV.pretend:
        return [
            Error(
                "The pretend phone and mailbox are on in production, so no message would reach anybody.",
                hint="Unset KK_PRETEND, or set it to 0.",
                id="kindknock.E001",
            )
        ]
    return []
