"""What is hung is what was tried."""

from datetime import date
from typing import Any

from django.test import SimpleTestCase, TestCase
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as PropertyCase
from pydantic import ValidationError

from kindknock import clock
from kindknock.core.setup import Setup, setup_from
from kindknock.core.time.timetable import week_of
from kindknock.doors.actions.add_channel import AddressRefused
from kindknock.doors.actions.open_business import NameMissing, NoWay, hang_door
from kindknock.doors.load import draft_of
from kindknock.doors.models import Release
from kindknock.doors.starts import STARTS_BY_KEY
from kindknock.doors.website import Taken, counted, setup_of
from kindknock.people.load import timetable_of

from .builders import an_owner

WAY = {"app": "phone", "address": "0117 496 0271"}
WHOLE: dict[str, Any] = {
    "name": "The Tin Whistle",
    "country": "GB",
    "zone": "Europe/London",
    "languages": ["en", "cy"],
    "ways": [
        WAY,
        {"app": "whatsapp", "address": "+441174960271"},
        {"app": "email", "address": "nia@tin.example"},
    ],
    "week": {"tue": [["08:00", "16:00"]], "sat": [["09:00", "15:00"]]},
    "closures": [{"first": "2026-12-24", "last": "2026-12-26"}],
    "colour": "#2e5a3a",
    "hidden": [{"path": "/checkout", "kind": "checkout"}, {"path": "/order"}],
    "people": [{"name": "Nia", "role": "the kitchen"}],
    "start": "cafe",
    "heading": "A table, or a loaf?",
    "corner": "left",
    "host": "https://www.thetinwhistle.example/",
}


def without_keys(setup: Setup) -> Any:
    """Keys as the places where they first stand, so that two setups compare."""
    document = setup.model_dump(mode="json")
    for name in ("key", "hosts"):
        document["site"].pop(name)
    keys = [person["key"] for person in document["people"]]
    keys += [each["key"] for door in document["doors"] for each in (door, *door["channels"])]

    def walk(value: Any) -> Any:
        if isinstance(value, dict):
            return {name: walk(inner) for name, inner in value.items()}
        if isinstance(value, list):
            return [walk(inner) for inner in value]
        return keys.index(value) if isinstance(value, str) and value in keys else value

    return walk(document)


class Hanging(TestCase):
    def test_all_of_it_stands_and_is_live(self) -> None:
        opened = hang_door(an_owner(), Taken(**WHOLE), currency="GBP", at=clock.now())
        door = draft_of(opened.site).doors[0]
        self.assertTrue(opened.is_live)
        self.assertEqual(Release.objects.get(site=opened.site).setup["doors"][0]["key"], door.key)
        self.assertEqual([(way.app, way.address) for way in door.channels], [
            ("phone", "+441174960271"), ("whatsapp", "+441174960271"), ("email", "nia@tin.example"),
        ])  # fmt: skip
        self.assertEqual(door.says.heading, {"en": "A table, or a loaf?"})
        self.assertEqual(door.says.label, STARTS_BY_KEY["cafe"].parts["says"]["label"])
        self.assertEqual((door.looks.colour, door.looks.corner, door.looks.glyph), ("#2e5a3a", "left", "cup"))
        self.assertEqual([rule.value for rule in door.pages], ["/checkout", "/order"])
        self.assertEqual(draft_of(opened.site).site.hosts, ("thetinwhistle.example",))
        shop = timetable_of(opened.business, at=clock.now()).shop
        assert shop is not None
        self.assertEqual(
            (week_of(shop.week or {}), shop.closures[0].until), (week_of(WHOLE["week"]), "2026-12-27")
        )
        self.assertEqual(opened.business.languages, ["en", "cy"])

    def test_nothing_is_made_of_what_can_not_hang(self) -> None:
        owner = an_owner()
        cases: tuple[tuple[dict[str, Any], type[Exception]], ...] = (
            ({"name": "  "}, NameMissing),
            ({"ways": []}, NoWay),
            ({"ways": [WAY, {"app": "email", "address": "nobody"}]}, AddressRefused),
        )
        for change, refused in cases:
            with self.subTest(change=change), self.assertRaises(refused):
                hang_door(owner, Taken(**WHOLE | change), at=clock.now())
        self.assertFalse(owner.memberships.exists())


SHORT = st.text(max_size=3)
PATHS = SHORT.map("/".__add__)
TEXT_FIELDS = ("name", "country", "zone", "colour", "start", "label", "heading", "host")
ANYTHING = {name: SHORT | st.from_regex("[A-Z]{2}", fullmatch=True) for name in TEXT_FIELDS} | {
    "languages": st.lists(SHORT, max_size=3),
    "hidden": st.lists(st.fixed_dictionaries({"path": PATHS, "kind": st.just("basket")})),
    "people": st.lists(st.fixed_dictionaries({"name": SHORT, "role": SHORT})),
}


class AnyTaken(SimpleTestCase):
    @settings(max_examples=200, deadline=None)
    @given(changes=st.fixed_dictionaries({}, optional=ANYTHING))
    def test_whatever_is_taken_makes_a_setup_or_is_refused(self, changes: dict[str, Any]) -> None:
        try:
            taken = Taken(**WHOLE | changes)
        except ValidationError:
            return
        setup, _ = setup_of(taken, key=counted())
        self.assertEqual(setup_from(setup.model_dump(mode="json")), setup)


DAYS = st.dates(date(2026, 11, 1), date(2028, 1, 1))
# What is sent has no NUL: the API's parser takes it out.
TEXTS = st.text(st.characters(codec="utf-8", exclude_characters="\0"), max_size=20)
TAKEN = st.fixed_dictionaries(
    {},
    optional={
        "country": st.sampled_from(["", "DE", "CV", "XX"]),
        "zone": st.sampled_from(["Atlantic/Cape_Verde", "nowhere", "UTC"]),
        "languages": st.lists(st.sampled_from(["ar", "pt", "cy", "de"]), max_size=3),
        "ways": st.lists(
            st.sampled_from([WAY, *WHOLE["ways"][1:], {"app": "telegram", "address": "@tinwhistle"}]),
            min_size=1, max_size=5,
        ),
        "week": st.sampled_from([None, {}, WHOLE["week"], {"mon": [["22:00", "02:00"]]}]),
        "closures": st.lists(
            st.tuples(DAYS, DAYS).map(lambda each: {"first": min(each), "last": max(each)}), max_size=2
        ),
        "colour": st.sampled_from(["", "teal", "#fff", "no colour"]),
        "people": st.lists(
            st.fixed_dictionaries({"name": TEXTS, "role": st.just("front")}), max_size=2
        ),
        "start": st.sampled_from(["", "clinic", "shop", "none of ours"]),
        "label": TEXTS,
        "corner": st.sampled_from(["", "left", "right"]),
    },
)  # fmt: skip


class SameAsTried(PropertyCase):
    @settings(max_examples=40, deadline=None)
    @given(changes=TAKEN)
    def test_what_is_hung_is_what_was_tried(self, changes: dict[str, Any]) -> None:
        whole = {**WHOLE, "ways": [WHOLE["ways"][1]], **changes}
        ways = [way for way in whole["ways"] if way["app"] != "phone" or whole.get("country") == "GB"]
        taken = Taken(**whole | {"ways": ways or [WHOLE["ways"][1]]})
        tried, timetable = setup_of(taken, key=counted())
        opened = hang_door(an_owner(), taken, at=clock.now())
        self.assertEqual(without_keys(draft_of(opened.site)), without_keys(tried))
        stands = timetable_of(opened.business, at=clock.now())
        compared = [each.model_dump(mode="json") if each else {} for each in (stands.shop, timetable.shop)]
        for each in compared:
            # Closures stand in no order.
            each["closures"] = sorted(each.get("closures", []), key=str)
        self.assertEqual(*compared)
