"""A trial on a site's own page: the draft for whoever has the key, and for nobody else."""

from datetime import timedelta
from typing import Any

from kindknock import clock
from kindknock.doors.actions.begin_trial import begin_trial, end_trial
from kindknock.doors.actions.change_door import change_door
from kindknock.doors.models import Door, Showing, Trial
from kindknock.footfall.models import Event
from kindknock.sites.models import HeardBoxes, HeardPath

from .asking import PAGE, AskedBase


class OnTheSite(AskedBase):
    def setUp(self) -> None:
        super().setUp()
        self.changed(says={"label": {"en": "Drafted"}})
        self.trial = self.begun()

    def changed(self, **parts: Any) -> None:
        door = Door.objects.get()
        change_door(door, parts, version=door.version)

    def begun(self, of: Showing.Of = Showing.Of.DRAFT, **visit: Any) -> Trial:
        user = self.opened.business.memberships.get().user
        return begin_trial(self.opened.site, of=of, visit=visit, by=user, at=clock.now())

    def tried(self, trial: Trial | None = None, **visit: Any) -> Any:
        key = "~" + (trial or self.trial).token
        return self.ask("/k/v1/verdict", {"site": key, "address": PAGE, **visit})[1]

    def test_the_draft_is_shown_by_the_key_alone(self) -> None:
        shown = self.tried()
        self.assertEqual((shown["show"], shown["door"]["label"]), (True, "Drafted"))
        self.assertIn("The draft.", shown["trial"]["says"])
        self.assertNotEqual(self.verdict()["door"]["label"], "Drafted")
        self.assertNotEqual(self.tried(self.begun(Showing.Of.LIVE))["door"]["label"], "Drafted")
        for key in ("~", "~" + self.trial.token[:-1], "~x", "~" + "a" * 15, "~\x00", "~é"):
            with self.subTest(key):
                self.assertFalse(self.ask("/k/v1/verdict", {"site": key, "address": PAGE})[1]["show"])

    def test_it_holds_for_seconds_only_and_ends(self) -> None:
        self.assertLess(self.tried()["until"], (clock.now() + timedelta(seconds=11)).isoformat())
        Trial.objects.update(until=clock.now())
        self.assertEqual(self.tried()["trial"], {"ended": True})
        again = self.begun()
        end_trial(self.opened.site, again.token)
        self.assertFalse(self.tried(again)["show"])

    def test_every_rule_counts_as_for_a_visitor(self) -> None:
        self.changed(pages=[{"effect": "hide", "kind": "below", "value": "/basket"}])
        for address, words in (
            ("https://elsewhere.example/", "isn’t on the list"),
            ("https://www.averilcycles.example/basket", "no button on this page"),
        ):
            with self.subTest(address):
                answer = self.tried(address=address)
                self.assertFalse(answer["show"])
                self.assertIn(words, answer["trial"]["says"])

    def test_it_is_as_the_visitor_and_at_the_moment_chosen(self) -> None:
        self.changed(for_whom={"countries_mode": "only", "countries": ["ES"], "visitors": "returning"})
        self.assertFalse(self.tried(returning=True)["show"])
        there = self.begun(country="ES", returning=True, languages=["pt"], at="2026-12-05T09:00:00+00:00")
        answer = self.tried(there)
        self.assertTrue(answer["show"])
        self.assertEqual(
            answer["trial"]["as"],
            "As a visitor who was here before, from ES, reading Portuguese, on Saturday 5 December 09:00.",
        )

    def test_nothing_of_it_is_counted_or_heard(self) -> None:
        key = "~" + self.trial.token
        self.tried()
        event = {"id": "0" * 32, "kind": "seen", "door": self.opened.door.key}
        for path, body in (
            ("/k/v1/heard", {"events": [event]}),
            ("/k/v1/note", {"id": "0" * 32, "text": "Hello", "reach": "a@b.example", "seconds": 9}),
            ("/k/v1/boxes", {"boxes": [[0, 0, 10, 10]], "width": 390, "height": 800}),
        ):
            self.ask(path, {"site": key, "address": PAGE, **body})
        self.front.stop()
        for model in (Event, HeardPath, HeardBoxes):
            self.assertFalse(model.objects.exists(), model)

    def test_its_page_reports_what_it_met_and_a_stranger_cannot(self) -> None:
        body = {"address": PAGE, "stands": True, "met": ["covered", "x"], "refused": ["a" * 900, 3]}
        self.assertEqual(self.ask("/k/v1/met", {"site": "~nobody", **body})[1], {"kept": False})
        for odd in ({"met": 3}, {"met": ["covered"], "refused": 4}, {}):
            self.assertEqual(self.ask("/k/v1/met", {"site": "~" + self.trial.token, **odd})[0], "200")
        self.assertEqual(self.ask("/k/v1/met", {"site": "~" + self.trial.token, **body})[1], {"kept": True})
        self.trial.refresh_from_db()
        assert self.trial.met
        self.assertEqual((self.trial.met["met"], len(self.trial.met["refused"][0])), (["covered"], 300))
        self.assertNotIn("utm_source", self.trial.met["address"])
