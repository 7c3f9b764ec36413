"""Builds the links that lead to a contact address, with or without the visitor's words in them.

Which links an app has is the table in `apps`; what the words are is `wording`'s matter.
"""

from collections.abc import Callable
from dataclasses import dataclass
from urllib.parse import quote

from ..errors import UnknownApp
from .apps import APPS, Recipe

TEXT = "{text}"
"""Stands in a link for the percent-encoded words."""


@dataclass(frozen=True, slots=True)
class Links:
    """How one address is reached. Templates hold `{text}` where the encoded words go.

    `bare` is None for an app that has no link (its address is copied); `with_text` is None
    where words can't travel in the link (they are copied and the visitor is told).
    """

    bare: str | None
    with_text: str | None
    limit: int
    copy: str
    """The address as a person would type it elsewhere."""
    copies: bool = True
    """Whether words that can't travel are copied."""


def encode(text: str) -> str:
    """Percent-encode for a query by RFC 3986: all but unreserved, blank `%20`, line break `%0A`."""
    return quote(text.replace("\r\n", "\n").replace("\r", "\n"), safe="-._~", errors="replace")


def links_to(app: str, canonical: str, *, computer: bool = False) -> Links:
    """The links to an address in canonical form. Raises UnknownApp."""
    if app not in APPS:
        raise UnknownApp(app)
    recipe, ident = _recipe(app, canonical)
    bare, with_text = recipe.bare, recipe.with_text
    if computer and recipe.computer:
        bare, with_text = recipe.computer, recipe.computer_with_text
    fill = _filler(app, ident)
    return Links(fill(bare), fill(with_text), recipe.limit, ident, recipe.copies)


def link_with(app: str, canonical: str, text: str, *, computer: bool = False) -> str | None:
    """The finished link with these words; without them if there are none or they can't travel."""
    links = links_to(app, canonical, computer=computer)
    if text and links.with_text:
        return links.with_text.replace(TEXT, encode(text))
    return links.bare


def carries_text(app: str, canonical: str) -> bool:
    """Whether words travel in this address's link."""
    return links_to(app, canonical).with_text is not None


def _recipe(app: str, canonical: str) -> tuple[Recipe, str]:
    recipes = APPS[app].recipes
    variant, colon, rest = canonical.partition(":")
    if colon and variant in recipes:
        return recipes[variant], rest
    if app == "telegram" and canonical.startswith("+"):
        return recipes["number"], canonical
    return next(iter(recipes.values())), canonical


def _filler(app: str, ident: str) -> Callable[[str | None], str | None]:
    """What puts an address into a link's template, percent-encoded as the app takes it (RFC 3986)."""
    takes = APPS[app].takes
    lat, _, lon = ident.partition(",")
    if takes == "link":
        safe = ident
    elif app in ("phone", "sms"):
        safe = quote(ident, safe="+;=")
    elif ident.startswith("+"):
        safe = ident[1:]
    else:
        safe = quote(ident, safe="-._~/,=@:!#" if takes in ("matrix", "point") else "-._~/=@")

    def fill(template: str | None) -> str | None:
        if template is None:
            return None
        return template.replace("{id}", safe).replace("{lat}", lat).replace("{lon}", lon)

    return fill
