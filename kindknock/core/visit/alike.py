"""The answer that every visitor of a page gets alike, so that it may come with the script."""

from collections.abc import Iterable
from dataclasses import replace
from itertools import product
from zoneinfo import ZoneInfo

from ..pages.rules import PAGE_KINDS
from .offer_plan import TOLD_BY_MARKUP, TOLD_BY_PAGE
from .ready import Alike, Compiled, CompiledDoor, OnPage, keep
from .verdict import decide
from .visitor import DICE, Visit

_CLOCKS_MIN = (-840, -345, 0, 210, 720)


FRESH_S = 5
"""What was found holds for so many seconds."""


def same_for_all(compiled: Compiled, visit: Visit) -> Alike | None:
    """`find_alike`, worked out once a page in each stretch of `FRESH_S`."""
    stretch = int(visit.at.timestamp()) // FRESH_S if visit.at else 0
    key = (visit.address, visit.device, visit.page_language)
    held = compiled.held.alike.get(key)
    if held is None or held[0] != stretch:
        held = (stretch, find_alike(compiled, visit))
        keep(compiled.held.alike, key, held)
    return held[1]


def find_alike(compiled: Compiled, visit: Visit) -> Alike | None:
    """The answer on a page, where it is the same whoever comes with this kind of device, whatever their
    languages and earlier visits; on the shop's clock, if it tells times. None where it is not, where a door
    has rules on visitors or words that a page's title or its maker fills, and where nothing is shown.

    `visit` needs address, host, device and moment, and the page's language where the site has several.
    """
    uses = {use for door in compiled.doors for each in _forms(door) for use in each.texts.uses & TOLD_BY_PAGE}
    if compiled.asks_zone or uses - TOLD_BY_MARKUP or any(door.is_narrow for door in compiled.doors):
        return None
    here = replace(visit, offset_min=_shop_clock(compiled, visit))
    answer = decide(compiled, here)
    if not answer.shown or len(_pages(compiled, here, ("",), (False, True))) > 1:
        return None
    if any(decide(compiled, other).answer != answer.answer for other in _others(compiled, here)):
        return None
    clocks = (replace(visit, offset_min=minutes) for minutes in _CLOCKS_MIN)
    tells_time = any(decide(compiled, other).answer != answer.answer for other in clocks)
    return Alike(
        answer.answer,
        here.offset_min if tells_time else None,
        bool(uses) or len(_pages(compiled, here, ("", *PAGE_KINDS), (False,))) > 1,
    )


def _forms(door: CompiledDoor) -> tuple[CompiledDoor, ...]:
    return (door, *(override.door for override in door.overrides))


def _shop_clock(compiled: Compiled, visit: Visit) -> int:
    offset = visit.at.astimezone(ZoneInfo(compiled.setup.business.zone)).utcoffset() if visit.at else None
    return -round(offset.total_seconds() / 60) if offset else 0


def _pages(
    compiled: Compiled, visit: Visit, kinds: Iterable[str], returning: Iterable[bool]
) -> set[tuple[object, ...]]:
    """What the page rules say of all doors, for each kind the page may turn out to be and for who was here
    before. Nothing of it is held, since no visitor may ever come so.
    """
    found = set[tuple[object, ...]]()
    for kind, is_returning in product(kinds, returning):
        place = compiled.place_of(replace(visit, kind=kind))
        pages = [OnPage.of(door, place, visit.device, is_returning) for door in compiled.doors]
        found.add(tuple((page.placing.shows, page.override, page.bits) for page in pages))
    return found


def _others(compiled: Compiled, visit: Visit) -> list[Visit]:
    spoken = {tag for door in compiled.doors for person in door.people for tag in person.languages}
    tags = sorted(spoken | set(compiled.languages) | {"eo"})
    dice = range(1, DICE) if any(door.value.takes_turns for door in compiled.doors) else ()
    return [
        *(replace(visit, languages=(tag,)) for tag in tags),
        *(replace(visit, dice=number) for number in dice),
    ]
