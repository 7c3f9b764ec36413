"""The hand-over sheet: a site's whole setup on paper, for whoever looks after it. As a page and as PDF.

What is live is told, with today's hours; what was never published is told as drafted, and says so.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path
from urllib.parse import urlsplit

import segno
from django.conf import settings
from django.template.loader import render_to_string
from PIL import ImageFile

from kindknock.core.addresses import read_host
from kindknock.core.addresses.recipes import link_with
from kindknock.core.fitting import hearing_state
from kindknock.core.setup import Door, Setup, setup_from
from kindknock.core.time import Timetable, hours_of
from kindknock.core.words.moments import clock_of, day_and_time
from kindknock.core.words.slots import slots_of
from kindknock.doors.load import draft_of
from kindknock.doors.models import Showing
from kindknock.doors.queries import last_release
from kindknock.onsite.private_page import embed_line
from kindknock.people.load import timetable_of
from kindknock.sites.models import Host, Site
from kindknock.sites.queries import hosts_of

from .door_words import (
    Sentence,
    door_sentences,
    filled_in_words,
    in_first,
    shown_address,
    way_names,
    without_numbers,
)
from .fitting_present import hearing_of
from .fitting_words import host_line
from .hours_words import closures_ahead, hours_words
from .words import language_name, listed

FONTS = Path(settings.BUILT) / "fonts"
MOST_TEXTS = 40
MOST_CODES = 12


@dataclass(frozen=True, slots=True)
class Code:
    """A QR code as SVG with its name and the address under it."""

    name: str
    address: str
    svg: str


@dataclass(frozen=True, slots=True)
class PersonLine:
    name: str
    role: str
    hours: str


@dataclass(frozen=True, slots=True)
class DoorPart:
    name: str
    sentences: Sequence[Sentence]
    codes: Sequence[Code]


def sheet_html(site: Site, *, masked: bool, at: datetime, fonts: str = "") -> str:
    """The sheet as a page by itself: its styles in it, its fonts ours. With `masked`, ways stand by name
    alone, without number or code. `fonts` is where a browser finds ours; empty for paper.
    """
    release = last_release(site)
    setup = setup_from(release.setup) if release else draft_of(site)
    timetable, clock = timetable_of(site.business, at=at), clock_of(site.business.zone)
    return render_to_string(
        "studio_api/sheet.html",
        {
            "business": site.business.name,
            "site": site.name,
            "made": day_and_time(at, clock),
            "is_draft": release is None,
            "masked": masked,
            "line": embed_line(site.key),
            "hosts": _hosts(site, at),
            "doors": [_door(door, setup, masked) for door in setup.doors],
            "people": _people(setup, timetable),
            "shop_hours": hours_words(timetable.shop, setup.business.zone) or "not set, which means always",
            "zone": setup.business.zone.replace("_", " "),
            "closures": closures_ahead(
                hours_of(timetable.shop, setup.business.zone), at.astimezone(clock).date()
            ),
            "languages": listed([language_name(tag) for tag in setup.business.languages]),
            "texts": _texts(setup, masked=masked),
            "test": _test_page(site, at),
            "origin": settings.ENV.origin,
            "fonts": fonts or FONTS.as_uri(),
        },
    )


def sheet_pdf(html: str) -> bytes:
    """The sheet as PDF (WeasyPrint). Nothing is fetched but our own fonts."""
    # Its libraries take half a second to load, and only the job worker ever needs them.
    from weasyprint import HTML
    from weasyprint.urls import URLFetcher, URLFetcherResponse

    # It lets Pillow take half a picture, for the whole process: ours go on being refused with a sentence.
    ImageFile.LOAD_TRUNCATED_IMAGES = False

    class OnlyOurFonts(URLFetcher):  # type: ignore[misc]  # untyped
        def fetch(self, url: str, headers: object = None) -> URLFetcherResponse:
            path = Path(urlsplit(url).path)
            if not url.startswith(FONTS.as_uri() + "/") or path.parent != FONTS:
                raise ValueError(f"not one of our fonts: {url[:100]}")
            return URLFetcherResponse(url, body=path.read_bytes())

    pdf: bytes = HTML(string=html, url_fetcher=OnlyOurFonts()).write_pdf()
    return pdf


def _hosts(site: Site, at: datetime) -> list[Sentence]:
    return [
        (
            read_host(host.name).shown or host.name,
            host_line(hearing_state(hearing_of(host), at), host.state, host.last_heard_at, at),
        )
        for host in hosts_of(site)
        if host.state == Host.State.ALLOWED
    ]


def _door(door: Door, setup: Setup, masked: bool) -> DoorPart:
    codes = []
    for channel, name in way_names(door, setup):
        link = None if masked or not channel.address else link_with(channel.app, channel.address, "")
        if link:
            codes.append(Code(name[:1].upper() + name[1:], shown_address(channel), _code(link)))
    return DoorPart(door.name or "A door", door_sentences(door, setup, masked=masked), codes[:MOST_CODES])


def _people(setup: Setup, timetable: Timetable) -> list[PersonLine]:
    zone = setup.business.zone
    return [
        PersonLine(
            person.name,
            in_first(person.role, setup),
            hours_words(timetable.people.get(person.key), zone) or "as the shop",
        )
        for person in setup.people
    ]


def _texts(setup: Setup, *, masked: bool) -> list[tuple[str, str, str]]:
    """What each written text is, the text in the first language, and in how many others it is written."""
    from .text_words import FIELD

    out = []
    for slot in slots_of(setup):
        text = in_first(dict(slot.texts), setup)
        if text and slot.field in FIELD:
            others = sum(1 for other in slot.texts.values() if other.strip()) - 1
            more = f"and in {others} more language{'s' if others > 1 else ''}" if others > 0 else ""
            of = f"{FIELD[slot.field]}, {slot.of}" if slot.of and len(setup.doors) > 1 else FIELD[slot.field]
            words = filled_in_words(text)
            out.append((of, without_numbers(words) if masked else words, more))
    return out[:MOST_TEXTS]


def _test_page(site: Site, at: datetime) -> Code | None:
    """The private page that shows a door as live, while it holds; else the site's home page, not counted."""
    showing = site.showings.filter(of=Showing.Of.LIVE, until__gt=at).first()
    if showing:
        link = f"{settings.ENV.origin}/see/{showing.token}"
        return Code("The test page", link, _code(link))
    host = site.hosts.filter(state=Host.State.ALLOWED).order_by("pk").first()
    if host is None or host.name.startswith("*."):
        return None
    link = f"https://{host.name}/#kk-ours"
    return Code("Your site, visits by this code not counted", f"https://{host.name}/", _code(link))


def _code(text: str) -> str:
    return str(segno.make(text, error="m", micro=False).svg_inline(border=2, omitsize=True, dark="#2b2226"))
