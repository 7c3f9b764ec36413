"""One way to reach the business, as a setup has it."""

from typing import Annotated

from pydantic import Field

from .values import Device, Key, PageRules, Picture, Texts, Value


class Channel(Value):
    """One way to reach the business. `address` is canonical, empty while it is a blank."""

    key: Key
    app: Annotated[str, Field(max_length=20)]
    address: Annotated[str, Field(max_length=2000)] = ""
    on: bool = True
    name: Texts = {}
    """What the visitor reads instead of the app's name; empty takes the app's."""
    caption: Texts = {}
    mark: Annotated[str, Field(max_length=4)] = ""
    """Letters on its arch; empty takes the app's initials."""
    picture: Picture = ""
    """In place of the letters."""
    colour: Annotated[str, Field(max_length=200)] = ""
    """Of its button on the card, any CSS form; empty takes the door's."""
    same_page: bool = False
    """Whether a link opens in place of the page, not in a new tab."""
    pages: PageRules = ()
    devices: tuple[Device, ...] = ()
    """Narrows the door's; empty takes the door's."""
    needs_nobody: bool | None = None
    """None takes the app's default (docs/rules.md 4)."""
    people: Annotated[tuple[Key, ...], Field(max_length=200)] = ()
    """Who of the door's people answer here; empty means all of them."""
    note: Texts = {}
    """Pre-filled words of this channel; the product's and the assistant's come before, the door's after
    (docs/rules.md 7).
    """
