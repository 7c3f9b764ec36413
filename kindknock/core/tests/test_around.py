"""docs/rules.md 6, 9, 10 and 11, and the open formats: arrival, place, counting, checks, tables and codes."""

import json
from datetime import UTC, date, datetime
from pathlib import Path
from typing import Any

from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from kindknock.core.formats.csv_text import read_table, write_table
from kindknock.core.formats.ical import read_calendar, write_calendar
from kindknock.core.formats.osm_hours import is_valid_osm, read_osm
from kindknock.core.formats.qr import qr_svg
from kindknock.core.formats.schema_org import hours_document, script_text
from kindknock.core.formats.vcard import CardPerson, read_cards, write_cards
from kindknock.core.setup import setup_from

from ..counts.periods import by_day, day_bounds
from ..counts.rates import compare, rate
from ..formats.encodings import decoded
from ..looks import geometry as geo
from ..looks.sampling import main_colours
from ..pages.rules import Rule
from ..review.checks import advice, blocks, cancelled_rules, looked_at, useless_rules
from ..time.gaps import hour_gaps
from ..time.hours import Closure, Hours
from ..time.hours_text import read_hours, write_osm
from ..time.rota import Person
from ..time.timetable import timetable_from
from ..visit.arrival import (
    Arrival,
    Memory,
    Progress,
    arrival_from,
    has_arrived,
    may_show,
    read_seconds,
)
from ..visit.page_cover import PageCover, page_cover
from ..visit.prepare import compile_setup
from .builders import a_channel, a_door, a_setup, codes

VECTORS = json.loads((Path(__file__).parent / "vectors" / "arrival.json").read_text(encoding="utf-8"))
MONDAY = int(datetime(2026, 11, 23, tzinfo=UTC).timestamp())


class Arriving(SimpleTestCase):
    def test_seconds_as_typed(self) -> None:
        for typed, seconds, error in (
            ("4", 4, None),
            ("4 s", 4, None),
            ("1 min", 60, None),
            ("0", 0, None),
            ("2.4", 2, None),
            ("-1", 0, "negative"),
            ("soon", 0, "not_a_number"),
            ("", 0, "empty"),
            ("4000", 0, "too_long"),
            ("500 ms", 0, "not_a_number"),
        ):
            self.assertEqual(
                (read_seconds(typed).seconds, read_seconds(typed).error), (seconds, error), typed
            )

    def test_whichever_comes_first_as_the_button_has_it(self) -> None:
        for case in VECTORS["has_arrived"]:
            progress = Progress(
                case["after"],
                case["scrolled"] or 0,
                is_scrollable=case["scrolled"] is not None,
                page=case["on"],
            )
            arrival = Arrival(case["seconds"], case["scroll"], case["page"])
            self.assertEqual(has_arrived(arrival, progress), case["wanted"], case["name"])
        self.assertEqual(arrival_from({"scroll_percent": 300, "page": 0}), Arrival(None, 100, 1))

    def test_how_often_and_a_close_always_wins_as_the_button_has_it(self) -> None:
        for case in VECTORS["may_show"]:
            memory = Memory(**{name: value for name, value in case.items() if name in Memory.__slots__})
            self.assertEqual(may_show(case["often"], memory), case["wanted"], case["name"])
        self.assertFalse(may_show("every_page", Memory(shown_this_page=True)))


class Places(SimpleTestCase):
    @given(
        st.sampled_from(["left", "right"]),
        st.integers(0, 200),
        st.sampled_from(geo.DEVICES),
        st.integers(320, 2000),
        st.integers(240, 1400),
        st.integers(0, 400),
        st.integers(0, 60),
        st.integers(1, 3000),
    )
    def test_button_and_card_are_always_on_screen(
        self, corner: Any, size: int, device: Any, width: int, height: int, label: int, safe: int, card: int
    ) -> None:
        place, window = geo.place_for(corner, size, device), geo.Window(width, height, safe, safe)
        self.assertTrue(44 <= place.size_px <= 96)
        button = geo.button_box(place, window, label)
        for box in (button, geo.card_box(button, place, window, card, device)):
            self.assertTrue(
                box.left >= 0 and box.top >= 0 and box.right <= width and box.bottom <= height, box
            )

    def test_the_nearest_free_place(self) -> None:
        window, place = geo.Window(390, 844), geo.place_for("right", 52, "phone")
        bar, banner = geo.Box(0, 796, 390, 48), geo.Box(200, 700, 190, 90)
        self.assertTrue(geo.button_box(place, window).covers(bar))
        free = geo.nearest_free(place, window, (bar,))
        assert free is not None
        self.assertEqual(free.foot_px, 56)
        above = geo.nearest_free(place, window, (bar, banner))
        assert above is not None
        self.assertFalse(any(geo.button_box(above, window).covers(box) for box in (bar, banner)))
        self.assertIsNone(geo.nearest_free(place, window, (geo.Box(0, 0, 390, 844),)))


class Counting(SimpleTestCase):
    def test_wilson_and_what_may_be_said(self) -> None:
        # Wilson 1927, 95 %: 8 of 10 is 0.490 to 0.943; 0 of 10 is 0 to 0.278.
        for hits, seen, low, high in ((8, 10, 0.4902, 0.9433), (0, 10, 0.0, 0.2775), (10, 10, 0.7225, 1.0)):
            found = rate(hits, seen)
            assert found is not None
            self.assertAlmostEqual(found.low, low, 4)
            self.assertAlmostEqual(found.high, high, 4)
        self.assertIsNone(rate(0, 0))
        for now, before, item in (
            ((90, 100), (50, 100), "surely_more"),
            ((50, 100), (90, 100), "surely_fewer"),
            ((62, 100), (47, 100), "likely_more"),
            ((50, 100), (49, 100), "about_the_same"),
            ((9, 10), (1, 10), "too_few"),
            ((0, 0), (1, 50), "too_few"),
        ):
            self.assertEqual(compare(rate(*now), rate(*before)), item, (now, before))

    def test_days_of_the_business(self) -> None:
        start, end = day_bounds(date(2026, 10, 25), "Europe/London")
        self.assertEqual((end.astimezone(UTC) - start.astimezone(UTC)).total_seconds(), 25 * 3600)
        self.assertEqual(
            by_day({date(2026, 1, 2): 3}, date(2026, 1, 1), 3, 0),
            [(date(2026, 1, 1), 0), (date(2026, 1, 2), 3), (date(2026, 1, 3), 0)],
        )


class Cover(SimpleTestCase):
    def test_gaps_are_weighed_by_real_knocks(self) -> None:
        week = read_hours("Mon-Fri 9-17").week
        shop = Hours("Europe/London", week)
        people = [Person("ines", Hours("Europe/London", read_hours("Mon-Fri 9-12").week))]
        gaps = hour_gaps(
            people, shop, "Europe/London", MONDAY, {(0, 10): 9, (0, 14): 3, (5, 11): 5}, {(0, 15): 7}
        )
        self.assertEqual(
            [(g.weekday, g.hour, g.knocks, g.missed, g.reason) for g in gaps],
            [(0, 15, 0, 7, "nobody_in"), (5, 11, 5, 0, "shop_shut"), (0, 14, 3, 0, "nobody_in")],
        )

    def test_pages_and_who_is_offered_there(self) -> None:
        below = {"effect": "show", "kind": "below"}
        people = [
            {"key": "ines", "name": "Ines"},
            {"key": "tomasz", "name": "Tomasz", "pages": [{**below, "value": "/hire"}]},
            {"key": "rhys", "name": "Rhys"},
        ]
        hire = a_door(
            key="hire", people=["tomasz"], pages=[{**below, "value": "/hire"}, {**below, "value": "/loan"}]
        )
        front = a_door(
            people=["ines", "tomasz"],
            pages=[{**below, "effect": "hide", "value": "/basket"}],
            overrides=[{"key": "o", "pages": [{**below, "value": "/journal"}], "people": ["tomasz"]}],
        )
        portuguese = a_door(
            key="pt",
            people=["rhys"],
            for_whom={"languages": ["pt"]},
            channels=[
                a_channel(people=["ines"], pages=[{**below, "value": "/shop"}]),
                a_channel(
                    key="tg",
                    app="telegram",
                    address="averil",
                    pages=[{**below, "value": "/"}],
                    people=["rhys"],
                ),
            ],
        )
        compiled = compile_setup(
            setup_from({**a_setup(portuguese, hire, front).model_dump(), "people": people})
        )
        for path, doors, offered, gap in (
            ("/hire/tandem", ("pt", "hire"), ("rhys", "tomasz"), False),
            ("/loan", ("pt", "hire"), ("rhys",), False),
            ("/", ("pt", "front"), ("rhys", "ines"), False),
            ("/journal", ("pt", "front"), ("rhys",), False),
            ("/basket", ("pt",), ("rhys",), False),
        ):
            found = page_cover(compiled, "averilcycles.example", path)
            self.assertEqual(
                (found.doors, found.people, found.is_gap, found.is_anybody),
                (doors, offered, gap, False),
                path,
            )
        alone = compile_setup(
            setup_from(
                {**a_setup(hire, a_door(pages=[{**below, "value": "/shop"}])).model_dump(), "people": people}
            )
        )
        self.assertEqual(
            [page_cover(alone, "averilcycles.example", path) for path in ("/loan", "/shop", "/")],
            [
                PageCover("/loan", ("hire",), (), False),
                PageCover("/shop", ("front",), (), True),
                PageCover("/", (), (), False),
            ],
        )
        self.assertEqual(
            [page_cover(alone, "averilcycles.example", path).is_gap for path in ("/loan", "/shop", "/")],
            [True, False, False],
        )


class Checking(SimpleTestCase):
    def test_what_blocks_and_what_is_worth_a_look(self) -> None:
        theirs = a_setup(a_door(people=["t"], channels=[a_channel(address="")])).model_dump()
        self.assertEqual({f.code for f in blocks(setup_from(theirs))}, {"address_blank", "no_way_left"})
        self.assertEqual(
            blocks(
                setup_from({**theirs, "people": [{"key": "t", "addresses": {"whatsapp": "+441174960141"}}]})
            ),
            (),
        )
        self.assertIn(
            "only_with_nothing_listed",
            [f.code for f in blocks(a_setup(a_door(for_whom={"countries_mode": "only"})))],
        )
        hire = [{"effect": "show", "kind": "below", "value": "/hire"}]
        for doors, code in (
            ((a_door(), a_door(key="second", pages=hire)), "never_reached"),
            (
                (a_door(pages=[*hire, {"effect": "show", "kind": "exact", "value": "/hire/tandem"}]),),
                "rule_never_matters",
            ),
            (
                (a_door(for_whom={"devices": ["phone"]}, channels=[a_channel(devices=["computer"])]),),
                "channel_for_no_device",
            ),
            ((a_door(says={"label": {"en": "x" * 29}}),), "text_too_long"),
            ((a_door(pages=[*hire, {"effect": "hide", "kind": "below", "value": "/hire"}]),), "rules_cancel"),
            ((a_door(says={"label": {"pt": "Bater"}}),), "text_missing"),
            ((a_door(nudge={"words": {"pt": "Bata"}}),), "text_missing"),
            ((a_door(channels=[a_channel(caption={"en": "x" * 61})]),), "text_too_long"),
            (
                (a_door(looks={"colour": "#5e1f38", "palette": {"card": "#777777"}}),),
                "pair_faint",
            ),
            ((a_door(press={"privacy": "agree"}),), "privacy_without_link"),
            ((a_door(channels=[a_channel(), a_channel(key="again")]),), "same_twice"),
        ):
            with self.subTest(code):
                found = advice(a_setup(*doors))
                self.assertIn(code, [f.code for f in found])
                self.assertTrue(all(f.weight == "advises" and f.fix for f in found))
        never_seen = a_door(looks={"scheme": "dark", "palette": {"card": "#777777"}})
        self.assertNotIn("pair_faint", codes(a_setup(never_seen)), "dark cards don't take it")
        looked = looked_at(a_setup(a_door(says={"label": {"en": "Knock", "pt": "Bater"}})), ())
        self.assertEqual((looked.texts, looked.ways, looked.pages), (2, 1, 0))
        self.assertEqual(
            advice(a_setup(a_door(channels=[a_channel(), a_channel(key="b", name={"en": "The hire desk"})]))),
            (),
        )
        self.assertEqual(
            advice(
                a_setup(a_door(pages=hire), a_door(key="second", says={"label": {"en": "👩‍👩‍👧‍👦" * 20}}))
            ),
            (),
        )
        self.assertEqual(
            useless_rules(
                (Rule("show", "exact", " "), Rule("hide", "exact", "/a"), Rule("hide", "exact", "/a"))
            ),
            (0, 2),
        )
        show, hide, other = (
            Rule("show", "exact", "/hire/tandem"),
            Rule("hide", "below", "/Hire/"),
            Rule("show", "below", "/shop"),
        )
        for rules, cancelled, useless in (
            ((show, hide), (0,), ()),
            ((show, hide, other), (0,), (0,)),
            ((Rule("show", "below", "/hire"), Rule("hide", "exact", "/hire")), (), ()),
            ((show, Rule("hide", "below", "/hire", "a.example")), (), ()),
            ((Rule("show", "pattern", "/a*"), Rule("hide", "pattern", "/A*")), (0,), ()),
            ((show, Rule("hide", "below", "/hire?x=1")), (), ()),
        ):
            with self.subTest(rules=rules):
                self.assertEqual((cancelled_rules(rules), useless_rules(rules)), (cancelled, useless))

    def test_people_never_in_and_spans_never_in_effect(self) -> None:
        setup = a_setup().model_copy(
            update={
                "people": tuple(
                    type(a_setup())
                    .model_validate({**a_setup().model_dump(), "people": [{"key": "ines"}, {"key": "rhys"}]})
                    .people
                )
            }
        )
        table = timetable_from(
            {
                "shop": {"week": {"mon": [["09:00", "17:00"]]}},
                "people": {
                    "ines": {"week": {"sat": [["10:00", "14:00"]]}},
                    "rhys": {"week": {"mon": [["09:00", "12:00"]], "sun": [["09:00", "10:00"]]}},
                },
            }
        )
        self.assertEqual(
            [(f.code, f.person) for f in advice(setup, table, at_second=MONDAY)],
            [("never_in", "ines"), ("span_never_in_effect", "rhys"), ("hours_no_one_covers", "")],
        )


class Formats(SimpleTestCase):
    def test_calendars_round_trip_and_refuse(self) -> None:
        closures = (
            Closure(
                date(2026, 12, 24),
                date(2026, 12, 25),
                datetime(2026, 12, 24, 13),
                datetime(2026, 12, 24, 17, 30),
                name="Early close",
            ),
            Closure(date(2026, 12, 25), date(2026, 12, 27), name="Christmas; tea, cake", yearly=True),
        )
        text = write_calendar(
            closures, zone="Europe/London", name="Closures", made_at=datetime(2026, 11, 25, tzinfo=UTC)
        )
        back = read_calendar(text, date(2026, 12, 1), date(2027, 12, 31), "Europe/London")
        self.assertEqual(
            [(c.name, c.first, c.start) for c in back.closures],
            [
                ("Early close", date(2026, 12, 24), datetime(2026, 12, 24, 13)),
                ("Christmas; tea, cake", date(2026, 12, 25), None),
                ("Christmas; tea, cake", date(2027, 12, 25), None),
            ],
        )
        endless = (
            "BEGIN:VCALENDAR\nBEGIN:VEVENT\nUID:1\nDTSTART:20260101T000000Z\nDTEND:20260101T000001Z\n"
            "RRULE:FREQ=SECONDLY\nEND:VEVENT\nEND:VCALENDAR"
        )
        for bad, error in (
            ("", "empty"),
            ("hello", "not_a_calendar"),
            ("BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART:never", "not_a_calendar"),
            (endless, "too_many"),
        ):
            self.assertEqual(read_calendar(bad, date(2026, 1, 1), date(2026, 2, 1), "UTC").error, error)

    def test_cards_round_trip(self) -> None:
        people = (
            CardPerson("Amara Oduya", "Sales; shop", ("+44 117 496 0150",), ("amara@averilcycles.example",)),
            CardPerson("Hire desk"),
        )
        self.assertEqual(read_cards(write_cards(people)).people, people)
        self.assertEqual(read_cards("hello").error, "not_cards")

    @settings(max_examples=60)
    @given(
        st.lists(
            st.lists(
                st.text(st.characters(codec="utf-8", exclude_characters="\x00"), max_size=12),
                min_size=2,
                max_size=3,
            ),
            min_size=1,
            max_size=4,
        )
    )
    def test_tables_read_back_and_hold_no_formula(self, rows: list[list[str]]) -> None:
        rows = [[cell.replace("\r\n", "\n").replace("\r", "\n") for cell in row] for row in rows]
        text = write_table([["a,b", "c"], *rows])
        self.assertEqual(read_table(text)[1:], rows)
        self.assertEqual(write_table([["=1+1", "-2"]]).split("\r\n")[0].lstrip("\ufeff"), "'=1+1,'-2")

    def test_hours_for_a_site(self) -> None:
        week = read_hours("Mon-Fri 9-17:30, Sat 10-14").week
        assert week is not None
        document = hours_document(
            "Averil </script>", week, (Closure(date(2026, 12, 25), date(2026, 12, 27)),)
        )
        self.assertEqual(
            [
                (len(s.get("dayOfWeek", [])), s["opens"], s["closes"])
                for s in document["openingHoursSpecification"]
            ],
            [(5, "09:00", "17:30"), (1, "10:00", "14:00"), (0, "00:00", "00:00")],
        )
        self.assertNotIn("</", script_text(document))
        self.assertTrue(is_valid_osm(write_osm(week)))
        self.assertEqual(
            (read_osm(write_osm(week)).week, read_osm("Mon to whenever").error), (week, "unreadable")
        )

    def test_codes_colours_and_encodings(self) -> None:
        self.assertIn("viewBox", qr_svg("https://averilcycles.example/"))
        logo = (
            [(255, 255, 255, 255)] * 500
            + [(94, 31, 56, 255)] * 80
            + [(224, 160, 48, 255)] * 20
            + [(0, 200, 0, 0)] * 900
        )
        found = main_colours(logo)
        self.assertEqual(len(found), 2)
        self.assertLess(abs(int(found[0][1:3], 16) - 94), 16)
        self.assertEqual((main_colours([]), len(main_colours([(0, 0, 0, 255)] * 9))), ((), 1))
        for body, text in (
            (b"\xef\xbb\xbfcaf\xc3\xa9", "café"),
            (b"<meta charset=iso-8859-1>caf\xc3\xa9", "<meta charset=iso-8859-1>café"),
            (b"<meta charset=iso-8859-1>caf\xe9", "<meta charset=iso-8859-1>café"),
        ):
            self.assertEqual(decoded(body), text)
