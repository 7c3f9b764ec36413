"""Reads what is being typed, on every keystroke, and draws QR codes."""

from django.http import HttpRequest
from ninja import Router

from kindknock.accounts.queries import membership_of
from kindknock.core.addresses import APPS, Reading, read_contact
from kindknock.core.addresses.apps import RETIRED
from kindknock.core.formats.qr import qr_svg

from .. import words
from ..errors import NotFound
from ..guard import ACCOUNT, ANYONE, business_named, user_of
from ..schemas import AppChoiceOut, AppOut, QrOut, ReadIn, ReadingChoiceOut, ReadingOut

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
            state="ajar" if reading.choices else "barred",
            code=reading.error or "",
            choices=_choices(reading),
        )
    says, more = words.reads_as(reading)
    worth_a_look = [code for code in reading.warnings if not code.startswith("landline_if")]
    if worth_a_look:
        more = words.warning(worth_a_look[0], reading.app)
    if reading.left_out:
        more = f"{words.left_out(reading)} {more}".strip()
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
        choices=_choices(reading),
    )


def _choices(reading: Reading) -> list[ReadingChoiceOut]:
    return [
        ReadingChoiceOut(
            canonical=other.canonical, says=words.choice_words(other), country=other.country or ""
        )
        for other in reading.choices
    ]


@router.post("/read", response=ReadingOut, auth=ANYONE)
def read(request: HttpRequest, body: ReadIn) -> ReadingOut:
    """How the core reads what was typed, with the business's country, where there is one, unless one is
    given.
    """
    if body.app is not None and body.app not in APPS and body.app not in RETIRED:
        raise NotFound
    is_in = request.user.is_authenticated
    found = membership_of(user_of(request), business_named(request)) if is_in else None
    business = found.business if found else None
    country = body.country or (business.country if business else "")
    zone = body.zone or (business.zone if business else "")
    return reading_out(read_contact(body.typed, app=body.app, country=country or None, zone=zone))


@router.get("/apps", response=list[AppChoiceOut], auth=ACCOUNT)
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


@router.get("/qr", response=QrOut, auth=ACCOUNT)
def qr(request: HttpRequest, text: str) -> QrOut:
    """A QR code of up to 2,000 characters as SVG, with its quiet zone."""
    return QrOut(svg=qr_svg(text))
