"""Makes what the desk shows out of rows and core values. Reads only."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from django.conf import settings

from kindknock import clock
from kindknock.accounts.models import Business, User
from kindknock.core import setup as core
from kindknock.core.addresses import APPS, read_contact, read_host
from kindknock.core.addresses.apps import ASKS_ON_COMPUTERS
from kindknock.core.addresses.recipes import carries_text
from kindknock.core.answers.shelf import is_readable
from kindknock.core.drafts import Change, changes_between
from kindknock.core.fitting import hearing_state
from kindknock.core.review import Finding, advice, blocks, reminders
from kindknock.core.review.checks import needs_memory
from kindknock.core.setup import Setup, setup_from
from kindknock.core.time import Timetable, hours_of, write_shortest
from kindknock.core.words.moments import clock_of
from kindknock.doors.actions.keep_step import next_step
from kindknock.doors.load import draft_of
from kindknock.doors.models import Channel, Door, Release
from kindknock.doors.queries import last_release, steps_since
from kindknock.doors.small_words import SMALL_WORDS
from kindknock.footfall.queries import counts_on_day, unused_ways
from kindknock.footfall.sums import Counts
from kindknock.onsite.private_page import embed_line
from kindknock.people.load import timetable_of
from kindknock.sites.models import Host, Site
from kindknock.sites.queries import hosts_of, pages_unseen

from . import words
from .change_words import change_details, change_line
from .fitting_present import hearing_of
from .history_words import reminder_line
from .hours_words import hours_words, people_and_hours
from .read_words import title_of
from .schemas import (
    ChangeOut,
    ChannelMore,
    ChannelOut,
    CountsOut,
    DeskOut,
    DoorOut,
    HostOut,
    LiveDoorOut,
    PageOut,
    ReleaseOut,
    ReminderOut,
    TreeOut,
)

MOST_PAGES = 60


def desk_of(site: Site, by: User, *, at: datetime | None = None) -> DeskOut:
    """The desk of one site, in a fixed number of queries."""
    release = last_release(site)
    draft = draft_of(site)
    live = setup_from(release.setup) if release else None
    changes = changes_between(live, draft)
    counts = counts_on_day(site, at=at or clock.now())
    hosts = list(hosts_of(site))
    rows = {row.key: row for row in site.doors.filter(removed_at=None).prefetch_related("channels")}
    language = draft.business.languages[0]
    timetable = timetable_of(site.business, at=clock.now())
    people, hours = people_and_hours(draft, timetable, at)
    counsel = advice(draft)
    around = _Around(timetable, draft.business.zone, _addresses(site.business))
    return DeskOut(
        site=site.key,
        name=site.name,
        line=embed_line(site.key),
        hosts=[host_out(host) for host in hosts],
        pages=_pages(hosts),
        kinds=list(draft.site.kinds),
        doors=[
            _door(rows[door.key], door, counts.get(door.key, Counts()), changes, counsel, draft, live, around)
            for door in draft.doors
        ],
        changes=changes_out(changes, live, draft),
        blocked=bool(changes) and bool(blocks(draft)),
        release=ReleaseOut(
            number=release.number, at=release.at, by=release.by.name or release.by.email if release.by else ""
        )
        if release
        else None,
        language=language,
        languages=list(draft.business.languages),
        business=draft.business.name,
        kept_days=site.business.kept_days,
        answers=sum(map(is_readable, draft.answers)),
        signposts=[
            TreeOut(key=tree.key, name=title_of(tree, draft.business.languages[0]), is_draft=tree.is_draft)
            for tree in draft.signposts
        ],
        sentences={part.name: part.sentence for part in core.DOOR_PARTS if part.name in core.STORED_PARTS},
        small_words=SMALL_WORDS.get(language.split("-")[0], SMALL_WORDS["en"]),
        people=people,
        hours=hours,
        undo=step_in_words(site, by, redo=False),
        redo=step_in_words(site, by, redo=True),
        reminders=_reminders(
            site, draft, release, bool(changes), list(rows.values()), hosts, at or clock.now()
        ),
        local_port=settings.ENV.shop_port if settings.ENV.pretend else None,
    )


def _reminders(
    site: Site,
    draft: Setup,
    release: Release | None,
    is_changed: bool,
    rows: list[Door],
    hosts: list[Host],
    at: datetime,
) -> list[ReminderOut]:
    clock = clock_of(draft.business.zone)
    own = [host for host in hosts if host.state == Host.State.ALLOWED]
    since = steps_since(site, release.at) if release and is_changed else None
    found = reminders(
        at=at,
        clock=clock,
        is_live=release is not None,
        changed_since=since,
        is_heard=any(host.last_heard_at for host in hosts),
        paused=[(row.key, row.paused_at) for row in rows if row.paused_at],
        unseen=pages_unseen(site, at=at),
        silent=[host.name for host in own if hearing_state(hearing_of(host), at) == "silent"],
        strangers=[host.name for host in hosts if host.state == Host.State.HEARD],
        unused=unused_ways(site, release, at=at),
    )
    ways = {
        channel.key: next(iter(channel.name.values()), "") or words.app_name(channel.app)
        for row in rows
        for channel in row.channels.all()
    }
    names = {row.key: row.name for row in rows}
    return [
        ReminderOut(
            code=item.code,
            door=item.door,
            says=reminder_line(
                item, names.get(item.door, ""), at.astimezone(clock).date(), ways.get(item.channel, "")
            ),
            act=_ACT[item.code],
            page=item.page,
            channel=item.channel,
            host=item.host,
        )
        for item in found
    ]


_ACT: dict[str, Literal["publish", "resume", "line", "look", "fitting", "try"]] = {
    "never_live": "publish",
    "waiting": "publish",
    "paused": "resume",
    "unheard": "line",
    "unseen": "look",
    "silent": "fitting",
    "stranger": "fitting",
    "unused": "try",
}


def step_in_words(site: Site, by: User, *, redo: bool) -> str:
    """The step that undo, or redo, takes, in words; empty where there is none."""
    step = next_step(site, by, redo=redo)
    if step is None:
        return ""
    before, after = setup_from(step.before), setup_from(step.after)
    return " ".join(change_line(change, before, after) for change in changes_between(before, after)[:2])


@dataclass(frozen=True, slots=True)
class _Around:
    """What a channel is told beside its own row: hours that hold at once, and everybody's addresses."""

    timetable: Timetable
    zone: str
    addresses: dict[tuple[str, str], list[tuple[str, str]]]

    def used_in(self, channel: Channel) -> list[str]:
        return (
            [
                where
                for key, where in self.addresses.get((channel.app, channel.address), [])
                if key != channel.key
            ]
            if channel.address
            else []
        )


def _addresses(business: Business) -> dict[tuple[str, str], list[tuple[str, str]]]:
    """Where each address of the business stands: (app, address) → (channel, door and site)."""
    out: dict[tuple[str, str], list[tuple[str, str]]] = {}
    rows = Channel.objects.filter(door__site__business=business, removed_at=None, door__removed_at=None)
    for app, address, key, door, site in rows.values_list(
        "app", "address", "key", "door__name", "door__site__name"
    ):
        out.setdefault((app, address), []).append((key, f"{door}, {site}"))
    return out


def host_out(host: Host) -> HostOut:
    reading = read_host(host.name)
    paths = sorted(host.paths.all(), key=lambda path: path.last_heard_at, reverse=True)
    return HostOut(
        id=host.pk,
        name=host.name,
        shown=reading.shown or host.name,
        state=host.state,
        paths=[path.path for path in paths[:MOST_PAGES]],
        heard_at=host.last_heard_at,
        for_testing=reading.for_testing,
    )


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


def _door(
    row: Door,
    value: core.Door,
    counts: Counts,
    changes: tuple[Change, ...],
    counsel: tuple[Finding, ...],
    draft: Setup,
    live: Setup | None,
    around: _Around,
) -> DoorOut:
    row_channels = sorted(
        (c for c in row.channels.all() if c.removed_at is None), key=lambda c: (c.place, c.pk)
    )
    own = [finding for finding in counsel if finding.door == row.key]
    behind = next((finding.found for finding in own if finding.code == "never_reached"), "")
    return DoorOut(
        **{part: getattr(value, part) for part in core.STORED_PARTS},
        useless=[int(finding.found) for finding in own if finding.code == "rule_never_matters"],
        behind=next((door.name for door in draft.doors if door.key == behind), ""),
        without_memory=list(needs_memory(value)),
        live_pages=list(next((door.pages for door in live.doors if door.key == row.key), ())) if live else [],
        key=row.key,
        name=row.name,
        version=row.version,
        paused_at=row.paused_at,
        channels=[channel_out(channel, around) for channel in row_channels],
        today=CountsOut(seen=counts.seen, opened=counts.opened, knocked=counts.knocked),
        not_live=sorted({change.sentence or change.what for change in changes if change.door == row.key}),
    )


def channel_out(channel: Channel, around: _Around) -> ChannelOut:
    app, doc = APPS.get(channel.app), around.timetable.channels.get(channel.key)
    own = hours_of(doc, around.zone)
    reading = read_contact(channel.address, app=channel.app) if app and channel.address else None
    warnings = reading.warnings if reading else ()
    note = words.warning(warnings[0], channel.app) if warnings else ""
    return ChannelOut(
        key=channel.key,
        app=channel.app,
        app_name=app.name if app else channel.app,
        initials=app.initials if app else "?",
        address=channel.address,
        shown=reading.shown if reading and reading.ok else channel.address,
        on=channel.on,
        name=channel.name,
        asks_on_computers=channel.app in ASKS_ON_COMPUTERS,
        carries_text=bool(app and channel.address and carries_text(channel.app, channel.address)),
        caveat=note,
        state=_state(channel, warnings),
        first=words.FIRST.get(app.needs_first, "") if app else "",
        used_in=around.used_in(channel),
        hours=hours_words(doc, around.zone),
        hours_typed=write_shortest(own.week) if own and own.week else "",
        hours_zone=doc.zone if doc else "",
        needs_nobody_usually=bool(app and app.needs_nobody),
        **ChannelMore.model_validate(channel.more).model_dump(),
    )


def _state(channel: Channel, warnings: Sequence[str]) -> Literal["open", "ajar", "shut", "barred"]:
    """The glyph of a channel: switched off, an example number, worth a look, or well."""
    if not channel.on:
        return "shut"
    if "example_number" in warnings:
        return "barred"
    return "open" if all(code.startswith("landline_if") for code in warnings) else "ajar"


def changes_out(changes: tuple[Change, ...], live: Setup | None, draft: Setup) -> list[ChangeOut]:
    return [
        ChangeOut(
            what=change.what,
            door=change.door,
            channel=change.channel,
            about=change.about,
            sentence=change.sentence,
            says=change_line(change, live, draft),
            details=change_details(change, live, draft),
        )
        for change in changes
    ]


def live_doors(site: Site, live: Setup | None) -> list[LiveDoorOut]:
    """The doors as visitors have them, told as the desk tells its own."""
    around = _Around(timetable_of(site.business, at=clock.now()), site.business.zone, {})
    return [
        LiveDoorOut(
            **{part: getattr(door, part) for part in core.STORED_PARTS},
            key=door.key,
            name=door.name,
            channels=[
                channel_out(
                    Channel(
                        key=c.key,
                        app=c.app,
                        address=c.address,
                        on=c.on,
                        name=c.name,
                        more=c.model_dump(mode="json", include=set(core.CHANNEL_MORE)),
                    ),
                    around,
                )
                for c in door.channels
            ],
        )
        for door in (live.doors if live else ())
    ]
