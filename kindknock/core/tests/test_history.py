"""What changed in a timetable, whether it still stands, and what one would forget."""

from datetime import UTC, date, datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.test import SimpleTestCase

from ..review.reminders import reminders
from ..time.timetable import timetable_from
from ..time.timetable_changes import still_stands, timetable_changes

AT = datetime(2026, 11, 25, 12, tzinfo=UTC)
WEEK, LONGER = {"mon": [["09:00", "17:30"]]}, {"mon": [["09:00", "19:00"]]}
XMAS = {"from": "2026-12-25", "until": "2026-12-26", "name": "Christmas"}


def away(hours: int, person: str = "ines") -> dict[str, str]:
    return {"person": person, "from": AT.isoformat(), "until": (AT + timedelta(hours=hours)).isoformat()}


class Changes(SimpleTestCase):
    CASES: tuple[tuple[dict[str, Any], dict[str, Any], list[tuple[str, str, str, bool, bool]]], ...] = (
        ({}, {}, []),
        ({"version": 1}, {"version": 2}, []),
        ({}, {"shop": {"week": WEEK}}, [("hours", "shop", "", False, True)]),
        ({"shop": {"week": WEEK}}, {"shop": {"week": LONGER}}, [("hours", "shop", "", True, True)]),
        ({"shop": {"week": WEEK}}, {}, [("hours", "shop", "", True, False)]),
        (
            {"shop": {"week": WEEK}},
            {"shop": {"week": WEEK, "closures": [XMAS]}},
            [("closure", "shop", "", False, True)],
        ),
        ({"shop": {"closures": [XMAS]}}, {}, [("closure", "shop", "", True, False)]),
        (
            {},
            {"people": {"ines": {"week": WEEK}}, "channels": {"wa": {"week": LONGER}}},
            [("hours", "person", "ines", False, True), ("hours", "channel", "wa", False, True)],
        ),
        ({}, {"absences": [away(3)]}, [("absence", "person", "ines", False, True)]),
        ({"absences": [away(3)]}, {"absences": [away(5)]}, [("absence", "person", "ines", True, True)]),
        ({"absences": [away(3)]}, {}, [("absence", "person", "ines", True, False)]),
        ({"absences": [away(-3)]}, {}, []),
    )

    def test_what_differs_and_whether_it_still_stands(self) -> None:
        for before, after, expected in self.CASES:
            with self.subTest(after=after):
                was, now = timetable_from(before), timetable_from(after)
                found = timetable_changes(was, now, AT)
                self.assertEqual(
                    [(c.kind, c.whose, c.key, c.before is not None, c.after is not None) for c in found],
                    expected,
                )
                self.assertTrue(all(still_stands(change, now) for change in found))
                self.assertFalse(any(still_stands(change, was) for change in found))


class Reminded(SimpleTestCase):
    def test_what_one_would_forget(self) -> None:
        clock = ZoneInfo("Atlantic/Cape_Verde")
        late = datetime(2026, 11, 25, 0, 30, tzinfo=UTC)
        all_well: dict[str, Any] = {
            "at": AT,
            "clock": clock,
            "is_live": True,
            "changed_since": None,
            "paused": (),
            "is_heard": True,
        }
        for item, expected in (
            ({}, []),
            ({"is_live": False, "changed_since": late, "is_heard": False}, [("never_live", "", None)]),
            ({"changed_since": AT - timedelta(hours=2)}, []),
            ({"changed_since": late}, [("waiting", "", date(2026, 11, 24))]),
            ({"paused": (("front", late),)}, [("paused", "front", date(2026, 11, 24))]),
            ({"is_heard": False}, [("unheard", "", None)]),
        ):
            with self.subTest(said=item):
                self.assertEqual(
                    [
                        (reminder.code, reminder.door, reminder.since)
                        for reminder in reminders(**{**all_well, **item})
                    ],
                    expected,
                )
        unseen = (("/a", "covered"), ("/b", "outside"), ("/c", "covered"))
        self.assertEqual(
            [
                (item.code, item.page, item.more, item.trouble)
                for item in reminders(**{**all_well, "unseen": unseen})
            ],
            [("unseen", "/a", 1, "covered"), ("unseen", "/b", 0, "outside")],
        )
