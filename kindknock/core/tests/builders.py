"""Core values to test with, each with the least that makes it whole."""

import json
from datetime import datetime
from typing import Any

from kindknock.core.setup import Setup, setup_from

from ..pages.rules import Rule, judge, place_of
from ..review.checks import advice, blocks
from ..time.timetable import timetable_from
from ..visit.prepare import compile_setup
from ..visit.ready import SmallWords
from ..visit.verdict import Verdict, decide
from ..visit.visitor import visit_from

WEEKDAYS = {day: [["09:00", "17:30"]] for day in ("mon", "tue", "wed", "thu", "fri")}
PEOPLE = [
    {"key": "ines", "name": "Ines", "role": {"en": "Workshop"}},
    {"key": "tomasz", "name": "Tomasz", "languages": ["pt"], "addresses": {"whatsapp": "+441174960141"}},
]
NOON = "2026-12-22T12:00:00+00:00"


def a_channel(**more: Any) -> dict[str, Any]:
    return {"key": "wa", "app": "whatsapp", "address": "+441174960123", **more}


def a_door(**more: Any) -> dict[str, Any]:
    return {"key": "front", "name": "Front door", "channels": [a_channel()], **more}


def a_setup(
    *doors: dict[str, Any], hosts: tuple[str, ...] = ("averilcycles.example",), **business: Any
) -> Setup:
    return setup_from(
        {
            "business": {"name": "Averil Cycle Works", "zone": "Europe/London", **business},
            "site": {"key": "averil7q", "name": "averilcycles.example", "hosts": hosts},
            "doors": list(doors) or [a_door()],
        }
    )


def judged(
    *doors: dict[str, Any],
    timetable: Any = None,
    people: Any = (),
    explain: bool = True,
    words: SmallWords | None = None,
    **visit: Any,
) -> Verdict:
    """What a visitor gets of these doors; `at` and `path` beside what the button tells."""
    setup = setup_from(
        {
            "business": {"name": "Averil Cycle Works", "zone": "Europe/London", "languages": ["en", "pt"]},
            "site": {"key": "k", "hosts": ["averilcycles.example"]},
            "people": people,
            "doors": list(doors) or [a_door()],
        }
    )
    at = datetime.fromisoformat(visit.pop("at", NOON))
    raw = {"address": "https://averilcycles.example" + visit.pop("path", "/"), **visit}
    return decide(
        compile_setup(setup, timetable=timetable_from(timetable), small_words=words),
        visit_from(raw, at=at),
        explain=explain,
    )


def door_of(*doors: Any, **more: Any) -> dict[str, Any]:
    """The door of an answer, or the whole answer where it carries none."""
    answer: dict[str, Any] = json.loads(judged(*doors, **more).answer)
    return dict(answer.get("door", answer))


def codes(setup: Setup, **more: Any) -> set[str]:
    """Every finding of the careful look."""
    return {finding.code for finding in (*blocks(setup), *advice(setup, **more))}


def shows(rules: list[tuple[Any, Any, str]], address: str, kind: str = "") -> bool:
    made = [Rule(effect, what, value) for effect, what, value in rules]
    return judge(made, place_of(address, kind=kind)).shows
