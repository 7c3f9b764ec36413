"""The rota as a table: days cut on the shop's clock, rows, gaps joined; its result equals `rota` at every
quarter hour of a year in three zones.
"""

import itertools
import json
from datetime import UTC, date, datetime, timedelta
from typing import Any

from django.test import SimpleTestCase

from kindknock.core.formats.people_list import read_people
from kindknock.core.setup import setup_from

from ..time import spans as sp
from ..time.dated_hours import next_date, special_with, week_at
from ..time.hours import Closure, Hours
from ..time.remedies import Remedy, longer_week, nearest_person, remedies, stand_ins
from ..time.rota import Person, somebody_spans
from ..time.rota_table import days_of, gaps_of, rota_table
from ..time.timetable import timetable_from, week_of
from ..visit.prepare import compile_setup
from ..visit.presence import round_robin_start
from ..visit.ready import Live
from ..visit.verdict import decide
from ..visit.visitor import DICE, visit_from

SHOP_WEEK = week_of(
    {
        **{day: [["09:00", "17:30"]] for day in ("mon", "tue", "wed", "thu", "fri")},
        "sat": [["10:00", "14:00"]],
    }
)
LATE = week_of({"fri": [["20:00", "02:00"]], "sun": [["00:00", "24:00"]]})


def seconds(year: int, month: int, day: int, *clock: int) -> int:
    hour, minute = (*clock, 0, 0)[:2]
    return int(datetime(year, month, day, hour, minute, tzinfo=UTC).timestamp())


class Tables(SimpleTestCase):
    def test_rows_cells_absences_and_closures(self) -> None:
        shop = Hours(
            "Europe/London", SHOP_WEEK, (Closure(date(2026, 12, 25), date(2026, 12, 27), name="Christmas"),)
        )
        ines = Person(
            "ines",
            Hours("Europe/London", week_of({"mon": [["08:00", "12:00"]]})),
            ((seconds(2026, 12, 21, 10), seconds(2026, 12, 21, 11)),),
        )
        amara = Person("amara", Hours("Atlantic/Cape_Verde", week_of({"tue": [["08:00", "16:00"]]})))
        rows = rota_table([ines, amara], shop, days_of("Europe/London", date(2026, 12, 21), 7))
        self.assertEqual(
            [(row.kind, row.key) for row in rows],
            [("shop", ""), ("person", "ines"), ("person", "amara"), ("result", "")],
        )
        nine = seconds(2026, 12, 21, 9)
        self.assertEqual(
            (rows[1].cells[0].inside, rows[1].cells[0].away),
            (((nine, nine + 3600), (nine + 7200, nine + 10_800)), ((nine + 3600, nine + 7200),)),
        )
        self.assertEqual(rows[2].cells[1].inside, ((nine + 86_400, nine + 86_400 + 8 * 3600),))
        self.assertEqual(
            [(cell.is_closed, cell.closure) for cell in rows[0].cells[3:6]],
            [(False, ""), (True, "Christmas"), (True, "Christmas")],
        )
        self.assertEqual(
            [day.turns_min for day in days_of("Europe/London", date(2026, 10, 24), 3)], [0, 60, 0]
        )
        self.assertEqual(
            [day.turns_min for day in days_of("Australia/Lord_Howe", date(2026, 10, 3), 2)], [0, -30]
        )

    def test_the_result_row_is_the_rota_at_every_quarter_hour_of_a_year(self) -> None:
        people = [
            Person("a", Hours("Atlantic/Cape_Verde", SHOP_WEEK)),
            Person("b", Hours("Europe/London", LATE), keeps_own_hours=True),
            Person("c", None, ((seconds(2026, 3, 1), seconds(2026, 4, 15)),)),
        ]
        for zone in ("Europe/London", "America/St_Johns", "Australia/Lord_Howe"):
            with self.subTest(zone):
                shop = Hours(
                    zone,
                    SHOP_WEEK,
                    (Closure(date(2025, 12, 25), date(2025, 12, 27), yearly=True),),
                    {date(2026, 7, 5): ((600, 720),)},
                )
                days = days_of(zone, date(2026, 1, 1), 365)
                cells = next(row for row in rota_table(people, shop, days) if row.kind == "result").cells
                answer = sp.merged(span for cell in cells for span in cell.inside)
                truth = somebody_spans(people, shop, days[0].since, days[-1].until)
                wrong = [
                    at
                    for at in range(days[0].since, days[-1].until, 900)
                    if sp.holds(answer, at) != sp.holds(truth, at)
                ]
                self.assertEqual(wrong, [])
                self.assertEqual(
                    (
                        days[0].since,
                        [a.until == b.since for a, b in itertools.pairwise(days)].count(False),
                    ),
                    (days[0].since, 0),
                )

    def test_gaps_are_joined_weighed_and_given_to_the_nearest(self) -> None:
        shop = Hours("Europe/London", SHOP_WEEK)
        people = [
            Person("ines", Hours("Europe/London", week_of({"mon": [["09:00", "12:00"]]}))),
            Person("amara", Hours("Europe/London", week_of({"mon": [["12:00", "16:00"]]}))),
        ]
        found = gaps_of(
            people,
            shop,
            "Europe/London",
            seconds(2026, 11, 23),
            {(0, 16): 2, (0, 17): 5, (5, 11): 9, (0, 10): 50, (6, 3): 1},
            {(5, 12): 3, (0, 18): 1},
        )
        self.assertEqual(
            [
                (gap.weekday, gap.start, gap.end, gap.knocks, gap.missed, gap.reason, gap.person)
                for gap in found
            ],
            [
                (5, 11, 13, 9, 3, "nobody_in", "ines"),
                (0, 17, 19, 5, 1, "shop_shut", "amara"),
                (0, 16, 17, 2, 0, "nobody_in", "amara"),
                (6, 3, 4, 1, 0, "shop_shut", "ines"),
            ],
        )
        self.assertEqual(
            [
                nearest_person(some, 0, 0, 60, "Europe/London", date(2026, 11, 23))
                for some in ([], [Person("x")])
            ],
            ["", "x"],
        )


class Covering(SimpleTestCase):
    MINDELO = Hours("Atlantic/Cape_Verde", week_of({"mon": [["08:00", "16:00"]]}))

    def test_longer_hours_are_told_on_the_shop_clock_and_added_on_the_own(self) -> None:
        for weekday, start, end, zone, near, day, expected in (
            (0, 17 * 60, 18 * 60, "Europe/London", date(2026, 11, 25), 0, ((480, 1020),)),
            (0, 17 * 60, 18 * 60, "Europe/London", date(2026, 7, 1), 0, ((480, 960 + 0), (15 * 60, 16 * 60))),
            (2, 0, 60, "Europe/London", date(2026, 11, 25), 1, ((23 * 60, 24 * 60),)),
            (6, 22 * 60, 26 * 60, "Atlantic/Cape_Verde", date(2026, 11, 25), 6, ((22 * 60, 26 * 60),)),
        ):
            with self.subTest(weekday=weekday, start=start, near=near):
                longer = longer_week(self.MINDELO, weekday, start, end, zone, near).week
                assert longer is not None
                self.assertEqual(longer[day], sp.merged(expected))
        always = Hours("Europe/London")
        self.assertIs(longer_week(always, 0, 0, 60, "Europe/London", date(2026, 1, 1)), always)

    def test_what_would_put_somebody_in(self) -> None:
        shop = Hours(
            "Europe/London", SHOP_WEEK, (Closure(date(2026, 12, 25), date(2026, 12, 27), name="Christmas"),)
        )
        ines = Person(
            "ines",
            Hours("Europe/London", SHOP_WEEK),
            ((seconds(2026, 11, 25, 10), seconds(2026, 11, 25, 12)),),
        )
        amara = Person("amara", self.MINDELO)
        for at, allowed, expected in (
            (
                datetime(2026, 11, 25, 11, tzinfo=UTC),
                {"ines", "amara"},
                [("back", "ines"), ("longer", "ines")],
            ),
            (datetime(2026, 11, 23, 17, 30, tzinfo=UTC), {"ines", "amara"}, [("longer", "ines")]),
            (datetime(2026, 11, 29, 11, tzinfo=UTC), {"amara"}, [("longer", "amara")]),
            (datetime(2026, 11, 29, 11, tzinfo=UTC), set(), [("longer", "")]),
            (datetime(2026, 12, 25, 11, tzinfo=UTC), {"ines"}, [("closed", "")]),
        ):
            with self.subTest(at=at, allowed=allowed):
                self.assertEqual(
                    [
                        (remedy.code, remedy.person)
                        for remedy in remedies([ines, amara], shop, allowed, "Europe/London", at)
                    ],
                    expected,
                )
        self.assertEqual(
            remedies([amara], shop, {"amara"}, "Europe/London", datetime(2026, 11, 29, 11, tzinfo=UTC)),
            (Remedy("longer", "amara", 6, 660, 720, date(2026, 11, 29)),),
        )

    def test_who_is_there_while_somebody_is_away(self) -> None:
        shop, nine = Hours("Europe/London", SHOP_WEEK), seconds(2026, 11, 23, 9)
        people = [
            Person("ines"),
            Person("amara", self.MINDELO),
            Person("rhys", Hours("Europe/London", week_of({"mon": [["11:00", "12:00"]]}))),
            Person("tomasz", Hours("Europe/London", SHOP_WEEK), ((nine, nine + 4 * 3600),)),
        ]
        for away, until, expected in (
            ("ines", nine + 3 * 3600, [("amara", 0, False), ("rhys", 2, False), ("tomasz", 4, True)]),
            ("amara", nine + 5 * 3600, [("ines", 0, False), ("rhys", 2, False), ("tomasz", 4, False)]),
            ("ines", nine + 60, [("amara", 0, False), ("tomasz", 4, True)]),
        ):
            with self.subTest(away=away, until=until):
                self.assertEqual(
                    [
                        (item.person, (item.since - nine) // 3600, item.is_absent)
                        for item in stand_ins(people, shop, away, nine, until)
                    ],
                    expected,
                )

    def test_a_dated_week_keeps_only_what_differs(self) -> None:
        monday, usual = (
            date(2026, 12, 21),
            Hours("Europe/London", SHOP_WEEK, special={date(2027, 1, 4): ((600, 660),)}),
        )
        short = (*SHOP_WEEK[:3], ((540, 780),), (), (), ())
        special = special_with(usual, short, monday)
        self.assertEqual(
            special,
            {
                date(2027, 1, 4): ((600, 660),),
                date(2026, 12, 24): ((540, 780),),
                date(2026, 12, 25): (),
                date(2026, 12, 26): (),
            },
        )
        kept = Hours("Europe/London", SHOP_WEEK, special=special)
        self.assertEqual(
            (week_at(kept, monday), week_at(kept, date(2026, 12, 14)), special_with(kept, SHOP_WEEK, monday)),
            (short, SHOP_WEEK, usual.special),
        )
        self.assertEqual([week_at(item, monday) for item in (None, Hours("UTC"))], [None, None])
        for today, month, on, wanted in (
            ((2026, 12, 24), 12, 24, (2026, 12, 24)),
            ((2026, 12, 25), 12, 24, (2027, 12, 24)),
            ((2027, 1, 1), 2, 29, (2027, 2, 28)),
            ((2027, 3, 1), 2, 29, (2028, 2, 29)),
        ):
            self.assertEqual(next_date(date(*today), month, on), date(*wanted))
        always = Hours("UTC", None, special=special_with(None, short, monday))
        self.assertEqual(week_at(always, monday), short)


class Turns(SimpleTestCase):
    def test_everybody_comes_up_and_who_had_fewer_more_often(self) -> None:
        for had, expected in (
            ([0, 0, 0], [8, 8, 8]),
            ([5, 5], [12, 12]),
            ([3, 0], [5, 19]),
            ([1, 0, 1], [6, 12, 6]),
            ([9], [24]),
            ([], [24]),
        ):
            with self.subTest(had=had):
                came = [round_robin_start(had, dice) for dice in range(DICE)]
                self.assertEqual([came.count(place) for place in range(max(len(had), 1))], expected)

    def test_somebody_not_named_reads_as_what_they_do(self) -> None:
        people = [
            {
                "key": "a",
                "name": "Rhys Pell",
                "role": {"en": "Accounts"},
                "is_named": False,
                "has_initials": False,
            },
            {"key": "b", "name": "Ines", "role": {"en": "Workshop"}},
            {"key": "c", "name": "Tomasz", "is_named": False},
        ]
        setup = setup_from(
            {
                "business": {"name": "Averil"},
                "site": {"key": "a", "hosts": ["a.example"]},
                "people": people,
                "doors": [
                    {
                        "key": "front",
                        "people": ["a", "b", "c"],
                        "says": {"note": {"en": "Hello {assistant}"}},
                        "channels": [{"key": "wa", "app": "whatsapp", "address": "+441174960101"}],
                    }
                ],
            }
        )
        to = json.loads(
            decide(
                compile_setup(setup, timetable=timetable_from(None)),
                visit_from({"address": "https://a.example/"}, at=datetime(2026, 11, 25, 12, tzinfo=UTC)),
            ).answer
        )["door"]["to"]
        self.assertEqual(
            [(item["name"], item["role"], item.get("bare", False), item.get("note")) for item in to],
            [
                ("Accounts", "", True, "Hello Accounts"),
                ("Ines", "Workshop", False, "Hello Ines"),
                ("Averil", "", False, "Hello Averil"),
            ],
        )

    def test_a_word_that_visitors_may_read_stands_behind_when_somebody_is_back(self) -> None:
        setup = setup_from(
            {
                "business": {"name": "A"},
                "site": {"key": "a", "hosts": ["a.example"]},
                "people": [{"key": "ines", "name": "Ines"}, {"key": "tomasz", "name": "Tomasz"}],
                "doors": [
                    {
                        "key": "front",
                        "people": ["ines", "tomasz"],
                        "channels": [{"key": "wa", "app": "whatsapp", "address": "+441174960101"}],
                    }
                ],
            }
        )
        at = datetime(2026, 11, 25, 12, tzinfo=UTC)
        away = timetable_from(
            {
                "absences": [
                    {
                        "person": "ines",
                        "from": "2026-11-25T11:00:00Z",
                        "until": "2026-11-25T13:00:00Z",
                        "word": "Out on a test ride",
                    }
                ]
            }
        )
        compiled = compile_setup(setup, timetable=away, small_words={"en": {"_back_today": "back at {time}"}})
        for moment, expected in (
            (at, [("tomasz", ""), ("ines", "back at 13:00, Out on a test ride")]),
            (at + timedelta(hours=2), [("ines", ""), ("tomasz", "")]),
        ):
            answer = json.loads(
                decide(compiled, visit_from({"address": "https://a.example/"}, at=moment)).answer
            )["door"]["to"]
            self.assertEqual([(item["key"], item.get("when", "")) for item in answer], expected)

    def test_turns_are_taken_by_those_in_who_read_the_language(self) -> None:
        people = [
            {"key": key, "name": key.title(), "languages": languages}
            for key, languages in (("ines", ["en"]), ("tomasz", ["en"]), ("amara", ["pt"]))
        ]
        door = {
            "key": "front",
            "people": ["ines", "tomasz", "amara"],
            "takes_turns": True,
            "channels": [{"key": "wa", "app": "whatsapp", "address": "+441174960101"}],
        }
        setup = setup_from(
            {
                "business": {"name": "A", "languages": ["en", "pt"]},
                "site": {"key": "a", "hosts": ["averilcycles.example"]},
                "people": people,
                "doors": [door],
            }
        )
        compiled = compile_setup(setup, live=Live(("averilcycles.example",), handovers={"ines": 2}))

        def order(dice: object, **more: str) -> list[str]:
            answer = decide(
                compiled,
                visit_from(
                    {"address": "https://averilcycles.example/", "dice": dice, **more},
                    at=datetime(2026, 11, 25, 12, tzinfo=UTC),
                ),
            )
            return [item["key"] for item in json.loads(answer.answer)["door"]["to"]]

        firsts = [order(dice)[0] for dice in range(DICE)]
        self.assertEqual(
            (firsts.count("ines"), firsts.count("tomasz"), order(0, lang="pt")),
            (6, 18, ["amara", "ines", "tomasz"]),
        )
        self.assertEqual(
            [order(odd) for odd in (None, "x", True, -1, 10**9)],
            [order(0), order(0), order(0), order(23), order(10**9 % DICE)],
        )
        self.assertEqual(sorted(order(20)), ["amara", "ines", "tomasz"])


class Many(SimpleTestCase):
    def test_people_out_of_what_is_pasted(self) -> None:
        ines, desk = (
            ("Ines Calder", "Workshop", ("+44 117 496 0123",), ()),
            ("Hire desk", "", (), ("hello@averilcycles.example",)),
        )
        for text, expected, error in (
            (
                "Ines Calder, Workshop, +44 117 496 0123\nHire desk\t\thello@averilcycles.example\n\n",
                [ines, desk],
                None,
            ),
            ("Name;Role;Phone\nInes Calder;Workshop;+44 117 496 0123", [ines], None),
            ("email,who\nhello@averilcycles.example,Hire desk", [desk], None),
            (
                "BEGIN:VCARD\nVERSION:4.0\nFN:Ines Calder\nROLE:Workshop\nTEL:+44 117 496 0123\nEND:VCARD",
                [ines],
                None,
            ),
            ("", [], "empty"),
            ("12345 67890\n,,,", [], "not_people"),
            ("x" * 5_000_001, [], "too_large"),
            ("name,role\n,Workshop", [], "not_people"),
            ('a"' + "b" * 200_000, [], "not_people"),
        ):
            with self.subTest(text=text[:40]):
                found = read_people(text)
                self.assertEqual(
                    (
                        [(person.name, person.role, person.phones, person.emails) for person in found.people],
                        found.error,
                    ),
                    (expected, error),
                )


class Chosen(SimpleTestCase):
    def test_what_a_choice_on_the_phone_means(self) -> None:
        from kindknock.people.actions.phone_page import moment_chosen

        from ..words.moments import clock_of

        now = datetime(2026, 11, 25, 14, 20, tzinfo=UTC)
        clock: Any = clock_of("Europe/London")
        for item, expected in (
            ("m30", now + timedelta(minutes=30)),
            ("today", datetime(2026, 11, 26, tzinfo=UTC)),
            ("d3", datetime(2026, 11, 28, tzinfo=UTC)),
            ("15:00", datetime(2026, 11, 25, 15, tzinfo=UTC)),
            ("14:00", datetime(2026, 11, 26, 14, tzinfo=UTC)),
            ("m0", None),
            ("x", None),
            ("", None),
            ("25:00", None),
            ("m999999", None),
            ("d99", datetime(2027, 1, 24, tzinfo=UTC)),
        ):
            with self.subTest(item):
                self.assertEqual(moment_chosen(item, now, clock), expected)
