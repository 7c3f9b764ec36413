"""The answer for a page behind the script that it asks for, where every visitor of that page gets the same.

The line names its site behind the script's address (`/k.js?KEY`) and lets the browser say which page asks.
What comes so is of this moment and held by nobody on the way; the button shows it and asks all the same.
"""

import json
import zlib
from dataclasses import replace
from datetime import datetime
from typing import Any

from kindknock.core.looks.geometry import Device
from kindknock.core.visit import Compiled, Visit, visit_from
from kindknock.core.visit.alike import same_for_all
from kindknock.core.visit.ready import Alike, keep
from kindknock.standins.alias import STANDS_FOR

from .files import FIRST_FILE_SECONDS, ServedFile

_TOLD = 'script[type="application/ld+json"],meta[property^="og:"],meta[property^="product:"]'
"""Where the button reads what a page is about (button/src/facts.ts)."""
MOST_KEY, MOST_ADDRESS = 16, 2000


def key_in(environ: dict[str, Any]) -> str:
    """The site that a line names; empty where it names none."""
    key: str = environ.get("QUERY_STRING", "")
    return key if len(key) <= MOST_KEY and key.isascii() and key.isalnum() else ""


def note_language(compiled: Compiled, visit: Visit) -> None:
    """Remember in which language a page says it is: only a guess for the next visitor, whose own page has
    the last word.
    """
    if len(compiled.languages) > 1 and compiled.held.spoken.get(visit.address) != visit.page_language:
        keep(compiled.held.spoken, visit.address, visit.page_language)


class FirstAnswers:
    """The script, and what may stand behind it."""

    def __init__(self, script: ServedFile) -> None:
        self._body = script.body
        self._begun = zlib.compressobj(9, zlib.DEFLATED, 31)
        self._head = self._begun.compress(script.body)

    def with_answer(self, compiled: Compiled, environ: dict[str, Any], at: datetime) -> ServedFile | None:
        """The script with the answer for the page that asks; None where it can't be told beforehand."""
        address: str = environ.get("HTTP_REFERER", "")
        if not address.startswith(("http://", "https://")) or len(address) > MOST_ADDRESS:
            return None
        device = _device(environ)
        visit = visit_from({"address": environ.get(STANDS_FOR, address), "device": device, "lang": ""}, at=at)
        if visit.host not in compiled.hosts:
            return None
        spoken = compiled.held.spoken.get(visit.address, "") if len(compiled.languages) > 1 else None
        if spoken == "":
            return None
        alike = same_for_all(compiled, replace(visit, page_language=spoken or ""))
        return self._with(_behind(alike, address, device, spoken)) if alike else None

    def _with(self, behind: bytes) -> ServedFile:
        packed = self._begun.copy()
        return ServedFile(
            self._body + behind,
            self._head + packed.compress(behind) + packed.flush(),
            "",
            f"private, max-age={FIRST_FILE_SECONDS}",
        )


def _behind(alike: Alike, address: str, device: Device, spoken: str | None) -> bytes:
    """What stands behind the script: the answer, if this is the kind of device and clock it is for."""
    conditions = f'matchMedia("(pointer: coarse)").matches=={int(device == "phone")}'
    if alike.offset_min is not None:
        conditions += f"&&new Date().getTimezoneOffset()=={alike.offset_min}"
    if alike.for_plain:
        conditions += f"&&!document.querySelector({json.dumps(_TOLD)})"
    lang = "document.documentElement.lang" if spoken is None else json.dumps(spoken)
    kept = f"{{address:{json.dumps(address)},lang:{lang},answer:{alike.answer}}}"
    return f";(document.currentScript||{{}}).kk={conditions}&&{kept}\n".encode()


def _device(environ: dict[str, Any]) -> Device:
    """A phone as far as its browser says so; the script compares it with what it finds."""
    hint = environ.get("HTTP_SEC_CH_UA_MOBILE", "")
    is_phone = hint == "?1" if hint else "Mobi" in environ.get("HTTP_USER_AGENT", "")
    return "phone" if is_phone else "computer"
