"""The business page, and the one breath in which a business begins."""

from zoneinfo import available_timezones

from babel import Locale
from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.accounts.actions.change_business import change_business
from kindknock.accounts.models import Business
from kindknock.accounts.queries import business_of
from kindknock.doors.actions.open_business import open_business
from kindknock.sites.actions.set_host import HostRefused

from ..auth import business, person
from ..errors import Problem
from ..schemas import BusinessIn, BusinessOut, ChoiceOut, ChoicesOut, OpenedOut, OpenIn
from ..words import HOST, language_name

router = Router()
_LOCALE = Locale.parse("en")
_LANGUAGES = [
    "en",
    "pt",
    "ar",
    "nl",
    "de",
    "fr",
    "es",
    "it",
    "ga",
    "cy",
    "gd",
    "pl",
    "cs",
    "sk",
    "sl",
    "hr",
    "sr",
    "ro",
    "bg",
    "el",
    "tr",
    "he",
    "fa",
    "ur",
    "hi",
    "bn",
    "pa",
    "ta",
    "te",
    "ml",
    "mr",
    "gu",
    "zh",
    "ja",
    "ko",
    "vi",
    "th",
    "id",
    "ms",
    "fil",
    "sv",
    "nb",
    "da",
    "fi",
    "is",
    "et",
    "lv",
    "lt",
    "uk",
    "ru",
    "hu",
    "ca",
    "eu",
    "gl",
    "mt",
    "sq",
    "mk",
    "bs",
    "ka",
    "hy",
    "az",
    "kk",
    "uz",
    "sw",
    "am",
    "so",
    "ha",
    "yo",
    "ig",
    "zu",
    "xh",
    "af",
    "pt-BR",
    "zh-TW",
    "es-MX",
    "en-US",
    "fr-CA",
    "de-AT",
    "de-CH",
    "nl-BE",
]


@router.post("/businesses", response=OpenedOut)
def open_one(request: HttpRequest, body: OpenIn) -> OpenedOut:
    """One breath: business, site, door, channels, and release 1."""
    user = person(request)
    if business_of(user) is not None:
        raise Problem(409, "has_business", "You have a business here already. Go to its desk.")
    zone = body.zone if body.zone in available_timezones() else "UTC"
    country = body.country.upper() if body.country.upper() in _LOCALE.territories else ""
    try:
        opened = open_business(
            user,
            name=body.name,
            typed=body.typed,
            apps=body.apps,
            country=country,
            zone=zone,
            currency=_currency_of(country),
            language=body.language,
            website=body.website,
            at=clock.now(),
        )
    except HostRefused as error:
        raise Problem(422, error.code, HOST.get(error.code, HOST["not_a_host"]), field="website") from None
    return OpenedOut(site=opened.site.key, is_live=opened.is_live)


def _currency_of(country: str) -> str:
    from babel.numbers import get_territory_currencies

    return (get_territory_currencies(country) or [""])[0] if country else ""


def _out(row: Business) -> BusinessOut:
    return BusinessOut(
        name=row.name,
        country=row.country,
        zone=row.zone,
        currency=row.currency,
        languages=row.languages,
        privacy_link=row.privacy_link,
        version=row.version,
    )


@router.get("/business", response=BusinessOut)
def read_business(request: HttpRequest) -> BusinessOut:
    return _out(business(request))


@router.patch("/business", response=BusinessOut)
def save_business(request: HttpRequest, body: BusinessIn) -> BusinessOut:
    changes = body.dict(exclude_unset=True, exclude={"version"})
    return _out(change_business(business(request), changes, version=body.version))


@router.get("/choices", response=ChoicesOut)
def choices(request: HttpRequest) -> ChoicesOut:
    """Countries, zones, currencies and languages to choose from, named in English."""
    countries = [
        (code, name)
        for code, name in _LOCALE.territories.items()
        if len(code) == 2 and code.isalpha() and code not in ("EU", "UN", "EZ", "QO", "XA", "XB", "ZZ")
    ]
    zones = [
        (zone, zone.replace("_", " ").replace("/", ", "))
        for zone in available_timezones()
        if "/" in zone and not zone.startswith(("Etc/", "SystemV/", "US/"))
    ]
    currencies = [(code, f"{name} ({code})") for code, name in _LOCALE.currencies.items()]
    languages = [(tag, language_name(tag)) for tag in _LANGUAGES]
    return ChoicesOut(
        countries=_sorted(countries),
        zones=_sorted([*zones, ("UTC", "UTC")]),
        currencies=_sorted(currencies),
        languages=_sorted(languages),
    )


def _sorted(pairs: list[tuple[str, str]]) -> list[ChoiceOut]:
    return [ChoiceOut(value=value, label=label) for value, label in sorted(pairs, key=lambda pair: pair[1])]
