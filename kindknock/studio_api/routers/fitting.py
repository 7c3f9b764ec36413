"""Fitting: look at a page for the line."""

from django.db.models import Q
from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.accounts.actions.limit import FETCHES, count
from kindknock.core.addresses import HostList
from kindknock.core.addresses.hosts import host_of
from kindknock.core.fitting import Sight
from kindknock.onsite.pinning import NotBuilt, pin_now
from kindknock.onsite.private_page import pinned_line
from kindknock.sites.models import PageLook, PrintedSheet, Site
from kindknock.sites.queries import allowed_hosts

from .. import auth
from ..errors import NotFound, Problem
from ..fitting_present import fitting_of
from ..fitting_words import NOT_FETCHED, note_words, sight_words
from ..guard import DOORS, user_of
from ..schemas import AskedOut, FittingOut, LookIn, LookOut, PinnedOut, SheetIn, SheetOut
from ..tasks import MADE, SIGHT, look_at_page, print_sheet
from ..typed_page import typed_page

router = Router()


@router.get("/sites/{key}/fitting", response=FittingOut, auth=DOORS)
def fitting(request: HttpRequest, key: str) -> FittingOut:
    """What is heard of the line, and where."""
    return fitting_of(auth.site(request, key), at=clock.now())


@router.post("/sites/{key}/fitting/look", response=AskedOut, auth=DOORS)
def look_at(request: HttpRequest, key: str, body: LookIn) -> AskedOut:
    """Have any public page looked at, as it is served just now. What was seen is asked for by number."""
    site, by = auth.site(request, key), user_of(request)
    hosts = allowed_hosts(site)
    address = typed_page(body.typed, next((host for host in hosts if not host.startswith("*")), ""))
    if not count(FETCHES, str(by.pk), at=clock.now()):
        raise Problem(422, "not_fetched", NOT_FETCHED["busy"], field="typed")
    asked = PageLook.objects.create(site=site, by=by, address=address[:2000], at=clock.now())
    look_at_page.defer(number=asked.pk)
    return AskedOut(number=asked.pk)


@router.get("/sites/{key}/fitting/look/{number}", response=LookOut | None, auth=DOORS)
def seen(request: HttpRequest, key: str, number: int) -> LookOut | None:
    """What stands of the line on that page; null while it is being fetched."""
    site = auth.site(request, key)
    asked = look_of(site, number)
    if asked.done_at is None:
        return None
    if asked.why:
        raise Problem(422, "not_fetched", NOT_FETCHED[asked.why], field="typed")
    sight: Sight = SIGHT.validate_python(asked.sight)
    host = host_of(asked.final)
    words = sight_words(sight, host=host)
    return LookOut(
        address=asked.final,
        state=words.state,
        code=sight.code,
        says=words.says,
        how=words.how,
        add=list(words.add),
        notes=note_words(sight),
        is_ours=host in HostList(allowed_hosts(site)),
        host=host,
        made_with=MADE.validate_python(asked.made).kind,
        generator=MADE.validate_python(asked.made).generator,
    )


def look_of(site: Site, number: int) -> PageLook:
    found = PageLook.objects.filter(site=site, pk=number).first() if number < 2**31 else None
    if found is None:
        raise NotFound
    return found


@router.post("/sites/{key}/sheet", response=AskedOut, auth=DOORS)
def print_it(request: HttpRequest, key: str, body: SheetIn) -> AskedOut:
    """Have the hand-over sheet made as PDF. Whether it is ready is asked for by number."""
    site = auth.site(request, key)
    sheet = PrintedSheet.objects.create(site=site, by=user_of(request), masked=body.masked, at=clock.now())
    print_sheet.defer(number=sheet.pk)
    return AskedOut(number=sheet.pk)


@router.get("/sites/{key}/sheet/{number}", response=SheetOut | None, auth=DOORS)
def printed(request: HttpRequest, key: str, number: int) -> SheetOut | None:
    """Where the PDF is; null while it is being made."""
    site = auth.site(request, key)
    found = (
        PrintedSheet.objects.filter(site=site, pk=number) if number < 2**63 else PrintedSheet.objects.none()
    )
    ready = found.annotate(is_made=Q(pdf__isnull=False)).values_list("is_made", flat=True).first()
    if ready is None:
        raise NotFound
    return SheetOut(link=f"/sheet/{key}/{number}.pdf") if ready else None


@router.post("/sites/{key}/pinned", response=PinnedOut, auth=DOORS)
def pinned(request: HttpRequest, key: str) -> PinnedOut:
    """The line in the form that names the digest of today's button, for sites that demand it."""
    site = auth.site(request, key)
    try:
        made = pin_now(at=clock.now())
    except NotBuilt:
        raise Problem(503, "not_built", "The button isn’t built here yet.") from None
    return PinnedOut(line=pinned_line(site.key, made.path, made.integrity), until=made.until)
