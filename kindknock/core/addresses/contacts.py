"""Reads whatever an owner pastes into a contact address: which app, which canonical form, how sure.

Joins the readers of numbers (`phone`), names and invitations (`handles`) and open addresses
(`links`). Total: whatever is typed comes back as a reading, never an error raised.

Where docs/rules.md is silent: with no app asked for, a link is the app's whose host it is on, a number
is a phone number that several apps could use, a word with `@` before it fits every app that
has names, and a bare word fits none (it could be anything).
"""

import re
from dataclasses import dataclass, field, replace

from ..errors import UnknownApp
from ..time.zones import country_of_zone
from . import links
from .apps import APPS, MESSAGE_APPS, PHONE_APPS, RETIRED
from .handles import WITH_NAMES, app_of_link, read_app_link, read_name, split_link
from .phone import PhoneReading, read_phone
from .recipes import links_to
from .words_beside import without_words

_SCHEMES = {
    "mailto": "email",
    "xmpp": "xmpp",
    "matrix": "matrix",
    "geo": "map",
    "sms": "sms",
    "tel": "phone",
    "viber": "viber",
    "skype": "skype",
    "callto": "skype",
}


# What stands behind an invitation's last slash, without its link.
_GROUP_CODE = re.compile(r"(?=.*[A-Za-z].*[A-Za-z])(?=.*(?:\d|[a-z][A-Z]))[A-Za-z0-9_-]{16,50}")


_ENDS_IN_A_NUMBER = re.compile(r"(?:^|[\s:.(])[+(]?\d[\d\s().+-]{5,}$")
_OPEN_READERS = {
    "link": links.read_link,
    "email": links.read_email,
    "jid": links.read_jid,
    "matrix": links.read_matrix,
    "point": links.read_point,
}


@dataclass(frozen=True, slots=True)
class Where:
    """The business's country, and the one where the clock of whoever types is."""

    country: str | None
    zone_country: str | None = None


@dataclass(frozen=True, slots=True)
class Reading:
    """How something typed was read.

    `app` is the app it is for (the one asked for, else the likeliest); `fits` every app that
    could use it, likeliest first; `canonical` what is stored; `shown` what people read.
    With `ok` false, `error` is a code and the rest is empty, but for `app`: with error
    `other_app`, it names the app the address belongs to.
    """

    ok: bool
    app: str | None = None
    canonical: str = ""
    shown: str = ""
    fits: tuple[str, ...] = ()
    warnings: tuple[str, ...] = ()
    error: str | None = None
    country: str | None = None
    kind: str = ""
    as_national: bool = False
    instead: str = ""
    """With error `retired_app`, the code of what to use instead."""
    extra: dict[str, str] = field(default_factory=dict)
    left_out: str = ""
    """Words that stood beside the address."""
    choices: tuple["Reading", ...] = ()
    """Other readings, likelier first. With an error they are to be asked about; else the one taken is
    likelier.
    """


def read_contact(
    typed: str, *, app: str | None = None, country: str | None = None, zone: str | None = None
) -> Reading:
    """Read what was typed, for one app or for any; `zone` is the clock of whoever types.

    Raises UnknownApp for an app not in the table.
    """
    if app in RETIRED:
        return Reading(False, app, error="retired_app", instead=RETIRED[app])
    if app is not None and app not in APPS:
        raise UnknownApp(app)
    text = _as_web_link(typed.strip()[:4000])
    if not text:
        return Reading(False, app, error="empty")
    where = Where(country, country_of_zone(zone or "") or None)
    text, left_out = (text, "") if app == "map" else without_words(text)
    owner = _owner(text)
    if owner in RETIRED:
        return Reading(False, owner, error="retired_app", instead=RETIRED[owner])
    reading = _read_any(text, owner, where) if app is None else _read_for(text, app, owner, where)
    return replace(reading, left_out=left_out) if left_out else reading


def _as_web_link(text: str) -> str:
    """An app's own scheme as the link it shares on the web; anything else unchanged."""
    if match := re.match(r"^tg:(?://)?resolve\?(?:.*&)?domain=(\w+)", text, re.IGNORECASE):
        return f"https://t.me/{match.group(1)}"
    if match := re.match(r"^whatsapp:(?://)?send/?\?(?:.*&)?phone=(?:%2B|\+)?(\d+)", text, re.IGNORECASE):
        return f"https://wa.me/{match.group(1)}"
    if match := re.match(r"^(?:https://)?web\.telegram\.org/\w*/?#@(\w+)$", text, re.IGNORECASE):
        return f"https://t.me/{match.group(1)}"
    return text


def _owner(text: str) -> str | None:
    """The app whose own link or scheme this is, if it is one."""
    scheme = re.match(r"^([a-z]+):(?!\d+(/|$))", text, re.IGNORECASE)
    if scheme and (app := _SCHEMES.get(scheme.group(1).lower())):
        return app
    if links.is_map_link(text):
        return "map"
    parts = split_link(text)
    return app_of_link(parts) if parts else None


def _read_any(text: str, owner: str | None, where: Where) -> Reading:
    if owner is not None:
        reading = _read_for(text, owner, owner, where)
        if reading.ok or owner not in ("messenger", "slack", "discord", "instagram", "whatsapp", "line"):
            return _with_all_phone_apps(reading) if owner in ("phone", "sms") else reading
        return _read_for(text, "link", None, where)
    if re.fullmatch(r"[^\s@/]+@[^\s@]+\.[^\s@]+", text):
        return _read_for(text, "email", None, where)
    if re.fullmatch(r"[@#!][^\s:]+:\S+\.\S+", text):
        return _read_for(text, "matrix", None, where)
    if re.fullmatch(r"-?\d{1,2}\.\d{2,}\s*[,;]\s*-?\d{1,3}\.\d{2,}", text):
        return _read_for(text, "map", None, where)
    if text.startswith("@"):
        fits = tuple(
            a for a in ("telegram", "instagram", "messenger", "line") if read_name(a, text).error is None
        )
        if not fits:
            return Reading(False, error="not_a_handle")
        reading = _read_for(text, fits[0], None, where)
        return _replace_fits(reading, fits)
    if split_link(text) or re.match(r"^[a-z][a-z0-9+.-]*:", text, re.IGNORECASE):
        return _read_for(text, "link", None, where)
    if re.search(r"\d", text) or text.startswith("+"):
        return _with_all_phone_apps(_read_for(text, "phone", None, where))
    return Reading(False, error="not_readable")


def _with_all_phone_apps(reading: Reading) -> Reading:
    if not reading.ok:
        return reading
    fits: tuple[str, ...] = ("phone",) if ";ext=" in reading.canonical else PHONE_APPS
    if reading.kind == "landline" and ";ext=" not in reading.canonical:
        fits = ("phone", *(app for app in PHONE_APPS if app not in ("phone", "sms")))
    return _replace_fits(reading, fits)


def _replace_fits(reading: Reading, fits: tuple[str, ...]) -> Reading:
    return replace(reading, fits=fits) if reading.ok else reading


def _read_for(text: str, app: str, owner: str | None, where: Where) -> Reading:
    takes = APPS[app].takes
    variant, colon, ident = text.partition(":")
    if colon and variant in APPS[app].recipes and re.fullmatch(r"[\w~/.=-]{1,200}", ident):
        return _from_handle(app, variant, ident, ())
    if takes == "phone" and app != "phone" and _GROUP_CODE.fullmatch(text):
        return Reading(False, app, error="group_code")
    if owner not in (None, app) and takes not in ("link",) and not _shares_numbers(app, owner, text):
        return Reading(False, owner, error="other_app")
    if reader := _OPEN_READERS.get(takes):
        return _from_link(app, reader(text))
    parts = split_link(text)
    if parts and app_of_link(parts):
        handle = read_app_link(owner or app, parts)
        if handle.variant == "number" and handle.error is None:
            return _from_phone(app, read_phone("+" + handle.id))
        if handle.error:
            return Reading(False, app, error=handle.error)
        return _from_handle(app, handle.variant, handle.id, handle.warnings)
    number = re.match(r"^viber:(?://)?(?:chat|add)\?number=(.+)$", text, re.IGNORECASE)
    if takes == "phone" or number or (APPS[app].also_phone and _ENDS_IN_A_NUMBER.search(text)):
        typed = number.group(1).replace("%2B", "+").replace("%2b", "+") if number else text
        return _from_phone(app, read_phone(typed, where.country, where.zone_country))
    handle = read_name(app, text)
    if handle.error:
        return Reading(False, app, error="other_site" if parts else handle.error)
    return _from_handle(app, handle.variant, handle.id, handle.warnings)


def _shares_numbers(app: str, owner: str | None, text: str) -> bool:
    """A number out of another app's link may be used for this app when both take numbers."""
    if APPS[app].takes != "phone" and not APPS[app].also_phone:
        return False
    if owner in ("phone", "sms", "viber"):
        return True
    parts = split_link(text)
    return bool(parts and owner and read_app_link(owner, parts).variant == "number")


def _from_phone(app: str, phone: PhoneReading) -> Reading:
    choices = tuple(found for other in phone.choices if (found := _from_phone(app, other)).ok)
    if phone.error:
        return Reading(False, app, error=phone.error, left_out=phone.left_out, choices=choices)
    if phone.extension and app != "phone":
        return Reading(False, app, error="extension_not_here")
    canonical, shown, warnings = phone.e164, phone.shown, phone.warnings
    if phone.extension:
        canonical, shown = f"{canonical};ext={phone.extension}", f"{shown} ext. {phone.extension}"
    if phone.kind == "landline" and app in MESSAGE_APPS and "example_number" not in warnings:
        warnings = (*warnings, "landline_no_texts" if app == "sms" else "landline_if_registered")
    return Reading(
        True,
        app,
        canonical,
        shown,
        (app,),
        warnings,
        None,
        phone.country,
        phone.kind,
        phone.as_national,
        left_out=phone.left_out,
        choices=choices,
    )


def _from_handle(app: str, variant: str, ident: str, warnings: tuple[str, ...]) -> Reading:
    first = next(iter(APPS[app].recipes))
    is_name = variant == first and app in WITH_NAMES
    canonical = ident if is_name else f"{variant}:{ident}"
    if is_name and APPS[app].takes == "handle" and not ident.isdigit():
        shown = f"@{ident}"
    else:
        shown = (links_to(app, canonical).bare or ident).removeprefix("https://") if not is_name else ident
    return Reading(True, app, canonical, shown, (app,), warnings, kind=variant)


def _from_link(app: str, link: links.LinkReading) -> Reading:
    if link.error:
        return Reading(False, app, error=link.error)
    return Reading(True, app, link.canonical, link.shown, (app,), link.warnings)
