"""Hours, closures and absences hold at once, are kept with who and when, and reach every process."""

from datetime import UTC, date, datetime, time, timedelta
from random import Random
from typing import Any

from django.test import TestCase

from kindknock import clock
from kindknock.accounts.models import Business, User
from kindknock.core.time.timetable_changes import timetable_changes
from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.people.actions.close import ClosureRefused, add_closure, remove_closure
from kindknock.people.actions.keep_assistant import (
    AssistantRefused,
    add_assistant,
    change_assistant,
    remove_assistant,
)
from kindknock.people.actions.say_away import AwayRefused, say_away, say_back
from kindknock.people.actions.set_hours import HoursRefused, clear_hours, set_hours
from kindknock.people.actions.undo_change import undo_change
from kindknock.people.load import people_of, timetable_of
from kindknock.people.models import Absence, Assistant, TimetableVersion, Whose
from kindknock.people.queries import changes_of

WEEK = {"mon": [["09:00", "17:30"]], "sat": [["22:00", "02:00"]]}
NOON = datetime(2026, 11, 25, 12, tzinfo=UTC)


class Timetables(TestCase):
    owner: User
    business: Business
    ines: Assistant

    @classmethod
    def setUpTestData(cls) -> None:
        cls.owner = an_owner()
        cls.business = a_business(cls.owner).business
        cls.ines = add_assistant(cls.business, key="ines", name="Ines Calder", role={"en": "Workshop"})

    def test_what_is_set_is_what_core_reads(self) -> None:
        set_hours(
            self.business,
            Whose.SHOP,
            week=WEEK,
            special={"2026-12-24": [["09:00", "13:00"]]},
            by=self.owner,
            at=clock.now(),
        )
        set_hours(
            self.business,
            Whose.PERSON,
            "ines",
            week=None,
            zone="Atlantic/Cape_Verde",
            by=self.owner,
            at=clock.now(),
        )
        add_closure(
            self.business,
            first_day=date(2026, 12, 25),
            last_day=date(2026, 12, 27),
            name=" Christmas ",
            yearly=True,
            by=self.owner,
            at=clock.now(),
        )
        add_closure(
            self.business,
            first_day=date(2026, 11, 26),
            last_day=date(2026, 11, 26),
            from_time=time(14),
            until_time=time(16),
            by=self.owner,
            at=clock.now(),
        )
        say_away(self.ines, until=NOON + timedelta(hours=3), at=NOON, by=self.owner)
        with self.assertNumQueries(4):
            found = timetable_of(self.business, at=NOON)
        assert found.shop is not None
        self.assertEqual(
            (found.version, found.shop.week and found.shop.week["sat"], found.people["ines"].zone),
            (5, [("22:00", "02:00")], "Atlantic/Cape_Verde"),
        )
        self.assertEqual(
            [(c.from_, c.until, c.whole_day, c.yearly, c.name) for c in found.shop.closures],
            [
                ("2026-11-26T14:00:00", "2026-11-26T16:00:00", False, False, ""),
                ("2026-12-25", "2026-12-27", True, True, "Christmas"),
            ],
        )
        self.assertEqual([(a.person, a.until) for a in found.absences], [("ines", NOON + timedelta(hours=3))])

    def test_every_change_is_kept_with_who_and_when_and_the_whole(self) -> None:
        for _ in range(2):
            set_hours(self.business, Whose.SHOP, week=WEEK, by=self.owner, at=clock.now())
        closure = add_closure(
            self.business, first_day=date(2026, 12, 25), last_day=date(2026, 12, 26), by=None, at=clock.now()
        )
        remove_closure(closure, by=self.owner, at=clock.now())
        kept = list(TimetableVersion.objects.order_by("number"))
        self.assertEqual(
            [(v.number, v.what["what"], v.by) for v in kept],
            [(1, "hours_set", self.owner), (2, "closure_added", None), (3, "closure_removed", self.owner)],
        )
        self.assertEqual(kept[0].document["shop"]["week"], WEEK)
        self.assertEqual([len(v.document["shop"].get("closures", [])) for v in kept], [0, 1, 0])

    def test_what_cannot_be_is_refused_and_nothing_kept(self) -> None:
        refused: tuple[tuple[Any, type[Exception]], ...] = (
            (
                lambda: set_hours(
                    self.business, Whose.SHOP, week={"mon": [["09:00", "09:00"]]}, by=None, at=clock.now()
                ),
                HoursRefused,
            ),
            (
                lambda: set_hours(
                    self.business, Whose.SHOP, week=WEEK, zone="Mars/Base", by=None, at=clock.now()
                ),
                HoursRefused,
            ),
            (
                lambda: set_hours(
                    self.business, Whose.SHOP, week=WEEK, special={"24 Dec": []}, by=None, at=clock.now()
                ),
                HoursRefused,
            ),
            (
                lambda: add_closure(
                    self.business,
                    first_day=date(2026, 12, 25),
                    last_day=date(2026, 12, 25),
                    by=None,
                    at=clock.now(),
                ),
                ClosureRefused,
            ),
            (
                lambda: add_closure(
                    self.business,
                    first_day=date(2026, 12, 25),
                    last_day=date(2026, 12, 25),
                    from_time=time(10),
                    by=None,
                    at=clock.now(),
                ),
                ClosureRefused,
            ),
            (
                lambda: add_closure(
                    self.business,
                    first_day=date(2026, 12, 25),
                    last_day=date(2026, 12, 25),
                    from_time=time(10),
                    until_time=time(9),
                    by=None,
                    at=clock.now(),
                ),
                ClosureRefused,
            ),
            (lambda: say_away(self.ines, until=NOON, at=NOON), AwayRefused),
            (lambda: add_assistant(self.business, name="x", pages=[{"effect": "maybe"}]), AssistantRefused),
        )
        for act, error in refused:
            with self.assertRaises(error):
                act()
        self.assertEqual(TimetableVersion.objects.count(), 0)

    def test_away_again_ends_the_absence_that_runs_and_back_is_said_once(self) -> None:
        say_away(self.ines, until=NOON + timedelta(hours=5), at=NOON)
        say_away(self.ines, until=NOON + timedelta(hours=2), at=NOON + timedelta(hours=1))
        self.assertEqual(
            [(a.since, a.until) for a in Absence.objects.order_by("pk")],
            [(NOON, NOON + timedelta(hours=1)), (NOON + timedelta(hours=1), NOON + timedelta(hours=2))],
        )
        for _ in range(2):
            say_back(self.ines, at=NOON + timedelta(hours=1, minutes=30))
        self.assertEqual(Absence.objects.latest("pk").until, NOON + timedelta(hours=1, minutes=30))
        self.assertEqual(TimetableVersion.objects.count(), 3)
        say_away(self.ines, until=NOON + timedelta(hours=3), at=NOON + timedelta(hours=2))
        say_back(self.ines, at=NOON + timedelta(hours=2))
        self.assertEqual(Absence.objects.count(), 2, "an absence that never began leaves nothing behind")

    def test_random_changes_taken_back_in_turn_lead_home(self) -> None:
        """Each undone from the last to the first: what core reads is then exactly what it was."""
        now, business, random = clock.now().replace(microsecond=0), self.business, Random()
        amara = add_assistant(business, key="amara", name="Amara Oduya")
        set_hours(business, Whose.SHOP, week=WEEK, by=None, at=clock.now())
        add_closure(
            business,
            first_day=date(2026, 12, 25),
            last_day=date(2026, 12, 27),
            name="Christmas",
            yearly=True,
            by=None,
            at=clock.now(),
        )
        say_away(
            amara,
            until=now + timedelta(hours=9),
            at=now - timedelta(hours=1),
            word="At the harbour",
            is_told=True,
        )
        for seed in range(16):
            random.seed(seed)
            before, first, at = timetable_of(business, at=clock.now()), TimetableVersion.objects.count(), now
            for _ in range(9):
                at += timedelta(minutes=7)
                whose, key = random.choice(
                    ((Whose.SHOP, ""), (Whose.PERSON, "ines"), (Whose.PERSON, "amara"))
                )
                day = date(2026, 12, 1) + timedelta(days=random.randrange(40))
                random.choice(
                    (
                        lambda w=whose, k=key, d=day: set_hours(
                            business,
                            w,
                            k,
                            week=random.choice((WEEK, {}, None)),
                            zone=random.choice(("", "Atlantic/Cape_Verde")),
                            special=random.choice(({}, {d.isoformat(): [["10:00", "12:00"]]})),
                            by=None,
                            at=clock.now(),
                        ),
                        lambda w=whose, k=key: clear_hours(business, w, k, by=None, at=clock.now()),
                        lambda w=whose, k=key, d=day: add_closure(
                            business,
                            whose=w,
                            key=k,
                            first_day=d,
                            last_day=d + timedelta(days=random.randrange(1, 9)),
                            name=random.choice(("", "Leave")),
                            yearly=random.random() < 0.3,
                            by=None,
                            at=clock.now(),
                        ),
                        lambda w=whose, k=key, d=day: add_closure(
                            business,
                            whose=w,
                            key=k,
                            first_day=d,
                            last_day=d,
                            from_time=time(14),
                            until_time=time(16, 30),
                            by=None,
                            at=clock.now(),
                        ),
                        lambda a=at: say_away(
                            random.choice((self.ines, amara)),
                            until=a + timedelta(hours=random.randrange(1, 30)),
                            at=a,
                            word="Out",
                            is_told=True,
                        ),
                        lambda a=at: say_back(random.choice((self.ines, amara)), at=a),
                        lambda: remove_closure(
                            random.choice(list(business.closures.order_by("pk"))), by=None, at=clock.now()
                        ),
                    )
                )() if business.closures.exists() else add_closure(
                    business, first_day=day, last_day=day + timedelta(days=1), by=None, at=clock.now()
                )
            for version in reversed(TimetableVersion.objects.filter(number__gt=first).order_by("number")):
                if changes_of(version):
                    undo_change(version, by=self.owner, at=clock.now())
            after = timetable_of(business, at=clock.now())
            self.assertEqual(
                (timetable_changes(before, after, now), after.absences), ((), before.absences), seed
            )

    def test_people_are_the_drafts_and_a_removed_one_stays_in_the_past(self) -> None:
        change_assistant(self.ines, role={"en": "Bench"}, languages=["en", "pt"])
        add_assistant(self.business, name="Hire desk")
        self.assertEqual(
            [(p.name, p.role, p.languages) for p in people_of(self.business)],
            [("Ines Calder", {"en": "Bench"}, ("en", "pt")), ("Hire desk", {}, ())],
        )
        remove_assistant(self.ines, at=clock.now())
        self.assertEqual([p.name for p in people_of(self.business)], ["Hire desk"])
        self.assertEqual(self.business.assistants.count(), 2)
