"""Makes what the screen of people shows: everybody with what they lead to, and who covers which page.
Reads only.
"""

from dataclasses import dataclass
from datetime import datetime

from kindknock import clock
from kindknock.accounts.models import Business
from kindknock.core.addresses import APPS, read_contact
from kindknock.core.setup import Person, Setup
from kindknock.core.setup import Site as SiteValue
from kindknock.core.visit.page_cover import PageCover, page_cover
from kindknock.doors.at_hand import at_hand
from kindknock.doors.compiling import compile_door_plans
from kindknock.doors.load import business_value
from kindknock.doors.models import Channel, Door
from kindknock.footfall.queries import knocks_by_page
from kindknock.people.load import people_of, timetable_of
from kindknock.sites.models import Site
from kindknock.sites.queries import allowed_hosts, heard_paths, told_kinds

from . import words
from .hours_words import people_and_hours, typed_hours
from .schemas import (
    AssistantOut,
    PageCoverOut,
    PeopleOut,
    PeopleSiteOut,
    PersonOut,
    TheirAddressOut,
    TheirDoorOut,
)

MOST_PAGES = 200


@dataclass(frozen=True, slots=True)
class _Cover:
    """Who is offered on one page of one site."""

    site: Site
    host: str
    page: PageCover


@dataclass(frozen=True, slots=True)
class _Team:
    """Everybody of a business with the doors and pages they stand at."""

    people: tuple[Person, ...]
    doors: list[Door]
    covers: list[_Cover]
    notices: dict[str, tuple[str, bool]]
    """Where notes for each are mailed, by key."""

    def loses(self, key: str) -> list[str]:
        """What would have nobody without this person, as sentences."""
        out = [f"Nobody would answer at {door.name}." for door in self.doors if door.people == [key]]
        alone = [
            cover.page.path
            for cover in self.covers
            if cover.page.people == (key,) and not cover.page.is_anybody
        ]
        if alone:
            more = f" and {len(alone) - 3} more" if len(alone) > 3 else ""
            out.append(f"Nobody would cover {words.listed(alone[:3])}{more}.")
        return out

    def address(self, person: Person, app: str, address: str) -> TheirAddressOut:
        """One address of a person: where it is used, and which doors have no other in that app."""
        used = [door for door in self.doors if person.key in door.people and _ways(door, app)]
        others = [each for each in self.people if each.key != person.key and each.addresses.get(app)]
        only = [
            door
            for door in used
            if not any(way.address for way in _ways(door, app))
            and not any(other.key in door.people for other in others)
        ]
        return TheirAddressOut(
            app=app,
            app_name=APPS[app].name,
            shown=read_contact(address, app=app).shown or address,
            used=[door.name for door in used],
            lacking=[
                TheirDoorOut(key=door.key, name=door.name, site=door.site.name, on=True)
                for door in self.doors
                if person.key in door.people and not _ways(door, app)
            ],
            loses=[f"{door.name} would have nobody to reach by {APPS[app].name}." for door in only],
        )

    def assistant(self, person: Person, present: PersonOut, typed: str) -> AssistantOut:
        return AssistantOut(
            key=person.key,
            name=person.name,
            role=dict(person.role),
            picture=person.picture,
            initials=present.initials,
            languages=list(person.languages),
            pages=list(person.pages),
            note=dict(person.note),
            keeps_own_hours=person.keeps_own_hours,
            has_initials=person.has_initials,
            is_named=person.is_named,
            hours=present.hours,
            hours_typed=typed,
            is_in=present.is_in,
            now=present.now,
            notice_email=self.notices.get(person.key, ("", False))[0],
            hears_at_night=self.notices.get(person.key, ("", False))[1],
            loses=self.loses(person.key),
            addresses=[
                self.address(person, app, address) for app, address in person.addresses.items() if app in APPS
            ],
            doors=[
                TheirDoorOut(key=door.key, name=door.name, site=door.site.name, on=person.key in door.people)
                for door in self.doors
            ],
        )


def _ways(door: Door, app: str) -> list[Channel]:
    """The door's channels of an app that are on."""
    return [way for way in door.channels.all() if way.app == app and way.on and way.removed_at is None]


def _covers(site: Site) -> list[_Cover]:
    """Who is offered on each page heard, by the draft."""
    paths, host = heard_paths(site)[:MOST_PAGES], next(iter(allowed_hosts(site)), "")
    by_page = told_kinds(site)
    compiled = compile_door_plans(at_hand(site, at=clock.now()).draft) if paths else None
    return (
        [_Cover(site, host, page_cover(compiled, host, path, by_page.get(path, ""))) for path in paths]
        if compiled
        else []
    )


def people_out(business: Business, *, at: datetime) -> PeopleOut:
    """Everybody of a business, and every page heard with who covers it, pages nobody covers first."""
    people, timetable = people_of(business), timetable_of(business, at=at)
    setup = Setup(business=business_value(business), site=SiteValue(key="people"), people=people)
    present = {each.key: each for each in people_and_hours(setup, timetable, at)[0]}
    doors = list(
        Door.objects.filter(site__business=business, removed_at=None)
        .select_related("site")
        .prefetch_related("channels")
        .order_by("site_id", "place", "pk")
    )
    sites = list(business.sites.order_by("pk"))
    notices = {
        key: (email, at_night)
        for key, email, at_night in business.assistants.values_list("key", "notice_email", "hears_at_night")
    }
    team = _Team(people, doors, [cover for site in sites for cover in _covers(site)], notices)
    return PeopleOut(
        language=setup.business.languages[0],
        languages=list(setup.business.languages),
        site=sites[0].key,
        sites=[PeopleSiteOut(key=site.key, name=site.name) for site in sites],
        pages=_pages(team, knocks_by_page(business, at=at)),
        people=[
            team.assistant(person, present[person.key], typed_hours(timetable.people.get(person.key)))
            for person in people
        ],
    )


def _pages(team: _Team, knocks: dict[tuple[int, str], int]) -> list[PageCoverOut]:
    names = {door.key: door.name for door in team.doors}
    several = len({cover.site.pk for cover in team.covers}) > 1

    def knocked(cover: _Cover) -> int:
        return knocks.get((cover.site.pk, cover.page.path), 0)

    ordered = sorted(
        team.covers, key=lambda cover: (not cover.page.is_gap, not cover.page.doors, -knocked(cover))
    )
    return [
        PageCoverOut(
            path=cover.page.path,
            host=cover.host if several else "",
            knocks=knocked(cover),
            people=list(cover.page.people),
            doors=[names.get(key, "") for key in cover.page.doors],
            is_anybody=cover.page.is_anybody,
            is_gap=cover.page.is_gap,
        )
        for cover in ordered
    ]
