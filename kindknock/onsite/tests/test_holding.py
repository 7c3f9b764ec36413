"""What a process holds: compiled sites within bounds, and reports that are stored before they are
acknowledged.
"""

import threading
import time
from collections.abc import Sequence

from django.db import DatabaseError
from django.test import SimpleTestCase, TransactionTestCase

from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.onsite import cache as cache_module
from kindknock.onsite.cache import ReleaseCache
from kindknock.onsite.gather import Gatherer
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
        threads = [threading.Thread(target=lambda n=n: self.assertTrue(together.put([n]))) for n in range(8)]
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

        def flaky(items: Sequence[int]) -> None:
            tries.append(1)
            if len(tries) == 1 or list(items) == [9]:
                raise DatabaseError("away")

        together: Together[int] = Together(flaky, "test")
        self.assertTrue(together.put([1]))
        with self.assertLogs("kindknock.onsite.together", "WARNING"):
            self.assertFalse(together.put([9]))
        self.assertTrue(together.put([2]), "one failure stops no other")

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
    def test_the_oldest_used_goes_first_and_unknown_keys_are_asked_again_later(self) -> None:
        sites = [
            a_business(an_owner(f"p{n}@averilcycles.example"), host=f"h{n}.example").site.key
            for n in range(3)
        ]
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
