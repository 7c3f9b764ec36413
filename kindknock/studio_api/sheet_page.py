"""The hand-over sheet in a browser: as a page that prints, and as the PDF a job made of it."""

from django.contrib.auth.decorators import login_required
from django.http import Http404, HttpRequest, HttpResponse
from django.utils.text import slugify

from kindknock import clock
from kindknock.accounts.may import Power
from kindknock.accounts.models import User
from kindknock.sites.models import PrintedSheet, Site

from .sheet import sheet_html
from .site_of import site_of


@login_required(login_url="/sign-in")
def sheet_page(request: HttpRequest, site_key: str) -> HttpResponse:
    """With `?masked=1` without numbers."""
    masked = bool(request.GET.get("masked"))
    return HttpResponse(sheet_html(_site(request, site_key), masked=masked, at=clock.now(), fonts="/k"))


@login_required(login_url="/sign-in")
def sheet_file(request: HttpRequest, site_key: str, number: int) -> HttpResponse:
    site = _site(request, site_key)
    sheet = PrintedSheet.objects.filter(site=site, pk=number).first() if number < 2**63 else None
    if sheet is None or sheet.pdf is None:
        raise Http404
    response = HttpResponse(bytes(sheet.pdf), content_type="application/pdf")
    name = slugify(site.name) or "site"
    response["Content-Disposition"] = f'inline; filename="hand-over-{name}.pdf"'
    return response


def _site(request: HttpRequest, key: str) -> Site:
    assert isinstance(request.user, User)
    site = site_of(request.user, key, Power.DOORS)
    if site is None:
        raise Http404
    return site
