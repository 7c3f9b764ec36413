"""Reads what is being typed, on every keystroke, and draws QR codes."""

from django.http import HttpRequest
from ninja import Router

from kindknock.accounts.queries import business_of
from kindknock.core.addresses import APPS, Reading, read_contact
from kindknock.core.addresses.apps import RETIRED
from kindknock.core.formats.qr import qr_svg
from kindknock.core.time import read_hours

from .. import words
from ..auth import person
from ..errors import NotFound
from ..hours_words import HOURS, week_words
from ..schemas import AppChoiceOut, AppOut, HoursReadIn, HoursReadOut, QrOut, ReadIn, ReadingOut

router = Router()


def app_out(key: str) -> AppOut:
    return AppOut(key=key, name=APPS[key].name, initials=APPS[key].initials)


def reading_out(reading: Reading) -> ReadingOut:
    if not reading.ok:
        return ReadingOut(
            ok=False,
            app=reading.app,
            canonical="",
            shown="",
            fits=[],
            says=words.why_not(reading),
            more="",
            state="barred",
            code=reading.error or "",
        )
    says, more = words.reads_as(reading)
    worth_a_look = [code for code in reading.warnings if not code.startswith("landline_if")]
    if worth_a_look:
        more = words.warning(worth_a_look[0], reading.app)
    return ReadingOut(
        ok=True,
        app=reading.app,
        canonical=reading.canonical,
        shown=reading.shown,
        fits=[app_out(app) for app in reading.fits],
        says=says,
        more=more,
        state="ajar" if worth_a_look else "open",
        code=worth_a_look[0] if worth_a_look else "",
    )


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


@router.get("/apps", response=list[AppChoiceOut])
def apps(request: HttpRequest) -> list[AppChoiceOut]:
    """Every app the core knows, by name."""
    return [
        AppChoiceOut(
            key=app.key,
            name=app.name,
            initials=app.initials,
            first=words.FIRST.get(app.needs_first, ""),
            carries=any(recipe.with_text for recipe in app.recipes.values()),
            example=next((spelling for recipe in app.recipes.values() for spelling in recipe.accepts), ""),
        )
        for app in APPS.values()
    ]


@router.post("/read-hours", response=HoursReadOut)
def read_typed_hours(request: HttpRequest, body: HoursReadIn) -> HoursReadOut:
    """How hours typed as text are read."""
    reading = read_hours(body.text)
    if reading.week is None:
        return HoursReadOut(ok=False, says=HOURS.get(reading.error or "", HOURS["empty"]))
    return HoursReadOut(ok=True, says=f"Reads as {week_words(reading.week)}.")


@router.get("/qr", response=QrOut)
def qr(request: HttpRequest, text: str) -> QrOut:
    """A QR code of up to 2,000 characters as SVG, with its quiet zone."""
    return QrOut(svg=qr_svg(text))
