"""What a process holds: compiled sites within bounds, and reports that are stored before they are
acknowledged.
"""

import gc
import threading
import time
from collections.abc import Sequence
from dataclasses import replace
from unittest import mock
from unittest.mock import patch

from django.conf import settings
from django.db import DatabaseError, DataError, OperationalError, connection
from django.test import SimpleTestCase, TransactionTestCase, override_settings

from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.onsite import cache as cache_module
from kindknock.onsite import patience as patience_module
from kindknock.onsite.cache import ReleaseCache
from kindknock.onsite.gather import Gatherer
from kindknock.onsite.patience import Patience
from kindknock.onsite.settling import ANEW, RESTS_S, Settling
from kindknock.onsite.together import Together


class Storing(SimpleTestCase):
    databases = {"default"}  # noqa: RUF012 - as Django declares it

    def test_what_waits_while_one_batch_is_stored_goes_into_the_next_together(self) -> None:
        batches: list[list[int]] = []
        first = threading.Event()

        def store(items: Sequence[int]) -> None:
            first.wait(2)
            batches.append(list(items))

        together: Together[int] = Together(store, "test")
        self.addCleanup(together.stop)
        threads = [threading.Thread(target=lambda n=n: self.assertTrue(together.put([n]))) for n in range(8)]
        threads[0].start()
        time.sleep(0.1)
        for thread in threads[1:]:
            thread.start()
        time.sleep(0.2)
        first.set()
        for thread in threads:
            thread.join(5)
        self.assertLessEqual(len(batches), 1 + Together.THREADS)
        self.assertEqual(sorted(n for batch in batches for n in batch), list(range(8)))

    def test_a_store_that_fails_once_is_tried_again_and_one_that_goes_on_failing_says_so(self) -> None:
        tries: list[int] = []

        def flaky(items: Sequence[int]) -> None:
            tries.append(1)
            if len(tries) == 1 or list(items) == [9]:
                raise DatabaseError("away")

        together: Together[int] = Together(flaky, "test")
        self.addCleanup(together.stop)
        self.assertTrue(together.put([1]))
        with self.assertLogs("kindknock.onsite.together", "WARNING"):
            self.assertFalse(together.put([9]))
        self.assertTrue(together.put([2]), "one failure stops no other")

    def test_one_bad_row_takes_no_other_with_it(self) -> None:
        kept: list[int] = []

        def store(items: Sequence[int]) -> None:
            if 3 in items:
                raise DataError("NUL")
            kept.extend(items)

        together: Together[int] = Together(store, "test")
        self.addCleanup(together.stop)
        with self.assertLogs("kindknock.onsite.together", "WARNING"):
            self.assertTrue(together.put([1, 2, 3, 4]))
        self.assertEqual(kept, [1, 2, 4])

    def test_a_database_that_falls_silent_holds_nobody_for_long(self) -> None:
        frozen = threading.Event()
        self.addCleanup(frozen.set)
        together: Together[int] = Together(lambda items: frozen.wait(20), "test")
        patience = Patience("test", seconds=0.2, threads=2)
        with patch.multiple(Together, PATIENCE_SECONDS=0.2, SLOW_SECONDS=0.2):
            for n in range(2):
                self.assertFalse(together.put([n]))
            began = time.monotonic()
            self.assertFalse(any(together.put([n]) for n in range(50)))
            self.assertLess(time.monotonic() - began, 0.4, "while it is stuck the next are refused at once")
        waited = []
        for _ in range(6):
            began = time.monotonic()
            with self.assertRaises(OperationalError):
                patience.ask(lambda: frozen.wait(20))
            waited.append(time.monotonic() - began)
        self.assertLess(sum(waited[1:]), 0.1)
        frozen.set()
        time.sleep(0.3)
        self.assertEqual(patience.ask(lambda: 7), 7)
        patience.stop()

    def test_too_many_waiting_are_refused_at_once(self) -> None:
        hold = threading.Event()
        gatherer: Gatherer[int] = Gatherer(lambda items: hold.wait(5), "test")
        self.addCleanup(gatherer.stop)
        gatherer._queue.maxsize = 3
        taken = [gatherer.put([n]) for n in range(8)]
        hold.set()
        self.assertIn(False, taken)

    def test_what_was_taken_in_is_stored_before_the_end(self) -> None:
        stored: list[int] = []
        gatherer: Gatherer[int] = Gatherer(stored.extend, "test")
        for n in range(300):
            gatherer.put([n, -n])
        gatherer.stop()
        self.assertEqual(len(stored), 600)


class Holding(TransactionTestCase):
    def test_a_site_deleted_while_nothing_is_heard_is_gone_once_it_is_asked_for(self) -> None:
        business = a_business(an_owner("gone@averilcycles.example"), host="gone.example")
        held = ReleaseCache()
        self.addCleanup(held.stop)
        with patch.object(ReleaseCache, "_listen"), patch.object(cache_module, "CONFIRMED_S", 0.0):
            self.assertIsNotNone(held.get(business.site.key))
            with patch.object(cache_module, "published_of", return_value=None):
                for _ in range(2):
                    self.assertIsNone(held.get(business.site.key))
            self.assertFalse(held._held)

    def test_what_is_held_serves_until_it_can_be_read_anew(self) -> None:
        key = a_business(an_owner("held@averilcycles.example"), host="held.example").site.key
        held = ReleaseCache()
        self.addCleanup(held.stop)
        with patch.object(ReleaseCache, "_listen"), patch.object(ReleaseCache, "is_deaf", False):
            self.assertIsNotNone(held.get(key))
            held._doubt()
            with patch.object(cache_module, "published_of", side_effect=DatabaseError) as asked:
                for _ in range(3):
                    self.assertIsNotNone(held.get(key))
                self.assertEqual(asked.call_count, 1, "one tries, the others don't wait")
            with (
                patch.object(cache_module, "AGAIN_S", -1.0),
                patch.object(cache_module, "published_of", return_value=None),
            ):
                self.assertIsNone(held.get(key))

    def test_a_connection_is_kept_for_who_asks_next_and_not_for_long(self) -> None:
        patience = Patience("test", threads=2, keeps=True)
        self.addCleanup(patience.stop)

        def backend() -> int:
            with connection.cursor() as cursor:
                cursor.execute("select pg_backend_pid()")
                return int(cursor.fetchone()[0])

        first = patience.ask(backend)
        self.assertEqual(patience.ask(backend), first)
        patience.renew()
        second = patience.ask(backend)
        self.assertNotEqual(second, first)
        with connection.cursor() as cursor:
            cursor.execute("select pg_terminate_backend(%s)", [second])
        third = patience.ask(backend)
        self.assertNotEqual(third, second, "one that broke meanwhile is made anew")
        with patch.object(patience_module, "KEPT_S", 0.0):
            patience._close_idle()
        self.assertFalse(patience._kept)

    def test_the_oldest_used_goes_first_and_unknown_keys_are_asked_again_later(self) -> None:
        sites = [
            a_business(an_owner(f"p{n}@averilcycles.example"), host=f"h{n}.example").site.key
            for n in range(3)
        ]
        held = ReleaseCache()
        self.addCleanup(held.stop)
        held.get(sites[0])
        time.sleep(0.3)  # what the set-up changed has been heard of
        held.forget()
        with override_settings(ENV=replace(settings.ENV, held_sites=2)):
            for key in (sites[0], sites[1], sites[0], sites[2]):
                self.assertIsNotNone(held.get(key))
        self.assertEqual(list(held._held), [sites[0], sites[2]])
        self.assertIsNone(held.get("nobody"))
        with self.assertNumQueries(0):
            self.assertIsNone(held.get("nobody"))


class Settled(SimpleTestCase):
    def setUp(self) -> None:
        self.addCleanup(gc.unfreeze)

    def test_what_is_held_is_out_of_the_collectors_sight_and_freed_all_the_same(self) -> None:
        held, settling = [{"n": [n]} for n in range(20_000)], Settling()
        self.assertFalse(settling.settle(100))
        settling.grew()
        self.assertTrue(settling.settle(100))
        frozen = gc.get_freeze_count()
        self.assertGreater(frozen, 40_000)
        self.assertFalse(any(each is held for each in gc.get_objects()))
        held.clear()
        self.assertLess(gc.get_freeze_count(), frozen - 39_000)

    def test_not_more_often_than_needed_and_all_anew_once_in_a_while(self) -> None:
        settling = Settling()
        with mock.patch("kindknock.onsite.settling.gc") as collector:
            for second in range(2 * int(RESTS_S) * ANEW):
                settling.grew()
                settling.settle(1000.0 + second)
        self.assertEqual((collector.freeze.call_count, collector.unfreeze.call_count), (2 * ANEW, 2))
        self.assertEqual(collector.collect.call_count, 2 * ANEW)
