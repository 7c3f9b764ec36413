"""Counting: once each, by the business's own day, and nothing of a stranger's."""

import re
from datetime import UTC, datetime
from typing import Any
from uuid import uuid4

from django.test import TestCase

from kindknock.doors.tests.builders import a_business
from kindknock.footfall.actions.keep_events import _STORE, Happened, keep_events
from kindknock.footfall.models import Event
from kindknock.footfall.queries import counts_on_day
from kindknock.footfall.sums import Counts
from kindknock.onsite.reports import events_in, is_robot


class Counting(TestCase):
    def setUp(self) -> None:
        self.site = a_business().site

    def happened(self, kind: str, at: str, door: str = "front") -> Happened:
        return Happened(
            uuid4(),
            self.site.key,
            kind,
            door,
            "",
            "/",
            "phone",
            "en",
            datetime.fromisoformat(at).replace(tzinfo=UTC),
        )

    def test_a_day_is_the_businesss_own(self) -> None:
        """In July London is an hour ahead: its day begins at 23:00 UTC."""
        keep_events(
            [
                self.happened("seen", "2026-07-01T22:59:59"),
                self.happened("seen", "2026-07-01T23:00:00"),
                self.happened("opened", "2026-07-02T10:00:00"),
                self.happened("knocked", "2026-07-02T22:59:59"),
                self.happened("seen", "2026-07-02T23:00:00"),
                self.happened("seen", "2026-07-02T12:00:00", "hire"),
            ]
        )
        with self.assertNumQueries(1):
            counts = counts_on_day(self.site, at=datetime(2026, 7, 2, 3, tzinfo=UTC))
        self.assertEqual(counts, {"front": Counts(1, 1, 1), "hire": Counts(1, 0, 0)})
        self.assertEqual(counts_on_day(self.site, at=datetime(2026, 8, 1, tzinfo=UTC)), {})

    def test_the_same_event_is_stored_once_and_a_strangers_not_at_all(self) -> None:
        event = self.happened("seen", "2026-07-01T12:00:00")
        keep_events([event, event])
        keep_events([event, Happened(uuid4(), "nobody", "seen", "x", "", "/", "", "", event.at)])
        self.assertEqual(Event.objects.count(), 1)

    def test_the_one_statement_knows_every_column_of_an_event(self) -> None:
        columns = {field.column for field in Event._meta.concrete_fields} - {"id"}
        self.assertEqual(
            set(re.findall(r"\w+", _STORE.split("footfall_event\n  (")[1].split(")")[0])), columns
        )
        keep_events([self.happened("knocked", "2026-07-02T10:00:00")])
        self.assertEqual(Event.objects.get().path, "/")


class Reports(TestCase):
    AT = datetime(2026, 7, 1, tzinfo=UTC)

    def test_what_a_beacon_may_say(self) -> None:
        good = {"id": str(uuid4()), "kind": "knocked", "door": "front", "channel": "wa"}
        raw = {
            "site": "averil7q",
            "address": "https://averilcycles.example/Shop/?utm_source=x#top",
            "lang": "en" * 40,
            "device": "phone",
        }
        found = events_in({**raw, "events": [good]}, self.AT)
        assert found is not None
        self.assertEqual(
            (found[0].path, found[0].channel, found[0].device, len(found[0].language)),
            ("/shop", "wa", "phone", 35),
        )
        for bad in (
            {**good, "kind": "danced"},
            {**good, "door": "<b>"},
            {**good, "channel": 3},
            {**good, "door": None},
            "seen",
            None,
        ):
            self.assertEqual(events_in({**raw, "events": [bad]}, self.AT), [], bad)
        made = events_in({**raw, "events": [{**good, "id": "1"}]}, self.AT)
        self.assertEqual([str(each.client_id) != "1" for each in made or []], [True], "another id, not none")
        self.assertEqual(len(events_in({**raw, "events": [good] * 50}, self.AT) or []), 20)
        whole: tuple[Any, ...] = (
            None,
            [],
            {"events": [good]},
            {**raw},
            {**raw, "site": "x y", "events": []},
            {**raw, "site": 3, "events": []},
        )
        for rubbish in whole:
            self.assertIsNone(events_in(rubbish, self.AT))

    def test_who_says_to_be_a_robot(self) -> None:
        for agent, robot in (
            ("", True),
            ("Examplebot/2.1", True),
            ("Mozilla/5.0 (compatible; Crawler)", True),
            ("Mozilla/5.0 HeadlessChrome/140", True),
            ("Mozilla/5.0 (Windows NT 10.0) Firefox/140", False),
            ("Mozilla/5.0 (Linux; Android 16; Cubot X) Chrome/140", True),
        ):
            self.assertEqual(is_robot(agent), robot, agent)
