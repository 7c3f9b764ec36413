"""Jobs of the studio: pages looked at, so that no screen's request waits for somebody's slow site."""

from django.conf import settings
from procrastinate.contrib.django import app
from pydantic import TypeAdapter

from kindknock import clock
from kindknock.core.addresses import HostList
from kindknock.core.addresses.hosts import host_of
from kindknock.core.fitting import Line, Made, Served, Sight, look, made_with
from kindknock.sites.actions.hold_page import hold_page
from kindknock.sites.fetching import NotFetched
from kindknock.sites.models import PageLook, PrintedSheet
from kindknock.sites.queries import allowed_hosts
from kindknock.standins.fetching import fetch_any

from .sheet import sheet_html, sheet_pdf
from .telling import tell_owners
from .weekly import tell_weekly

SIGHT, MADE = TypeAdapter(Sight), TypeAdapter(Made)


@app.task(name="look_at_page")  # type: ignore[untyped-decorator]  # procrastinate's
def look_at_page(number: int) -> None:
    """Fetch the page and write what stands there. Told twice changes nothing."""
    asked = PageLook.objects.select_related("site").filter(pk=number, done_at=None).first()
    if asked is None:
        return
    site, hosts = asked.site, HostList(allowed_hosts(asked.site))
    try:
        page = fetch_any(asked.address, is_own=host_of(asked.address) in hosts)
    except NotFetched as error:
        PageLook.objects.filter(pk=number).update(why=error.code, done_at=clock.now())
        return
    if host_of(page.address) in hosts:
        # What the page tells of itself is known from now on, to the verdict too.
        hold_page(site, page.address, fetch=lambda _: page, anew=True, at=clock.now())
    served = Served(page.html, page.address, page.headers)
    sight = look(served, Line(site.key, f"{settings.ENV.origin}/k.js"))
    PageLook.objects.filter(pk=number).update(
        final=page.address[:2000],
        sight=SIGHT.dump_python(sight, mode="json"),
        made=MADE.dump_python(made_with(page.html), mode="json"),
        done_at=clock.now(),
    )


@app.task(name="print_sheet")  # type: ignore[untyped-decorator]
def print_sheet(number: int) -> None:
    """Make the PDF of a hand-over sheet. Told twice changes nothing."""
    asked = PrintedSheet.objects.select_related("site__business").filter(pk=number, pdf=None).first()
    if asked is not None:
        html = sheet_html(asked.site, masked=asked.masked, at=clock.now())
        PrintedSheet.objects.filter(pk=number).update(pdf=sheet_pdf(html))


@app.periodic(cron="*/10 * * * *")  # type: ignore[untyped-decorator]
@app.task(name="tell_owners", queueing_lock="tell_owners")  # type: ignore[untyped-decorator]
def tell(timestamp: int) -> None:
    """What owners would not look for is told them by mail, once."""
    tell_owners(at=clock.now())


@app.periodic(cron="5 * * * *")  # type: ignore[untyped-decorator]
@app.task(name="tell_weekly", queueing_lock="tell_weekly")  # type: ignore[untyped-decorator]
def week(timestamp: int) -> None:
    """Each hour: the letters of the week, to those whose morning it is."""
    tell_weekly(at=clock.now())
