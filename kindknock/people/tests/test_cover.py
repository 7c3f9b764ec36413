"""When somebody was in, against a plain count minute by minute over what held at each of them."""

from datetime import UTC, datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.test import TestCase

from kindknock.core.time.spans import holds
from kindknock.doors.tests.builders import a_business, an_owner

from ..actions.close import add_closure
from ..actions.keep_assistant import add_assistant, remove_assistant
from ..actions.say_away import say_away
from ..actions.set_hours import set_hours
from ..cover import cover_then
from ..models import TimetableVersion, Whose

LONDON = ZoneInfo("Europe/London")
DAYS = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
Week = dict[str, list[list[str]]]


def on_clock(day: int, hour: int = 0, minute: int = 0) -> datetime:
    """A moment of the clocks' last October week of 2026, on London's wall; days go on into November."""
    return datetime(2026, 10, 19, hour, minute, tzinfo=LONDON) + timedelta(days=day)


def is_open(week: Week | None, at: datetime) -> bool:
    if week is None:
        return True
    spans = week.get(DAYS[at.weekday()], [])
    return any(start <= f"{at:%H:%M}" < end for start, end in spans)


class Cover(TestCase):
    """Two weeks, over the night the clocks go back: hours change in them, somebody comes, is away, leaves."""

    def setUp(self) -> None:
        self.owner = an_owner()
        self.business = a_business(self.owner).business
        self.assertEqual(self.business.zone, "Europe/London")

    def hours(self, whose: Whose, key: str, week: Week, at: datetime) -> None:
        set_hours(self.business, whose, key, week=week, by=self.owner, at=at)

    def check(self, was_in: Any, days: int = 14) -> None:
        """Each quarter hour of the days, by the oracle `was_in` of a moment on London's wall."""
        spans = cover_then(self.business, on_clock(0), on_clock(days))
        second, end = int(on_clock(0).timestamp()), int(on_clock(days).timestamp())
        while second < end:
            local = datetime.fromtimestamp(second, LONDON)
            self.assertEqual(holds(spans, second), was_in(local), local)
            second += 900

    def test_hours_that_changed_hold_from_then_on_and_no_earlier(self) -> None:
        early: Week = {day: [["09:00", "12:00"]] for day in DAYS[:5]}
        late: Week = {day: [["13:00", "17:00"]] for day in DAYS}
        self.hours(Whose.SHOP, "", early, on_clock(-30))
        self.hours(Whose.SHOP, "", late, on_clock(5, 10, 30))
        self.check(lambda at: is_open(early if at < on_clock(5, 10, 30) else late, at))

    def test_before_the_first_version_the_first_holds(self) -> None:
        week: Week = {"wed": [["09:00", "17:00"]]}
        self.hours(Whose.SHOP, "", week, on_clock(9))
        self.check(lambda at: is_open(week, at))

    def test_without_any_version_what_stands_now_holds(self) -> None:
        self.assertFalse(TimetableVersion.objects.exists())
        self.check(lambda at: True)

    def test_people_absences_and_closures_of_then(self) -> None:
        shop: Week = {day: [["08:00", "18:00"]] for day in DAYS[:6]}
        ines_week: Week = {day: [["09:00", "11:00"]] for day in DAYS}
        rhys_week: Week = {day: [["14:00", "16:00"]] for day in DAYS}
        self.hours(Whose.SHOP, "", shop, on_clock(-30))
        ines = add_assistant(self.business, key="ines", name="Ines Calder")
        self.hours(Whose.PERSON, "ines", ines_week, on_clock(-30))
        say_away(ines, until=on_clock(3), at=on_clock(1, 10))
        rhys = add_assistant(self.business, key="rhys", name="Rhys Pell")
        self.hours(Whose.PERSON, "rhys", rhys_week, on_clock(4))
        add_closure(
            self.business,
            first_day=on_clock(7).date(),
            last_day=on_clock(8).date(),
            name="Stocktaking",
            by=self.owner,
            at=on_clock(6),
        )
        remove_assistant(rhys, at=on_clock(10, 15))

        def was_in(at: datetime) -> bool:
            if not is_open(shop, at) or on_clock(7) <= at < on_clock(8):
                return False
            ines_in = is_open(ines_week, at) and not on_clock(1, 10) <= at < on_clock(3)
            return ines_in or (is_open(rhys_week, at) and on_clock(4) <= at < on_clock(10, 15))

        self.check(was_in)

    def test_an_hour_that_comes_twice_counts_twice(self) -> None:
        """The night of 25 October: one to two o'clock is two hours long."""
        self.hours(Whose.SHOP, "", {"sun": [["01:00", "02:00"]]}, on_clock(-30))
        spans = cover_then(self.business, on_clock(6), on_clock(7))
        self.assertEqual(sum(end - start for start, end in spans), 7200)
        self.assertEqual(spans[0][0], int(datetime(2026, 10, 25, 0, tzinfo=UTC).timestamp()))
