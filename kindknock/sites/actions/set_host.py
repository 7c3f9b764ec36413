"""Say which web addresses are the site's own. Live at once."""

from django.db import transaction

from kindknock.core.addresses import read_host
from kindknock.core.addresses.hosts import HostReading

from ..models import Host, Site
from ..notify import site_changed


class HostRefused(Exception):
    def __init__(self, code: str) -> None:
        super().__init__(code)
        self.code = code


def allow_host(site: Site, typed: str) -> tuple[Host, HostReading]:
    """Let the button run on a web address as typed; one heard before or set aside is let in too.

    Raises HostRefused with core's code.
    """
    reading = read_host(typed)
    if reading.error:
        raise HostRefused(reading.error)
    with transaction.atomic():
        host, _ = Host.objects.update_or_create(
            site=site, name=reading.name, defaults={"state": Host.State.ALLOWED}
        )
        site_changed(site.key)
    return host, reading


def set_host_aside(host: Host) -> None:
    """Keep a heard address quiet: *not ours*. It can be allowed later."""
    with transaction.atomic():
        host.state = Host.State.NOT_OURS
        host.save(update_fields=["state"])
        site_changed(host.site.key)


def remove_host(host: Host) -> None:
    """Take a web address off the list. One the line was heard from stays as heard."""
    with transaction.atomic():
        if host.last_heard_at is None:
            host.delete()
        else:
            host.state = Host.State.HEARD
            host.save(update_fields=["state"])
        site_changed(host.site.key)
