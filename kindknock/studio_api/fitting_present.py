"""What Fitting says of a site's web addresses: heard or silent, on which pages, and what is odd there."""

from collections.abc import Iterable
from datetime import date, datetime
from typing import Literal, cast

from kindknock.core.addresses.hosts import host_of, read_host
from kindknock.core.fitting import Hearing, hearing_notes, hearing_state, never_heard
from kindknock.core.pages.rules import path_of
from kindknock.sites.models import HeardPath, Host, Site
from kindknock.sites.queries import hosts_of

from .fitting_words import FORM, HEARING_NOTE, STANDING, host_line
from .schemas import FittingOut, HeardHostOut, HeardPageOut

MOST_PAGES = 200
MOST_UNHEARD = 12


def fitting_of(site: Site, *, at: datetime) -> FittingOut:
    """All web addresses of a site, in a fixed number of queries: hosts, their pages, doors, held pages, odd
    lines.
    """
    doors = dict(site.doors.values_list("key", "name"))
    known = _known(site)
    forms = _forms(site)
    hosts = [_host(host, doors, known, forms, at) for host in hosts_of(site)]
    standing = _standing(hosts)
    return FittingOut(hosts=hosts, state=STANDING[standing][0], standing=STANDING[standing][1])


def hearing_of(host: Host) -> Hearing:
    return Hearing(
        host.last_heard_at,
        host.fetched_at,
        host.other_key_at,
        tuple(date.fromisoformat(day) for day in host.heard_days),
    )


def _host(
    host: Host,
    doors: dict[str, str],
    known: dict[str, set[str]],
    forms: list[tuple[str, str]],
    at: datetime,
) -> HeardHostOut:
    reading, hearing = read_host(host.name), hearing_of(host)
    paths = sorted(host.paths.all(), key=lambda path: path.last_heard_at, reverse=True)
    heard = [path.path for path in paths]
    own = host.state == Host.State.ALLOWED
    # Nothing heard at all says enough by itself; what is known counts where the line is in.
    missing = never_heard(known.get(host.name, ()), heard) if own and heard else ()
    notes = [HEARING_NOTE[code] for code in hearing_notes(hearing)] if own else []
    if own:
        notes += [FORM[form].format(path=path) for form, path in forms if path in set(heard)]
    state = hearing_state(hearing, at)
    return HeardHostOut(
        id=host.pk,
        name=host.name,
        shown=reading.shown or host.name,
        state=cast("Literal['allowed', 'heard', 'not_ours']", host.state),
        for_testing=reading.for_testing,
        hearing=state,
        says=host_line(state, host.state, host.last_heard_at, at),
        notes=notes,
        pages=[_page(path, doors) for path in paths[:MOST_PAGES]],
        unheard=list(missing[:MOST_UNHEARD]),
        unheard_more=max(0, len(missing) - MOST_UNHEARD),
    )


def _page(path: HeardPath, doors: dict[str, str]) -> HeardPageOut:
    return HeardPageOut(
        path=path.path,
        title=path.title,
        heard_at=path.last_heard_at,
        door=doors.get(path.door, "") if path.shown else "",
        share=round(100 * path.shown / path.looks) if path.looks else None,
    )


def _known(site: Site) -> dict[str, set[str]]:
    """Pages known of each host: fetched ones, those they link to, and those the owner's rules name."""
    out: dict[str, set[str]] = {}
    rows = site.held_pages.exclude(html="").values_list("address", "links")
    for address, links in rows:
        out.setdefault(host_of(address), set()).update({path_of(address), *links})
    named = {
        str(rule.get("value", ""))
        for parts in site.doors.filter(removed_at=None).values_list("parts", flat=True)
        for rule in parts.get("pages", [])
        if rule.get("kind") == "exact" and str(rule.get("value", "")).startswith("/")
    }
    if out:
        first = next(iter(out))
        out[first] |= {path_of(value) for value in named}
    return out


def _forms(site: Site) -> list[tuple[str, str]]:
    """(form, path) of odd lines, one page for each form."""
    found: dict[str, str] = {}
    for path, forms in site.heard_boxes.exclude(forms=[]).values_list("path", "forms"):
        for form in forms:
            found.setdefault(form, path)
    return list(found.items())


def _standing(hosts: Iterable[HeardHostOut]) -> str:
    own = [host for host in hosts if host.state == "allowed"]
    if any(host.hearing == "heard" for host in own):
        return "working"
    if any(host.hearing == "silent" for host in own):
        return "silent"
    if any(host.state == "heard" for host in hosts):
        return "stranger"
    if any(host.hearing == "quiet" for host in own):
        return "quiet"
    return "waiting" if own else "nowhere"
