"""What a process holds: compiled sites within bounds, and reports that are stored before they are acknowledged."""

import threading
import time

from django.db import DatabaseError
from django.test import SimpleTestCase, TransactionTestCase

from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.onsite import cache as cache_module
from kindknock.onsite.cache import ReleaseCache
from kindknock.onsite.gather import Gatherer


class Gathering(SimpleTestCase):
    databases = {"default"}

    def gatherer(self, store) -> Gatherer[int]:  # type: ignore[no-untyped-def]
        made: Gatherer[int] = Gatherer(store, "test")
        self.addCleanup(made.stop)
        return made

    def test_what_waits_while_one_batch_is_stored_goes_into_the_next_together(self) -> None:
        batches: list[list[int]] = []
        first = threading.Event()

        def store(items: list[int]) -> None:
            first.wait(2)
            batches.append(list(items))

        gatherer = self.gatherer(store)
        threads = [threading.Thread(target=lambda n=n: self.assertTrue(gatherer.put([n]))) for n in range(8)]
        threads[0].start()
        time.sleep(0.1)
        for thread in threads[1:]:
            thread.start()
        time.sleep(0.2)
        first.set()
        for thread in threads:
            thread.join(5)
        self.assertEqual((len(batches), sorted(n for batch in batches for n in batch)), (2, list(range(8))))

    def test_a_store_that_fails_once_is_tried_again_and_one_that_goes_on_failing_says_so(self) -> None:
        tries: list[int] = []

        def flaky(items: list[int]) -> None:
            tries.append(1)
            if len(tries) == 1 or items == [9]:
                raise DatabaseError("away")

        gatherer = self.gatherer(flaky)
        self.assertTrue(gatherer.put([1]))
        with self.assertLogs("kindknock.onsite.gather", "WARNING"):
            self.assertFalse(gatherer.put([9]))
        self.assertTrue(gatherer.put([2]), "the thread goes on")

    def test_too_many_waiting_are_refused_at_once(self) -> None:
        hold = threading.Event()
        gatherer = self.gatherer(lambda items: hold.wait(5))
        gatherer.MOST_WAITING = 3
        gatherer._queue.maxsize = 3
        taken = [gatherer.put([n], wait=False) for n in range(8)]
        hold.set()
        self.assertIn(False, taken)


class Holding(TransactionTestCase):
    def test_the_oldest_used_goes_first_and_unknown_keys_are_asked_again_later(self) -> None:
        sites = [a_business(an_owner(f"p{n}@averilcycles.example"), host=f"h{n}.example").site.key for n in range(3)]
        held = ReleaseCache()
        self.addCleanup(held.stop)
        most, cache_module.MOST_SITES = cache_module.MOST_SITES, 2
        self.addCleanup(setattr, cache_module, "MOST_SITES", most)
        held.get(sites[0])
        time.sleep(0.3)  # what the set-up changed has been heard of
        held.forget()
        for key in (sites[0], sites[1], sites[0], sites[2]):
            self.assertIsNotNone(held.get(key))
        self.assertEqual(list(held._held), [sites[0], sites[2]])
        self.assertIsNone(held.get("nobody"))
        with self.assertNumQueries(0):
            self.assertIsNone(held.get("nobody"))
