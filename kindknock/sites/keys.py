"""Keys of sites, doors, channels and people: short, unguessable enough, safe in an address."""

import secrets

_LETTERS = "abcdefghjkmnpqrstuvwxyz23456789"


def new_key(length: int = 12) -> str:
    """Letters and digits that can't be mistaken for each other (five bits each)."""
    return "".join(secrets.choice(_LETTERS) for _ in range(length))
