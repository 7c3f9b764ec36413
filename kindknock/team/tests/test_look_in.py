"""A copy of a business for whoever looks in: all of it, nothing of the other's, gone after a day."""

import json
from datetime import UTC, datetime, timedelta
from unittest.mock import patch

from django.test import TestCase

from demo.seed import demo_site, lay_out
from kindknock.accounts.actions.limit import TooOften
from kindknock.accounts.models import Business, Tries, User
from kindknock.doors.load import draft_of, published_of
from kindknock.footfall.actions import keep_events
from kindknock.footfall.models import DaySum
from kindknock.people.load import timetable_of
from kindknock.sites.models import Host
from kindknock.team.actions import look_in as looking
from kindknock.team.actions.copy_business import COPIED
from kindknock.team.actions.look_in import HOLDS, Full, delete_copies, look_in

AT = datetime(2026, 11, 29, 12, tzinfo=UTC)


class LookingIn(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        # Sites of the same keys are laid out and taken back in this process.
        keep_events._site_ids.clear()
        cls.addClassCleanup(keep_events._site_ids.clear)
        lay_out()

    def test_all_of_it_and_nothing_of_the_others(self) -> None:
        demo = demo_site().business
        user = look_in(demo, network="a", at=AT)
        copy = user.memberships.get().business
        for model, way in COPIED:
            counts = [model._default_manager.filter(**{way: each}).count() for each in (demo, copy)]
            # Its own name at the demo shop is one more of its web addresses.
            self.assertEqual(counts[0] + (model is Host), counts[1], model)
        self.assertGreater(copy.entries.count(), 5)
        sums = [DaySum.objects.filter(site__business=each) for each in (demo, copy)]
        self.assertEqual(sums[0].count(), sums[1].count())
        self.assertGreater(sums[1].exclude(name_id=0).count(), 100)
        old = draft_of(demo_site())
        site = copy.sites.get(key__startswith="copy")
        new = draft_of(site)
        keys = {person.key for person in old.people} | {door.key for door in old.doors}
        keys |= {way.key for door in old.doors for way in door.channels}
        whole = json.dumps(
            [new.model_dump(mode="json"), timetable_of(copy, at=AT).model_dump(mode="json")], default=str
        )
        self.assertEqual([key for key in keys if json.dumps(key) in whole], [])
        self.assertEqual([len(door.people) for door in new.doors], [len(door.people) for door in old.doors])
        self.assertEqual(
            {key for door in new.doors for key in door.people} - {person.key for person in new.people}, set()
        )
        live = published_of(site.key, at=AT)
        assert live is not None
        self.assertEqual(live.setup.site.key, site.key)
        self.assertIn(f"{site.key}.averilcycles.example", live.live.hosts or ())

    def test_gone_after_a_day_with_whoever_looked(self) -> None:
        before = (Business.objects.count(), User.objects.count())
        look_in(demo_site().business, network="a", at=AT)
        self.assertEqual(delete_copies(at=AT + HOLDS - timedelta(minutes=1)), 0)
        self.assertEqual(delete_copies(at=AT + HOLDS), 1)
        self.assertEqual((Business.objects.count(), User.objects.count()), before)

    def test_so_many_at_a_time_and_so_many_of_a_network(self) -> None:
        demo = demo_site().business
        with patch.object(looking, "MOST", 2):
            for network in ("a", "b"):
                look_in(demo, network=network, at=AT)
            with self.assertRaises(Full) as full:
                look_in(demo, network="c", at=AT)
            self.assertEqual(full.exception.until, AT + HOLDS)
            # A day later there is room again.
            look_in(demo, network="c", at=AT + HOLDS)
        Tries.objects.all().delete()
        with patch.object(looking, "copy_business", side_effect=Full(AT)):
            for _ in range(5):
                self.assertRaises(Full, look_in, demo, network="d", at=AT)
            self.assertRaises(TooOften, look_in, demo, network="d", at=AT)
