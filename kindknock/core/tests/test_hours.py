"""docs/rules.md 4: the clock on the wall decides."""

import zoneinfo
from datetime import UTC, date, datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from ..time import spans as sp
from ..time.hours import (
    Closure,
    Hours,
    UnreadableSpan,
    Week,
    is_open,
    offset_periods,
    open_spans,
    outlook,
    span_of,
)
from ..time.hours_text import read_hours
from ..time.rota import Person, narrowed, never_in_effect, person_spans, somebody_spans
from ..time.zones import zone_rules

DAY = 86_400
# Half-hour and quarter-hour offsets, both hemispheres, an even shift of half an hour (Lord Howe), no shifts,
# a Ramadan pause.
ZONES = (
    "Europe/London",
    "America/New_York",
    "Australia/Lord_Howe",
    "Asia/Kathmandu",
    "Asia/Kolkata",
    "Atlantic/Cape_Verde",
    "America/St_Johns",
    "Pacific/Chatham",
    "Africa/Casablanca",
    "Pacific/Auckland",
    "America/Santiago",
    "Asia/Tehran",
    "Europe/Lisbon",
)


def week(text: str) -> Week:
    found = read_hours(text).week
    assert found is not None, text
    return found


def at(text: str, zone: str = "UTC") -> datetime:
    moment = datetime.fromisoformat(text)
    return moment if moment.tzinfo else moment.replace(tzinfo=ZoneInfo(zone))


def second(text: str) -> int:
    return int(at(text).timestamp())


def open_by_the_wall(hours: Hours, moment: datetime) -> bool:
    """The rule told another way: one reading, its day and the day before, nothing worked out ahead."""
    local = moment.astimezone(ZoneInfo(hours.zone)).replace(tzinfo=None)
    for back in (0, 1, 2):
        day = local.date() - timedelta(days=back)
        minute = (local - datetime.combine(day, datetime.min.time())).total_seconds() / 60
        special = hours.special.get(day)
        spans = (
            special
            if special is not None
            else hours.week[day.weekday()]
            if hours.week is not None
            else ((0, 1440),)
        )
        if special is None and any(
            c.is_whole_day and c.first <= day < max(c.last, c.first + timedelta(days=1))
            for c in hours.closures
        ):
            continue
        if any(a <= minute < b for a, b in spans):
            cut = any(
                c.start is not None and c.end is not None and c.start <= local < c.end for c in hours.closures
            )
            if special is not None or not cut:
                return True
    return False


SPANS = st.lists(
    st.tuples(st.integers(0, 1435), st.integers(5, 1440)).map(lambda pair: (pair[0], pair[0] + pair[1])),
    max_size=3,
).map(sp.merged)
WEEKS = st.tuples(*[SPANS] * 7)


class Rules(SimpleTestCase):
    def test_the_products_own_zone_rules_are_used_and_their_age_told(self) -> None:
        self.assertEqual(zoneinfo.TZPATH, ())
        # Moldova's clocks change at an hour of its own; older rules have the European Union's.
        summer = datetime(2027, 3, 28, 0, 30, tzinfo=UTC).astimezone(ZoneInfo("Europe/Chisinau"))
        self.assertEqual(summer.utcoffset(), timedelta(hours=2))
        self.assertFalse(zone_rules(date(2026, 11, 27)).is_old)
        self.assertTrue(zone_rules(date(2030, 1, 1)).is_old)


class OneSetOfHours(SimpleTestCase):
    def test_start_included_end_excluded(self) -> None:
        hours = Hours("Europe/London", week("Mon-Fri 9-17:30"))
        for moment, wanted in (
            ("2026-12-22T08:59:59", False),
            ("2026-12-22T09:00", True),
            ("2026-12-22T17:29:59", True),
            ("2026-12-22T17:30", False),
            ("2026-12-26T12:00", False),
        ):
            self.assertEqual(is_open(hours, at(moment, "Europe/London")), wanted, moment)

    def test_spans_as_typed(self) -> None:
        self.assertEqual(span_of(22 * 60, 2 * 60), ((1320, 1560), ""))
        for pair in ((0, 1440), (0, 0)):
            self.assertEqual(span_of(*pair)[0], (0, 1440))
        self.assertEqual(span_of(0, 0)[1], "whole_day")
        for pair in ((540, 540), (1441, 10), (-1, 5)):
            with self.assertRaises(UnreadableSpan):
                span_of(*pair)

    def test_past_midnight_belongs_to_the_day_it_starts(self) -> None:
        friday = Hours("Europe/London", week("Fri 22:00-02:00"))
        self.assertTrue(is_open(friday, at("2026-12-26T01:59", "Europe/London")))
        closed_saturday = Hours(
            "Europe/London", friday.week, (Closure(date(2026, 12, 26), date(2026, 12, 27)),)
        )
        self.assertTrue(
            is_open(closed_saturday, at("2026-12-26T01:00", "Europe/London")), "last night's tail stays"
        )
        closed_friday = Hours(
            "Europe/London", friday.week, (Closure(date(2026, 12, 25), date(2026, 12, 26)),)
        )
        self.assertFalse(is_open(closed_friday, at("2026-12-26T01:00", "Europe/London")))

    def test_skipped_readings_do_not_occur_and_repeated_ones_count_twice(self) -> None:
        night = Hours("Europe/London", week("Sun 01:00-02:00"))
        spring, autumn = second("2026-03-29T00:00Z"), second("2026-10-25T00:00Z")
        self.assertEqual(sum(b - a for a, b in open_spans(night, spring, spring + DAY)), 0)
        self.assertEqual(sum(b - a for a, b in open_spans(night, autumn, autumn + DAY)), 7200)

    def test_special_hours_replace_a_day_and_win_over_closures(self) -> None:
        closed = (
            Closure(date(2026, 12, 24), date(2026, 12, 27)),
            Closure(
                date(2026, 12, 24), date(2026, 12, 25), datetime(2026, 12, 24, 10), datetime(2026, 12, 24, 11)
            ),
        )
        hours = Hours(
            "Europe/London",
            week("Mon-Fri 9-17:30"),
            closed,
            {date(2026, 12, 24): ((540, 780),), date(2026, 12, 27): ((600, 840),)},
        )
        for moment, wanted in (
            ("2026-12-24T10:30", True),
            ("2026-12-24T13:00", False),
            ("2026-12-25T10:00", False),
            ("2026-12-27T12:00", True),
            ("2026-12-28T12:00", True),
        ):
            self.assertEqual(is_open(hours, at(moment, "Europe/London")), wanted, moment)

    def test_closures_yearly_over_a_years_end_and_timed(self) -> None:
        always = Hours(
            "Europe/London",
            None,
            (
                Closure(date(2024, 12, 30), date(2025, 1, 3), yearly=True),
                Closure(
                    date(2026, 5, 1), date(2026, 5, 2), datetime(2026, 5, 1, 13), datetime(2026, 5, 1, 15)
                ),
            ),
        )
        for moment, wanted in (
            ("2023-12-31T12:00", True),
            ("2026-12-31T12:00", False),
            ("2027-01-02T23:59", False),
            ("2027-01-03T00:00", True),
            ("2026-05-01T12:59:59", True),
            ("2026-05-01T13:00", False),
            ("2026-05-01T15:00", True),
        ):
            self.assertEqual(is_open(always, at(moment, "Europe/London")), wanted, moment)
        self.assertTrue(is_open(Hours("UTC"), at("2026-01-01T00:00")), "unset hours mean always")

    def test_outlook_looks_a_year_ahead_and_no_further(self) -> None:
        hours = Hours("Europe/London", week("Mon-Fri 9-17:30"))
        found = outlook(hours, at("2026-12-25T18:00Z"))
        self.assertEqual(
            (found.open, found.next_opening, found.next_change),
            (False, at("2026-12-28T09:00Z"), at("2026-12-28T09:00Z")),
        )
        long_shut = Hours("Europe/London", hours.week, (Closure(date(2026, 1, 1), date(2026, 11, 2)),))
        self.assertEqual(outlook(long_shut, at("2026-01-01T00:00Z")).next_opening, at("2026-11-02T09:00Z"))
        for never in (
            Hours("UTC", ((),) * 7),
            Hours("UTC", hours.week, (Closure(date(2026, 1, 1), date(2028, 1, 1)),)),
        ):
            self.assertEqual(outlook(never, at("2026-02-01T00:00Z")).next_opening, None)
        self.assertIsNone(outlook(Hours("UTC"), at("2026-02-01T00:00Z")).next_change)

    @settings(max_examples=40)
    @given(st.sampled_from(ZONES), WEEKS, st.data())
    def test_agrees_with_the_wall_minute_by_minute_around_every_clock_change(
        self, zone: str, usual: Week, data: st.DataObject
    ) -> None:
        year = second("2026-01-01T00:00Z")
        changes = [until for _, until, _ in offset_periods(zone, year, year + 365 * DAY)[:-1]] or [
            year + 100 * DAY
        ]
        around = data.draw(st.sampled_from([*changes, year + data.draw(st.integers(2, 360)) * DAY]))
        day = datetime.fromtimestamp(around, UTC).date()
        shut = data.draw(
            st.sampled_from(
                [
                    (),
                    (Closure(day, day + timedelta(days=1)),),
                    (
                        Closure(
                            day,
                            day + timedelta(days=1),
                            datetime.combine(day, datetime.min.time()) + timedelta(hours=1),
                            datetime.combine(day, datetime.min.time()) + timedelta(hours=4),
                        ),
                    ),
                ]
            )
        )
        special: Any = data.draw(st.sampled_from([{}, {day: ((90, 1500),)}, {day: ()}]))
        hours = Hours(zone, usual, shut, special)
        start = around - 2 * DAY
        spans = open_spans(hours, start, start + 4 * DAY)
        for minute in range(start, start + 4 * DAY, 300):
            self.assertEqual(
                sp.holds(spans, minute),
                open_by_the_wall(hours, datetime.fromtimestamp(minute, UTC)),
                (zone, minute),
            )
        for edge in [edge for span in spans for edge in span]:
            for near in (edge - 1, edge):
                if start <= near < start + 4 * DAY:
                    self.assertEqual(
                        sp.holds(spans, near), open_by_the_wall(hours, datetime.fromtimestamp(near, UTC))
                    )

    @given(WEEKS, st.integers(0, 360), st.integers(1, 9))
    @settings(max_examples=60)
    def test_cutting_never_adds_time(self, usual: Week, day: int, days: int) -> None:
        start = second("2026-01-01T00:00Z")
        first = date(2026, 1, 1) + timedelta(days=day)
        whole = open_spans(Hours("Europe/London", usual), start, start + 380 * DAY)
        cut = open_spans(
            Hours("Europe/London", usual, (Closure(first, first + timedelta(days=days)),)),
            start,
            start + 380 * DAY,
        )
        self.assertEqual(sp.without(cut, whole), ())


class Together(SimpleTestCase):
    START, END = second("2026-03-23T00:00Z"), second("2026-04-06T00:00Z")

    def test_a_person_is_in_while_shop_and_own_hours_are_open_and_not_absent(self) -> None:
        shop = Hours("Europe/London", week("Mon-Fri 9-17:30, Sat 10-14"))
        amara = Person(
            "amara",
            Hours("Atlantic/Cape_Verde", week("Mon-Fri 8-16")),
            ((second("2026-03-24T12:00Z"), second("2026-03-24T15:00Z")),),
        )
        spans = person_spans(amara, shop, self.START, self.END)
        # Mindelo is an hour behind London in winter, two in summer: 8 to 16 there is 9 to 17 UTC all year.
        for moment, wanted in (
            ("2026-03-24T09:30Z", True),
            ("2026-03-24T12:00Z", False),
            ("2026-03-24T15:00Z", True),
            ("2026-03-27T16:59Z", True),
            ("2026-03-30T08:30Z", False),
            ("2026-03-30T16:29Z", True),
            ("2026-03-30T16:30Z", False),
        ):
            self.assertEqual(sp.holds(spans, second(moment)), wanted, moment)
        keeps = Person("amara", amara.hours, amara.absences, keeps_own_hours=True)
        self.assertTrue(
            sp.holds(person_spans(keeps, shop, self.START, self.END), second("2026-03-30T16:30Z"))
        )

    def test_somebody_and_a_channels_own_hours(self) -> None:
        shop = Hours("Europe/London", week("Mon-Fri 9-17:30"))
        people = [
            Person("ines", Hours("Europe/London", week("Mon-Fri 9-12"))),
            Person("rhys", Hours("Europe/London", week("Thu 14-18"))),
        ]
        spans = somebody_spans(people, shop, self.START, self.END)
        self.assertEqual(
            [sp.holds(spans, second(f"2026-03-26T{h}:00Z")) for h in (11, 13, 15, 17)],
            [True, False, True, True],
        )
        self.assertEqual(
            somebody_spans([], shop, self.START, self.END), open_spans(shop, self.START, self.END)
        )
        self.assertEqual(somebody_spans([], None, self.START, self.END), ((self.START, self.END),))
        mornings = Hours("Europe/London", week("Mon-Sun 9-10"))
        self.assertEqual(sum(b - a for a, b in narrowed(spans, mornings, self.START, self.END)), 10 * 3600)

    def test_a_saturday_shift_on_a_shop_shut_on_saturday_is_noticed(self) -> None:
        shop = Hours("Europe/London", week("Mon-Fri 9-17:30"))
        self.assertEqual(
            never_in_effect(Hours("Europe/London", week("Fri 16-20, Sat 10-14")), shop, self.START),
            ((5, (600, 840)),),
        )
        self.assertEqual(never_in_effect(Hours("Europe/London", None), shop, self.START), ())
        market_day = Hours("Europe/London", shop.week, special={date(2026, 12, 19): ((540, 780),)})
        saturdays = Hours("Europe/London", week("Sat 10-14"))
        self.assertEqual(
            never_in_effect(saturdays, market_day, self.START), (), "in on one Saturday after all"
        )
