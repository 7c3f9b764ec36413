"""Who answers at Averil Cycle Works, and when."""

from datetime import date, timedelta
from zoneinfo import ZoneInfo

from kindknock import clock
from kindknock.accounts.models import Business, User
from kindknock.people.actions.close import add_closure
from kindknock.people.actions.keep_assistant import add_assistant
from kindknock.people.actions.set_hours import set_hours
from kindknock.people.models import Whose

WEEKDAYS = ("mon", "tue", "wed", "thu", "fri")
PEOPLE: tuple[
    tuple[str, str, dict[str, str], list[str], dict[str, str], str, dict[str, list[list[str]]]], ...
] = (
    (
        "ines",
        "Ines Calder",
        {"en": "Workshop", "pt": "Oficina", "ar": "الورشة"},
        ["en"],
        {},
        "",
        {day: [["09:00", "13:00"], ["14:00", "17:30"]] for day in ("tue", "wed", "thu", "fri")}
        | {"sat": [["10:00", "14:00"]]},
    ),
    (
        "tomasz",
        "Tomasz Wren",
        {"en": "Hire desk", "pt": "Aluguer", "ar": "مكتب التأجير"},
        ["en"],
        {"whatsapp": "+441174960141", "phone": "+441174960141"},
        "",
        {day: [["08:30", "17:30"]] for day in WEEKDAYS} | {"sat": [["09:00", "14:00"]]},
    ),
    (
        "amara",
        "Amara Oduya",
        {"en": "Sales", "pt": "Vendas", "ar": "المبيعات"},
        ["en", "pt"],
        {"telegram": "amara_oduya_demo"},
        "Atlantic/Cape_Verde",
        {day: [["08:00", "16:00"]] for day in WEEKDAYS},
    ),
    (
        "rhys",
        "Rhys Pell",
        {"en": "Accounts", "pt": "Contas", "ar": "الحسابات"},
        ["en"],
        {},
        "",
        {"thu": [["10:00", "16:00"]]},
    ),
)


def lay_out(averil: Business, by: User) -> None:
    for key, name, role, languages, addresses, _, _ in PEOPLE:
        add_assistant(averil, key=key, name=name, role=role, languages=languages, addresses=addresses)
    keep_usual_hours(averil, by)


def stand_open(averil: Business) -> None:
    """Everybody is in round the clock from now on: for pictures and journeys, at whatever hour they are
    taken.
    """
    _clear(averil)
    set_hours(averil, Whose.SHOP, week=None, by=None, at=clock.now())


def stand_shut(averil: Business) -> None:
    """Nobody is in until tomorrow at nine."""
    _clear(averil)
    tomorrow = clock.now().astimezone(ZoneInfo(averil.zone)).date() + timedelta(days=1)
    set_hours(
        averil,
        Whose.SHOP,
        week={},
        special={tomorrow.isoformat(): [["09:00", "17:30"]]},
        by=None,
        at=clock.now(),
    )


def next_christmas_eve() -> date:
    """The coming 24 December; that day itself until it is over."""
    today = clock.now().astimezone(ZoneInfo("Europe/London")).date()
    return date(today.year + (today > date(today.year, 12, 24)), 12, 24)


def _clear(averil: Business) -> None:
    averil.hours.all().delete()
    averil.closures.all().delete()


def keep_usual_hours(averil: Business, by: User | None) -> None:
    _clear(averil)
    set_hours(
        averil,
        Whose.SHOP,
        week={day: [["09:00", "17:30"]] for day in WEEKDAYS} | {"sat": [["10:00", "14:00"]]},
        special={next_christmas_eve().isoformat(): [["09:00", "13:00"]]},
        by=by,
        at=clock.now(),
    )
    for key, _, _, _, _, zone, week in PEOPLE:
        set_hours(averil, Whose.PERSON, key, week=week, zone=zone, by=by, at=clock.now())
    add_closure(
        averil,
        first_day=date(2026, 12, 25),
        last_day=date(2026, 12, 27),
        name="Christmas",
        yearly=True,
        by=by,
        at=clock.now(),
    )
    add_closure(
        averil,
        first_day=date(2027, 1, 1),
        last_day=date(2027, 1, 2),
        name="New Year's Day",
        yearly=True,
        by=by,
        at=clock.now(),
    )
