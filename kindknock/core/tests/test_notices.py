"""docs/rules.md 18: when a letter goes out."""

from datetime import UTC, datetime, timedelta
from typing import cast
from zoneinfo import ZoneInfo

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from kindknock.core.notices import MOST_AN_HOUR, Quiet, Rate, due_at, is_quiet

LONDON, NIGHT = "Europe/London", Quiet()

# fmt: off
CASES = (
    ("no",      "2026-11-27 10:00", None,             LONDON, 0, None),
    ("at_once", "2026-11-27 10:00", NIGHT,            LONDON, 0, "2026-11-27 10:00"),
    ("at_once", "2026-11-27 20:00", NIGHT,            LONDON, 0, "2026-11-28 08:00"),
    ("at_once", "2026-11-27 19:59", NIGHT,            LONDON, 0, "2026-11-27 19:59"),
    ("at_once", "2026-11-28 03:00", NIGHT,            LONDON, 0, "2026-11-28 08:00"),
    ("at_once", "2026-11-28 08:00", NIGHT,            LONDON, 0, "2026-11-28 08:00"),
    ("at_once", "2026-11-28 03:00", None,             LONDON, 0, "2026-11-28 03:00"),
    ("at_once", "2026-11-28 13:00", Quiet(720, 840),  LONDON, 0, "2026-11-28 14:00"),
    ("at_once", "2026-11-28 13:00", Quiet(600, 600),  LONDON, 0, "2026-11-28 13:00"),
    ("daily",   "2026-11-27 10:00", NIGHT,            LONDON, 0, "2026-11-28 08:00"),
    ("daily",   "2026-11-27 07:00", NIGHT,            LONDON, 0, "2026-11-27 08:00"),
    ("daily",   "2026-11-27 08:00", NIGHT,            LONDON, 0, "2026-11-28 08:00"),
    ("daily",   "2026-11-27 10:00", Quiet(1200, 600), LONDON, 0, "2026-11-28 10:00"),
    ("weekly",  "2026-11-27 10:00", NIGHT,            LONDON, 0, "2026-11-30 08:00"),
    ("weekly",  "2026-11-30 09:00", NIGHT,            LONDON, 0, "2026-12-07 08:00"),
    ("weekly",  "2026-11-27 07:00", NIGHT,            LONDON, 4, "2026-11-27 08:00"),
    # Clocks go back that night: eight is eight on the wall.
    ("at_once", "2026-10-24 23:00", NIGHT,            LONDON, 0, "2026-10-25 08:00"),
    ("daily",   "2026-03-28 10:00", None,             LONDON, 0, "2026-03-29 08:00"),
)
# fmt: on


def moment(text: str, zone: str = LONDON) -> datetime:
    return datetime.fromisoformat(text).replace(tzinfo=ZoneInfo(zone))


class When(SimpleTestCase):
    def test_each_rate_around_quiet_hours(self) -> None:
        for rate, at, quiet, zone, weekday, due in CASES:
            with self.subTest(rate=rate, at=at, quiet=quiet):
                found = due_at(cast("Rate", rate), moment(at), quiet=quiet, zone=zone, weekday=weekday)
                self.assertEqual(found, moment(due) if due else None)

    def test_quiet_is_on_the_readers_clock(self) -> None:
        at = moment("2026-11-27 19:30")
        self.assertFalse(is_quiet(at, NIGHT, LONDON))
        self.assertTrue(is_quiet(at, NIGHT, "Asia/Tokyo"))
        self.assertFalse(is_quiet(at, NIGHT, "Atlantic/Cape_Verde"))

    def test_more_than_five_an_hour_become_one(self) -> None:
        at = moment("2026-11-27 10:00")
        lately = [at - timedelta(minutes=10 * n) for n in range(1, 8)]
        self.assertEqual(due_at("at_once", at, lately=lately[:4]), at)
        self.assertEqual(due_at("at_once", at, lately=lately), lately[4] + timedelta(hours=1))
        old = [at - timedelta(hours=2)] * MOST_AN_HOUR
        self.assertEqual(due_at("at_once", at, lately=old), at)

    @given(
        rate=st.sampled_from(["at_once", "daily", "weekly"]),
        second=st.integers(1_700_000_000, 1_900_000_000),
        quiet=st.builds(Quiet, st.integers(0, 1439), st.integers(0, 1439)),
        zone=st.sampled_from([LONDON, "Asia/Kathmandu", "Australia/Lord_Howe", "America/St_Johns"]),
        ago=st.lists(st.integers(0, 7200), max_size=12),
    )
    def test_no_letter_comes_early_nor_in_quiet_hours(
        self, rate: str, second: int, quiet: Quiet, zone: str, ago: list[int]
    ) -> None:
        at = datetime.fromtimestamp(second, UTC)
        lately = [at - timedelta(seconds=each) for each in ago]
        due = due_at(cast("Rate", rate), at, quiet=quiet, zone=zone, lately=lately)
        assert due is not None
        self.assertGreaterEqual(due, at)
        self.assertLessEqual(due - at, timedelta(days=8, hours=25))
        # A clock that jumps over the end of quiet hours may land just within them.
        self.assertFalse(is_quiet(due + timedelta(hours=1 if is_quiet(due, quiet, zone) else 0), quiet, zone))
