"""Keep what the line was heard to say: from which web addresses, on which pages."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from django.db import transaction
from django.db.models import Case, F, Value, When

from ..models import HeardPath, Host, Site


@dataclass(frozen=True, slots=True)
class Heard:
    """The line spoke from this page. `host` as core keeps it; `path` without query."""

    site_key: str
    host: str
    path: str
    title: str
    at: datetime
    kind: str = ""
    """What the page's own markup says; '' where it says nothing, or not yet."""
    door: str = ""
    """The door that showed there; '' where none did."""


Fetch = tuple[str, datetime]
"""A host, and when a page of it fetched our file."""
MOST_HOSTS_A_SITE = 200
"""Those the owner listed, or said are not theirs."""
MOST_WAITING = 40
"""Those heard and not yet decided about, bounded apart: they are a stranger's to make up."""


def keep_heard(heard: Sequence[Heard]) -> int:
    """Store a batch; distinct and bounded, the longest unheard pages go first. Returns how many were kept."""
    kept = 0
    sites = {site.key: site for site in Site.objects.filter(key__in={h.site_key for h in heard})}
    for item in heard:
        site = sites.get(item.site_key)
        if site is None:
            continue
        with transaction.atomic():
            host = Host.objects.filter(site=site, name=item.host).first()
            if host is None:
                state = _state_of_new(site, item.host)
                others = site.hosts.exclude(state=Host.State.HEARD)
                if state != Host.State.HEARD and others.count() >= MOST_HOSTS_A_SITE:
                    continue
                host, _ = Host.objects.get_or_create(
                    site=site, name=item.host, defaults={"state": state, "first_heard_at": item.at}
                )
                _forget_waiting(site)
            _heard_host(host, item)
            _heard_path(host, item)
            _forget_oldest(host)
        kept += 1
    return kept


def _heard_host(host: Host, item: Heard) -> None:
    day = item.at.astimezone(UTC).date().isoformat()
    days = host.heard_days if day in host.heard_days else sorted({day, *host.heard_days}, reverse=True)
    Host.objects.filter(pk=host.pk).update(
        last_heard_at=item.at,
        first_heard_at=host.first_heard_at or item.at,
        heard_days=days[: Host.MOST_DAYS],
    )
    if host.state != Host.State.ALLOWED:
        # On the list of another site, whoever keeps that one learns that its key is not the one used there.
        Host.objects.filter(name=item.host, state=Host.State.ALLOWED).exclude(site=host.site).update(
            other_key_at=item.at
        )


def _heard_path(host: Host, item: Heard) -> None:
    path, _ = HeardPath.objects.update_or_create(
        host=host,
        path=item.path[:500],
        defaults={
            "title": item.title[:300],
            "last_heard_at": item.at,
            # Microdata comes with a later question: what was told stays until it is told otherwise.
            **({"kind": item.kind[:20]} if item.kind else {}),
            **({"door": item.door[:16]} if item.door else {}),
        },
    )
    HeardPath.objects.filter(pk=path.pk).update(
        looks=F("looks") + 1, shown=F("shown") + (1 if item.door else 0)
    )


def keep_fetched(fetched: Sequence[Fetch]) -> int:
    """Our file was fetched by pages of these hosts. Only what is on somebody's list is kept."""
    kept = 0
    for host, at in fetched:
        kept += Host.objects.filter(name=host, state=Host.State.ALLOWED).update(fetched_at=at)
    return kept


def _state_of_new(site: Site, name: str) -> str:
    """A host let in by a star is the site's own; any other waits to be allowed."""
    stars = site.hosts.filter(name__startswith="*.", state=Host.State.ALLOWED).values_list("name", flat=True)
    return Host.State.ALLOWED if any(name.endswith(star[1:]) for star in stars) else Host.State.HEARD


def _forget_waiting(site: Site) -> None:
    """Beyond the most that wait, those go first that were heard in one hour alone, the oldest of them before
    the rest: an address that people really visit is heard again and again.
    """
    waiting = site.hosts.filter(state=Host.State.HEARD)
    over = waiting.count() - MOST_WAITING
    if over > 0:
        lasted = Case(
            When(last_heard_at__gt=F("first_heard_at") + timedelta(hours=1), then=Value(1)), default=Value(0)
        )
        oldest = (
            waiting.annotate(lasted=lasted).order_by("lasted", "last_heard_at").values_list("pk", flat=True)
        )
        Host.objects.filter(pk__in=list(oldest[:over])).delete()


def _forget_oldest(host: Host) -> None:
    over = host.paths.count() - HeardPath.MOST_A_HOST
    if over > 0:
        oldest = host.paths.order_by("last_heard_at").values_list("pk", flat=True)[:over]
        HeardPath.objects.filter(pk__in=list(oldest)).delete()
