"""Questions taken from everywhere once, put together, settled, and whether it helped."""

from datetime import UTC, datetime, timedelta
from typing import Any
from unittest.mock import patch
from uuid import uuid4

from django.test import Client, SimpleTestCase

from kindknock import clock
from kindknock.accounts.models import Membership
from kindknock.answers.actions.change_piece import add_piece
from kindknock.answers.models import Piece
from kindknock.doors.models import Release
from kindknock.doors.tests.builders import an_owner
from kindknock.footfall.actions.keep_events import Happened, keep_events
from kindknock.footfall.actions.keep_readings import Read, keep_readings
from kindknock.footfall.actions.sum_up import sum_up
from kindknock.footfall.models import Reading
from kindknock.guestbook.tests.builders import an_entry
from kindknock.studio_api import asked_words as say
from kindknock.studio_api.tests.test_api import Base

from ..actions.settle import settle
from ..actions.take_questions import forget_marks, take_questions
from ..models import Question, QuestionGroup
from ..queries import Since, asked_again, wording_of

NOW = datetime(2026, 11, 28, 14, tzinfo=UTC)


class AskedAgain(Base):
    def setUp(self) -> None:
        patch.object(clock, "now", lambda: NOW).start()
        self.addCleanup(patch.stopall)
        super().setUp()
        self.place = self.opened.site

    def read(self, kind: str = "not_found", days_ago: float = 1, **more: Any) -> None:
        values: dict[str, Any] = {
            "client_id": uuid4(),
            "site_key": self.place.key,
            "kind": kind,
            "door": self.opened.door.key,
            "about": "",
            "step": "",
            "arm": "",
            "end": "",
            "view": "",
            "path": "/shop",
            "device": "phone",
            "language": "en",
            "at": NOW - timedelta(days=days_ago),
            "words": "do you post to Portugal",
            "visit": uuid4().hex[:16],
        }
        keep_readings([Read(**values | more)])

    def found(self, sees_notes: bool = True) -> list[tuple[str, str, int, int]]:
        take_questions(self.place, at=NOW)
        return [
            (each.wording.text, each.wording.page, each.people, each.knocked)
            for each in asked_again(self.place, sees_notes=sees_notes, at=NOW)
        ]

    def test_three_different_people_make_a_group(self) -> None:
        for visit in ("a", "a", "b"):
            self.read(visit=visit)
        self.assertEqual(self.found(), [])
        self.read(words="Post to Portugal?", visit="c", path="/hire")
        self.assertEqual(self.found(), [("do you post to Portugal", "/shop", 3, 0)])
        self.read("knocked", visit="c", days_ago=0.9, words="")
        self.assertEqual(self.found()[0][3], 1, "of whom one knocked then")
        self.assertEqual(take_questions(self.place, at=NOW), 0, "nothing is taken twice")
        forget_marks(at=NOW + timedelta(days=1))
        self.assertEqual({*Question.objects.values_list("who", flat=True)}, {""})
        self.assertEqual({*Reading.objects.values_list("visit", flat=True)}, {""})
        self.assertEqual(self.found()[0][2], 3, "they are still three")

    def test_notes_count_by_who_wrote_and_go_with_them(self) -> None:
        for number in (1, 2):
            an_entry(
                self.opened,
                number,
                text="Hello, do you post to Portugal? Call +44 117 496 0123",
                reach=f"w{number}@harbourmail.example",
                at=NOW - timedelta(days=2),
            )
        self.read()
        self.assertEqual([each[2:] for each in self.found()], [(3, 2)])
        self.assertFalse(Question.objects.filter(text__contains="0123").exists())
        self.assertEqual(self.found(sees_notes=False)[0][0], "do you post to Portugal", "not a note's words")
        entry = Question.objects.exclude(message=None).earliest("pk").message
        assert entry is not None
        entry.entry.delete()
        self.assertEqual(self.found(), [], "two are left")

    def test_not_quite_asks_what_the_answer_is_about(self) -> None:
        key = add_piece(self.place, Piece.Sort.ANSWER, {"title": {"en": "How long does a wheel take?"}}).key
        for _ in range(3):
            self.read("not_quite", about=key, words="")
        self.assertEqual(self.found()[0][0], "How long does a wheel take?")

    def test_since_it_was_answered(self) -> None:
        for days in (20, 19, 18, 17, 16, 15, 14.5, 3):
            self.read(days_ago=days)
        keep_events(
            [
                Happened(uuid4(), self.place.key, "seen", "front", "", "/", "", "", NOW - timedelta(days=day))
                for day in range(1, 26)
                for _ in range(20)
            ]
        )
        sum_up()
        take_questions(self.place, at=NOW)
        group = QuestionGroup.objects.get()
        settle(group, "on_page", by=self.owner, at=NOW - timedelta(days=12))
        since = asked_again(self.place, sees_notes=True, at=NOW)[0].since
        assert since is not None
        self.assertEqual((since.before, since.after, since.days, since.word), (7, 1, 12, "likely_fewer"))
        settle(group, "answered", by=self.owner, at=NOW - timedelta(days=12), piece="late")
        since = asked_again(self.place, sees_notes=True, at=NOW)[0].since
        assert since is not None
        self.assertFalse(since.is_live, "no release has it yet")
        Release.objects.create(
            site=self.place, number=99, setup={"answers": [{"key": "late"}]}, at=NOW - timedelta(days=10)
        )
        since = asked_again(self.place, sees_notes=True, at=NOW)[0].since
        assert since is not None
        self.assertEqual((since.is_live, since.before, since.after), (True, 7, 1))
        settle(group, "not_worth", by=self.owner, at=NOW)
        self.assertEqual(asked_again(self.place, sees_notes=True, at=NOW), [])

    def test_answer_it_begins_with_the_wording_and_the_page(self) -> None:
        for visit in "abc":
            self.read(visit=visit, path="/hire")
        take_questions(self.place, at=NOW)
        number = QuestionGroup.objects.get().pk
        listed = self.call("GET", f"{self.site}/asked-again")[1]
        self.assertEqual(listed[0]["wording"], "do you post to Portugal")
        piece = self.call("POST", f"/api/asked-again/{number}/answer")[1]["piece"]
        value = Piece.objects.get(key=piece).value
        self.assertEqual(value["title"], {"en": "Do you post to Portugal"})
        self.assertEqual([rule["value"] for rule in value["first_on"]], ["/hire"])
        again = self.call("POST", f"/api/asked-again/{number}/answer")[1]
        self.assertEqual(again, {"piece": piece}, "pressed in two windows it is one answer")
        again = self.call("PUT", f"/api/asked-again/{number}", {"state": "open"})[1]
        self.assertEqual(
            (again[0]["state"], self.call("PUT", "/api/asked-again/0", {"state": "open"})[0]), ("open", 404)
        )

    def test_a_maker_gets_no_words_of_a_note(self) -> None:
        for number in (1, 2, 3):
            an_entry(
                self.opened, number, text="Is Wilma's saddle ready?", reach=f"w{number}@h.example", at=NOW
            )
        user, maker = an_owner("nils@varga-sites.example"), Client()
        Membership.objects.create(user=user, business=self.opened.business, role="maker")
        maker.force_login(user, backend="kindknock.accounts.backends.ByEmail")
        self.assertEqual(self.call("GET", f"{self.site}/asked-again", None, maker), (200, []))
        group = QuestionGroup.objects.get()
        self.assertEqual(wording_of(group, sees_notes=False).text, "")


class Words(SimpleTestCase):
    def test_what_became_of_it_claims_no_more_than_it_knows(self) -> None:
        group = QuestionGroup(state="answered")
        for since, words in (
            (None, ""),
            (
                Since(20, 7, 1, "surely_fewer", True),
                "7 people became 1 person: surely fewer of those who came.",
            ),
            (Since(20, 7, 2, "about_the_same", True), "7 people became 2: that may be chance."),
            (Since(20, 1, 0, "too_few", True), "one person became nobody: too few to tell yet."),
            (Since(20, 0, 4, "likely_more", True), "nobody became 4: likely more of those who came."),
            (Since(0, 7, 0, "surely_fewer", True), "Live since today: too early to tell."),
            (Since(20, 7, 0, "surely_fewer", False), "Its answer isn’t live yet."),
        ):
            self.assertTrue(say.since(group, since).endswith(words), since)
        group.state = "on_page"
        found = say.since(group, Since(9, 4, 0, "too_few", True))
        self.assertEqual(found, "Since it stands on the page, 4 people became nobody: too few to tell yet.")
