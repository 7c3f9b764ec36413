"""Counting honestly: ranges against published tables, periods over every edge, crowds as marks, the hours of
a week.
"""

from datetime import UTC, date, datetime, timedelta
from itertools import pairwise
from unittest import TestCase
from zoneinfo import ZoneInfo

from hypothesis import given
from hypothesis import strategies as st

from ..counts import (
    Cover,
    NoPeriod,
    WorstGap,
    compare,
    cover_by_slot,
    difference,
    is_too_small,
    marks,
    period,
    rate,
    worst_gap,
)
from ..counts.periods import KEPT_DAYS
from ..time.hours import Closure, Hours, closure_on, dates_closed

SEEN = st.integers(0, 3000)
ZONES = ("Europe/London", "Asia/Kathmandu", "Australia/Lord_Howe", "America/St_Johns", "Pacific/Kiritimati")


class Ranges(TestCase):
    def test_wilson_as_published(self) -> None:
        """Newcombe 1998, Statistics in Medicine 17:857, table I, method 3."""
        for hits, seen, low, high in (
            (81, 263, 0.2553, 0.3662),
            (15, 148, 0.0624, 0.1605),
            (0, 20, 0.0, 0.1611),
            (1, 29, 0.0061, 0.1718),
        ):
            found = rate(hits, seen)
            assert found is not None
            self.assertEqual((round(found.low, 4), round(found.high, 4)), (low, high), (hits, seen))

    def test_difference_as_published(self) -> None:
        """Newcombe 1998, Statistics in Medicine 17:873, table II, method 10."""
        for now, before, low, high in (
            ((56, 70), (48, 80), 0.0524, 0.3339),
            ((9, 10), (3, 10), 0.1705, 0.8090),
            ((6, 7), (2, 7), 0.0582, 0.8062),
            ((5, 56), (0, 29), -0.0381, 0.1926),
            ((0, 10), (0, 20), -0.1611, 0.2775),
            ((0, 10), (0, 10), -0.2775, 0.2775),
            ((10, 10), (0, 20), 0.6791, 1.0),
            ((10, 10), (0, 10), 0.6075, 1.0),
        ):
            later, earlier = rate(*now), rate(*before)
            assert later is not None and earlier is not None
            found = difference(later, earlier)
            self.assertEqual((round(found[0], 4), round(found[1], 4)), (low, high), (now, before))

    @given(SEEN, SEEN, SEEN, SEEN)
    def test_a_word_and_its_opposite(self, a: int, b: int, c: int, d: int) -> None:
        opposite = {
            "surely_more": "surely_fewer",
            "surely_fewer": "surely_more",
            "likely_more": "likely_fewer",
            "likely_fewer": "likely_more",
            "about_the_same": "about_the_same",
            "too_few": "too_few",
        }
        now, before = rate(min(a, b), b), rate(min(c, d), d)
        word = compare(now, before)
        self.assertEqual(compare(before, now), opposite[word])
        if word.startswith("surely") and now and before:
            low, high = difference(now, before)
            self.assertTrue(low > 0 or high < 0, "what is sure is likely too")


class Periods(TestCase):
    AT = datetime(2026, 11, 28, 14, 37, tzinfo=UTC)

    def days(self, first: str, last: str, against: str = "before") -> tuple[object, ...]:
        found = period(
            date.fromisoformat(first),
            date.fromisoformat(last),
            against,  # type: ignore[arg-type]
            zone="Europe/London",
            at=self.AT,
        )
        before = found.before and (found.before.first.isoformat(), found.before.last.isoformat())
        return found.now.first.isoformat(), found.now.last.isoformat(), before, found.noted

    def test_days_and_those_against_them(self) -> None:
        for asked, expected in {
            ("2026-10-01", "2026-10-31"): ("2026-10-01", "2026-10-31", ("2026-08-31", "2026-09-30"), ()),
            ("2026-10-01", "2026-10-31", "year"): (
                "2026-10-01",
                "2026-10-31",
                ("2025-10-02", "2025-11-01"),
                (),
            ),
            ("2026-11-01", "2026-11-28", "nothing"): ("2026-11-01", "2026-11-28", None, ()),
            ("2026-11-28", "2026-11-28"): ("2026-11-28", "2026-11-28", ("2026-11-21", "2026-11-21"), ()),
            ("2026-11-20", "2027-03-01", "week"): (
                "2026-11-20",
                "2026-11-28",
                ("2026-11-13", "2026-11-21"),
                ("cut_at_today",),
            ),
            ("2016-01-01", "2026-11-28"): (
                "2024-11-29",
                "2026-11-28",
                None,
                ("cut_at_kept", "against_not_kept"),
            ),
            ("2019-01-01", "2019-02-01"): (
                "2024-11-29",
                "2024-11-29",
                None,
                ("cut_at_kept", "against_not_kept"),
            ),
        }.items():
            self.assertEqual(self.days(asked[0], asked[1], *asked[2:]), expected, asked)
        began = datetime(2026, 10, 20, tzinfo=UTC)
        for day, is_compared in ((1, False), (28, True)):
            found = period(
                date(2026, 11, day), self.AT.date(), "before", zone="Europe/London", at=self.AT, began=began
            )
            self.assertEqual(
                (found.before is not None, "began_later" in found.noted), (is_compared, not is_compared)
            )
        for first, last, code in (
            ("2026-11-20", "2026-11-19", "backwards"),
            ("2026-11-29", "2026-12-01", "not_come"),
        ):
            with self.assertRaises(NoPeriod) as caught:
                self.days(first, last)
            self.assertEqual(caught.exception.code, code)

    def test_today_so_far_against_the_same_part_of_that_weekday(self) -> None:
        today = self.AT.date()
        found = period(today, today, "before", zone="Europe/London", at=self.AT)
        assert found.before is not None
        self.assertTrue(found.is_running)
        self.assertEqual(found.now.end, self.AT)
        self.assertEqual(found.before.end, datetime(2026, 11, 21, 14, 30, tzinfo=UTC), "to the quarter hour")

    def test_a_clock_change_makes_a_day_of_23_or_25_hours(self) -> None:
        zone, at = "Europe/London", datetime(2026, 12, 1, tzinfo=UTC)
        for day, hours in ((date(2026, 3, 29), 23), (date(2026, 10, 25), 25)):
            span = period(day, day, "nothing", zone=zone, at=at).now
            self.assertEqual((span.end.timestamp() - span.start.timestamp()) / 3600, hours)

    @given(
        st.dates(date(2023, 1, 1), date(2027, 6, 1)),
        st.integers(0, 4000),
        st.sampled_from(("before", "week", "year", "nothing")),
        st.sampled_from(ZONES),
    )
    def test_any_period(self, first: date, length: int, against: str, zone: str) -> None:
        try:
            found = period(
                first,
                first + timedelta(days=length),
                against,  # type: ignore[arg-type]
                zone=zone,
                at=self.AT,
            )
        except NoPeriod as error:
            self.assertEqual(error.code, "not_come")
            return
        today = self.AT.astimezone(ZoneInfo(zone)).date()
        spans = [found.now] + ([found.before] if found.before else [])
        for span in spans:
            self.assertLessEqual(span.first, span.last)
            self.assertLessEqual(today - timedelta(days=KEPT_DAYS), span.first)
            self.assertLessEqual(span.start, span.end)
            self.assertEqual(int(span.start.timestamp()) % 900, 0)
        self.assertLessEqual(found.now.end, self.AT)


class Crowds(TestCase):
    def test_each_is_drawn_once(self) -> None:
        for crowd, expected in {
            (0, 0, 0): (1, 0, 0, 0),
            (3, 2, 1): (1, 1, 1, 1),
            (4812, 731, 268): (20, 204, 23, 14),
            (5000, 3, 1): (20, 249, 0, 1),
            (10, 40, 80): (1, 0, 0, 10),
        }.items():
            found = marks(*crowd)
            self.assertEqual((found.each, found.walked_on, found.left, found.knocked), expected, crowd)

    @given(st.integers(0, 10**7), st.floats(0, 1), st.floats(0, 1))
    def test_any_crowd(self, seen: int, opening: float, knocking: float) -> None:
        opened = int(seen * opening)
        knocked = int(opened * knocking)
        found = marks(seen, opened, knocked)
        drawn = (found.walked_on, found.left, found.knocked)
        self.assertEqual(sum(drawn), round(seen / found.each))
        self.assertTrue(min(drawn) >= 0 and sum(drawn) <= 250)
        self.assertEqual(found.knocked > 0, knocked > 0)
        for mark, part in zip(drawn, (seen - opened, opened - knocked, knocked), strict=True):
            self.assertLess(abs(mark * found.each - part), 2 * found.each)


class HoursOfTheWeek(TestCase):
    def test_an_hour_is_a_gap_where_nobody_was_in_for_most_of_it(self) -> None:
        zone = ZoneInfo("Asia/Kathmandu")
        start, end = (datetime(2026, 11, day, tzinfo=zone) for day in (2, 16))

        def second(day: int, hour: int, minute: int = 0) -> int:
            return int(datetime(2026, 11, day, hour, minute, tzinfo=zone).timestamp())

        spans = (
            (second(2, 9), second(2, 11, 20)),
            (second(3, 9), second(3, 10)),
            (second(9, 9), second(9, 11, 30)),
        )
        cover = cover_by_slot(spans, start, end, "Asia/Kathmandu")
        self.assertEqual(len(cover), 168)
        self.assertEqual(cover[0, 9], Cover(7200, 7200))
        self.assertEqual(cover[0, 11], Cover(7200, 3000))
        self.assertEqual(
            [cover[slot].is_nobody_in for slot in ((0, 9), (0, 11), (1, 9), (2, 9))],
            [False, True, False, True],
        )
        counts = {(0, 9): 40, (0, 11): 5, (0, 12): 4, (0, 14): 8, (5, 10): 3, (5, 11): 6}
        self.assertEqual(worst_gap(cover, counts), WorstGap(0, 11, 13, 9))
        self.assertIsNone(worst_gap(cover, {(0, 9): 40}))

    @given(
        st.sampled_from(ZONES),
        st.integers(0, 400),
        st.lists(st.integers(0, 86_400 * 9), unique=True, max_size=12),
    )
    def test_nothing_is_lost_whatever_the_zone(self, zone: str, day: int, edges: list[int]) -> None:
        start = datetime(2026, 1, 1, tzinfo=ZoneInfo(zone)) + timedelta(days=day)
        end = start + timedelta(days=9)
        base = int(start.timestamp())
        found = sorted(edges)
        spans = tuple((base + begin, base + stop) for begin, stop in list(pairwise(found))[::2])
        cover = cover_by_slot(spans, start, end, zone)
        self.assertEqual(sum(each.whole_s for each in cover.values()), int(end.timestamp()) - base)
        within = sum(max(0, min(b, int(end.timestamp())) - a) for a, b in spans if a < end.timestamp())
        self.assertEqual(sum(each.inside_s for each in cover.values()), within)


class ClosedDates(TestCase):
    """Against asking each day by itself."""

    @given(
        st.dates(date(2023, 1, 1), date(2026, 12, 31)),
        st.integers(1, 40),
        st.booleans(),
        st.dates(date(2024, 1, 1), date(2026, 12, 31)),
        st.integers(0, 800),
    )
    def test_the_dates_a_closure_lies_on(
        self, first: date, length: int, yearly: bool, since: date, days: int
    ) -> None:
        closure = Closure(first, first + timedelta(days=length), yearly=yearly)
        until = since + timedelta(days=days)
        found = {
            start + timedelta(days=at)
            for start, end in dates_closed(closure, since, until)
            for at in range((end - start).days + 1)
        }
        hours = Hours("UTC", closures=(closure,))
        every = (since + timedelta(days=at) for at in range(days + 1))
        self.assertEqual(found, {day for day in every if closure_on(hours, day)})

    def test_a_place_is_joined_as_soon_as_one_of_its_counts_is_small(self) -> None:
        for counts, expected in (
            ((0, 0), False),
            ((1, 0), True),
            ((2, 90), True),
            ((3, 3), False),
            ((40, 0), False),
            ((), False),
        ):
            self.assertEqual(is_too_small(counts), expected, counts)
