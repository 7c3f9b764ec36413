"""An example for every rule of docs/rules.md 5 to 12 that the core decides, named after it, so that one can
go from rule to test.

The tables and properties that try each rule's edges stand in the other files here. What only a browser
can show (section 6's order of things, section 10's beacons) is in `button/tests` and `e2e`.
"""

import json
from datetime import UTC, date, datetime, timedelta
from typing import Any

from django.test import SimpleTestCase

from kindknock.core.setup import setup_from

from ..addresses.recipes import encode, links_to
from ..counts.periods import by_day, day_bounds
from ..counts.rates import rate
from ..looks.colour import contrast, palette_of, ratio
from ..looks.geometry import Device, Window, button_box, card_box, device_of, place_for
from ..review.checks import blocks
from ..time.timetable import timetable_from
from ..visit.arrival import Arrival, HowOften, Memory, Progress, has_arrived, may_show, read_seconds
from ..visit.prepare import compile_setup
from ..visit.verdict import decide
from ..visit.visitor import visit_from
from ..words.fillins import fill
from ..words.message import Added, compose, send, text_in
from .builders import PEOPLE, WEEKDAYS, a_channel, a_door, a_setup, codes, door_of, judged

GB = "GB"
SHOP = {"shop": {"week": WEEKDAYS}}


class Section5ForWhom(SimpleTestCase):
    def test_devices(self) -> None:
        self.assertEqual(
            [device_of(*item) for item in (("coarse", 390, 844), ("coarse", 820, 1180), ("fine", 390, 844))],
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
        answer = door_of(door, lang="pt")
        self.assertEqual(
            (answer["label"], answer["heading"]), ("Bater", "Hello"), "a missing text falls back singly"
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
        self.assertFalse({"page", "replies"} & set(nudge))
        later = {"on": True, "words": {"en": "Stuck?"}, "page": 2, "second_reply": {"en": "About {site}"}}
        nudge = door_of(a_door(nudge=later))["nudge"]
        self.assertEqual((nudge["page"], nudge["replies"]), (2, ["About Averil Cycle Works"]))
        late = {"nudge": {**later, "after_seconds": 8}, "opens_itself": {"on": True, "seconds": 8}}
        for door, comes_late in (
            (late, True),
            ({**late, "opens_itself": {"on": True, "seconds": 9}}, False),
            ({**late, "opens_itself": {"on": True, "seconds": 9}, "arrives": {"seconds": 3}}, True),
            ({**late, "opens_itself": {"on": True, "seconds": 8, "page": 3}}, False),
            ({**late, "opens_itself": {"on": False, "seconds": 8}}, False),
        ):
            self.assertEqual("nudge_too_late" in codes(a_setup(a_door(**door))), comes_late, door)
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
        answer, other = (
            a_door(says=says, channels=[channel], people=["ines", "tomasz"]),
            a_door(says=says, channels=[channel, a_channel(key="b")], people=["tomasz"]),
        )
        found = door_of(answer, people=people)
        self.assertEqual(
            (found["note"], found["to"][0]["note"], "note" in found["to"][1]),
            ("By this app: ", "Dear Ines, ", False),
        )
        self.assertEqual(
            (
                door_of(other, people=people)["note"],
                door_of(answer, people=people, facts={"product": "Bell"})["note"],
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
            answer = door_of(door, at=at, timetable=SHOP, words=words)
            self.assertEqual(
                (answer["heading"], answer.get("away") if answer.get("nobody") else None), (heading, away)
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
        answer = json.loads(
            decide(compile_setup(setup), visit_from({"address": "https://averilcycles.example/"})).answer
        )["door"]
        self.assertEqual((answer["dir"], answer["looks"]["corner"]), ("rtl", "right"))

    def test_one_floating_door_any_number_of_plates(self) -> None:
        answer = door_of(
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
            [(p["key"], p["label"], p.get("at")) for p in answer["plates"]],
            [("buy", "Ask about this", "#buy"), ("own", "", None)],
        )
        self.assertEqual(answer["key"], "front")


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
            by_day({date(2026, 10, 26): 3}, date(2026, 10, 25), 3, 0),
            [(date(2026, 10, 25), 0), (date(2026, 10, 26), 3), (date(2026, 10, 27), 0)],
        )
        self.assertIsNone(rate(0, 0), "no visits, not 0 %")
        found = rate(10, 100)
        assert found is not None
        self.assertAlmostEqual(found.low, 0.0552, 4)
        self.assertAlmostEqual(found.high, 0.1744, 4)


class Section11BeforePublishing(SimpleTestCase):
    def test_blocks(self) -> None:
        begins = {"begins": [{"key": "b", "signposts": "gone"}]}
        for door, code in (
            (a_door(channels=[a_channel(address="+44123456789")]), "example_number"),
            (a_door(channels=[a_channel(address="")]), "address_blank"),
            (a_door(for_whom={"countries_mode": "only"}), "only_with_nothing_listed"),
            (a_door(looks={"colour": "#fff", "label_colour": "#eee"}), "label_unreadable"),
            (a_door(reads=begins), "begins_with_none"),
            (a_door(channels=[]), "no_way_left"),
        ):
            with self.subTest(code):
                self.assertIn(code, {finding.code for finding in blocks(a_setup(door))})
                self.assertTrue(all(finding.fix for finding in blocks(a_setup(door))))

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
