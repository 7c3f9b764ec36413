"""Keys of doors and channels: short, unguessable enough, safe in an address."""

import secrets

_LETTERS = "abcdefghjkmnpqrstuvwxyz23456789"


def new_key() -> str:
    """Twelve letters and digits that can't be mistaken for each other (59 bits)."""
    return "".join(secrets.choice(_LETTERS) for _ in range(12))
