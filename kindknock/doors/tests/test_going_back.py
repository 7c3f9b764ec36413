"""Leaving out, reverting, bringing back, and the setup as a file: nothing surprises, nothing is lost."""

import json
from typing import Any

from django.test import TestCase
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as PropertyCase

from kindknock import clock
from kindknock.core.drafts import Change
from kindknock.doors.actions.add_channel import add_channel
from kindknock.doors.actions.arrange_doors import order_doors, start_door
from kindknock.doors.actions.bring_back import bring_back, name_release, revert
from kindknock.doors.actions.change_channel import remove_channel
from kindknock.doors.actions.change_door import change_door
from kindknock.doors.actions.import_setup import export_setup, import_setup
from kindknock.doors.actions.keep_step import drafting, undo_step
from kindknock.doors.actions.publish_release import publish_release
from kindknock.doors.actions.read_setup_file import SetupFileRefused, read_setup_file
from kindknock.doors.load import draft_of, published_of
from kindknock.doors.models import Door
from kindknock.doors.queries import last_release, releases_of, unpublished_changes
from kindknock.people.actions.set_hours import set_hours
from kindknock.people.load import timetable_of
from kindknock.people.models import Whose
from kindknock.sites.models import Site

from .builders import a_business


def opened() -> tuple[Site, Any, Door]:
    made = a_business()
    return (
        Site.objects.select_related("business").get(pk=made.site.pk),
        made.business.memberships.get().user,
        made.door,
    )


def changed(site: Site, door: Door, steps: list[str]) -> None:
    for number, step in enumerate(steps):
        row = Door.objects.select_related("site__business").get(pk=door.pk)
        if step == "says":
            change_door(row, {"says": {"label": {"en": f"L{number}"}}}, version=row.version)
        elif step == "pages":
            change_door(
                row,
                {"pages": [{"effect": "hide", "kind": "exact", "value": f"/{number}"}]},
                version=row.version,
            )
        elif step == "channel":
            add_channel(row, typed=f"+44 117 496 05{number:02}", app="whatsapp")
        elif (
            step == "gone"
            and (channel := row.channels.filter(removed_at=None).first())
            and row.channels.filter(removed_at=None).count() > 1
        ):
            remove_channel(channel, at=clock.now())
        elif step == "door":
            start_door(site, name=f"Door {number}", start="shop")
        elif step == "order":
            order_doors(site, [door.key for door in draft_of(site).doors][::-1], at=clock.now())


class InAnyOrder(PropertyCase):
    @settings(max_examples=12, deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(
        st.lists(st.sampled_from(["says", "pages", "channel", "gone", "door", "order"]), max_size=6),
        st.randoms(),
    )
    def test_reverting_every_change_returns_to_live_exactly(self, steps: list[str], random: Any) -> None:
        site, by, door = opened()
        changed(site, door, steps)
        changes = list(unpublished_changes(site, last_release(site)))
        random.shuffle(changes)
        for change in changes:
            revert(site, change, at=clock.now())
        self.assertEqual(unpublished_changes(site, last_release(site)), ())
        self.assertIsNone(publish_release(site, by=by, at=clock.now()))
        changed(site, door, steps)
        before = draft_of(site)
        document = export_setup(site, at=clock.now())
        import_setup(site, *read_setup_file(json.dumps(document)), at=clock.now())
        self.assertEqual(
            (draft_of(site), export_setup(site, at=clock.now())["setup"]),
            (before, document["setup"]),
            "reading one's own export changes nothing",
        )


class GoingBack(TestCase):
    def setUp(self) -> None:
        self.site, self.by, self.door = opened()

    def test_what_is_left_out_stays_a_change(self) -> None:
        changed(self.site, self.door, ["says", "pages", "channel"])
        release = publish_release(
            self.site, by=self.by, leave_out=[Change("pages", self.door.key)], at=clock.now()
        )
        published = published_of(self.site.key, at=clock.now())
        assert release is not None and published is not None
        self.assertEqual(
            (
                published.setup.doors[0].pages,
                published.setup.doors[0].says.label,
                len(published.setup.doors[0].channels),
            ),
            ((), {"en": "L0"}, 2),
        )
        self.assertEqual(
            [change.what for change in unpublished_changes(self.site, last_release(self.site))], ["pages"]
        )
        self.assertEqual(sorted(change["what"] for change in release.changes), ["channel_added", "says"])
        self.assertIsNone(
            publish_release(self.site, by=self.by, leave_out=[Change("pages", self.door.key)], at=clock.now())
        )

    def test_a_release_comes_back_as_the_draft_and_never_its_hours(self) -> None:
        first = draft_of(self.site)
        changed(self.site, self.door, ["says", "pages", "channel"])
        publish_release(self.site, by=self.by, at=clock.now())
        set_hours(
            self.site.business, Whose.SHOP, week={"mon": [["09:00", "12:00"]]}, by=self.by, at=clock.now()
        )
        with drafting(self.site, self.by, at=clock.now()):
            bring_back(self.site, releases_of(self.site).get(number=1), at=clock.now())
        release, shop = last_release(self.site), timetable_of(self.site.business, at=clock.now()).shop
        self.assertEqual((draft_of(self.site), release and release.number), (first, 2))
        self.assertIsNotNone(shop)
        undo_step(self.site, self.by, at=clock.now())
        self.assertEqual(unpublished_changes(self.site, last_release(self.site)), ())
        self.assertEqual(
            name_release(releases_of(self.site).get(number=1), "  Before the sale ").name, "Before the sale"
        )

    def test_business_facts_go_back_with_a_step(self) -> None:
        with drafting(self.site, self.by, at=clock.now()):
            self.site.business.languages = ["en", "pt"]
            self.site.business.save()
        undo_step(Site.objects.select_related("business").get(pk=self.site.pk), self.by, at=clock.now())
        self.assertEqual(
            draft_of(Site.objects.select_related("business").get(pk=self.site.pk)).business.languages, ("en",)
        )

    def test_what_is_no_setup_file_gets_a_code_and_changes_nothing(self) -> None:
        good = export_setup(self.site, at=clock.now())
        bad_looks = json.loads(json.dumps(good))
        bad_looks["setup"]["doors"][0]["looks"]["size_px"] = "large"
        before = draft_of(self.site)

        def changed(path: str, value: object) -> str:
            """The good file with one value changed in it."""
            document = json.loads(json.dumps(good))
            *way, last = path.split(".")
            inner = document
            for step in way:
                inner = inner[int(step) if step.isdecimal() else step]
            inner[int(last) if last.isdecimal() else last] = value
            return json.dumps(document)

        channel = "setup.doors.0.channels.0"
        for name, text, code in (
            (
                "a script",
                changed(channel, {"key": "x", "app": "link", "address": "javascript:alert(1)"}),
                "address",
            ),
            (
                "no https",
                changed(channel, {"key": "x", "app": "link", "address": "http://h.example"}),
                "address",
            ),
            ("half a number", changed(channel + ".address", "+44"), "address"),
            ("an app of nowhere", changed(channel + ".app", "pigeon"), "address"),
            ("a picture elsewhere", changed(channel + ".picture", "http://h.example/a.png"), "picture"),
            ("the last day", changed("timetable.shop", {"closures": [{"from": "9999-12-31"}]}), "day"),
            ("the first day", changed("timetable.shop", {"special": {"0001-01-01": []}}), "day"),
            ("no day", changed("timetable.shop", {"closures": [{"from": "Christmas"}]}), "day"),
            ("empty", "", "not_json"),
            ("half", json.dumps(good)[:-40], "not_json"),
            ("a list", "[1]", "not_a_setup"),
            ("another thing", '{"name": "x"}', "not_a_setup"),
            ("null", "null", "not_a_setup"),
            ("deep", "[" * 100_000, "not_json"),
            ("newer", json.dumps({"setup": {**good["setup"], "version": 99}}), "newer"),
            ("broken", json.dumps(bad_looks), "unreadable"),
            ("bad hours", json.dumps({**good, "timetable": {"shop": 7}}), "unreadable"),
        ):
            with self.subTest(name), self.assertRaises(SetupFileRefused) as refused:
                read_setup_file(text)
            self.assertEqual(refused.exception.code, code, name)
        self.assertEqual(draft_of(self.site), before)
