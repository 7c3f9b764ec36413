"""Makes what the desk shows out of rows and core values. Reads only."""

from datetime import datetime

from django.conf import settings
from django.utils import timezone

from kindknock.core.apps import APPS
from kindknock.core.changes import Change, changes_between
from kindknock.core.contacts import read_contact
from kindknock.core.hosts import read_host
from kindknock.core.recipes import carries_text
from kindknock.core.setup import Setup, setup_from
from kindknock.doors.load import door_value, draft_of
from kindknock.doors.models import Channel, Door
from kindknock.doors.queries import last_release
from kindknock.doors.small_words import SMALL_WORDS
from kindknock.footfall.queries import Counts, counts_on_day
from kindknock.guestbook.queries import new_notes
from kindknock.onsite.private_page import embed_line
from kindknock.sites.models import Host, Site
from kindknock.sites.queries import hosts_of

from . import words
from .schemas import (
    ChangeOut,
    ChannelOut,
    CountsOut,
    DeskOut,
    DoorOut,
    HostOut,
    PageOut,
    ReleaseOut,
)

MOST_PAGES = 60


def desk_of(site: Site, *, at: datetime | None = None) -> DeskOut:
    """The desk of one site, in a fixed number of queries."""
    release = last_release(site)
    draft = draft_of(site)
    live = setup_from(release.setup) if release else None
    changes = changes_between(live, draft)
    counts = counts_on_day(site, at=at or timezone.now())
    hosts = list(hosts_of(site))
    rows = {row.key: row for row in site.doors.prefetch_related("channels")}
    language = draft.business.languages[0]
    return DeskOut(
        site=site.key, name=site.name, line=embed_line(site.key),
        show_link=f"{settings.ENV.origin}/see/{site.show_token}", show_on_phone=not settings.ENV.is_loopback,
        hosts=[host_out(host) for host in hosts], pages=_pages(hosts),
        doors=[_door(rows[door.key], counts.get(door.key, Counts()), changes) for door in draft.doors],
        changes=[_change(change, live, draft) for change in changes],
        release=ReleaseOut(number=release.number, at=release.at, by=release.by.name or release.by.email if release.by else "") if release else None,
        language=language, languages=list(draft.business.languages), business=draft.business.name,
        new_notes=new_notes(site),
        small_words=SMALL_WORDS.get(language.split("-")[0], SMALL_WORDS["en"]),
    )


def host_out(host: Host) -> HostOut:
    reading = read_host(host.name)
    paths = sorted(host.paths.all(), key=lambda path: path.last_heard_at, reverse=True)
    return HostOut(id=host.pk, name=host.name, shown=reading.shown or host.name, state=host.state,
                   paths=[path.path for path in paths[:MOST_PAGES]], heard_at=host.last_heard_at,
                   for_testing=reading.for_testing)


def _pages(hosts: list[Host]) -> list[PageOut]:
    """Pages heard on the site's own hosts, the home page of the first host always first."""
    out: list[PageOut] = []
    for host in hosts:
        if host.state != Host.State.ALLOWED or host.name.startswith("*."):
            continue
        heard = {path.path: path.title for path in host.paths.all()}
        for path in ["/", *sorted(path for path in heard if path != "/")][:MOST_PAGES]:
            out.append(PageOut(address=f"https://{host.name}{path}", title=heard.get(path, "")))
    return out


def _door(row: Door, counts: Counts, changes: tuple[Change, ...]) -> DoorOut:
    row_channels = sorted((c for c in row.channels.all() if c.removed_at is None), key=lambda c: (c.place, c.pk))
    value = door_value(row)
    return DoorOut(
        key=row.key, name=row.name, version=row.version, says=value.says, also=value.also, looks=value.looks,
        paused_at=row.paused_at, channels=[channel_out(channel) for channel in row_channels],
        today=CountsOut(seen=counts.seen, opened=counts.opened, knocked=counts.knocked),
        not_live=sorted({_sentence(change) for change in changes if change.door == row.key}),
    )


def _sentence(change: Change) -> str:
    return "reach" if change.what.startswith("channel") else {"also": "says"}.get(change.what, change.what)


def channel_out(channel: Channel) -> ChannelOut:
    app = APPS.get(channel.app)
    reading = read_contact(channel.address, app=channel.app) if app and channel.address else None
    warnings = reading.warnings if reading else ()
    note = words.warning(warnings[0], channel.app) if warnings else ""
    state = "shut" if not channel.on else "barred" if "example_number" in warnings else \
        "ajar" if any(not code.startswith("landline_if") for code in warnings) else "open"
    return ChannelOut(
        key=channel.key, app=channel.app, app_name=app.name if app else channel.app, initials=app.initials if app else "?",
        address=channel.address, shown=reading.shown if reading and reading.ok else channel.address, on=channel.on,
        name=channel.name, carries_text=bool(app and channel.address and carries_text(channel.app, channel.address)),
        note=note, state=state)  # type: ignore[arg-type]


def _change(change: Change, live: Setup | None, draft: Setup) -> ChangeOut:
    return ChangeOut(what=change.what, door=change.door, channel=change.channel, says=words.change_line(change, live, draft))
