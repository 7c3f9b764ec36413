"""The business page, and the one breath in which a business begins."""

import tempfile
from datetime import datetime
from typing import IO, cast
from zoneinfo import available_timezones

from babel import Locale
from django.http import FileResponse, HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.accounts.actions.change_business import change_business
from kindknock.accounts.actions.limit import HOUR, Limit, limit
from kindknock.accounts.may import Power, may
from kindknock.accounts.models import Business, Membership
from kindknock.accounts.queries import membership_of
from kindknock.core.words.language_tags import is_language
from kindknock.doors.actions.another_business import Place, another_business
from kindknock.doors.actions.open_business import open_business
from kindknock.sites.actions.set_host import HostRefused
from kindknock.team.actions.close_business import close_business, keep_business
from kindknock.team.actions.take_away import take_everything_away
from kindknock.team.queries import asked_in, sender_of

from ..auth import business, note_export
from ..errors import NotFound, Problem
from ..guard import ACCOUNT, BUSINESS, DATA, LOOK, user_of
from ..schemas import (
    AnotherIn,
    AskedInOut,
    BusinessesOut,
    BusinessIn,
    BusinessOut,
    ChoiceOut,
    ChoicesOut,
    CloseIn,
    HeldBusinessOut,
    HelloOut,
    OpenedOut,
    OpenIn,
)
from ..waiting import waiting_words
from ..words import HOST, language_name
from .account import hello

router = Router()
EVERYTHING = Limit("everything", 12, HOUR)
"""Of one business: each goes through all it has."""
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


@router.post("/businesses", response=OpenedOut, auth=ACCOUNT)
def open_one(request: HttpRequest, body: OpenIn) -> OpenedOut:
    """One breath: business, site, door, channels, and release 1."""
    user = user_of(request)
    place = _place(body.country, body.zone, body.language)
    try:
        opened = open_business(
            user,
            name=body.name,
            typed=body.typed,
            apps=body.apps,
            country=place.country,
            zone=place.zone,
            currency=place.currency,
            language=place.language,
            website=body.website,
            at=clock.now(),
        )
    except HostRefused as error:
        raise Problem(422, error.code, HOST.get(error.code, HOST["not_a_host"]), field="website") from None
    return OpenedOut(site=opened.site.key, is_live=opened.is_live)


def currency_of(country: str) -> str:
    """The currency of a country by its code; empty where there is none."""
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
        is_counting=row.is_counting,
        closes_at=row.closes_at,
        version=row.version,
    )


@router.post("/businesses/another", response=HelloOut, auth=ACCOUNT)
def open_another(request: HttpRequest, body: AnotherIn) -> HelloOut:
    """One more of one's own: empty, or with the doors of one that one may change as a pattern."""
    by = user_of(request)
    pattern = membership_of(by, body.like) if body.like else None
    if body.like and (pattern is None or not may(pattern, Power.DOORS)):
        raise NotFound
    site = another_business(
        by,
        name=body.name,
        like=pattern.business if pattern else None,
        place=_place(body.country, body.zone, body.language),
        at=clock.now(),
    )
    return hello(request, site.business.key)


def _place(country: str, zone: str, language: str) -> Place:
    known = country.upper() if country.upper() in _LOCALE.territories else ""
    return Place(
        country=known,
        zone=zone if zone in available_timezones() else "UTC",
        currency=currency_of(known),
        language=language if is_language(language) else "en",
    )


@router.get("/businesses", response=BusinessesOut, auth=ACCOUNT)
def businesses(request: HttpRequest) -> BusinessesOut:
    """Each business of theirs, with what waits in it for who may mend it, and where they are asked in."""
    at, user = clock.now(), user_of(request)
    held = user.memberships.select_related("business").order_by("pk")
    return BusinessesOut(
        held=[_held(each, at) for each in held],
        asked=[
            AskedInOut(
                id=each.pk,
                business=each.business.name,
                by=sender_of(each),
                role=each.role,
                hands_over=each.hands_over,
                until=each.until,
            )
            for each in asked_in(user, at=at)
        ],
    )


def _held(membership: Membership, at: datetime) -> HeldBusinessOut:
    of = membership.business
    return HeldBusinessOut(
        key=of.key,
        name=of.name,
        role=membership.role,
        site=next(iter(of.sites.order_by("pk").values_list("key", flat=True)), ""),
        waits=waiting_words(membership, at=at),
    )


@router.get("/everything.zip", auth=DATA)
def everything(request: HttpRequest) -> FileResponse:
    """All that the business has here as one file (docs/formats/everything.md)."""
    row = business(request)
    limit(EVERYTHING, str(row.pk), at=clock.now())
    # Large ones go to the disk as they grow; the file is gone once it was sent.
    file = tempfile.SpooledTemporaryFile(max_size=8_000_000)  # noqa: SIM115
    take_everything_away(row, cast("IO[bytes]", file), at=clock.now())
    note_export(request, "everything")
    file.seek(0)
    return FileResponse(file, as_attachment=True, filename="kind-knock-everything.zip")


@router.post("/business/close", response=BusinessOut, auth=DATA)
def close(request: HttpRequest, body: CloseIn) -> BusinessOut:
    """Its buttons go now, all of it in seven days. The name is typed, so that nobody does it by a slip."""
    return _out(close_business(business(request), name=body.name, by=user_of(request), at=clock.now()))


@router.post("/business/keep", response=BusinessOut, auth=DATA)
def keep(request: HttpRequest) -> BusinessOut:
    """The closing is taken back."""
    return _out(keep_business(business(request), by=user_of(request), at=clock.now()))


@router.get("/business", response=BusinessOut, auth=LOOK)
def read_business(request: HttpRequest) -> BusinessOut:
    return _out(business(request))


@router.patch("/business", response=BusinessOut, auth=BUSINESS)
def save_business(request: HttpRequest, body: BusinessIn) -> BusinessOut:
    changes = body.dict(exclude_unset=True, exclude={"version"})
    return _out(change_business(business(request), changes, version=body.version))


@router.get("/choices", response=ChoicesOut, auth=ACCOUNT)
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
