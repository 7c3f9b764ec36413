"""The two businesses the figures are about: the typical one and the large one."""

from datetime import UTC, datetime
from typing import Any

from kindknock.core.setup import Setup, setup_from
from kindknock.core.time import Timetable, timetable_from
from kindknock.core.visit import Compiled, compile_setup
from kindknock.doors.small_words import SMALL_WORDS

AT = datetime(2026, 11, 25, 12, 0, tzinfo=UTC)
WEEK = {day: [["09:00", "12:30"], ["13:30", "17:30"]] for day in ("mon", "tue", "wed", "thu", "fri")}
LANGUAGES = ["en", "pt", "ar", "nl", "de"]


def _rules(number: int, of: str) -> list[dict[str, str]]:
    kinds = ("below", "exact", "pattern")
    return [
        {"effect": "hide", "kind": kinds[n % 3], "value": f"/{of}/{n}/*/x" if n % 3 == 2 else f"/{of}/{n}"}
        for n in range(number)
    ]


ADDRESSES = (
    ("whatsapp", "+441174960123"),
    ("telegram", "averilcycles"),
    ("email", "hello@averilcycles.example"),
    ("phone", "+441174960124"),
)


def _says(tags: list[str], note: dict[str, str]) -> dict[str, dict[str, str]]:
    return {
        "label": {tag: f"Knock {tag}" for tag in tags},
        "heading": {tag: f"How can we help? {tag}" for tag in tags},
        "note_for_product": note,
    }


def _channel(door: int, n: int) -> dict[str, str]:
    app, address = ADDRESSES[n % len(ADDRESSES)]
    return {"key": f"c{door}x{n}", "app": app, "address": address}


def business(
    *,
    doors: int,
    channels: int,
    people: int,
    rules: int,
    languages: int,
    closures: int,
    note: dict[str, str] | None = None,
) -> tuple[Setup, Timetable]:
    """Doors of which the last takes every page; channels, people and rules shared out evenly."""
    tags = LANGUAGES[:languages]
    each, apart = max(channels // doors, 1), max(rules // doors, 1)
    made: list[dict[str, Any]] = []
    for at in range(doors):
        narrow = [] if at == doors - 1 else [{"effect": "show", "kind": "below", "value": f"/part-{at}"}]
        made.append(
            {
                "key": f"door{at}",
                "name": f"Door {at}",
                "people": [f"p{n}" for n in range(people)],
                "pages": narrow + _rules(apart - len(narrow), f"door{at}"),
                "says": _says(tags, note or {}),
                "channels": [_channel(at, n) for n in range(each)],
            }
        )
    setup = setup_from(
        {
            "business": {
                "name": "Averil Cycle Works",
                "zone": "Europe/London",
                "country": "GB",
                "currency": "GBP",
                "languages": tags,
            },
            "site": {"key": "averil7q", "name": "averilcycles.example", "hosts": ["averilcycles.example"]},
            "people": [
                {"key": f"p{n}", "name": f"Person {n}", "role": {"en": "Workshop"}} for n in range(people)
            ],
            "doors": made,
        }
    )
    days = [datetime.fromordinal(AT.toordinal() + 3 + 2 * n).date().isoformat() for n in range(closures)]
    table = timetable_from(
        {
            "shop": {"week": WEEK, "closures": [{"from": day} for day in days]},
            "people": {
                f"p{n}": {"zone": ("Europe/London", "Atlantic/Cape_Verde")[n % 2], "week": WEEK}
                for n in range(people)
            },
        }
    )
    return setup, table


def typical(note: dict[str, str] | None = None) -> tuple[Setup, Timetable]:
    return business(doors=3, channels=4, people=4, rules=12, languages=3, closures=8, note=note)


def large() -> tuple[Setup, Timetable]:
    return business(doors=10, channels=30, people=40, rules=200, languages=5, closures=150)


def compiled(made: tuple[Setup, Timetable]) -> Compiled:
    return compile_setup(made[0], timetable=made[1], small_words=SMALL_WORDS, release=7)
