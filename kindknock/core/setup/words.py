"""A door's words: its texts, what is sent below the visitor's, other words on some pages."""

from typing import Annotated, Literal

from pydantic import Field

from .values import Device, Key, PageRules, Texts, Value


class Says(Value):
    """The door's words."""

    label: Texts = {}
    heading: Texts = {}
    help: Texts = {}
    """A line under the heading."""
    closing: Texts = {}
    """A line at the card's foot."""
    hint: Texts = {}
    """In the Note while it is empty."""
    note: Texts = {}
    """The pre-filled message the visitor's Note starts with."""
    note_for_product: Texts = {}
    """Instead of `note` on a product's page; empty takes `note`."""
    note_on_sale: Texts = {}
    """Instead of both where the product is on sale."""
    away: Texts = {}
    """What a visitor reads when nobody is in."""
    thanks: Texts = {}
    """What a visitor reads once a note is left."""
    privacy: Texts = {}
    """The privacy notice's words; the link is the business's."""
    small: Annotated[dict[Key, Texts], Field(max_length=80)] = {}
    """The card's own small words, by name, where the owner writes others."""


class Also(Value):
    """What is sent below the visitor's words."""

    page: bool = True
    mark: bool = True
    mark_words: Texts = {}


class Override(Value):
    """Other words, or other people, on some pages or devices of one door, or for visitors who come again or
    for the first time. Without any of these it stands nowhere; the first that fits holds.
    """

    key: Key
    name: Annotated[str, Field(max_length=80)] = ""
    """For the owner only."""
    pages: PageRules = ()
    devices: tuple[Device, ...] = ()
    """Empty: every device."""
    visitors: Literal["all", "first", "returning"] = "all"
    says: Says = Says()
    """What is empty takes the door's."""
    people: Annotated[tuple[Key, ...], Field(max_length=200)] = ()
    """Empty takes the door's."""
