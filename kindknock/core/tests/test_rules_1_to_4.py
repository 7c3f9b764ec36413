"""An example for every rule of docs/rules.md 1 to 4 that the core decides, named after it, so that one can
go from rule to test.

The tables and properties that try each rule's edges stand in the other files here. What only a browser
can show (section 6's order of things, section 10's beacons) is in `button/tests` and `e2e`.
"""

import json
from datetime import date
from typing import Any

from django.test import SimpleTestCase

from kindknock.core.asking import answer
from kindknock.core.setup import Setup, setup_from

from ..addresses.apps import APPS
from ..addresses.contacts import read_contact
from ..addresses.hosts import HostList, read_host
from ..addresses.recipes import links_to
from ..pages.rules import pattern_matches, place_of
from ..review.checks import blocks
from ..time.hours import span_of
from ..time.public_holidays import public_holidays
from ..time.timetable import timetable_from
from ..visit.prepare import compile_setup
from ..visit.verdict import decide
from ..visit.visitor import visit_from
from ..words.message import send
from .builders import NOON, PEOPLE, WEEKDAYS, a_channel, a_door, a_setup, codes, door_of, judged, shows

GB = "GB"
SHOP = {"shop": {"week": WEEKDAYS}}


class Section1ContactAddresses(SimpleTestCase):
    def test_phone(self) -> None:
        for typed in (
            "+44 (0)117 496 0123",
            "00441174960123",
            "441174960123",
            "0117.496-0123",
            "０１１７ ４９６ ０１２３",
            "tel:+441174960123",
            "https://wa.me/441174960123",
        ):
            self.assertEqual(
                read_contact(typed, app="whatsapp", country=GB).canonical, "+441174960123", typed
            )
        for typed, error in (
            ("0117 496 0123", "needs_country"),
            ("call me", "letters"),
            ("0117 496 0123 / 0117 496 0124", "two_numbers"),
            ("+4411749601234567890", "too_long"),
        ):
            self.assertEqual(read_contact(typed, app="phone").error, error)
        self.assertTrue(read_contact("0117 496 0123", app="phone", country=GB).as_national)
        self.assertEqual(
            read_contact("0117 496 0123 ext 4", app="phone", country=GB).canonical, "+441174960123;ext=4"
        )
        self.assertEqual(
            read_contact("0117 496 0123 ext 4", app="whatsapp", country=GB).error, "extension_not_here"
        )
        self.assertIn("example_number", read_contact("000000000", app="phone", country=GB).warnings)
        self.assertEqual(
            read_contact("06 1234 5678", app="phone", country="IT").canonical,
            "+390612345678",
            "Italy keeps its zero",
        )

    def test_handles_pages_groups(self) -> None:
        for typed in (
            "https://t.me/averilcycles?utm_source=x",
            "@averilcycles",
            "averilcycles",
            "www.t.me/averilcycles/",
        ):
            self.assertEqual(read_contact(typed, app="telegram").canonical, "averilcycles")
        self.assertEqual(
            read_contact("https://www.facebook.com/profile.php?id=100012345678&fbclid=x").canonical,
            "100012345678",
        )
        self.assertIsNone(
            links_to(
                "whatsapp", read_contact("https://chat.whatsapp.com/AverilRide24Harbour0").canonical
            ).with_text
        )
        other = read_contact("https://t.me/averilcycles", app="whatsapp")
        self.assertEqual((other.error, other.app), ("other_app", "telegram"))

    def test_links(self) -> None:
        for bad in (
            "javascript:alert(1)",
            "data:text/html,x",
            "file:///etc/hosts",
            "http://averilcycles.example/",
        ):
            self.assertIsNotNone(read_contact(bad, app="link").error, bad)
        self.assertIn("mixed_script", read_contact("https://аveril.example/", app="link").warnings)
        self.assertEqual(read_contact("https://xn--bcher-kva.example/", app="link").shown, "bücher.example")

    def test_same_address(self) -> None:
        twice = [a_channel(), a_channel(key="b")]
        self.assertEqual(blocks(a_setup(a_door(channels=twice))), ())
        self.assertIn("same_twice", codes(a_setup(a_door(channels=twice))))
        self.assertNotIn(
            "same_twice",
            codes(a_setup(a_door(channels=[a_channel(), a_channel(key="b", name={"en": "Hire"})]))),
        )

    def test_whose_address(self) -> None:
        blank = a_channel(key="tg", app="telegram", address="")
        people = [{**PEOPLE[0], "addresses": {"telegram": "ines_calder"}}, PEOPLE[1]]
        found = door_of(a_door(channels=[a_channel(), blank], people=["ines", "tomasz"]), people=people)
        self.assertEqual([sorted(p.get("by", {})) for p in found["to"]], [["telegram"], ["whatsapp"]])
        self.assertFalse(found["by"][1]["own"], "with nobody who has one, the app has no address of its own")
        self.assertEqual(
            judged(a_door(channels=[a_channel(), blank], people=["tomasz"]), people=people).channels, ("wa",)
        )
        self.assertIn("landline_if_registered", read_contact("+441174960123", app="whatsapp").warnings)

    def test_nobody_is_offered_whom_no_way_leads_to(self) -> None:
        blank = a_channel(key="tg", app="telegram", address="")
        people = [PEOPLE[0], {**PEOPLE[1], "addresses": {"telegram": "tomasz_wren_demo"}}]
        for channels, offered in (
            ([blank], ["tomasz"]),
            ([blank, a_channel()], ["ines", "tomasz"]),
            ([blank, a_channel(people=["tomasz"])], ["tomasz"]),
        ):
            found = door_of(a_door(people=["ines", "tomasz"], channels=channels), people=people)
            self.assertEqual([person["key"] for person in found["to"]], offered)

    def test_recipes(self) -> None:
        words = 'a b\nc & d # + % " 🔧 مرحبا'
        link = send(links_to("whatsapp", "+441174960123"), words, []).link or ""
        self.assertIn("a%20b%0Ac%20%26%20d%20%23%20%2B%20%25%20%22%20", link)
        self.assertTrue(send(links_to("messenger", "averilcycles"), words, []).copied)
        for app in APPS.values():
            for variant, recipe in app.recipes.items():
                with self.subTest(app=app.key, variant=variant):
                    read = {read_contact(typed, app=app.key).canonical for typed in recipe.accepts}
                    self.assertEqual(len(read), 1, "all accepted spellings are one address")
                    self.assertTrue(recipe.source and recipe.accepts)
                    canonical = read.pop()
                    self.assertEqual(read_contact(canonical, app=app.key).canonical, canonical)
                    bare = links_to(app.key, canonical).bare
                    self.assertEqual(bare is None, recipe.bare is None)


class Section2Hosts(SimpleTestCase):
    def test_accept(self) -> None:
        self.assertEqual(
            read_host("https://WWW.averilcycles.example.:8080/shop").name, "averilcycles.example:8080"
        )
        self.assertEqual(
            (read_host("bücher.example").name, read_host("localhost").for_testing),
            ("xn--bcher-kva.example", True),
        )
        self.assertEqual(
            [
                "https://a.averilcycles.example" and host in HostList([item])
                for item, host in (
                    ("averilcycles.example", "a.averilcycles.example"),
                    ("*.averilcycles.example", "a.averilcycles.example"),
                )
            ],
            [False, True],
        )

    def test_none_listed_means_nowhere_and_no_rules_means_everywhere(self) -> None:
        compiled = compile_setup(a_setup(hosts=()))
        self.assertEqual(
            decide(compiled, visit_from({"address": "https://averilcycles.example/"})).stopped_by,
            "host.listed",
        )
        self.assertTrue(judged(a_door(), path="/anything/at/all").shown)

    def test_an_unlisted_host_gets_no_button(self) -> None:
        verdict = decide(
            compile_setup(a_setup()), visit_from({"address": "https://elsewhere.example/"}), explain=True
        )
        self.assertEqual(
            (verdict.shown, next(r.fixes for r in verdict.reasons if r.rule == "host.listed")),
            (False, ("allow_host",)),
        )


class Section3PageRules(SimpleTestCase):
    def test_a_rule_is(self) -> None:
        for path, wanted in (
            ("/shop", True),
            ("/shop/", True),
            ("/shop/a", True),
            ("/shop?x=1", True),
            ("/shopping", False),
        ):
            self.assertEqual(shows([("show", "below", "/shop")], path), wanted, path)
        self.assertTrue(pattern_matches("/a**b$", "/axxb") and not pattern_matches("/a*b$", "/axxbc"))
        self.assertTrue(
            shows([("show", "page_kind", "product")], "/x", "product")
            and not shows([("show", "page_kind", "product")], "/x")
        )
        self.assertTrue(
            shows([("show", "campaign", "spring")], "/?utm_campaign=spring")
            and not shows([("show", "campaign", "spring")], "/")
        )
        self.assertFalse(pattern_matches("*a" * 50 + "b", "/" + "a" * 2000), "answers at once")

    def test_no_show_rules_every_page_any_hide_wins_blanks_dropped(self) -> None:
        self.assertTrue(shows([], "/x") and shows([("show", "below", " ")], "/x"))
        self.assertFalse(shows([("show", "below", "/"), ("hide", "exact", "/x")], "/x"))
        self.assertIn(
            "rule_never_matters",
            codes(a_setup(a_door(pages=[{"effect": "show", "kind": "below", "value": ""}]))),
        )

    def test_compare_paths_after(self) -> None:
        same = (
            "https://averilcycles.example/Caf%C3%A9//menu/?utm_source=x#top",
            "/café/menu",
            "/cafe\u0301/menu/index.html",
        )
        self.assertEqual({place_of(address).path for address in same}, {"/café/menu"})
        self.assertNotEqual(place_of("/app#/basket").path, place_of("/app").path, "a route is kept")
        self.assertTrue(
            shows([("show", "exact", "/s?b=2&a=1")], "/s?a=1&b=2")
            and not shows([("show", "exact", "/s?b=2&a=1")], "/s?a=1")
        )

    def test_a_pasted_address_keeps_its_path_only(self) -> None:
        self.assertTrue(
            shows(
                [("show", "below", "https://elsewhere.example/shop")], "https://averilcycles.example/shop/a"
            )
        )

    def test_kinds_come_from_the_pages_own_type_then_from_patterns(self) -> None:
        door = a_door(pages=[{"effect": "show", "kind": "page_kind", "value": "product"}])
        ld = json.dumps(
            {
                "@context": "https://schema.org",
                "@type": "Product",
                "name": "Bell",
                "offers": {"price": "12", "priceCurrency": "GBP"},
            }
        )
        for page, shown in (
            ({"ld": [ld]}, True),
            ({"meta": {"og:type": "product", "og:title": "Bell"}}, True),
            ({"ld": ["{broken"]}, False),
            ({"meta": {"og:type": "article"}}, False),
        ):
            self.assertEqual(judged(door, page=page, path="/bell").shown, shown)
        owner = setup_from(
            {
                "business": {"name": "A"},
                "site": {
                    "key": "k",
                    "hosts": ["averilcycles.example"],
                    "kinds": [{"kind": "product", "pattern": "/bell"}],
                },
                "doors": [door],
            }
        )
        self.assertTrue(
            decide(compile_setup(owner), visit_from({"address": "https://averilcycles.example/bell"})).shown
        )

    def test_all_parts_take_page_rules_in_that_order(self) -> None:
        hire = [{"effect": "show", "kind": "below", "value": "/hire"}]
        people = [{**PEOPLE[0], "pages": hire}]
        door = a_door(
            people=["ines"],
            nudge={"on": True, "words": {"en": "Psst"}, "pages": hire},
            plates=[{"key": "p", "pages": hire}],
        )
        there, elsewhere = door_of(door, people=people, path="/hire"), door_of(door, people=people, path="/")
        self.assertTrue("nudge" in there and "plates" in there and "nobody" not in there)
        self.assertTrue(
            "nudge" not in elsewhere and "plates" not in elsewhere and elsewhere["nobody"],
            "not offered here, so not available here",
        )

    def test_which_door(self) -> None:
        hire = a_door(
            key="hire",
            pages=[{"effect": "show", "kind": "below", "value": "/hire"}],
            people=["tomasz"],
            when_nobody="hide",
        )
        shut: Any = {"people": {"tomasz": {"week": {}}}}
        self.assertEqual(
            (judged(hire, a_door(), path="/hire").door, judged(hire, a_door(), path="/").door),
            ("hire", "front"),
        )
        verdict = judged(hire, a_door(), path="/hire", people=PEOPLE, timetable=shut)
        self.assertEqual(
            (verdict.shown, verdict.stopped_by),
            (False, "somebody.in"),
            "availability never hands a visitor on",
        )

    def test_judged_again_at_each_change_of_address(self) -> None:
        self.assertEqual(
            json.loads(
                judged(a_door(pages=[{"effect": "hide", "kind": "exact", "value": "/basket"}])).answer
            )["holds"],
            "address",
        )


class Section4Hours(SimpleTestCase):
    def hours(self, at: str, week: Any = None, zone: str = "Europe/London", **more: Any) -> Any:
        return answer(
            "hours", {"hours": week if week is not None else WEEKDAYS, "zone": zone, "at": at, **more}
        )

    def test_the_clock_on_the_wall_decides(self) -> None:
        self.assertEqual(
            [
                self.hours(at)["open"]
                for at in ("2026-12-22T09:00:00Z", "2026-12-22T17:29:59Z", "2026-12-22T17:30:00Z")
            ],
            [True, True, False],
        )
        night = {"sun": [["01:00", "02:00"]]}
        self.assertFalse(
            self.hours("2026-03-29T01:30:00Z", night)["open"], "readings that are skipped don't occur"
        )
        self.assertEqual(
            [self.hours(at, night)["open"] for at in ("2026-10-25T00:30:00Z", "2026-10-25T01:30:00Z")],
            [True, True],
            "repeated ones count twice",
        )
        self.assertTrue(
            self.hours("2026-12-22T03:45:00Z", {"tue": [["09:30", "10:00"]]}, "Asia/Kathmandu")["open"]
        )

    def test_spans(self) -> None:
        self.assertEqual(
            (span_of(1320, 120)[0], span_of(0, 1440)[0], span_of(0, 0)),
            ((1320, 1560), (0, 1440), ((0, 1440), "whole_day")),
        )
        self.assertEqual(
            answer("hours", {"hours": {"mon": [["09:00", "09:00"]]}, "zone": "UTC", "at": NOON})["error"],
            "same_start_and_end",
        )
        merged = self.hours(
            "2026-12-22T10:00:00Z", {"tue": [["09:00", "12:00"], ["12:00", "13:00"], ["12:30", "14:00"]]}
        )
        self.assertEqual(merged["next_change"], "2026-12-22T14:00:00Z")

    def test_closures_and_special_hours(self) -> None:
        late = {"wed": [["22:00", "02:00"]], "thu": [["22:00", "02:00"]]}
        shut = [{"from": "2026-12-24", "until": "2026-12-25", "whole_day": True}]
        self.assertEqual(
            [
                self.hours(at, late, closures=shut)["open"]
                for at in ("2026-12-24T01:00:00Z", "2026-12-24T23:00:00Z")
            ],
            [True, False],
            "last night's tail stays",
        )
        timed = [{"from": "2026-12-22T11:00", "until": "2026-12-22T12:30", "whole_day": False}]
        self.assertEqual(self.hours(NOON, closures=timed)["next_change"], "2026-12-22T12:30:00Z")
        table = {
            "shop": {
                "week": WEEKDAYS,
                "special": {"2026-12-24": [["09:00", "13:00"]]},
                "closures": [
                    {"from": "2026-12-24"},
                    {"from": "2020-12-31", "until": "2021-01-02", "yearly": True},
                ],
            }
        }
        stands = [
            not door_of(a_door(), timetable=table, at=at).get("nobody")
            for at in ("2026-12-24T12:59:00+00:00", "2026-12-24T13:00:00+00:00", "2027-01-01T12:00:00+00:00")
        ]
        self.assertEqual(stands, [True, False, False])
        self.assertIn(date(2026, 12, 25), [holiday.day for holiday in public_holidays("GB", 2026)])

    def test_unset_hours_mean_always_and_who_is_in(self) -> None:
        self.assertNotIn(
            "nobody", door_of(a_door(people=["ines"]), people=PEOPLE, at="2026-12-22T03:00:00+00:00")
        )
        night = {**SHOP, "people": {"ines": {"week": {"tue": [["18:00", "22:00"]]}}}}
        evening = {"at": "2026-12-22T19:00:00+00:00", "timetable": night}
        self.assertTrue(
            door_of(a_door(people=["ines"]), people=PEOPLE, **evening)["nobody"], "shop and own hours both"
        )
        self.assertNotIn(
            "nobody",
            door_of(a_door(people=["ines"]), people=[{**PEOPLE[0], "keeps_own_hours": True}], **evening),
        )
        amara = {"people": {"ines": {"zone": "Atlantic/Cape_Verde", "week": {"tue": [["11:00", "12:00"]]}}}}
        self.assertNotIn(
            "nobody",
            door_of(a_door(people=["ines"]), people=PEOPLE, timetable=amara),
            "each set of hours in its own zone",
        )

    def test_nobody_in(self) -> None:
        night: dict[str, Any] = {"at": "2026-12-22T03:00:00+00:00", "timetable": SHOP}
        self.assertEqual(
            (
                judged(a_door(when_nobody="hide"), **night).stopped_by,
                judged(a_door(when_nobody="hide"), **night).missed,
            ),
            ("somebody.in", True),
        )
        mail = a_channel(key="em", app="email", address="hello@averilcycles.example")
        found = door_of(a_door(channels=[a_channel(), mail]), **night)
        self.assertEqual(
            ([way["key"] for way in found["by"]], found["nobody"], found["leave"], found["back"]),
            (["em"], True, True, "2026-12-22T09:00:00Z"),
        )
        self.assertNotIn("leave", door_of(a_door(takes_notes=False, channels=[mail]), **night))
        shut = a_channel(key="wb", address="+441174960124")
        hours = {**SHOP, "channels": {"wb": {"week": {"mon": [["09:00", "10:00"]]}}}}
        stays = a_door(when_nobody="apps", people=["ines"], channels=[a_channel(), shut, mail])
        found = door_of(stays, people=PEOPLE, **{**night, "timetable": hours})
        self.assertEqual(
            ([way["key"] for way in found["by"]], found["nobody"], found["leave"], found["to"][0]["in"]),
            (["wa", "wb", "em"], True, True, False),
            "all apps stay, whatever their own hours, and she may be chosen with when she is back",
        )
        noon: dict[str, Any] = {"at": "2026-12-22T12:00:00+00:00", "timetable": hours}
        self.assertEqual([way["key"] for way in door_of(stays, people=PEOPLE, **noon)["by"]], ["wa", "em"])
        self.assertNotIn(
            "nobody",
            door_of(a_door(channels=[mail]), timetable=SHOP),
            "a door that needs nobody asks only whether the shop is open",
        )

    def test_off_duty_left_out_or_shown_after(self) -> None:
        table: Any = {"people": {"ines": {"week": {}}}}
        shown = door_of(a_door(people=["ines", "tomasz"]), people=PEOPLE, timetable=table)
        self.assertEqual([(p["key"], p["in"]) for p in shown["to"]], [("tomasz", True), ("ines", False)])
        self.assertEqual(
            judged(
                a_door(people=["ines", "tomasz"], off_duty="left_out"), people=PEOPLE, timetable=table
            ).people,
            ("tomasz",),
        )

    def test_live_at_once_is_not_in_the_setup(self) -> None:
        self.assertFalse({"shop", "closures", "absences", "paused"} & set(Setup.model_fields))

    def test_next_change_and_next_opening_370_days_ahead(self) -> None:
        shut = [{"from": "2026-12-23", "until": "2027-12-20", "whole_day": True}]
        self.assertEqual(
            self.hours("2026-12-22T20:00:00Z", closures=shut)["next_opening"], "2027-12-20T09:00:00Z"
        )
        never = [{"from": "2026-12-23", "until": "2028-12-20", "whole_day": True}]
        self.assertIsNone(self.hours("2026-12-22T20:00:00Z", closures=never)["next_opening"])
        words = {
            "en": {
                "_back": "back {time}",
                "_your_time": "{time} your time",
                "_tomorrow": "tomorrow",
                "_in_until": "in until {time}",
            }
        }
        found = {
            offset: door_of(
                a_door(), at="2026-12-22T20:00:00+00:00", timetable=SHOP, offset=offset, words=words
            )["back_words"]
            for offset in (0, 60, 660)
        }
        self.assertEqual(
            found,
            {
                0: "back tomorrow 09:00",
                60: "back tomorrow 09:00 (08:00 your time)",
                660: "back tomorrow 09:00 (22:00 your time)",
            },
        )
        until = door_of(a_door(people=["ines"]), people=PEOPLE, timetable=SHOP, words=words)["to"][0]
        self.assertEqual((until["when"], until["until"]), ("in until 17:30", "2026-12-22T17:30:00Z"))

    def test_a_span_that_can_never_take_effect(self) -> None:
        setup = setup_from(
            {
                "business": {"name": "A", "zone": "Europe/London"},
                "site": {"key": "k"},
                "people": PEOPLE,
                "doors": [a_door()],
            }
        )
        table = timetable_from(
            {**SHOP, "people": {"ines": {"week": {"sat": [["10:00", "14:00"]], "mon": [["09:00", "12:00"]]}}}}
        )
        self.assertIn("span_never_in_effect", codes(setup, timetable=table, at_second=1_790_000_000))

    def test_the_visitors_clock_is_never_trusted(self) -> None:
        for offset in (-840, 0, 720):
            self.assertTrue(judged(a_door(when_nobody="hide"), timetable=SHOP, offset=offset).shown)
        self.assertEqual(
            json.loads(judged(a_door(), timetable=SHOP).answer)["until"],
            "2026-12-22T17:30:00Z",
            "turns over by itself",
        )
