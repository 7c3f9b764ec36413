"""An example for every rule of docs/rules.md that the core decides, named after it, so that one can go
from rule to test.

The tables and properties that try each rule's edges stand in the other files here. What only a browser can
show (section 6's order of things, section 10's beacons) is in `button/tests` and `e2e`.
"""

import json
from datetime import UTC, date, datetime, timedelta
from typing import Any

from django.test import SimpleTestCase

from kindknock.core.asking import answer
from kindknock.core.setup import Setup, setup_from

from ..addresses.apps import APPS
from ..addresses.contacts import read_contact
from ..addresses.hosts import HostList, read_host
from ..addresses.recipes import encode, links_to
from ..counts.rates import by_day, day_bounds, rate
from ..looks.colour import contrast, palette_of, ratio
from ..looks.geometry import Device, Window, button_box, card_box, device_of, place_for
from ..pages.rules import Rule, judge, pattern_matches, place_of
from ..review.checks import advice, blocks
from ..time.hours import span_of
from ..time.public_holidays import public_holidays
from ..time.timetable import timetable_from
from ..visit.arrival import Arrival, HowOften, Memory, Progress, has_arrived, may_show, read_seconds
from ..visit.prepare import compile_setup
from ..visit.verdict import decide
from ..visit.visitor import visit_from
from ..words.fillins import fill
from ..words.message import Added, compose, send, text_in
from .builders import NOON, PEOPLE, WEEKDAYS, a_channel, a_door, a_setup, judged

GB = "GB"
SHOP = {"shop": {"week": WEEKDAYS}}


def door_of(*doors: Any, **more: Any) -> dict[str, Any]:
    said: dict[str, Any] = json.loads(judged(*doors, **more).answer)
    return dict(said.get("door", said))


def codes(setup: Setup, **more: Any) -> set[str]:
    return {finding.code for finding in (*blocks(setup), *advice(setup, **more))}


def shows(rules: list[tuple[Any, Any, str]], address: str, kind: str = "") -> bool:
    made = [Rule(effect, what, value) for effect, what, value in rules]
    return judge(made, place_of(address, kind=kind)).shows


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
        said = door_of(a_door(channels=[a_channel(), blank], people=["ines", "tomasz"]), people=people)
        self.assertEqual([sorted(p.get("by", {})) for p in said["to"]], [["telegram"], ["whatsapp"]])
        self.assertFalse(said["by"][1]["own"], "with nobody who has one, the app has no address of its own")
        self.assertEqual(
            judged(a_door(channels=[a_channel(), blank], people=["tomasz"]), people=people).channels, ("wa",)
        )
        self.assertIn("landline_if_registered", read_contact("+441174960123", app="whatsapp").warnings)

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
                "https://a.averilcycles.example" and host in HostList([one])
                for one, host in (
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
        self.assertIn(date(2026, 12, 25), [one.day for one in public_holidays("GB", 2026)])

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
        said = door_of(a_door(channels=[a_channel(), mail]), **night)
        self.assertEqual(
            ([way["key"] for way in said["by"]], said["nobody"], said["leave"], said["back"]),
            (["em"], True, True, "2026-12-22T09:00:00Z"),
        )
        self.assertNotIn("leave", door_of(a_door(takes_notes=False, channels=[mail]), **night))
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
        told = {
            offset: door_of(
                a_door(), at="2026-12-22T20:00:00+00:00", timetable=SHOP, offset=offset, words=words
            )["back_words"]
            for offset in (0, 60, 660)
        }
        self.assertEqual(
            told,
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


class Section5ForWhom(SimpleTestCase):
    def test_devices(self) -> None:
        self.assertEqual(
            [device_of(*told) for told in (("coarse", 390, 844), ("coarse", 820, 1180), ("fine", 390, 844))],
            ["phone", "tablet", "computer"],
        )
        looks = {"phone_offset": {"side_px": 8, "foot_px": 60}}
        self.assertEqual(
            [
                door_of(a_door(looks=looks), device=device)["looks"]["foot"]
                for device in ("phone", "tablet", "computer")
            ],
            [60, 20, 20],
        )
        self.assertEqual(
            judged(a_door(channels=[a_channel(devices=["phone"])]), device="computer").stopped_by,
            "channels.left",
        )
        self.assertIn(
            "channel_for_no_device",
            codes(
                a_setup(a_door(channels=[a_channel(devices=["phone"])], for_whom={"devices": ["computer"]}))
            ),
        )

    def test_countries(self) -> None:
        only = a_door(for_whom={"countries_mode": "only", "countries": ["PT"]})
        self.assertTrue(
            judged(only, country="PT").shown
            and judged(only, zone="").shown
            and not judged(only, country="GB").shown
        )
        self.assertIn("only_with_nothing_listed", codes(a_setup(a_door(for_whom={"countries_mode": "only"}))))
        self.assertEqual(
            json.loads(judged(only, explain=False).answer)["ask"],
            "zone",
            "waits for the zone, so that nobody sees it flash",
        )
        self.assertTrue(
            judged(only, zone="Europe/Lisbon", explain=False).shown
            and not judged(only, zone="Europe/London", explain=False).shown
        )
        self.assertNotIn("ask", json.loads(judged(a_door(), explain=False).answer), "only with country rules")

    def test_language(self) -> None:
        door = a_door(says={"label": {"en": "Knock", "pt": "Bater"}, "heading": {"en": "Hello"}})
        for visit, wanted in (
            ({"lang": "pt-BR", "languages": ["en"]}, "pt"),
            ({"languages": ["fr", "pt-PT"]}, "pt"),
            ({"lang": "sv"}, "en"),
        ):
            self.assertEqual(judged(door, **visit).language, wanted)
        said = door_of(door, lang="pt")
        self.assertEqual(
            (said["label"], said["heading"]), ("Bater", "Hello"), "a missing text falls back singly"
        )
        self.assertEqual(text_in({"gsw": "Grüezi"}, "gsw", "en"), "Grüezi")

    def test_first_time_or_returning_and_where_from(self) -> None:
        back = a_door(for_whom={"visitors": "returning"})
        self.assertTrue(
            judged(back, returning=True).shown and not judged(back).shown,
            "told nothing, treated as first-time",
        )
        self.assertIn("needs_memory", codes(a_setup({**back, "remembers": False})))


class Section6Arrival(SimpleTestCase):
    def test_seconds_and_scroll_whichever_comes_first(self) -> None:
        both = Arrival(10, 50)
        for progress, wanted in (
            (Progress(9, 49), False),
            (Progress(10, 0), True),
            (Progress(1, 50), True),
            (Progress(0, 0, is_scrollable=False), True),
        ):
            self.assertEqual(has_arrived(both, progress), wanted)
        self.assertEqual(
            [has_arrived(Arrival(0, None, 2), Progress(5, page=page)) for page in (1, 2)], [False, True]
        )
        pages = [{"effect": "show", "kind": "below", "value": "/shop"}]
        late = a_door(arrives={"seconds": 9, "pages": pages})
        self.assertEqual(["arrives" in door_of(late, path=path) for path in ("/shop/a", "/")], [True, False])

    def test_the_nudge(self) -> None:
        nudge = door_of(a_door(nudge={"on": True, "words": {"en": "Need a hand?"}, "after_seconds": 5}))[
            "nudge"
        ]
        self.assertEqual((nudge["words"], nudge["after"], nudge["sound"]), ("Need a hand?", 5, False))
        self.assertFalse(may_show("every_page", Memory(closed_this_visit=True)))
        self.assertFalse(may_show("every_page", Memory(days_since_closed=29, closed_with_these_words=True)))
        self.assertTrue(
            may_show("every_page", Memory(days_since_closed=29))
            and may_show("every_page", Memory(days_since_closed=31, closed_with_these_words=True))
        )

    def test_how_often(self) -> None:
        cases: tuple[tuple[HowOften, Memory, bool], ...] = (
            ("every_page", Memory(shown_this_visit=True), True),
            ("once_a_visit", Memory(shown_this_visit=True), False),
            ("once_a_day", Memory(days_since_shown=0.9), False),
            ("once_a_day", Memory(days_since_shown=1), True),
            ("once", Memory(shown_with_these_words=True), False),
            ("once", Memory(days_since_shown=3), True),
        )
        for often, memory, wanted in cases:
            self.assertEqual(may_show(often, memory), wanted)

    def test_opening_by_itself(self) -> None:
        door = a_door(opens_itself={"on": True, "seconds": 3, "tucks_away_after_seconds": 20})
        self.assertEqual(
            ["opens" in door_of(door, device=device) for device in ("phone", "tablet", "computer")],
            [False, True, True],
        )
        self.assertEqual(door_of(door, device="computer")["opens"]["tucks"], 20)

    def test_seconds_not_milliseconds(self) -> None:
        self.assertEqual(
            [(r.seconds, r.error) for r in map(read_seconds, ("0", "4 s", "-1", "soon", "5000"))],
            [(0, None), (4, None), (0, "negative"), (0, "not_a_number"), (0, "too_long")],
        )


class Section7TheTravellingMessage(SimpleTestCase):
    ADDED = (Added("page", "https://averilcycles.example/x"), Added("mark", "Sent from our website"))

    def test_what_stands_in_the_note_goes(self) -> None:
        self.assertEqual(
            compose("Hello\n", self.ADDED), "Hello\n\nhttps://averilcycles.example/x\nSent from our website"
        )
        self.assertEqual(
            send(links_to("whatsapp", "+441174960123"), " ", ()).link,
            "https://wa.me/441174960123",
            "all empty leaves no text parameter",
        )
        people = [{**PEOPLE[0], "note": {"en": "Dear {assistant}, "}}, PEOPLE[1]]
        says = {"note": {"en": "Hello, "}, "note_for_product": {"en": "About {product}: "}}
        channel = a_channel(note={"en": "By this app: "})
        one, other = (
            a_door(says=says, channels=[channel], people=["ines", "tomasz"]),
            a_door(says=says, channels=[channel, a_channel(key="b")], people=["tomasz"]),
        )
        said = door_of(one, people=people)
        self.assertEqual(
            (said["note"], said["to"][0]["note"], "note" in said["to"][1]),
            ("By this app: ", "Dear Ines, ", False),
        )
        self.assertEqual(
            (
                door_of(other, people=people)["note"],
                door_of(one, people=people, facts={"product": "Bell"})["note"],
            ),
            ("Hello, ", "About Bell: "),
        )

    def test_too_long_for_the_link(self) -> None:
        links = links_to("whatsapp", "+441174960123")
        long = "word " * 380
        sending = send(links, long, self.ADDED)
        self.assertTrue("averilcycles" not in (sending.link or "averilcycles") or sending.copied)
        self.assertIn(long.strip(), send(links, long * 3, self.ADDED).text, "never the visitor's words")

    def test_fill_ins(self) -> None:
        for template, facts, wanted in (
            ("Welcome, {visitor}.", {}, "Welcome."),
            ("Welcome, {visitor|friend}.", {}, "Welcome, friend."),
            ("{{x}", {}, "{x}"),
            ("{nonsense}", {}, ""),
            ("About {product}: ", {"product": "<b>Bell</b> & {price}"}, "About <b>Bell</b> & {price}: "),
        ):
            self.assertEqual(fill(template, facts).text, wanted)
        self.assertEqual(fill("{nonsense}", {}).unknown, ("nonsense",))
        note = {
            "note_on_sale": {"en": "{product}, {sale_price} not {price}"},
            "note_for_product": {"en": "{product} at {price}"},
        }
        for facts, wanted in (
            ({"sale_price": "9"}, "Bell, £9 not £12"),
            ({"sale_price": "12"}, "Bell at £12"),
            ({"highest_price": "15"}, "Bell at £12 – £15"),
        ):
            self.assertEqual(
                door_of(
                    a_door(says=note), facts={"product": "Bell", "price": "12", "currency": "GBP", **facts}
                )["note"],
                wanted,
            )
        words = {
            "en": {
                "_good_morning": "Good morning",
                "_good_evening": "Good evening",
                "_back": "back {time}",
                "_tomorrow": "tomorrow",
            }
        }
        door = a_door(
            says={
                "heading": {"en": "{greeting}. Here until {closing_today}. We answer within {reply_time}."},
                "away": {"en": "Shut, {next_opening}."},
            },
            reply_minutes=10,
        )
        for at, heading, away in (
            (
                "2026-12-22T10:00:00+00:00",
                "Good morning. Here until 17:30. We answer within 10 minutes.",
                None,
            ),
            ("2026-12-22T20:00:00+00:00", "Good evening.", "Shut, tomorrow 09:00."),
        ):
            said = door_of(door, at=at, timetable=SHOP, words=words)
            self.assertEqual(
                (said["heading"], said.get("away") if said.get("nobody") else None), (heading, away)
            )

    def test_address_of_the_page_without_tracking(self) -> None:
        self.assertEqual(
            door_of(a_door(also={"mark": False}), path="/x?utm_source=a&id=7")["added"],
            [{"kind": "page", "text": "https://averilcycles.example/x?id=7"}],
        )


class Section8OrderOnAPress(SimpleTestCase):
    def test_straight_through_only_with_nothing_to_choose(self) -> None:
        straight = {"phone": "straight", "computer": "straight"}
        for more, wanted in (
            ({}, "straight"),
            ({"channels": [a_channel(), a_channel(key="b")]}, None),
            ({"people": ["ines", "tomasz"]}, None),
            ({"press": {**straight, "privacy": "agree"}}, None),
        ):
            self.assertEqual(
                door_of(a_door(**{"press": straight, **more}), people=PEOPLE).get("press"), wanted, more
            )
        self.assertTrue(door_of(a_door(press={"privacy": "agree"}))["agree"])
        self.assertEqual(
            [
                "qr" in door_of(a_door(press={"computer_by": "qr"}), device=device)
                for device in ("computer", "phone")
            ],
            [True, False],
        )


class Section9LooksAndPlace(SimpleTestCase):
    def test_colours(self) -> None:
        found = contrast("#aaa", "white")
        assert found is not None
        self.assertFalse(found.reads)
        self.assertGreaterEqual(ratio(found.nearest, "#ffffff"), 4.5)
        palette = palette_of("#f2e205")
        self.assertGreaterEqual(ratio(palette.on_brand, palette.brand), 4.5)
        self.assertGreaterEqual(ratio(palette.ring, palette.brand), 3)

    def test_place(self) -> None:
        self.assertEqual(
            [place_for("right", size, "computer").size_px for size in (10, 60, 400)], [44, 60, 96]
        )
        box = button_box(place_for("right", 60, "computer", (400, 400)), Window(320, 200), 120)
        self.assertTrue(
            box.left >= 0 and box.top >= 0 and box.right <= 320 and box.bottom <= 200, "always on screen"
        )
        windows: tuple[tuple[int, int, Device], ...] = (
            (320, 568, "phone"),
            (640, 320, "phone"),
            (1280, 400, "computer"),
        )
        for width, height, device in windows:
            place = place_for("left", 52, device)
            card = card_box(
                button_box(place, Window(width, height)), place, Window(width, height), 900, device
            )
            self.assertTrue(
                card.left >= 0 and card.right <= width and card.top >= 0 and card.bottom <= height
            )

    def test_right_to_left_sets_the_cards_direction_and_the_corner_stays(self) -> None:
        setup = setup_from(
            {
                "business": {"name": "A", "languages": ["ar"]},
                "site": {"key": "k", "hosts": ["averilcycles.example"]},
                "doors": [a_door()],
            }
        )
        said = json.loads(
            decide(compile_setup(setup), visit_from({"address": "https://averilcycles.example/"})).answer
        )["door"]
        self.assertEqual((said["dir"], said["looks"]["corner"]), ("rtl", "right"))

    def test_one_floating_door_any_number_of_plates(self) -> None:
        said = door_of(
            a_door(
                says={"label": {"en": "Knock"}},
                plates=[
                    {"key": "buy", "selector": "#buy", "label": {"en": "Ask about {product|this}"}},
                    {"key": "own"},
                ],
            ),
            a_door(key="second"),
        )
        self.assertEqual(
            [(p["key"], p["label"], p.get("at")) for p in said["plates"]],
            [("buy", "Ask about this", "#buy"), ("own", "", None)],
        )
        self.assertEqual(said["key"], "front")


class Section10Counting(SimpleTestCase):
    def test_missed_only_where_that_alone_was_in_the_way(self) -> None:
        night: dict[str, Any] = {"at": "2026-12-22T03:00:00+00:00", "timetable": SHOP}
        shut = a_door(when_nobody="hide")
        self.assertTrue(judged(shut, **night).missed)
        self.assertFalse(judged(a_door(when_nobody="hide", for_whom={"devices": ["phone"]}), **night).missed)

    def test_periods_and_rates(self) -> None:
        start, end = day_bounds(date(2026, 10, 25), "Europe/London")
        self.assertEqual((end.astimezone(UTC) - start.astimezone(UTC)), timedelta(hours=25))
        self.assertEqual(
            by_day({date(2026, 10, 26): 3}, date(2026, 10, 25), 3),
            [(date(2026, 10, 25), 0), (date(2026, 10, 26), 3), (date(2026, 10, 27), 0)],
        )
        self.assertIsNone(rate(0, 0), "no visits, not 0 %")
        found = rate(10, 100)
        assert found is not None
        self.assertAlmostEqual(found.low, 0.0552, 4)
        self.assertAlmostEqual(found.high, 0.1744, 4)


class Section11BeforePublishing(SimpleTestCase):
    def test_blocks(self) -> None:
        nowhere = {"key": "start", "choices": [{"leads": "signpost", "to": "gone"}]}
        for door, code in (
            (a_door(channels=[a_channel(address="+44123456789")]), "example_number"),
            (a_door(channels=[a_channel(address="")]), "address_blank"),
            (a_door(for_whom={"countries_mode": "only"}), "only_with_nothing_listed"),
            (a_door(looks={"colour": "#fff", "label_colour": "#eee"}), "label_unreadable"),
            (a_door(signposts=[nowhere]), "signpost_leads_nowhere"),
            (a_door(signposts=[{"key": "s"}]), "signpost_leads_nowhere"),
            (a_door(channels=[]), "no_way_left"),
        ):
            with self.subTest(code):
                self.assertIn(code, {finding.code for finding in blocks(a_setup(door))})
                self.assertTrue(all(finding.fix for finding in blocks(a_setup(door))))
        sound = [
            {
                "key": "s",
                "choices": [
                    {"leads": "words", "says": {"en": "Ten days."}},
                    {"leads": "link", "to": "https://averilcycles.example/"},
                    {"leads": "channel", "to": "wa"},
                    {"leads": "signpost", "to": "s"},
                ],
            }
        ]
        self.assertEqual(blocks(a_setup(a_door(signposts=sound))), ())

    def test_advises(self) -> None:
        setup = setup_from(
            {
                "business": {"name": "A", "zone": "Europe/London", "languages": ["en", "pt"]},
                "site": {"key": "k"},
                "people": PEOPLE,
                "doors": [
                    a_door(
                        press={"privacy": "agree"},
                        says={"label": {"en": "A label much too long for where it stands"}},
                        for_whom={"devices": ["phone"]},
                        channels=[a_channel(), a_channel(key="x", devices=["computer"])],
                    ),
                    a_door(key="all"),
                    a_door(key="never"),
                ],
            }
        )
        table = timetable_from(
            {**SHOP, "people": {"ines": {"week": {}}, "tomasz": {"week": {"mon": [["09:00", "12:00"]]}}}}
        )
        wanted = {
            "never_reached",
            "never_in",
            "channel_for_no_device",
            "text_missing",
            "privacy_without_link",
            "hours_no_one_covers",
            "text_too_long",
        }
        self.assertLessEqual(wanted, codes(setup, timetable=table, at_second=1_790_000_000))


class Section12TheVerdict(SimpleTestCase):
    def test_pure_total_and_explains_itself(self) -> None:
        door = a_door(
            pages=[{"effect": "show", "kind": "below", "value": "/hire"}], for_whom={"devices": ["phone"]}
        )
        verdict = judged(door, device="computer", path="/")
        self.assertEqual(
            [
                (r.rule, r.outcome.value)
                for r in verdict.reasons
                if not r.outcome.value.endswith("pass") and r.outcome.value != "passes"
            ],
            [("door.pages", "stops"), ("door.device", "would_stop")],
        )
        self.assertTrue(all(r.fixes for r in verdict.reasons if "stop" in r.outcome.value))
        now = datetime(2026, 12, 22, 12, tzinfo=UTC)
        raws: tuple[Any, ...] = (
            None,
            3,
            [],
            {"address": 5, "offset": "x", "page": {"ld": 3, "meta": [], "items": "{"}},
            {"page": {"items": '[{"@type": "Product"}]'}},
        )
        for raw in raws:
            decide(compile_setup(a_setup()), visit_from(raw, at=now), explain=True)

    def test_the_public_answer_says_how_long_and_how_far_and_nothing_not_offered(self) -> None:
        only = [{"effect": "show", "kind": "below", "value": "/hire"}]
        people = [PEOPLE[0], {**PEOPLE[1], "pages": only}]
        text = judged(
            a_door(channels=[a_channel(), a_channel(key="secret", pages=only)], people=["ines", "tomasz"]),
            people=people,
            timetable=SHOP,
        ).answer
        self.assertTrue("tomasz" not in text and "secret" not in text and "reasons" not in text)
        self.assertEqual(
            (json.loads(text)["holds"], json.loads(judged(a_door(), timetable=SHOP).answer)["holds"]),
            ("address", "visit"),
        )
        self.assertEqual(encode(" "), "%20")
