"""An hour of the week is found by its moments; plain Python over every knock finds the same."""

from collections import Counter
from datetime import UTC, datetime, timedelta
from random import Random
from uuid import uuid4
from zoneinfo import ZoneInfo

from django.test import TestCase

from kindknock.doors.tests.builders import a_business

from ..actions.keep_events import Happened, keep_events
from ..behind import InHour, knocks_behind

ZONES = ("Europe/London", "Australia/Lord_Howe", "Asia/Kathmandu", "America/St_Johns")


class Hours(TestCase):
    def test_an_hour_of_the_week_over_clock_changes_agrees_with_plain_python(self) -> None:
        opened, draw = a_business(), Random(7)
        for start in (datetime(2026, 3, 20, 11, tzinfo=UTC), datetime(2026, 10, 20, 5, tzinfo=UTC)):
            end = start + timedelta(days=25)
            knocks = [
                Happened(
                    uuid4(),
                    opened.site.key,
                    "knocked",
                    "d1",
                    "",
                    draw.choice(["/a", "/b"]),
                    "phone",
                    "en",
                    start + timedelta(minutes=draw.randrange(-3000, 25 * 24 * 60 + 3000)),
                )
                for _ in range(1500)
            ]
            keep_events(knocks)
            for zone in ZONES:
                there = ZoneInfo(zone)
                for weekday, hour in ((6, 0), (6, 1), (6, 2), (0, 23), (3, 14)):
                    wanted = Counter(
                        knock.path
                        for knock in knocks
                        if start <= knock.at < end
                        and (at := knock.at.astimezone(there)).weekday() == weekday
                        and at.hour == hour
                    )
                    with self.subTest(zone=zone, weekday=weekday, hour=hour):
                        only = InHour(weekday, hour, zone)
                        found = knocks_behind([opened.site.pk], only, ["path"], start, end)
                        self.assertEqual(found["path"], dict(wanted))
