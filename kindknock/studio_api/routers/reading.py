"""Reads what is being typed, on every keystroke, and draws QR codes."""

from django.http import HttpRequest
from ninja import Router

from kindknock.accounts.queries import business_of
from kindknock.core.apps import APPS, RETIRED
from kindknock.core.contacts import Reading, read_contact
from kindknock.core.formats.qr import qr_svg

from .. import words
from ..auth import person
from ..errors import NotFound
from ..schemas import AppOut, QrOut, ReadIn, ReadingOut

router = Router()


def app_out(key: str) -> AppOut:
    return AppOut(key=key, name=APPS[key].name, initials=APPS[key].initials)


def reading_out(reading: Reading) -> ReadingOut:
    if not reading.ok:
        return ReadingOut(ok=False, app=reading.app, canonical="", shown="", fits=[], says=words.why_not(reading),
                          more="", state="barred", code=reading.error or "")
    says, more = words.reads_as(reading)
    worth_a_look = [code for code in reading.warnings if not code.startswith("landline_if")]
    if worth_a_look:
        more = words.warning(worth_a_look[0], reading.app)
    return ReadingOut(ok=True, app=reading.app, canonical=reading.canonical, shown=reading.shown,
                      fits=[app_out(app) for app in reading.fits], says=says, more=more,
                      state="ajar" if worth_a_look else "open", code=worth_a_look[0] if worth_a_look else "")


@router.post("/read", response=ReadingOut)
def read(request: HttpRequest, body: ReadIn) -> ReadingOut:
    """How the core reads what was typed, with the business's country unless one is given."""
    if body.app is not None and body.app not in APPS and body.app not in RETIRED:
        raise NotFound
    country = body.country
    if not country:
        business = business_of(person(request))
        country = business.country if business else ""
    return reading_out(read_contact(body.typed, app=body.app, country=country or None))


@router.get("/qr", response=QrOut)
def qr(request: HttpRequest, text: str) -> QrOut:
    """A QR code of up to 2,000 characters as SVG, with its quiet zone."""
    return QrOut(svg=qr_svg(text))

