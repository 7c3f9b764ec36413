"""Makes one value of a document hostile."""

import json
from collections.abc import Iterator
from random import Random
from typing import Any

from kindknock.studio_api.tests.test_hostile import HOSTILE


def spoilt(value: Any, random: Random) -> Any:
    """The same with one value in it made hostile."""
    places = list(_places(value))
    if not places:
        return random.choice(HOSTILE)
    value = json.loads(sent_as(value))
    *way, last = random.choice(places)
    inner = value
    for step in way:
        inner = inner[step]
    inner[last] = random.choice(HOSTILE)
    return value


def _places(value: Any, way: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    items = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, item in items:
        yield (*way, key)
        yield from _places(item, (*way, key))


def sent_as(value: Any) -> bytes:
    return json.dumps(value, default=str).encode("utf-8", "surrogatepass")
