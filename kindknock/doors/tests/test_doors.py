"""Drafts, releases and what is live at once."""

import io
import json
from typing import Any, ClassVar
from unittest import mock

from django.core.management import CommandError, call_command
from django.test import TestCase

from kindknock import clock
from kindknock.core.review import blocks
from kindknock.doors.actions.add_channel import AddressRefused, add_channel
from kindknock.doors.actions.change_channel import (
    change_channel,
    order_channels,
    remove_channel,
    restore_channel,
)
from kindknock.doors.actions.change_door import DoorMoved, DoorRefused, change_door
from kindknock.doors.actions.pause_door import pause_door
from kindknock.doors.actions.publish_release import PublishBlocked, publish_release
from kindknock.doors.load import draft_of, published_of
from kindknock.doors.models import Channel, Door
from kindknock.doors.queries import last_release, unpublished_changes
from kindknock.sites.actions.hear import Heard, keep_heard
from kindknock.sites.actions.set_host import remove_host, set_host_aside
from kindknock.sites.models import HeardPath, Site

from .builders import a_business, an_owner


class Drafts(TestCase):
    def setUp(self) -> None:
        self.opened = a_business()
        self.site, self.door = self.opened.site, Door.objects.get(pk=self.opened.door.pk)
        self.owner = self.opened.business.memberships.get().user

    def changes(self) -> list[str]:
        return [change.what for change in unpublished_changes(self.site, last_release(self.site))]

    def test_one_breath_makes_release_one(self) -> None:
        published = published_of(self.site.key, at=clock.now())
        assert published is not None
        self.assertEqual(
            (published.number, published.setup.doors[0].channels[0].address), (1, "+441174960123")
        )
        self.assertEqual(published.live.hosts, ("averilcycles.example",))
        self.assertEqual(self.changes(), [])

    def test_an_example_number_is_kept_and_not_published(self) -> None:
        opened = a_business(by=an_owner("second@averilcycles.example"), typed="+44 1234567890")
        self.assertFalse(opened.is_live)
        self.assertIsNone(last_release(opened.site))
        self.assertEqual([f.code for f in blocks(draft_of(opened.site))], ["example_number"])
        with self.assertRaises(PublishBlocked):
            publish_release(opened.site, by=self.owner, at=clock.now())

    def test_an_edit_waits_for_publishing_and_a_pause_does_not(self) -> None:
        change_door(self.door, {"says": {"label": {"en": "Ask"}}}, version=1)
        self.assertEqual(self.changes(), ["says"])
        published = published_of(self.site.key, at=clock.now())
        assert published is not None
        self.assertEqual(published.setup.doors[0].says.label, {})
        release = publish_release(self.site, by=self.owner, at=clock.now())
        assert release is not None
        self.assertEqual((release.number, release.changes[0]["what"], self.changes()), (2, "says", []))
        self.assertIsNone(publish_release(self.site, by=self.owner, at=clock.now()))
        pause_door(self.door, by=self.owner, paused=True, at=clock.now())
        published = published_of(self.site.key, at=clock.now())
        assert published is not None
        self.assertEqual((published.live.paused, published.number), (frozenset({self.door.key}), 2))

    def test_a_later_save_of_an_older_state_is_told_both(self) -> None:
        change_door(self.door, {"looks": {"shape": "round"}}, version=1)
        with self.assertRaises(DoorMoved) as caught:
            change_door(self.door, {"looks": {"shape": "arch"}}, version=1)
        self.assertEqual(
            (caught.exception.current.version, caught.exception.current.parts["looks"]["shape"]), (2, "round")
        )
        with self.assertRaises(DoorRefused):
            change_door(self.door, {"looks": {"shape": "star"}}, version=2)

    def test_channels_come_go_and_come_back(self) -> None:
        added, reading = add_channel(self.door, typed="@averilcycles")
        self.assertEqual((added.app, reading.shown), ("telegram", "@averilcycles"))
        with self.assertRaises(AddressRefused):
            add_channel(self.door, typed="ring us")
        first = Channel.objects.get(app="whatsapp")
        order_channels(self.door, [added.key, first.key])
        self.assertEqual([c.app for c in draft_of(self.site).doors[0].channels], ["telegram", "whatsapp"])
        remove_channel(added, at=clock.now())
        self.assertEqual(self.changes(), [])
        restore_channel(added)
        change_channel(first, on=False, name={"en": " Workshop ", "pt": ""})
        self.assertEqual(draft_of(self.site).doors[0].channels[1].name, {"en": "Workshop"})

    def test_loading_takes_a_fixed_number_of_queries(self) -> None:
        for at in range(8):
            add_channel(self.door, typed=f"+44 117 496 02{at:02}", app="whatsapp")
        publish_release(self.site, by=self.owner, at=clock.now())
        site = Site.objects.get(pk=self.site.pk)
        with self.assertNumQueries(6):
            draft_of(site)
        with self.assertNumQueries(7):
            published_of(self.site.key, at=clock.now())

    def test_what_is_heard_is_distinct_bounded_and_waits_to_be_allowed(self) -> None:
        at = self.opened.business.created_at
        HeardPath.MOST_A_HOST, most = 3, HeardPath.MOST_A_HOST
        try:
            keep_heard(
                [Heard(self.site.key, "staging.example", f"/{n % 5}", "T", at) for n in range(10)]
                + [Heard("nobody", "x.example", "/", "", at)]
            )
        finally:
            HeardPath.MOST_A_HOST = most
        host = self.site.hosts.get(name="staging.example")
        self.assertEqual((host.state, host.paths.count()), ("heard", 3))
        set_host_aside(host)
        keep_heard([Heard(self.site.key, "staging.example", "/", "", at)])
        host.refresh_from_db()
        self.assertEqual(host.state, "not_ours")
        remove_host(self.site.hosts.get(name="averilcycles.example"))
        self.assertEqual(draft_of(self.site).site.hosts, ())


class SetupFiles(TestCase):
    """`kindknock_setup` takes a whole site out and brings it back."""

    FILE: ClassVar[dict[str, Any]] = {
        "setup": {
            "version": 1,
            "business": {"name": "Elsewhere", "languages": ["en", "pt"]},
            "site": {
                "key": "x",
                "hosts": ["hire.averilcycles.example"],
                "kinds": [{"kind": "basket", "pattern": "/basket"}],
            },
            "people": [{"key": "tomasz", "name": "Tomasz Wren", "addresses": {"whatsapp": "+441174960141"}}],
            "doors": [
                {
                    "key": "hire",
                    "name": "Hire",
                    "people": ["tomasz"],
                    "pages": [{"effect": "show", "kind": "below", "value": "/hire"}],
                    "when_nobody": "hide",
                    "plates": [{"key": "p", "selector": "#buy"}],
                    "channels": [
                        {
                            "key": "wa",
                            "app": "whatsapp",
                            "address": "+441174960141",
                            "caption": {"en": "Quickest"},
                            "needs_nobody": True,
                        }
                    ],
                }
            ],
        },
        "timetable": {
            "shop": {
                "week": {"mon": [["09:00", "17:30"]]},
                "closures": [
                    {"from": "2026-12-25", "name": "Christmas"},
                    {"from": "2026-11-26T14:00", "until": "2026-11-26T16:00", "whole_day": False},
                ],
            },
            "people": {"tomasz": {"zone": "Atlantic/Cape_Verde", "week": {"mon": [["10:00", "12:00"]]}}},
            "absences": [
                {"person": "tomasz", "from": "2099-11-30T12:00:00Z", "until": "2099-11-30T15:00:00Z"}
            ],
        },
    }

    def run_it(self, *words: str, typed: Any = None) -> str:
        out = io.StringIO()
        with (
            mock.patch("sys.stdin", io.StringIO(typed if isinstance(typed, str) else json.dumps(typed))),
            mock.patch("sys.stdout", out),
        ):
            call_command("kindknock_setup", *words)
        return out.getvalue()

    def test_what_goes_in_comes_out_and_reading_it_back_changes_nothing(self) -> None:
        site = a_business().site
        self.run_it("import", site.key, "--publish", typed=self.FILE)
        first = json.loads(self.run_it("export", site.key))
        door = first["setup"]["doors"][0]
        self.assertEqual(
            (
                door["when_nobody"],
                door["people"],
                door["channels"][0]["caption"],
                first["setup"]["business"]["name"],
            ),
            ("hide", ["tomasz"], {"en": "Quickest"}, "Averil Cycle Works"),
        )
        self.assertEqual(
            (
                first["setup"]["site"]["hosts"],
                len(first["timetable"]["shop"]["closures"]),
                len(first["timetable"]["absences"]),
            ),
            (["averilcycles.example", "hire.averilcycles.example"], 2, 1),
        )
        self.run_it("import", site.key, typed=first)
        again = json.loads(self.run_it("export", site.key))
        self.assertEqual({**again["timetable"], "version": 0}, {**first["timetable"], "version": 0})
        self.assertEqual(again["setup"], first["setup"])
        site = Site.objects.get(pk=site.pk)
        self.assertEqual(unpublished_changes(site, last_release(site)), ())

    def test_keys_of_another_business_get_new_ones(self) -> None:
        answer, other = a_business().site, a_business(an_owner("tomasz@averilcycles.example"), host="").site
        for site in (answer, other):
            self.run_it("import", site.key, typed=self.FILE)
        doors = [json.loads(self.run_it("export", site.key))["setup"]["doors"][0] for site in (answer, other)]
        self.assertEqual(
            (doors[0]["key"], doors[1]["key"] != "hire", doors[1]["people"] != ["tomasz"], doors[1]["name"]),
            ("hire", True, True, "Hire"),
        )

    def test_what_is_no_setup_changes_nothing(self) -> None:
        site = a_business().site
        before = self.run_it("export", site.key)
        for item in (
            "not json",
            "[]",
            {"setup": {"doors": 3}},
            {"setup": self.FILE["setup"], "timetable": {"absences": 5}},
        ):
            with self.assertRaises(CommandError):
                self.run_it("import", site.key, typed=item)
        with self.assertRaises(CommandError):
            self.run_it("export", "nobody")
        self.assertEqual(self.run_it("export", site.key), before)
