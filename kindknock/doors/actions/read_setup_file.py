"""Read a file as a setup: nothing in it gets in that couldn't have been typed."""

import json
from collections.abc import Iterable
from datetime import date
from typing import Any

from kindknock.core import setup as core
from kindknock.core.addresses import APPS, read_contact
from kindknock.core.addresses.apps import RETIRED
from kindknock.core.errors import UnreadableSetup
from kindknock.core.time import Timetable, timetable_from
from kindknock.core.time.days import is_near
from kindknock.core.time.timetable import HoursDoc


class SetupFileRefused(Exception):
    """A file that is no setup: `code` is not_json, not_a_setup, newer, address, picture, day or
    unreadable; `where` the place, `why` what is wrong there: of an address the code of its reading.
    """

    def __init__(self, code: str, where: str = "", why: str = "") -> None:
        super().__init__(code)
        self.code, self.where, self.why = code, where, why


def read_setup_file(text: str) -> tuple[core.Setup, Timetable | None]:
    """A setup, and a timetable where the file has one, out of what `export_setup` writes or of a bare
    setup. Addresses are read as typed ones are. Raises SetupFileRefused.
    """
    try:
        words = json.loads(text)
    except (ValueError, RecursionError):
        raise SetupFileRefused("not_json") from None
    whole = words if isinstance(words, dict) and "setup" in words else {"setup": words}
    document = whole["setup"]
    if not isinstance(document, dict) or not {"business", "site"} <= set(document):
        raise SetupFileRefused("not_a_setup")
    if isinstance(document.get("version"), int) and document["version"] > core.VERSION:
        raise SetupFileRefused("newer", why=str(document["version"]))
    try:
        setup = core.setup_from(document)
        timetable = timetable_from(whole["timetable"]) if whole.get("timetable") else None
    except UnreadableSetup as error:
        raise SetupFileRefused("unreadable", error.where, error.why) from None
    _check_pictures(setup)
    if timetable is not None:
        _check_days(timetable)
    return _with_addresses_read(setup), timetable


def _with_addresses_read(setup: core.Setup) -> core.Setup:
    country = setup.business.country or None

    def read(address: str, app: str, where: str) -> str:
        if not address:
            return ""
        if app not in APPS and app not in RETIRED:
            raise SetupFileRefused("address", where, "unknown_app")
        reading = read_contact(address, app=app, country=country, zone=setup.business.zone)
        if not reading.ok:
            raise SetupFileRefused("address", where, reading.error or "not_readable")
        return reading.canonical

    people = tuple(
        person.model_copy(
            update={
                "addresses": {
                    app: read(address, app, person.name or person.key)
                    for app, address in person.addresses.items()
                }
            }
        )
        for person in setup.people
    )
    doors = tuple(
        door.model_copy(
            update={
                "channels": tuple(
                    channel.model_copy(
                        update={"address": read(channel.address, channel.app, door.name or door.key)}
                    )
                    for channel in door.channels
                )
            }
        )
        for door in setup.doors
    )
    return setup.model_copy(update={"people": people, "doors": doors})


def _check_pictures(setup: core.Setup) -> None:
    for where, address in _pictures(setup.model_dump(mode="json")):
        if address and not address.startswith(("https://", "/k/p/")):
            raise SetupFileRefused("picture", where, address[:80])


def _pictures(value: Any, where: str = "") -> Iterable[tuple[str, str]]:
    """Every picture's place and address, wherever in a setup it stands."""
    items = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, item in items:
        place = f"{where}.{key}".lstrip(".")
        if isinstance(item, str) and str(key) in ("picture", "glyph_picture"):
            yield place, item
        else:
            yield from _pictures(item, place)


def _check_days(timetable: Timetable) -> None:
    hours = [timetable.shop, *timetable.people.values(), *timetable.channels.values()]
    texts = [day for doc in hours if doc is not None for day in _days(doc)]
    for text in [*texts, *(str(at.date()) for item in timetable.absences for at in (item.from_, item.until))]:
        try:
            day = date.fromisoformat(text[:10])
        except ValueError:
            raise SetupFileRefused("day", why=text) from None
        if not is_near(day):
            raise SetupFileRefused("day", why=text)


def _days(doc: HoursDoc) -> Iterable[str]:
    yield from doc.special
    for closure in doc.closures:
        yield closure.from_
        if closure.until:
            yield closure.until
