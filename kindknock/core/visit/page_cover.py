"""Pages and people: who is offered where, whatever the hour, and the pages on which nobody is."""

from dataclasses import dataclass

from .ready import Compiled
from .visitor import visit_from


@dataclass(frozen=True, slots=True)
class PageCover:
    """The doors that can show on a page, in order, and whom they offer there.

    `is_anybody`: one of them names no people, so that it goes by the shop's hours.
    """

    path: str
    doors: tuple[str, ...]
    people: tuple[str, ...]
    is_anybody: bool

    @property
    def is_gap(self) -> bool:
        """A button stands there and nobody is ever offered by it."""
        return bool(self.doors) and not self.people and not self.is_anybody


def page_cover(compiled: Compiled, host: str, path: str, kind: str = "") -> PageCover:
    """Who is offered on a page of one of the site's hosts, at some hour to some visitor on a computer;
    pauses are left aside. `kind` is what the page's markup told.

    The first door that is for every visitor is the last that can show there; people of a channel of their
    own count by it.
    """
    doors: list[str] = []
    people: dict[str, None] = {}
    is_anybody = False
    for door, page in zip(
        compiled.doors,
        compiled.on_page(
            visit_from({"address": f"https://{host}{path}", "device": "computer", "kind": kind})
        ),
        strict=True,
    ):
        if not page.placing.shows:
            continue
        doors.append(door.key)
        ways = page.allowed_channels()
        is_anybody |= not page.door.people and bool(ways)
        people.update(
            (person.key, None)
            for person in page.allowed_people()
            if any(not way.people or person.key in way.people for way in ways)
        )
        if not door.is_narrow:
            break
    return PageCover(path, tuple(doors), tuple(people), is_anybody)
