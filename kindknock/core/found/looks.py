"""What a website looks like: the colour of its buttons, the colour it names itself, its mark."""

import json
import re
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from itertools import islice
from typing import Any
from urllib.parse import urljoin

import tinycss2

from ..looks.colour import read_colour
from ..looks.sampling import main_of_page
from .page import Page, texts_of
from .proposal import Found, joined, on

MOST_CSS, MOST_SHEETS, MOST_RULES, MOST_DEPTH = 600_000, 20, 200, 4
_RULE = re.compile(r"([^{}]{1,300})\{([^{}]{0,3000})\}")
_BUTTONS = ("button", ".btn", ".button", ".cta", "submit", ".wp-block-button")
_GROUND = ("background-color", "background")


def colours_of(pages: Sequence[Page]) -> list[Found]:
    """Colours as `#rrggbb`, those of buttons first; greys, near-white and near-black are none."""
    return joined(each for page in pages for each in (*_of_buttons(page), *_named(page)))


def _named(page: Page) -> Iterator[Found]:
    if colour := _coloured(page.meta.get("theme-color", "")):
        yield on(page, "colour", colour, "markup", f"theme-color: {colour}", sure="likely")
    try:
        manifest = json.loads(page.source.manifest) if page.source.manifest else {}
    except (ValueError, RecursionError):
        manifest = {}
    if isinstance(manifest, Mapping) and (colour := _coloured(str(manifest.get("theme_color", "")))):
        yield on(page, "colour", colour, "markup", f"theme_color: {colour}", sure="likely")


def _coloured(css: str) -> str:
    """The colour, if it is one that one would call a colour."""
    colour = read_colour(css) if css else None
    found = main_of_page([(colour, 1)]) if colour else ()
    return found[0] if found and _is_kept(colour, found) else ""


def _is_kept(colour: str | None, found: tuple[str, ...]) -> bool:
    red, green, blue = (int((colour or "#000000")[at : at + 2], 16) for at in (1, 3, 5))
    return bool(found) and max(red, green, blue) - min(red, green, blue) > 24


def _of_buttons(page: Page) -> Iterator[Found]:
    if page.document is None:
        return
    counted: Counter[str] = Counter()
    variables: dict[str, str] = {}
    styles = islice(page.document.iter("style"), MOST_SHEETS)
    sheets = [*page.source.styles[:MOST_SHEETS], *(str(item.text or "") for item in styles)]
    rules = list(islice(_rules("\n".join(sheets)[:MOST_CSS]), MOST_RULES))
    for _, declarations in rules:
        variables |= {name: value for name, value in declarations.items() if name.startswith("--")}
    for selector, declarations in rules:
        if (
            any(word in selector for word in _BUTTONS)
            and ":hover" not in selector
            and "disabled" not in selector
        ):
            _count(counted, declarations, variables, 2 if "primary" in selector or "cta" in selector else 1)
    for element in islice(page.document.iter("a", "button", "input"), MOST_RULES):
        if style := element.get("style"):
            _count(counted, _declared(tinycss2.parse_blocks_contents(style[:2000])), variables, 2)
    for colour in main_of_page(counted.items())[:1]:
        if _coloured(colour):
            yield on(page, "colour", colour, "words", "the colour of its buttons", sure="likely")


def _count(
    counted: Counter[str], declarations: Mapping[str, str], variables: Mapping[str, str], by: int
) -> None:
    for name in _GROUND:
        if name in declarations:
            if colour := _coloured(_resolved(declarations[name], variables)):
                counted[colour] += by
            return


def _resolved(value: str, variables: Mapping[str, str]) -> str:
    for _ in range(MOST_DEPTH):
        if not value.startswith("var("):
            break
        name, _, otherwise = value[4:].rstrip(")").partition(",")
        value = variables.get(name.strip(), otherwise.strip())
    return value


def _rules(css: str) -> Iterator[tuple[str, dict[str, str]]]:
    """The rules of buttons and those that name variables, also within others. All else is passed over unread:
    style sheets are large, and reading them whole takes longer than the page.
    """
    for match in _RULE.finditer(css):
        selector, content = match[1].strip().casefold(), match[2]
        if "--" in content or any(word in selector for word in _BUTTONS):
            yield selector, _declared(tinycss2.parse_blocks_contents(content))


def _declared(items: Sequence[Any]) -> dict[str, str]:
    return {
        item.lower_name: tinycss2.serialize(item.value).strip()[:200]
        for item in items
        if item.type == "declaration" and (item.lower_name in _GROUND or item.name.startswith("--"))
    }


def marks_of(pages: Sequence[Page]) -> list[Found]:
    """The address of a logo in the markup, else of the page's icon, the largest first."""
    found = []
    for page in pages:
        for thing in page.things:
            for text in texts_of(_address_in(thing.get("logo")))[:1]:
                found.append(on(page, "mark", urljoin(page.address, text), "markup", "logo", sure="likely"))
        if page.document is not None:
            icons = [
                item
                for item in page.document.iter("link")
                if "icon" in (item.get("rel") or "").casefold().split("-")
                or "icon" in (item.get("rel") or "").casefold().split()
            ]
            icons.sort(key=_side, reverse=True)
            for icon in icons[:1]:
                if (icon.get("href") or "data:").partition(":")[0] != "data":
                    where = urljoin(page.address, icon.get("href"))
                    found.append(on(page, "mark", where, "markup", str(icon.get("rel")), sure="guess"))
    return joined(found)


def _address_in(value: Any) -> Any:
    return value.get("url", value.get("@id", "")) if isinstance(value, Mapping) else value


def _side(icon: Any) -> int:
    sizes = (icon.get("sizes") or "0x0").casefold().partition("x")[0]
    return int(sizes) if sizes.isdecimal() else 180 if "apple" in (icon.get("rel") or "") else 0
