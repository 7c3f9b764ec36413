"""The setup of one site: everything that is published and exported, as one versioned value."""

from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError, model_validator

from ..errors import UnreadableSetup
from .answers import MOST_ANSWERS, MOST_SIGNPOSTS, Answer, Group, Signposts
from .door import Door
from .people import Person
from .values import Key, Value

VERSION = 1


MOST_KINDS = 60


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
    kinds: Annotated[tuple[KindPattern, ...], Field(max_length=MOST_KINDS)] = ()


class Setup(Value):
    version: Annotated[int, Field(ge=1)] = VERSION
    business: Business
    site: Site
    people: Annotated[tuple[Person, ...], Field(max_length=500)] = ()
    doors: Annotated[tuple[Door, ...], Field(max_length=50)] = ()
    answers: Annotated[tuple[Answer, ...], Field(max_length=MOST_ANSWERS)] = ()
    groups: Annotated[tuple[Group, ...], Field(max_length=100)] = ()
    signposts: Annotated[tuple[Signposts, ...], Field(max_length=MOST_SIGNPOSTS)] = ()

    @model_validator(mode="before")
    @classmethod
    def _read_older(cls, document: Any) -> Any:
        return with_signposts_of_doors(document)


def with_signposts_of_doors(document: Any) -> Any:
    """Files from before signposts stood beside the doors: each door's become a tree it begins with."""
    if not isinstance(document, dict) or not isinstance(document.get("doors"), list | tuple):
        return document
    doors, trees = [], []
    for door in document["doors"]:
        old = door.get("signposts") if isinstance(door, dict) else None
        if isinstance(old, list | tuple) and old and isinstance(door.get("key"), str):
            key = f"of-{door['key']}"[:64]
            trees.append({"key": key, "name": door.get("name", ""), "steps": [_step(each) for each in old]})
            door = {"reads": {"begins": [{"key": "all", "signposts": key}]}, **door}
        doors.append(door)
    return (
        {**document, "doors": doors, "signposts": [*document.get("signposts", ()), *trees]}
        if trees
        else document
    )


_NOW_CALLED = {"signpost": "step", "channel": "way"}


def _step(old: Any) -> Any:
    if not isinstance(old, dict):
        return old
    arms = [
        {
            **choice,
            "key": f"a{at}",
            "label": choice.get("words", {}),
            "leads": _NOW_CALLED.get(choice.get("leads", ""), choice.get("leads", "")),
        }
        for at, choice in enumerate(old.get("choices", ()))
        if isinstance(choice, dict)
    ]
    return {"key": old.get("key", ""), "heading": old.get("says", {}), "arms": arms}


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
