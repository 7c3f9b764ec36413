"""What the desk asks of the rules: other words on some pages, steps taken back, the ribbon, what is
missing, rules being typed.
"""

import json
from datetime import UTC, date, datetime
from typing import Any

from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from kindknock.core.setup import Door, Setup, setup_from

from ..drafts.changes import Change
from ..drafts.going_back import undone
from ..pages.pretended import Pretence, pretended
from ..pages.reading import caught, pieces_of, read_page_rule
from ..pages.rules import Rule, place_of
from ..pages.rules import matches as rule_matches
from ..time.timetable import Timetable, timetable_from
from ..visit.missing import missing_from
from ..visit.prepare import compile_setup
from ..visit.ready import Compiled, Live
from ..visit.ribbon import week_of
from ..visit.verdict import Verdict, decide
from ..visit.visitor import Visit, visit_from
from .builders import a_channel, a_door, a_setup

NOON = datetime(2026, 11, 26, 12, 0, tzinfo=UTC)
HOURS = timetable_from(
    {
        "shop": {
            "week": {day: [["09:00", "17:30"]] for day in ("mon", "tue", "wed", "thu", "fri")},
            "closures": [{"from": "2026-12-25", "until": "2026-12-27", "name": "Christmas"}],
        },
        "people": {"ines": {"week": {"thu": [["10:00", "13:00"]]}}},
        "absences": [{"person": "tomasz", "from": "2026-11-26T11:00Z", "until": "2026-11-26T15:00Z"}],
    }
)
PEOPLE = [
    {"key": "ines", "name": "Ines"},
    {"key": "tomasz", "name": "Tomasz", "pages": [{"effect": "hide", "kind": "below", "value": "/journal"}]},
]


def with_people(*doors: dict[str, Any]) -> Setup:
    return setup_from({**a_setup(*doors).model_dump(), "people": PEOPLE})


def visiting(path: str = "/", **more: object) -> Visit:
    return visit_from(
        {"address": "https://averilcycles.example" + path, "device": "computer", **more}, at=NOON
    )


def compiled(setup: Setup, timetable: Timetable = HOURS, **live: Any) -> Compiled:
    return compile_setup(
        setup,
        timetable=timetable,
        live=Live(**live) if live else None,
        small_words={"en": {"label": "Knock", "heading": "Hello"}},
    )


def door_in(verdict: Verdict) -> dict[str, Any]:
    return dict(json.loads(verdict.answer)["door"])


class Overrides(SimpleTestCase):
    below = [{"effect": "show", "kind": "below", "value": "/repairs"}]  # noqa: RUF012

    def test_other_words_and_people_on_some_pages_of_one_door(self) -> None:
        door = a_door(
            says={"label": {"en": "Knock"}, "note": {"en": "Hello"}},
            people=["ines", "tomasz"],
            overrides=[
                {"key": "blank", "says": {"label": {"en": "Never"}}},
                {
                    "key": "repairs",
                    "pages": self.below,
                    "says": {"label": {"en": "Ask the bench"}},
                    "people": ["ines"],
                },
                {"key": "second", "pages": self.below, "says": {"label": {"en": "Too late"}}},
            ],
        )
        ready = compiled(with_people(door))
        for path, label, to in (
            ("/", "Knock", ["ines", "tomasz"]),
            ("/repairs/rims", "Ask the bench", ["ines"]),
        ):
            with self.subTest(path):
                verdict = decide(ready, visiting(path))
                found = door_in(verdict)
                self.assertEqual(
                    (found["label"], sorted(item["key"] for item in found["to"]), found["note"]),
                    (label, to, "Hello"),
                )
                self.assertEqual(
                    json.loads(verdict.answer)["holds"],
                    "address",
                    "a kept answer must not carry one page's words to another",
                )

    def test_a_channel_with_people_of_its_own_waits_for_them(self) -> None:
        own = a_channel(key="own", app="telegram", address="averilcycles", people=["tomasz"])
        ready = compiled(with_people(a_door(people=["ines", "tomasz"], channels=[a_channel(), own])))
        self.assertEqual(decide(ready, visiting()).channels, ("wa",))
        self.assertEqual(
            [
                item.get("to")
                for item in door_in(
                    decide(
                        ready,
                        visit_from(
                            {"address": "https://averilcycles.example/"}, at=NOON.replace(hour=10, minute=30)
                        ),
                    )
                )["by"]
            ],
            [None, ["tomasz"]],
        )


class Missing(SimpleTestCase):
    def test_the_first_thing_in_the_way_of_each(self) -> None:
        channels = [
            a_channel(),
            a_channel(key="off", on=False),
            a_channel(key="blank", address=""),
            a_channel(key="phones", devices=["phone"]),
            a_channel(key="pages", pages=[{"effect": "show", "kind": "exact", "value": "/x"}]),
            a_channel(key="hers", people=["tomasz"]),
        ]
        door, other = (
            a_door(people=["ines", "tomasz"], channels=channels),
            a_door(
                key="hire",
                channels=[a_channel(key="h")],
                pages=[{"effect": "show", "kind": "below", "value": "/hire"}],
            ),
        )
        setup = with_people(door, other)
        ready = compiled(setup)
        for path, people in (("/", {"tomasz": "away"}), ("/journal/a", {"tomasz": "pages"})):
            visit = visiting(path)
            found = {
                item.key: item.code
                for item in missing_from(
                    ready, HOURS, setup.doors[0], visit, decide(ready, visit, explain=True)
                )
            }
            self.assertEqual(
                found,
                {
                    "off": "off",
                    "blank": "blank",
                    "phones": "device",
                    "pages": "pages",
                    "hers": "people",
                    **people,
                    "hire": "pages",
                },
            )
        back = next(
            item.back
            for item in missing_from(ready, HOURS, setup.doors[0], visiting(), decide(ready, visiting()))
            if item.key == "tomasz"
        )
        self.assertEqual(back, NOON.replace(hour=15))

    def test_asked_about_a_door_behind_another(self) -> None:
        ready = compiled(a_setup(a_door(), a_door(key="hire", channels=[a_channel(key="h")])), Timetable())
        shown, about = (
            decide(ready, visiting(), explain=True),
            decide(ready, visiting(), explain=True, about="hire"),
        )
        self.assertEqual((shown.door, about.shown, about.stopped_by), ("front", False, "door.first"))
        self.assertEqual([r.met for r in about.reasons if r.rule == "door.first"], ["front"])
        self.assertTrue(
            decide(
                compiled(
                    a_setup(a_door(), a_door(key="hire", channels=[a_channel(key="h")])),
                    Timetable(),
                    paused=frozenset({"front"}),
                ),
                visiting(),
                explain=True,
                about="hire",
            ).shown
        )


class Ribbon(SimpleTestCase):
    def test_a_week_of_stretches_without_gaps(self) -> None:
        days = week_of(
            compiled(with_people(a_door(people=["ines", "tomasz"]))), "front", visiting(), date(2026, 11, 23)
        )
        thursday = [
            (datetime.fromtimestamp(s.since, UTC).strftime("%H:%M"), s.state, s.people)
            for s in days[3].stretches
        ]
        self.assertEqual(
            thursday,
            [
                ("00:00", "nobody", ()),
                ("09:00", "in", ("tomasz",)),
                ("10:00", "in", ("ines", "tomasz")),
                ("11:00", "in", ("ines",)),
                ("13:00", "nobody", ()),
                ("15:00", "in", ("tomasz",)),
                ("17:30", "nobody", ()),
            ],
        )
        for day in days:
            self.assertEqual(
                [day.since, *(s.until for s in day.stretches)], [*(s.since for s in day.stretches), day.until]
            )

    def test_closed_days_and_days_of_odd_length(self) -> None:
        ready = compiled(a_setup())
        self.assertEqual(
            [(s.state, s.name) for s in week_of(ready, "front", visiting(), date(2026, 12, 25))[0].stretches],
            [("closed", "Christmas")],
        )
        spring = week_of(ready, "front", visiting(), date(2027, 3, 22))
        self.assertEqual([day.until - day.since for day in spring[5:]], [86_400, 82_800])
        self.assertEqual(week_of(ready, "gone", visiting(), date(2026, 12, 25)), ())


class Undo(SimpleTestCase):
    base = a_setup(
        a_door(channels=[a_channel(), a_channel(key="tg", app="telegram", address="averilcycles")]),
        a_door(key="hire", channels=[a_channel(key="h")]),
    )

    def changed(self, setup: Setup, key: str = "front", **parts: object) -> Setup:
        return setup.model_copy(
            update={
                "doors": tuple(
                    Door.model_validate({**door.model_dump(), **parts}) if door.key == key else door
                    for door in setup.doors
                )
            }
        )

    def test_each_kind_of_step(self) -> None:
        front, hire = self.base.doors
        for name, after in (
            ("words", self.changed(self.base, says={"label": {"en": "Ask"}})),
            ("a channel gone", self.changed(self.base, channels=[front.channels[1].model_dump()])),
            (
                "channels turned",
                self.changed(self.base, channels=[c.model_dump() for c in front.channels[::-1]]),
            ),
            (
                "a channel more",
                self.changed(
                    self.base, channels=[*(c.model_dump() for c in front.channels), a_channel(key="new")]
                ),
            ),
            ("a door gone", self.base.model_copy(update={"doors": (hire,)})),
            ("doors turned", self.base.model_copy(update={"doors": (hire, front)})),
            (
                "a door more",
                self.base.model_copy(update={"doors": (front, Door.model_validate(a_door(key="new")), hire)}),
            ),
        ):
            with self.subTest(name):
                back = undone(after, self.base, after)
                self.assertEqual((back.setup, back.overtaken), (self.base, ()))
                self.assertEqual(
                    undone(self.base, after, self.base).setup, after, "redo is the same, exchanged"
                )

    def test_what_somebody_changed_since_is_left_and_told(self) -> None:
        after = self.changed(self.base, says={"label": {"en": "Ask"}}, name="Mine")
        since = self.changed(after, says={"label": {"en": "Theirs"}}, looks={"shape": "round"})
        back = undone(since, self.base, after)
        self.assertEqual(back.overtaken, (Change("says", "front"),))
        self.assertEqual(
            (back.setup.doors[0].says.label, back.setup.doors[0].looks.shape, back.setup.doors[0].name),
            ({"en": "Theirs"}, "round", self.base.doors[0].name),
        )

    @settings(max_examples=40)
    @given(st.lists(st.sampled_from(["says", "looks", "order", "gone", "off"]), max_size=5))
    def test_steps_undone_one_by_one_lead_home(self, steps: list[str]) -> None:
        states = [self.base]
        for number, step in enumerate(steps):
            now = states[-1]
            if step == "says":
                states.append(self.changed(now, says={"label": {"en": f"L{number}"}}))
            elif step == "looks":
                states.append(self.changed(now, looks={"size_px": 50 + number}))
            elif step == "off":
                states.append(self.changed(now, channels=[]))
            else:
                states.append(
                    now.model_copy(
                        update={"doors": now.doors[::-1] if step == "order" else now.doors[1:] or now.doors}
                    )
                )
        now = states[-1]
        for before, after in zip(states[-2::-1], states[:0:-1], strict=True):
            now = undone(now, before, after).setup
        self.assertEqual(now, self.base)


HEARD = ("/", "/shop", "/shop/touring-pair", "/shop/cargo-rear", "/shopping", "/hire", "/journal/frost.html")


class TypedRules(SimpleTestCase):
    def test_what_is_typed_is_understood(self) -> None:
        for typed, ways, host in (
            ("", [], ""),
            ("/hire", [("exact", "/hire"), ("below", "/hire")], ""),
            ("/shop", [("below", "/shop"), ("exact", "/shop")], ""),
            (
                "https://www.averilcycles.example/shop/?utm_source=x&id=7#top",
                [("exact", "/shop?id=7")],
                "averilcycles.example",
            ),
            ("averilcycles.example/hire", [("exact", "/hire"), ("below", "/hire")], "averilcycles.example"),
            ("averilcycles.example", [("exact", "/")], "averilcycles.example"),
            ("/shop/*.html$", [("pattern", "/shop/*.html$")], ""),
            ("basket", [("page_kind", "basket")], ""),
            ("utm_campaign=Winter", [("campaign", "utm_campaign=winter")], ""),
            ("hire", [("exact", "/hire"), ("below", "/hire")], ""),
            (
                "https://averilcycles.example/app#/basket",
                [("exact", "/app/#/basket"), ("below", "/app/#/basket")],
                "averilcycles.example",
            ),
        ):
            with self.subTest(typed):
                reading = read_page_rule(typed, HEARD)
                self.assertEqual(
                    ([(way.kind, way.value) for way in reading.ways], reading.host), (ways, host)
                )

    def test_what_a_rule_takes_and_narrowly_leaves(self) -> None:
        for typed, catches, misses in (
            ("/shop", ("/shop", "/shop/touring-pair", "/shop/cargo-rear"), ("/shopping",)),
            ("/shop/*pair$", ("/shop/touring-pair",), ("/shop", "/shop/cargo-rear", "/shopping")),
            ("/journal/*.html", ("/journal/frost.html",), ()),
            ("product", (), ()),
        ):
            reading = read_page_rule(typed, HEARD)
            self.assertEqual((reading.catches, reading.misses), (catches, misses), typed)

    def test_a_pattern_is_told_in_pieces(self) -> None:
        for pattern, pieces in (
            ("/shop/", [("starts", "/shop/")]),
            ("/shop$", [("starts", "/shop"), ("nothing_more", "")]),
            ("/a*b*c$", [("starts", "/a"), ("then", "b"), ("ends", "c")]),
            ("*/sale", [("then", "/sale")]),
            ("/a**b", [("starts", "/a"), ("anything", ""), ("then", "b")]),
            ("/a*", [("starts", "/a")]),
        ):
            self.assertEqual([(item.code, item.text) for item in pieces_of(pattern)], pieces, pattern)

    @given(st.text("/ab*$?=.é #%", max_size=24))
    def test_reading_never_raises_and_says_what_it_catches(self, typed: str) -> None:
        reading = read_page_rule(typed, HEARD)
        pieces_of(typed)
        for way in reading.ways:
            self.assertEqual(way.catches, len(caught(Rule("show", way.kind, way.value), HEARD)))
        if reading.ways and reading.ways[0].kind == "exact":
            self.assertTrue(
                rule_matches(Rule("show", "exact", reading.ways[0].value), place_of(reading.ways[0].value))
            )


class Pretending(SimpleTestCase):
    def test_only_on_a_products_page(self) -> None:
        pair = (("product", "Pair"), ("price", "420.00"), ("currency", "GBP"))
        cases: dict[Pretence, dict[str, str]] = {
            "": dict(pair),
            "on_sale": {**dict(pair), "sale_price": "336.00"},
            "sold_out": {**dict(pair), "stock": "sold_out"},
            "no_price": {"product": "Pair", "currency": "GBP"},
        }
        for what, wanted in cases.items():
            self.assertEqual(dict(pretended(pair, what)), wanted)
            self.assertEqual(pretended((("price", "1"),), what), (("price", "1"),))
        self.assertEqual(
            dict(pretended((("product", "Pair"), ("price", "ask us")), "on_sale")),
            {"product": "Pair", "price": "ask us"},
        )
