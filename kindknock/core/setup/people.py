"""Who answers, as a setup has them."""

from typing import Annotated

from pydantic import Field

from .values import Key, PageRules, Picture, Texts, Value


class Person(Value):
    """An assistant. Hours, absences and leave are in the timetable."""

    key: Key
    name: Annotated[str, Field(max_length=120)] = ""
    role: Texts = {}
    addresses: Annotated[dict[Key, Annotated[str, Field(max_length=2000)]], Field(max_length=30)] = {}
    """App → canonical address; an app without one takes the channel's."""
    languages: Annotated[tuple[Key, ...], Field(max_length=40)] = ()
    pages: PageRules = ()
    note: Texts = {}
    keeps_own_hours: bool = False
    picture: Picture = ""
    has_initials: bool = True
    """Whether initials stand in for a missing picture; else nothing does."""
    is_named: bool = True
    """Whether visitors read the name; else what they do stands in its place."""

    def address_for(self, app: str, *, otherwise: str) -> str:
        """Their address for an app, else the channel's, given as `otherwise`; either may be empty."""
        return self.addresses.get(app, "") or otherwise
