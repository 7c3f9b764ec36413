"""docs/rules.md 3 to 5 and 12 together: pages, people, hours and audiences in one verdict."""

import json
from datetime import datetime
from typing import Any, ClassVar

from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from kindknock.core.setup import setup_from

from ..visit.prepare import compile_setup
from ..visit.verdict import decide
from ..visit.visitor import visit_from
from .builders import PEOPLE, WEEKDAYS, a_channel, a_door, judged

EMAIL = a_channel(key="em", app="email", address="hello@averilcycles.example")


class Where(SimpleTestCase):
    def test_the_first_door_that_fits_is_the_one_shown(self) -> None:
        hire = a_door(key="hire", pages=[{"effect": "show", "kind": "below", "value": "/hire"}])
        for path, door in (("/hire/tandem", "hire"), ("/", "front")):
            self.assertEqual(judged(hire, a_door(), path=path).door, door)
        alone = judged(hire, path="/basket")
        self.assertEqual(
            (alone.stopped_by, [r.outcome.value for r in alone.reasons if r.rule == "door.pages"]),
            ("door.pages", ["stops"]),
        )
        self.assertEqual(json.loads(judged(hire, path="/hire").answer)["holds"], "address")
        self.assertEqual(json.loads(judged(a_door()).answer)["holds"], "visit")

    def test_channels_and_people_take_page_rules_too(self) -> None:
        only = [{"effect": "show", "kind": "below", "value": "/hire"}]
        door = a_door(channels=[a_channel(pages=only), EMAIL], people=["ines", "tomasz"])
        people = [{**PEOPLE[0], "pages": only}, PEOPLE[1]]
        self.assertEqual(judged(door, people=people, path="/").channels, ("em",))
        self.assertEqual(judged(door, people=people, path="/hire").channels, ("wa", "em"))
        self.assertEqual(judged(door, people=people, path="/hire").people, ("ines", "tomasz"))
        self.assertEqual(
            judged(a_door(channels=[a_channel(devices=["phone"])]), device="computer").stopped_by,
            "channels.left",
        )

    def test_a_page_that_does_not_say_its_kind_is_told_by_the_owners_patterns(self) -> None:
        setup = setup_from(
            {
                "business": {"name": "A"},
                "site": {
                    "key": "k",
                    "hosts": ["averilcycles.example"],
                    "kinds": [{"kind": "checkout", "pattern": "/pay*"}],
                },
                "doors": [a_door(pages=[{"effect": "hide", "kind": "page_kind", "value": "checkout"}])],
            }
        )
        compiled = compile_setup(setup)
        for path, kind, shown in (
            ("/pay/card", "", False),
            ("/pay/card", "article", True),
            ("/shop", "", True),
            ("/shop", "checkout", False),
        ):
            visit = visit_from({"address": "https://averilcycles.example" + path, "kind": kind})
            self.assertEqual(decide(compiled, visit).shown, shown, (path, kind))

    def test_offsets_for_phone_and_computer_apart(self) -> None:
        door = a_door(looks={"phone_offset": {"side_px": 8, "foot_px": 64}})
        for device, place in (("phone", (8, 64)), ("computer", (24, 20)), ("tablet", (24, 20))):
            looks = json.loads(judged(door, device=device).answer)["door"]["looks"]
            self.assertEqual((looks["side"], looks["foot"]), place)


class ForWhom(SimpleTestCase):
    def test_each_narrowing_stops_and_lets_in(self) -> None:
        for who, visit, stopped in (
            ({"devices": ["phone"]}, {"device": "computer"}, "door.device"),
            ({"devices": ["phone"]}, {"device": "phone"}, None),
            ({"countries_mode": "only", "countries": ["GB"]}, {"country": "fr"}, "door.country"),
            ({"countries_mode": "only", "countries": ["GB"]}, {}, None),
            ({"countries_mode": "not", "countries": ["GB"]}, {"country": "GB"}, "door.country"),
            ({"countries_mode": "not", "countries": ["GB"]}, {"country": "FR"}, None),
            ({"languages": ["pt"]}, {"lang": "en"}, "door.language"),
            ({"languages": ["pt"]}, {"lang": "pt-BR"}, None),
            ({"visitors": "returning"}, {}, "door.visitors"),
            ({"visitors": "returning"}, {"returning": True}, None),
            ({"visitors": "first"}, {"returning": "yes"}, None),
            ({"came_from": ["news.example"]}, {"referrer": "https://www.news.example/a"}, None),
            (
                {"came_from": ["news.example"]},
                {"referrer": "https://averilcycles.example/"},
                "door.came_from",
            ),
        ):
            with self.subTest(who=who, visit=visit):
                self.assertEqual(judged(a_door(for_whom=who), **visit).stopped_by, stopped)

    def test_an_unknown_country_is_asked_for_by_time_zone_and_then_let_in(self) -> None:
        only = a_door(for_whom={"countries_mode": "only", "countries": ["CV"]})
        asked = judged(only, explain=False)
        self.assertEqual(json.loads(asked.answer), {"v": 1, "show": False, "release": 0, "ask": "zone"})
        for zone, shown in (
            ("Atlantic/Cape_Verde", True),
            ("Europe/London", False),
            ("", True),
            ("Mars/Base", True),
        ):
            self.assertEqual(judged(only, explain=False, zone=zone).shown, shown, zone)
        self.assertTrue(judged(a_door(), explain=False).shown, "without country rules nobody is asked")
        self.assertFalse(
            judged(only, explain=False, country="GB", zone="Atlantic/Cape_Verde").shown,
            "what the proxy says comes first",
        )


class Who(SimpleTestCase):
    def test_those_in_come_first_and_the_others_say_when_they_are_back(self) -> None:
        table = {"shop": {"week": WEEKDAYS}, "people": {"ines": {"week": {"wed": [["09:00", "12:00"]]}}}}
        door = a_door(people=["ines", "tomasz"])
        answer = json.loads(judged(door, people=PEOPLE, timetable=table).answer)
        self.assertEqual(
            [(p["key"], p["in"]) for p in answer["door"]["to"]], [("tomasz", True), ("ines", False)]
        )
        self.assertEqual(
            (answer["door"]["to"][1]["back"], answer["until"]),
            ("2026-12-23T09:00:00Z", "2026-12-22T17:30:00Z"),
        )
        self.assertEqual(
            judged(
                a_door(people=["ines", "tomasz"], off_duty="left_out"), people=PEOPLE, timetable=table
            ).people,
            ("tomasz",),
        )
        self.assertEqual(judged(door, people=PEOPLE, lang="en").people, ("ines", "tomasz"))
        both_pt = [{**PEOPLE[0], "languages": ["en"]}, PEOPLE[1]]
        self.assertEqual(
            judged(door, people=both_pt, lang="pt").people,
            ("tomasz", "ines"),
            "languages put people in order",
        )

    def test_whose_address_and_whose_words(self) -> None:
        blank = a_channel(key="tg", app="telegram", address="", note={"en": "By Telegram: "})
        door = a_door(channels=[a_channel(), blank], people=["ines", "tomasz"])
        with_telegram = [
            PEOPLE[0],
            {**PEOPLE[1], "addresses": {"telegram": "tomasz_wren"}, "note": {"en": "Dear Tomasz, "}},
        ]
        answer = json.loads(judged(door, people=with_telegram).answer)["door"]
        self.assertEqual(
            [(way["key"], way.get("own"), way.get("note")) for way in answer["by"]],
            [("wa", None, None), ("tg", False, None)],
            "the app is chosen last, so its words can't stand in the Note",
        )
        alone = judged({**door, "press": {"computer": "apps"}}, people=with_telegram)
        self.assertEqual(
            [way.get("note") for way in json.loads(alone.answer)["door"]["by"]], [None, "By Telegram: "]
        )
        self.assertEqual(
            (answer["to"][1]["note"], answer["to"][1]["by"]["telegram"]["bare"]),
            ("Dear Tomasz, ", "https://t.me/tomasz_wren"),
        )
        self.assertEqual(
            judged(door, people=PEOPLE).channels,
            ("wa",),
            "an app for which nobody here has an address is not offered",
        )

    def test_an_absence_takes_a_person_out_at_once_and_to_the_second(self) -> None:
        table = {
            "absences": [{"person": "ines", "from": "2026-12-22T11:00:00Z", "until": "2026-12-22T12:00:01Z"}]
        }
        door = a_door(people=["ines"])
        self.assertTrue(json.loads(judged(door, people=PEOPLE, timetable=table).answer)["door"]["nobody"])
        self.assertNotIn(
            "nobody",
            json.loads(judged(door, people=PEOPLE, timetable=table, at="2026-12-22T12:00:01+00:00").answer)[
                "door"
            ],
        )


class Words(SimpleTestCase):
    SAYS: ClassVar = {
        "heading": {"en": "Asking about {product|something}?"},
        "note": {"en": "Hello from {page}."},
        "note_for_product": {"en": "About the {product}, at {price}: "},
        "note_on_sale": {"en": "The {product}, now {sale_price} instead of {price}: "},
    }

    def heading_and_note(self, **visit: Any) -> tuple[str, str]:
        door = json.loads(judged(a_door(says=self.SAYS), **visit).answer)["door"]
        return door["heading"], door["note"]

    def test_words_carry_the_page_and_its_product(self) -> None:
        pair = {"product": "Touring pair", "price": "420.00", "currency": "GBP"}
        for visit, heading, note in (
            ({"title": "Wheels"}, "Asking about something?", "Hello from Wheels."),
            ({}, "Asking about something?", ""),
            ({"facts": pair}, "Asking about Touring pair?", "About the Touring pair, at £420: "),
            (
                {"facts": {**pair, "sale_price": "380"}},
                "Asking about Touring pair?",
                "The Touring pair, now £380 instead of £420: ",
            ),
            (
                {"facts": {**pair, "sale_price": "420"}},
                "Asking about Touring pair?",
                "About the Touring pair, at £420: ",
            ),
            (
                {"facts": {"product": "{price} <b>", "price": {"a": 1}}},
                "Asking about {price} <b>?",
                "About the {price} <b>",
            ),
            ({"facts": [1]}, "Asking about something?", ""),
        ):
            with self.subTest(visit):
                self.assertEqual(self.heading_and_note(**visit), (heading, note))

    def test_what_is_kept_for_one_page_is_not_shown_on_another(self) -> None:
        setup = setup_from(
            {
                "business": {"name": "A"},
                "site": {"key": "k", "hosts": ["averilcycles.example"]},
                "doors": [a_door(says=self.SAYS)],
            }
        )
        compiled = compile_setup(setup)
        titles = [
            json.loads(
                decide(
                    compiled, visit_from({"address": f"https://averilcycles.example/{n}", "title": f"T{n}"})
                ).answer
            )["door"]["note"]
            for n in (1, 2, 1)
        ]
        self.assertEqual(titles, ["Hello from T1.", "Hello from T2.", "Hello from T1."])


class Behaviour(SimpleTestCase):
    NUDGE: ClassVar = {
        "on": True,
        "words": {"en": "We're in the workshop, {visitor}."},
        "after_seconds": 20,
        "pages": [{"effect": "hide", "kind": "page_kind", "value": "checkout"}],
    }

    def plan(self, door: dict[str, Any], **visit: Any) -> dict[str, Any]:
        plan: dict[str, Any] = json.loads(judged(door, **visit).answer)["door"]
        return plan

    def test_arrival_nudge_and_opening_are_told_where_they_hold(self) -> None:
        door = a_door(
            arrives={"seconds": 4, "scroll_percent": 50},
            nudge=self.NUDGE,
            opens_itself={"on": True, "seconds": 8},
        )
        here = self.plan(door, device="computer")
        self.assertEqual(
            (here["arrives"], here["nudge"]["words"], here["opens"]["seconds"]),
            ({"seconds": 4, "scroll": 50, "page": 1}, "We're in the workshop.", 8),
        )
        self.assertNotIn("opens", self.plan(door, device="phone"), "off for phones unless asked for")
        self.assertNotIn("nudge", self.plan(door, kind="checkout"))
        plain = self.plan(a_door())
        self.assertFalse(
            {"arrives", "nudge", "opens", "press", "agree", "qr"} & set(plain),
            "nothing is said where all is as usual",
        )

    def test_straight_through_only_where_there_is_nothing_to_choose_or_agree(self) -> None:
        straight = {"phone": "straight", "computer": "apps"}
        for door, device, people, wanted in (
            (a_door(press=straight), "phone", (), "straight"),
            (a_door(press=straight), "computer", (), "apps"),
            (a_door(press=straight), "tablet", (), None),
            (a_door(press=straight, channels=[a_channel(), EMAIL]), "phone", (), None),
            (a_door(press={**straight, "privacy": "agree"}), "phone", (), None),
            (a_door(press=straight, people=["ines", "tomasz"]), "phone", PEOPLE, None),
            (a_door(press=straight, people=["ines"]), "phone", PEOPLE, "straight"),
        ):
            self.assertEqual(
                self.plan(door, device=device, people=people).get("press"), wanted, (device, people)
            )


class NobodyIn(SimpleTestCase):
    SHUT: ClassVar = {
        "shop": {
            "week": WEEKDAYS,
            "closures": [
                {"from": "2026-12-25", "until": "2026-12-27"},
                {"from": "2026-12-28", "until": "2026-12-29"},
            ],
        }
    }
    CHRISTMAS = "2026-12-25T12:00:00+00:00"

    def test_the_away_note_with_the_next_opening_and_what_needs_nobody(self) -> None:
        verdict = judged(a_door(channels=[a_channel(), EMAIL]), timetable=self.SHUT, at=self.CHRISTMAS)
        answer = json.loads(verdict.answer)["door"]
        self.assertEqual(
            (verdict.shown, answer["nobody"], answer["back"], [way["key"] for way in answer["by"]]),
            (True, True, "2026-12-29T09:00:00Z", ["em"]),
        )

    def test_hidden_when_so_chosen_and_counted_as_missed_only_if_that_alone_was_in_the_way(self) -> None:
        door = a_door(when_nobody="hide")
        verdict = judged(door, timetable=self.SHUT, at=self.CHRISTMAS)
        self.assertEqual(
            (
                verdict.stopped_by,
                {name: item for name, item in json.loads(verdict.answer).items() if name != "tag"},
            ),
            (
                "somebody.in",
                {
                    "v": 1,
                    "show": False,
                    "release": 0,
                    "until": "2026-12-29T09:00:00Z",
                    "missed": True,
                    "door": "front",
                },
            ),
        )
        self.assertTrue(judged(door, timetable=self.SHUT, at="2026-12-29T09:00:00+00:00").shown)
        elsewhere = judged(door, timetable=self.SHUT, at=self.CHRISTMAS, address="https://elsewhere.example/")
        self.assertEqual((elsewhere.missed, elsewhere.reasons[-1].outcome.value), (False, "would_stop"))

    def test_a_channels_own_hours_narrow_and_need_for_nobody_can_be_said(self) -> None:
        table = {"channels": {"wa": {"week": {"mon": [["09:00", "10:00"]]}}}}
        self.assertTrue(json.loads(judged(a_door(), timetable=table).answer)["door"]["nobody"])
        self.assertEqual(
            judged(
                a_door(channels=[a_channel(needs_nobody=True)]), timetable=self.SHUT, at=self.CHRISTMAS
            ).channels,
            ("wa",),
        )

    def test_availability_never_hands_a_visitor_on_to_the_next_door(self) -> None:
        verdict = judged(
            a_door(when_nobody="hide", people=["ines"]),
            a_door(key="second"),
            people=PEOPLE,
            timetable={"people": {"ines": {"week": {}}}},
        )
        self.assertEqual((verdict.shown, verdict.stopped_by), (False, "somebody.in"))

    def test_unreadable_hours_are_taken_as_not_said(self) -> None:
        table = {
            "shop": {
                "week": {"tue": [["25:00", "x"]]},
                "special": {"soon": [], "2026-12-22": [["9", "9"]]},
                "closures": [{"from": "never"}],
            }
        }
        self.assertTrue(judged(timetable=table).shown)

    @settings(max_examples=40)
    @given(st.integers(0, 370 * 96))
    def test_a_kept_answer_is_right_until_it_says_so(self, quarter: int) -> None:
        table = {**self.SHUT, "people": {"ines": {"zone": "Atlantic/Cape_Verde", "week": WEEKDAYS}}}
        at = datetime.fromisoformat("2026-01-01T00:07:00+00:00").timestamp() + quarter * 900
        door = a_door(people=["ines"])

        def state(second: float) -> tuple[Any, Any]:
            verdict = judged(
                door,
                people=PEOPLE,
                timetable=table,
                at=datetime.fromtimestamp(second).astimezone().isoformat(),
                explain=False,
            )
            return json.loads(verdict.answer)["door"].get("nobody"), verdict.until

        nobody, until = state(at)
        assert until is not None
        self.assertEqual(state(until.timestamp() - 1)[0], nobody)
        changes = {state(until.timestamp())[0], nobody}
        self.assertLessEqual(len(changes), 2)
        self.assertGreater(until.timestamp(), at)
