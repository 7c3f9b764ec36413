"""What a website tells of the business it belongs to: from one to five pages to a proposal for a door.

Pure and total: no page makes it raise. Each thing found says where it stood and how sure it is
(docs/rules.md 21); nothing here decides what becomes of it.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from . import about, looks, opening, rest, standing, ways
from .page import Source, read_page
from .proposal import Found, joined

MOST_PAGES = 5


@dataclass(frozen=True, slots=True)
class Proposal:
    """What was found, by what it is; each list begins with the surest. `main` is the number that stands on
    most pages, '' for none. `draws_itself`: the home page tells little but in its head. `obstacle`: why it
    tells of no business; `unread`: its language, where its words are none we read.
    """

    names: tuple[Found, ...] = ()
    countries: tuple[Found, ...] = ()
    zones: tuple[Found, ...] = ()
    ways: tuple[Found, ...] = ()
    main: str = ""
    hours: tuple[Found, ...] = ()
    closures: tuple[Found, ...] = ()
    languages: tuple[Found, ...] = ()
    colours: tuple[Found, ...] = ()
    marks: tuple[Found, ...] = ()
    kinds: tuple[Found, ...] = ()
    people: tuple[Found, ...] = ()
    lines: tuple[Found, ...] = ()
    trades: tuple[Found, ...] = ()
    draws_itself: bool = False
    obstacle: standing.Obstacle = ""
    unread: str = ""

    @property
    def country(self) -> str:
        """The one that isn't contradicted; empty where there is none."""
        return _uncontradicted(self.countries)

    @property
    def zone(self) -> str:
        """As `country`."""
        return _uncontradicted(self.zones)


def _uncontradicted(found: Sequence[Found]) -> str:
    return next((str(each.value) for each in found if not each.contradicted), "")


def found(sources: Sequence[Source], *, today: date, country: str = "") -> Proposal:
    """The proposal of a website's pages, its home page first; closures that are over are left out. Numbers
    without their country are of the one the pages tell, else of `country`, where whoever asks is.
    """
    pages = [read_page(source) for source in sources[:MOST_PAGES]]
    countries = about.countries_of(pages)
    of_numbers = str(countries[0].value) if len(countries) == 1 else country or None
    reached = joined(each for page in pages for each in ways.ways_of(page, of_numbers))
    return Proposal(
        names=tuple(about.names_of(pages)),
        countries=tuple(countries),
        zones=tuple(about.zones_of(countries)),
        ways=tuple(reached),
        main=ways.main_number(reached, pages),
        hours=tuple(opening.hours_of(pages)),
        closures=tuple(opening.closures_of(pages, today)),
        languages=tuple(about.languages_of(pages)),
        colours=tuple(looks.colours_of(pages)),
        marks=tuple(looks.marks_of(pages)),
        kinds=tuple(rest.kinds_of(pages)),
        people=tuple(rest.people_of(pages)),
        lines=tuple(rest.lines_of(pages)),
        trades=tuple(standing.trades_of(pages)),
        draws_itself=any(page.draws_itself for page in pages[:1]),
        obstacle=standing.obstacle_of(pages),
        unread=standing.unread_language(pages),
    )
