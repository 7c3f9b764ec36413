"""Tells owners by mail what they would not look for: the line first heard, a first visitor through, an
address gone silent or not allowed, a page on which nobody can see the button. Each once, with the press
that mends it.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime, timedelta
from urllib.parse import urlencode

from django.db import transaction

from kindknock.accounts.addresses import studio_address
from kindknock.accounts.mailing import post
from kindknock.accounts.models import Membership
from kindknock.core.addresses.hosts import read_host
from kindknock.core.fitting import hearing_state
from kindknock.footfall.models import Event
from kindknock.sites.models import Host, Site, Told
from kindknock.sites.queries import pages_unseen

from .fitting_present import hearing_of
from .fitting_words import LETTERS, TROUBLE

MOST_STRANGERS = 3
"""So many addresses nobody listed are told of at a time: whoever makes them up fills no mailbox."""
STRANGERS_EVERY = timedelta(days=1)


@dataclass(frozen=True, slots=True)
class News:
    """`code` of LETTERS; `key` of what it is about, so that it is told once; `says` its words in the letter,
    `path` where in the studio it is mended.
    """

    code: str
    key: str = ""
    about: str = ""
    path: str = ""


def tell_owners(*, at: datetime) -> int:
    """All sites gone through; how many letters were written."""
    return sum(_tell(site, at) for site in Site.objects.select_related("business").order_by("pk").iterator())


def _tell(site: Site, at: datetime) -> int:
    _forget_mended(site, at)
    known = set(Told.objects.filter(site=site).values_list("code", "key"))
    news = [item for item in _news_of(site, at) if (item.code, item.key) not in known]
    owners = list(
        site.business.memberships.filter(role=Membership.Role.OWNER)
        .exclude(user__proven_at=None)
        .values_list("user__email", flat=True)
    )
    written = 0
    for item in news:
        with transaction.atomic():
            _, is_new = Told.objects.get_or_create(
                site=site, code=item.code, key=item.key[:300], defaults={"at": at}
            )
            if is_new:
                subject, text = _letter(site, item)
                for email in owners:
                    post(email, subject, text)
                    written += 1
    return written


def _forget_mended(site: Site, at: datetime) -> None:
    """What is heard again, allowed, or seen again may be told anew when it comes back."""
    heard = [host.name for host in site.hosts.all() if hearing_state(hearing_of(host), at) == "heard"]
    Told.objects.filter(site=site, code="silent", key__in=heard).delete()
    unseen = [path for path, _ in pages_unseen(site, at=at)]
    Told.objects.filter(site=site, code="unseen").exclude(key__in=unseen).delete()


def _news_of(site: Site, at: datetime) -> Iterator[News]:
    fitting = f"/fitting/{site.key}"
    hosts = list(site.hosts.order_by("pk"))
    own = [host for host in hosts if host.state == Host.State.ALLOWED]
    heard = [host for host in own if host.last_heard_at]
    if heard:
        yield News("line_first", about=_shown(heard[0]), path=fitting)
    if Event.objects.filter(site=site, kind=Event.Kind.KNOCKED).exists():
        yield News("first_visitor", path=f"/sites/{site.key}")
    for host in own:
        if hearing_state(hearing_of(host), at) == "silent":
            yield News("silent", host.name, _shown(host), f"{fitting}?{_page(host.name, '/')}")
    yield from _strangers(site, hosts, at)
    for path, trouble in pages_unseen(site, at=at)[:MOST_STRANGERS]:
        name = own[0].name if own else ""
        yield News("unseen", path, f"{path}: {TROUBLE[trouble]}", f"{fitting}?{_page(name, path)}")


def _strangers(site: Site, hosts: list[Host], at: datetime) -> Iterator[News]:
    lately = Told.objects.filter(site=site, code="stranger", at__gt=at - STRANGERS_EVERY).count()
    waiting = [host for host in hosts if host.state == Host.State.HEARD]
    known = set(Told.objects.filter(site=site, code="stranger").values_list("key", flat=True))
    new = [host for host in waiting if host.name not in known]
    for host in new[: max(0, MOST_STRANGERS - lately)]:
        yield News("stranger", host.name, _shown(host), f"/fitting/{site.key}")


def _letter(site: Site, news: News) -> tuple[str, str]:
    subject, text, why = LETTERS[news.code]
    body = text.format(site=site.name, about=news.about)
    # A web address may be a stranger's words: none of it stands in a subject.
    return (
        subject.format(site=site.name),
        f"{body}\n\n{studio_address(site.business, news.path)}\n\n{why.format(site=site.name)}\n",
    )


def _shown(host: Host) -> str:
    return read_host(host.name).shown or host.name


def _page(host: str, path: str) -> str:
    return urlencode({"page": host.removeprefix("*.") + path})
