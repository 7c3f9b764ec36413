"""Tells owners by mail what they would not look for: the line first heard, a first visitor through, an
address gone silent or not allowed, a page on which nobody can see the button. Each once, with the press
that mends it.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from urllib.parse import urlencode

from django.db import transaction

from kindknock.accounts.addresses import studio_address
from kindknock.accounts.letters import quoted, sentence
from kindknock.accounts.models import Membership, User
from kindknock.accounts.names import name_of
from kindknock.accounts.notices import Words, tell_members
from kindknock.core.addresses.hosts import read_host
from kindknock.core.fitting import hearing_state
from kindknock.doors.models import Release
from kindknock.footfall.models import Event
from kindknock.sites.models import Host, Site, Told
from kindknock.sites.queries import pages_unseen

from .fitting_present import hearing_of

MOST_STRANGERS = 3
"""So many addresses nobody listed are told of at a time: whoever makes them up fills no mailbox."""
STRANGERS_EVERY = timedelta(days=1)


@dataclass(frozen=True, slots=True)
class News:
    """`code` of the letters’ words; `key` of what it is about, so that it is told once; `about` what the
    letter calls that, `path` where in the studio it is mended, `trouble` what is amiss with a page.
    """

    code: str
    key: str = ""
    about: str = ""
    path: str = ""
    trouble: str = ""


def tell_owners(*, at: datetime) -> int:
    """All sites gone through; how many letters were written."""
    return sum(_tell(site, at) for site in Site.objects.select_related("business").order_by("pk").iterator())


def _tell(site: Site, at: datetime) -> int:
    _forget_mended(site, at)
    known = set(Told.objects.filter(site=site).values_list("code", "key"))
    news = [item for item in _news_of(site, at) if (item.code, item.key) not in known]
    written = 0
    for item in news:
        with transaction.atomic():
            _, is_new = Told.objects.get_or_create(
                site=site, code=item.code, key=item.key[:300], defaults={"at": at}
            )
            if is_new:
                written += _write(site, item, at)
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
        yield News("unseen", path, path, f"{fitting}?{_page(name, path)}", trouble)


def _strangers(site: Site, hosts: list[Host], at: datetime) -> Iterator[News]:
    lately = Told.objects.filter(site=site, code="stranger", at__gt=at - STRANGERS_EVERY).count()
    waiting = [host for host in hosts if host.state == Host.State.HEARD]
    known = set(Told.objects.filter(site=site, code="stranger").values_list("key", flat=True))
    new = [host for host in waiting if host.name not in known]
    for host in new[: max(0, MOST_STRANGERS - lately)]:
        yield News("stranger", host.name, _shown(host), f"/fitting/{site.key}")


def _write(site: Site, news: News, at: datetime) -> int:
    """How many hear of it. A web address may be a stranger's words: none of it stands in a subject."""
    link = studio_address(site.business, news.path)

    def words(_: Membership, language: str) -> Words:
        about = news.about
        if news.trouble:
            about = f"{about}: {sentence(language, f'trouble.{news.trouble}')}"
        return Words(
            sentence(language, f"{news.code}.subject", site=site.name),
            sentence(language, f"{news.code}.text", about=about, link=link),
        )

    kind = "first_visitor" if news.code == "first_visitor" else "line"
    return tell_members(site.business, kind, words, at=at)


def _shown(host: Host) -> str:
    return read_host(host.name).shown or host.name


def _page(host: str, path: str) -> str:
    return urlencode({"page": host.removeprefix("*.") + path})


MOST_TOLD_CHANGES = 8


def tell_published(site: Site, release: Release, says: Sequence[str], *, by: User, at: datetime) -> None:
    """Who wants to hear of it, but for who did it, is told; `says` are the changes' sentences."""
    link = studio_address(site.business, f"/sites/{site.key}/releases")
    others = site.business.memberships.select_related("user", "business").exclude(user=by).order_by("pk")

    def words(_: Membership, language: str) -> Words:
        lines = list(says[:MOST_TOLD_CHANGES])
        if len(says) > MOST_TOLD_CHANGES:
            lines.append(sentence(language, "published.more", count=len(says) - MOST_TOLD_CHANGES))
        text = sentence(
            language,
            "published.text",
            who=name_of(by),
            number=release.number,
            site=site.name,
            changes=quoted("\n".join(lines)) if lines else "",
            link=link,
        )
        return Words(sentence(language, "published.subject", site=site.name), text)

    tell_members(site.business, "published", words, at=at, among=others)
