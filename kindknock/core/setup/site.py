"""The setup of one site: everything that is published and exported, as one versioned value."""

from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError

from ..errors import UnreadableSetup
from .door import Door
from .people import Person
from .values import Key, Value

VERSION = 1


class Business(Value):
    name: Annotated[str, Field(max_length=120)]
    country: Annotated[str, Field(pattern=r"^([A-Z]{2})?$")] = ""
    zone: Annotated[str, Field(max_length=64)] = "UTC"
    currency: Annotated[str, Field(pattern=r"^([A-Z]{3})?$")] = ""
    languages: Annotated[tuple[Key, ...], Field(min_length=1, max_length=40)] = ("en",)
    """First is the default."""
    privacy_link: Annotated[str, Field(max_length=2000)] = ""


class KindPattern(Value):
    """Which kind of page a path is, where the page itself doesn't say (docs/rules.md 3)."""

    kind: Literal["home", "product", "list", "article", "basket", "checkout", "contact"]
    pattern: Annotated[str, Field(max_length=2000)]


class Site(Value):
    key: Key
    name: Annotated[str, Field(max_length=120)] = ""
    hosts: Annotated[tuple[Annotated[str, Field(max_length=260)], ...], Field(max_length=200)] = ()
    """As `hosts.read_host` keeps them. Live at once: the studio sends them beside the release."""
    kinds: Annotated[tuple[KindPattern, ...], Field(max_length=60)] = ()


class Setup(Value):
    version: Annotated[int, Field(ge=1)] = VERSION
    business: Business
    site: Site
    people: Annotated[tuple[Person, ...], Field(max_length=500)] = ()
    doors: Annotated[tuple[Door, ...], Field(max_length=50)] = ()


def setup_from(document: Any) -> Setup:
    """Read a setup out of a JSON document. Raises UnreadableSetup with the place and the reason."""
    try:
        return Setup.model_validate(document)
    except ValidationError as error:
        first = error.errors()[0]
        raise UnreadableSetup(".".join(map(str, first["loc"])) or "the top", first["msg"]) from None


def json_schema() -> dict[str, Any]:
    """The JSON Schema (2020-12) of a setup document, as committed in docs/formats."""
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **Setup.model_json_schema()}
