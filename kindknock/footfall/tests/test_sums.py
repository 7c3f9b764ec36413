"""Sums against plain Python over the same events, however late, doubled or crowded they come."""

import threading
import time
from collections import Counter
from collections.abc import Callable
from dataclasses import replace
from datetime import UTC, date, datetime, timedelta
from io import StringIO
from random import Random
from typing import Any
from unittest.mock import patch
from uuid import uuid4
from zoneinfo import ZoneInfo

import psycopg
from django.core.management import CommandError, call_command
from django.db import connection
from django.test import TestCase, TransactionTestCase

from kindknock.doors.tests.builders import a_business

from ..actions import sum_up as module
from ..actions.forget_old import forget_old
from ..actions.keep_events import Happened, keep_events
from ..actions.sum_up import add_up_anew, sum_up
from ..models import CountedName, DaySum, Dimension, Event, QuarterSum, Reading
from ..partitions import drop_old, make_months, months
from ..sums import KINDS, Counts, Named, by_day, by_name, by_slot, total

MAKE: dict[Dimension, Any] = {
    Dimension.ALL: lambda event: "",
    Dimension.PAGE: lambda event: event.path,
    Dimension.WAY: lambda event: event.channel,
    Dimension.PERSON: lambda event: event.person,
    Dimension.DOOR: lambda event: event.door,
    Dimension.LANGUAGE: lambda event: event.language.partition("-")[0].lower(),
    Dimension.DEVICE: lambda event: event.device,
    Dimension.COUNTRY: lambda event: event.country,
    Dimension.CAMPAIGN: lambda event: event.campaign,
    Dimension.CAME_FROM: lambda event: event.came_from,
}
OF_KNOCKS = (Dimension.WAY, Dimension.PERSON)


def plainly(events: list[Happened], make: Any) -> dict[Any, Counts]:
    """The oracle: count in a loop."""
    counted = Counter((make(event), event.kind) for event in events)
    return {name: Counts(*(counted[name, kind] for kind in KINDS)) for name, _ in counted}


class Sums(TestCase):
    ZONES = ("Europe/London", "Asia/Kathmandu", "America/St_Johns")

    def setUp(self) -> None:
        self.site = a_business().site
        self.random = Random(5)

    def some(self, count: int, start: datetime, days: int, **more: str) -> list[Happened]:
        pick = self.random.choice
        return [
            Happened(
                uuid4(),
                self.site.key,
                kind := pick(("seen", "seen", "opened", "knocked", "missed")),
                pick(("front", "hire")),
                pick(("wa", "tel", "")) if kind == "knocked" else "",
                pick(("/", "/shop", "/hire", "/contact")),
                pick(("phone", "computer")),
                pick(("en", "en-GB", "PT", "")),
                start + timedelta(seconds=self.random.randrange(86_400 * days)),
                pick(("tomasz", "")) if kind == "knocked" else "",
                pick(("", "winter-letter")),
                pick(("", "GB")),
                pick(("", "news.example")),
                **more,
            )
            for _ in range(count)
        ]

    def check(self, events: list[Happened], start: datetime, end: datetime) -> None:
        within = [event for event in events if start <= event.at < end]
        sites = [self.site.pk]
        self.assertEqual(total(sites, start, end), plainly(within, MAKE[Dimension.ALL]).get("", Counts()))
        for dimension, make in MAKE.items():
            if dimension == Dimension.ALL:
                continue
            of = [event for event in within if dimension not in OF_KNOCKS or event.kind == "knocked"]
            found = {name.text: counts for name, counts in by_name(sites, dimension, start, end).items()}
            self.assertEqual(found, plainly(of, make), dimension.label)
        for zone in self.ZONES:
            info = ZoneInfo(zone)
            self.assertEqual(
                by_day(sites, start, end, zone),
                plainly(within, lambda event, info=info: event.at.astimezone(info).date()),
                zone,
            )
            self.assertEqual(
                by_slot(sites, start, end, zone),
                plainly(
                    within,
                    lambda event, info=info: (
                        (local := event.at.astimezone(info)).weekday(),
                        local.hour,
                    ),
                ),
                zone,
            )

    def test_sums_are_what_counting_comes_to(self) -> None:
        """Over a clock change and a month's end, added up in several goes, some of it late and some twice."""
        start = datetime(2026, 10, 20, tzinfo=UTC)
        first, late = self.some(500, start, 14), self.some(150, start, 3)
        keep_events(first)
        with patch.object(module, "AT_ONCE", 170):
            self.assertEqual(sum_up(), 500)
        keep_events(late)
        keep_events(late[:50])
        sum_up()
        self.assertEqual(sum_up(), 0)
        every = first + late
        for zone in self.ZONES:
            info = ZoneInfo(zone)
            for begins, ends in (((10, 20), (11, 3)), ((10, 24), (10, 26)), ((10, 25), (10, 26))):
                self.check(every, datetime(2026, *begins, tzinfo=info), datetime(2026, *ends, tzinfo=info))

    def test_made_anew_they_are_the_same(self) -> None:
        start = datetime(2026, 9, 1, tzinfo=UTC)
        with patch.multiple(module, FIRST=2, MOST=3, ENOUGH=40):
            for step in range(4):
                keep_events(self.some(120, start, 5 + step))
                sum_up()
        kept = [list(table.objects.order_by("pk").values_list()) for table in (QuarterSum, DaySum)]
        self.assertTrue(
            any(row.name_id == CountedName.ELSEWHERE for row in DaySum.objects.exclude(dimension=0))
        )
        add_up_anew(start, start + timedelta(days=20))
        with self.assertRaises(CommandError):
            call_command("kindknock_footfall", "--anew", "90")
        out = StringIO()
        call_command("kindknock_footfall", "--anew", "3", stdout=out)
        self.assertEqual(out.getvalue(), "0 events added up, 3 days made anew.\n")
        self.assertEqual(kept, [list(t.objects.order_by("pk").values_list()) for t in (QuarterSum, DaySum)])

    def test_a_crawler_fills_nothing(self) -> None:
        at = datetime(2026, 9, 1, 12, tzinfo=UTC)
        pages = [
            Happened(uuid4(), self.site.key, "seen", "front", "", f"/{n}", "phone", "en", at)
            for n in range(60)
        ]
        again = [
            Happened(uuid4(), self.site.key, "seen", "front", "", "/known", "phone", "en", at)
            for _ in range(9)
        ]
        with patch.multiple(module, FIRST=10, MOST=12, ENOUGH=3):
            keep_events(pages)
            sum_up()
            keep_events(again + pages[:1])
            sum_up()
        found = by_name([self.site.pk], Dimension.PAGE, at - timedelta(hours=1), at + timedelta(hours=1))
        self.assertEqual(len(found), 12)
        self.assertEqual(found[Named(self.site.pk, None)], Counts(50), "the rest is elsewhere")
        self.assertEqual(found[Named(self.site.pk, "/known")], Counts(9))

    def test_what_is_old_goes_and_its_sums_stay(self) -> None:
        now = datetime(2026, 11, 28, tzinfo=UTC)
        make_months(at=datetime(2026, 7, 3, tzinfo=UTC))
        old, new = (
            self.some(40, datetime(2026, 7, 1, tzinfo=UTC), 30),
            self.some(40, now - timedelta(days=9), 9),
        )
        keep_events(old + new)
        Reading.objects.create(
            client_id=uuid4(), site=self.site, kind="read", door="front", at=datetime(2026, 7, 1, tzinfo=UTC)
        )
        self.assertIn("footfall_event_202607", months())
        forget_old(at=now)
        self.assertNotIn("footfall_event_202607", months())
        self.assertIn("footfall_event_202701", months())
        self.assertEqual((Event.objects.count(), Reading.objects.count()), (40, 0))
        self.check(old + new, datetime(2026, 7, 1, tzinfo=UTC), now)
        forget_old(at=now + timedelta(days=640))
        self.assertEqual(
            total([self.site.pk], datetime(2026, 7, 1, tzinfo=UTC), now),
            plainly(new, MAKE[Dimension.ALL])[""],
        )
        forget_old(at=now + timedelta(days=800))
        self.assertEqual((QuarterSum.objects.count(), CountedName.objects.count()), (0, 0))

    def test_a_site_goes_with_all_its_sums(self) -> None:
        keep_events(self.some(60, datetime(2026, 9, 1, tzinfo=UTC), 3))
        sum_up()
        self.site.delete()
        self.assertEqual(
            [table.objects.count() for table in (Event, QuarterSum, DaySum, CountedName)], [0] * 4
        )

    def test_a_month_takes_over_what_came_before_its_table_was_made(self) -> None:
        at = datetime(2031, 3, 31, 23, 59, tzinfo=UTC)
        event = Happened(uuid4(), self.site.key, "seen", "front", "", "/", "phone", "en", at)
        keep_events([event])
        make_months(at=at)
        make_months(at=at)
        self.assertEqual(months()["footfall_event_203103"], date(2031, 3, 1))
        keep_events([event])
        after = replace(event, at=at + timedelta(minutes=2))
        keep_events([after])
        self.assertEqual(Event.objects.count(), 1, "sent again over a month's end, too")
        drop_old(before=datetime(2031, 4, 1, tzinfo=UTC))
        self.assertEqual(Event.objects.count(), 0)


class AllAtOnce(TransactionTestCase):
    """Several store while several add up: whatever order they commit in, each event is in the sums once."""

    WRITERS, BATCHES, SIZE = 4, 12, 15

    def test_who_drops_a_month_waits_for_nobody_and_lets_nobody_wait(self) -> None:
        """Somebody reads events in a long transaction while the night's job comes: storing goes on."""
        site, at = a_business().site, datetime(2031, 5, 9, tzinfo=UTC)
        make_months(at=at)

        def of_2031() -> dict[str, date]:
            return {name: month for name, month in months().items() if month.year == 2031}

        self.enterContext(patch("kindknock.footfall.partitions.months", of_2031))
        last = {"user": "USER", "password": "PASSWORD", "host": "HOST", "port": "PORT", "dbname": "NAME"}
        with psycopg.connect(**{name: connection.settings_dict[of] for name, of in last.items()}) as reader:
            reader.execute("select count(*) from footfall_event")
            slowest = [0.0]

            def store() -> None:
                for _ in range(12):
                    began = time.monotonic()
                    keep_events([Happened(uuid4(), site.key, "seen", "front", "", "/", "phone", "en", at)])
                    slowest[0] = max(slowest[0], time.monotonic() - began)
                    time.sleep(0.1)
                connection.close()

            storing = threading.Thread(target=store)
            storing.start()
            with patch("kindknock.footfall.partitions.TRIES", 2):
                drop_old(before=datetime(2031, 7, 1, tzinfo=UTC))
            storing.join()
            self.assertIn("footfall_event_203105", months(), "left for tomorrow")
            self.assertLess(slowest[0], 5)
            reader.rollback()
        drop_old(before=datetime(2031, 8, 1, tzinfo=UTC))
        self.assertEqual(of_2031(), {})

    def test_nothing_is_missed_and_nothing_counted_twice(self) -> None:
        site = a_business().site
        at = datetime(2026, 9, 1, 10, tzinfo=UTC)
        stop, faults = threading.Event(), list[BaseException]()

        def write() -> None:
            for number in range(self.BATCHES):
                batch = [
                    Happened(uuid4(), site.key, "seen", "front", "", f"/{number}", "phone", "en", at)
                    for _ in range(self.SIZE)
                ]
                keep_events(batch)
                keep_events(batch[:3])

        def add_up() -> None:
            while not stop.is_set():
                sum_up(is_patient=False)
                time.sleep(0.002)

        writers = [threading.Thread(target=held, args=(write, faults)) for _ in range(self.WRITERS)]
        adders = [threading.Thread(target=held, args=(add_up, faults)) for _ in range(2)]
        for thread in (*writers, *adders):
            thread.start()
        for thread in writers:
            thread.join()
        stop.set()
        for thread in adders:
            thread.join()
        self.assertEqual(faults, [])
        sum_up()
        counted = total([site.pk], at - timedelta(hours=1), at + timedelta(hours=1))
        self.assertEqual(counted.seen, self.WRITERS * self.BATCHES * self.SIZE)
        self.assertEqual(counted.seen, Event.objects.count())


def held(act: Callable[[], None], faults: list[BaseException]) -> None:
    """Do it in a thread of its own, where the test can see what went wrong."""
    try:
        act()
    except BaseException as error:
        faults.append(error)
    finally:
        connection.close()
