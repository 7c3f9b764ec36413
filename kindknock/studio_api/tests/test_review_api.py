"""The review over the API: what changed, the careful look, releases, the setup as a file."""

from datetime import date, timedelta
from typing import Any

from django.test import SimpleTestCase

from kindknock import clock
from kindknock.core.drafts import Change
from kindknock.core.setup import DOOR_PARTS
from kindknock.core.tests.builders import a_door, a_setup
from kindknock.doors.models import DraftStep, Release
from kindknock.people.actions.close import add_closure
from kindknock.people.actions.keep_assistant import add_assistant
from kindknock.people.actions.say_away import say_away
from kindknock.people.actions.set_hours import set_hours
from kindknock.people.load import timetable_of
from kindknock.people.models import Whose
from kindknock.sites.models import Site
from kindknock.studio_api.change_words import change_line

from .test_api import Base

HERE = "https://averilcycles.example"


class Review(Base):
    def save(self, **parts: Any) -> None:
        version = self.call("GET", self.site)[1]["doors"][0]["version"]
        self.assertEqual(self.call("PATCH", self.door, {"version": version, **parts})[0], 200)

    def test_changes_the_careful_look_and_one_reverted(self) -> None:
        self.save(says={"heading": {"en": "Wobbly?"}})
        self.save(
            looks={"colour": "#ffff00", "label_colour": "#ffffff"}, when_nobody="away", takes_notes=False
        )
        answer = self.call("GET", self.site + "/review")[1]
        self.assertEqual(
            ([change["what"] for change in answer["changes"]], answer["live"][0]["says"]["heading"]),
            (["says", "looks", "takes_notes"], {}),
        )
        first, *rest = answer["findings"]
        self.assertEqual(
            (first["weight"], first["says"], first["act"]),
            ("blocks", "The label of Front door can't be read on its colour.", "label_colour"),
        )
        self.assertIn("away_without_a_way", [item["code"] for item in rest])
        self.assertEqual(self.call("POST", self.site + "/publish")[1]["code"], "blocked")
        self.save(looks={"colour": "#ffff00", "label_colour": first["value"]})
        self.assertEqual(
            [
                finding
                for finding in self.call("GET", self.site + "/review")[1]["findings"]
                if finding["weight"] == "blocks"
            ],
            [],
        )
        desk = self.call("POST", self.site + "/revert", {"what": "looks", "door": self.opened.door.key})[1]
        self.assertEqual([change["what"] for change in desk["changes"]], ["says", "takes_notes"])
        desk = self.call(
            "POST", self.site + "/publish", {"leave_out": [{"what": "says", "door": self.opened.door.key}]}
        )[1]
        self.assertEqual(
            ([change["what"] for change in desk["changes"]], desk["release"]["number"]), (["says"], 2)
        )

    def test_every_finding_has_its_sentence(self) -> None:
        from kindknock.core.review import Finding
        from kindknock.doors.load import draft_of as draft
        from kindknock.studio_api.check_words import advice_words

        setup = draft(Site.objects.select_related("business").get(pk=self.opened.site.pk))
        codes = (
            "example_number",
            "address_blank",
            "no_way_left",
            "nudge_blank",
            "pair_faint",
            "only_with_nothing_listed",
            "label_unreadable",
            "colour_unreadable",
            "begins_with_none",
            "unknown_app",
            "never_reached",
            "rule_never_matters",
            "rules_cancel",
            "channel_for_no_device",
            "privacy_without_link",
            "away_without_a_way",
            "needs_memory",
            "same_twice",
            "text_too_long",
            "never_in",
            "span_never_in_effect",
            "hours_no_one_covers",
        )
        words = advice_words(
            setup,
            [
                *(
                    Finding(code, setup.doors[0].key, setup.doors[0].channels[0].key, found="0:1-2")
                    for code in codes
                ),
                *(Finding("text_missing", found=f"{field}:ar") for field in ("label", "note")),
            ],
        )
        self.assertEqual(len({item.says for item in words}), len(codes) + 1)
        self.assertNotIn("Something is worth a look.", [item.says for item in words])
        self.assertEqual(
            words[-1].says, "2 Arabic texts are missing: the button's label and their note's beginning."
        )

    def test_releases_on_the_stage_named_and_brought_back(self) -> None:
        self.save(says={"label": {"en": "Ask"}})
        self.call("POST", self.site + "/publish")
        self.save(says={"label": {"en": "Typing"}})
        visit = {"door": self.opened.door.key, "visit": {"address": HERE + "/"}}
        labels = [
            self.call("POST", self.site + "/stage", {**visit, "of": of})[1]["answer"]["door"]["label"]
            for of in ("draft", "live", "1")
        ]
        self.assertEqual(labels, ["Typing", "Ask", "Knock"])
        self.assertEqual(self.call("POST", self.site + "/stage", {**visit, "of": "7"})[0], 404)
        rows = self.call("GET", self.site + "/releases")[1]
        self.assertEqual(
            [(row["number"], row["is_live"], row["says"]) for row in rows],
            [
                (2, True, ["Front door, the button's label (English) is new."]),
                (1, False, ["Front door is new."]),
            ],
        )
        self.assertEqual(
            self.call("POST", self.site + "/releases/1/name", {"name": "First"})[1][1]["name"], "First"
        )
        desk = self.call("POST", self.site + "/releases/1/bring-back")[1]
        self.assertEqual(
            (desk["doors"][0]["says"]["label"], desk["release"]["number"], bool(desk["undo"])), ({}, 2, True)
        )

    def test_what_holds_at_once_is_kept_and_taken_back(self) -> None:
        business = self.opened.business
        set_hours(business, Whose.SHOP, week={"mon": [["09:00", "17:30"]]}, by=None, at=clock.now())
        set_hours(business, Whose.SHOP, week={"mon": [["09:00", "19:00"]]}, by=None, at=clock.now())
        ines = add_assistant(business, key="ines", name="Ines Calder")
        say_away(ines, until=clock.now() + timedelta(hours=3), at=clock.now(), by=None)
        add_closure(
            business,
            first_day=date(clock.now().year, 12, 25),
            last_day=date(clock.now().year, 12, 27),
            name="Christmas",
            by=None,
            at=clock.now(),
        )
        self.call("POST", self.door + "/pause", {"paused": True})
        rows = self.call("GET", "/api/timetable")[1]
        self.assertEqual(
            [(row["says"][0].split(" until ")[0], row["can_undo"]) for row in rows],
            [
                ("Front door was paused.", True),
                ("Closed 25–26 December (Christmas).", True),
                ("Ines Calder is away", True),
                ("The shop’s hours are now Mon 9–19.", True),
                ("The shop’s hours are now Mon 9–17:30.", False),
            ],
        )
        self.assertEqual(self.call("POST", "/api/timetable/1/undo")[1]["code"], "overtaken")
        for number in (5, 4, 3, 2):
            self.assertEqual(self.call("POST", f"/api/timetable/{number}/undo")[0], 200)
        now = timetable_of(business, at=clock.now())
        assert now.shop is not None
        self.assertEqual(
            (now.shop.week, now.shop.closures, now.absences), ({"mon": [("09:00", "17:30")]}, [], [])
        )
        self.assertEqual(self.call("GET", self.site)[1]["doors"][0]["paused_at"], None)
        answer = self.call("POST", "/api/timetable/9/undo")[1]
        self.assertEqual(
            (answer[0]["says"], answer[0]["can_undo"]),
            (["Taken back: the shop’s hours are now Mon 9–19."], True),
        )
        self.assertEqual(self.call("POST", "/api/timetable/99/undo")[0], 404)

    def test_an_address_to_show_it_and_what_one_would_forget(self) -> None:
        path = self.door + "/showings"
        first = self.call("POST", path, {"of": "draft", "days": 1})[1][0]
        second = self.call("POST", path, {"of": "draft", "days": 7})[1]
        self.assertEqual(
            (len(second), second[0]["link"] != first["link"], "<svg" in second[0]["qr"]), (1, True, True)
        )
        self.assertEqual(
            (self.call("DELETE", path + "/draft")[1], self.call("DELETE", path + "/x")[0]), ([], 404)
        )
        self.save(says={"label": {"en": "Ask"}})
        self.assertEqual(
            [reminder["code"] for reminder in self.call("GET", self.site)[1]["reminders"]], ["unheard"]
        )
        DraftStep.objects.update(at=clock.now() - timedelta(days=1))
        Release.objects.update(at=clock.now() - timedelta(days=3))
        answer = self.call("GET", self.site)[1]["reminders"]
        self.assertEqual(
            [(item["code"], item["act"]) for item in answer], [("waiting", "publish"), ("unheard", "line")]
        )
        self.assertEqual(
            answer[0]["says"], "You changed something yesterday, and visitors don’t have it yet."
        )

    def test_a_blank_is_kept_and_not_published(self) -> None:
        desk = self.call("POST", self.door + "/channels", {"typed": " ", "app": "telegram"})[1]
        self.assertEqual(
            (
                desk["doors"][0]["channels"][-1]["address"],
                self.call("POST", self.site + "/publish")[1]["code"],
            ),
            ("", "blocked"),
        )
        self.assertEqual(self.call("POST", self.door + "/channels", {"typed": " ", "app": None})[0], 422)

    def test_the_setup_as_a_file(self) -> None:
        answer = self.client.get(self.site + "/setup.json")
        text = answer.content.decode()
        self.assertEqual((answer.status_code, "attachment" in answer["Content-Disposition"]), (200, True))
        self.assertEqual(self.call("POST", self.site + "/setup/preview", {"text": text})[1]["says"], [])
        other = text.replace("Front door", "Back door")
        self.assertEqual(
            self.call("POST", self.site + "/setup/preview", {"text": other})[1]["says"],
            ["The door is now called Back door."],
        )
        self.assertEqual(
            self.call("POST", self.site + "/setup/read", {"text": other})[1]["doors"][0]["name"], "Back door"
        )
        for text, says in (("{", "isn't JSON"), ('{"a": 1}', "holds no setup")):
            status, found = self.call("POST", self.site + "/setup/read", {"text": text})
            self.assertEqual((status, says in found["title"]), (422, True))


class Sentences(SimpleTestCase):
    def test_every_part_of_a_door_has_its_line_in_the_review(self) -> None:
        setup = a_setup(a_door())
        lines = {
            part.name: change_line(Change(part.name, "front"), setup, setup)
            for part in DOOR_PARTS
            if not part.is_keyed
        }
        self.assertEqual([name for name, line in lines.items() if not line.endswith(".")], [])
        self.assertEqual(len(set(lines.values())), len(lines))
