"""The server's own secrets, by which what it gives out is signed and shut."""

from django.conf import settings


def server_secrets() -> list[str]:
    """The secret key of now first, then those it had before: what was made by these still holds."""
    return [settings.SECRET_KEY, *settings.SECRET_KEY_FALLBACKS]
