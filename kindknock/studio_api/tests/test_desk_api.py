"""The desk over the API: steps taken back, doors arranged, channels with parts of their own, the stage
rehearsed.
"""

from datetime import timedelta
from typing import Any

from kindknock import clock
from kindknock.doors.actions.keep_step import NothingToUndo, StepOvertaken, drafting, undo_step
from kindknock.doors.actions.pause_door import pause_door
from kindknock.doors.load import draft_of, published_of
from kindknock.doors.models import Door, DraftStep
from kindknock.doors.starts import STARTS
from kindknock.people.actions.keep_assistant import add_assistant
from kindknock.sites.actions.hear import Heard, keep_heard
from kindknock.sites.actions.hear_boxes import Boxes, keep_boxes
from kindknock.sites.actions.hold_page import hold_page
from kindknock.sites.fetching import Fetched
from kindknock.sites.models import Site

from .test_api import Base

HERE = "https://averilcycles.example"


class Steps(Base):
    def setUp(self) -> None:
        super().setUp()
        self.row = Site.objects.select_related("business").get(pk=self.opened.site.pk)

    def save(self, **parts: Any) -> dict[str, Any]:
        version = self.call("GET", self.site)[1]["doors"][0]["version"]
        status, desk = self.call("PATCH", self.door, {"version": version, **parts})
        self.assertEqual(status, 200, desk)
        return dict(desk)

    def test_undo_and_redo_over_everything_in_the_draft(self) -> None:
        start = draft_of(self.row)
        self.save(says={"label": {"en": "Ask"}})
        self.call("POST", self.door + "/channels", {"typed": "@averilcycles", "app": "telegram"})
        self.call("DELETE", self.door)
        desk = self.call("POST", self.site + "/doors", {"name": "Repairs", "start": "workshop"})[1]
        self.assertEqual(
            ([door["name"] for door in desk["doors"]], desk["undo"]), (["Repairs"], "Repairs is new.")
        )
        end = draft_of(self.row)
        for left in (3, 2, 1, 0):
            desk = self.call("POST", self.site + "/undo")[1]
            self.assertEqual(bool(desk["undo"]), left > 0)
        self.assertEqual(draft_of(self.row), start)
        self.assertEqual(self.call("POST", self.site + "/undo")[0], 409)
        for _ in range(4):
            desk = self.call("POST", self.site + "/redo")[1]
        self.assertEqual((draft_of(self.row), desk["redo"]), (end, ""))

    def test_typing_is_one_step_and_another_person_s_stays(self) -> None:
        for label in ("A", "As", "Ask"):
            self.save(says={"label": {"en": label}})
        self.assertEqual(DraftStep.objects.count(), 1)
        DraftStep.objects.update(at=clock.now() - timedelta(minutes=1))
        self.save(says={"label": {"en": "Ask us"}})
        self.assertEqual(DraftStep.objects.count(), 2)
        other = self.opened.business.memberships.create(
            user=type(self.owner).objects.create_user("amara@averilcycles.example", "harbour lamp and rope")
        ).user
        with drafting(self.row, other, at=clock.now()):
            door = self.opened.door
            Door.objects.filter(pk=door.pk).update(parts={**door.parts, "says": {"label": {"en": "Amara's"}}})
        with self.assertRaises(StepOvertaken):
            undo_step(self.row, self.owner, at=clock.now())
        undo_step(self.row, other, at=clock.now())
        self.assertEqual(draft_of(self.row).doors[0].says.label, {"en": "Ask us"})
        with self.assertRaises(NothingToUndo):
            undo_step(self.row, other, at=clock.now())

    def test_a_step_that_changes_nothing_is_none(self) -> None:
        self.save(remembers=True)
        self.assertEqual(DraftStep.objects.count(), 0)

    def test_a_removed_door_stays_paused_for_visitors(self) -> None:
        pause_door(self.opened.door, by=self.owner, paused=True, at=clock.now())
        self.call("DELETE", self.door)
        published = published_of(self.row.key, at=clock.now())
        assert published is not None
        self.assertEqual(
            (len(published.setup.doors), published.live.paused), (1, frozenset({self.opened.door.key}))
        )
        self.assertEqual(self.call("POST", self.door + "/pause", {"paused": False})[0], 404)

    def test_every_sentence_is_kept_whole_or_refused_with_its_place(self) -> None:
        parts = {
            "pages": [{"effect": "hide", "kind": "below", "value": "/basket", "host": ""}],
            "for_whom": {"devices": ["phone"], "countries_mode": "not", "countries": ["ES"]},
            "arrives": {"seconds": None, "scroll_percent": 30},
            "nudge": {"on": True, "words": {"en": "Need a hand?"}},
            "opens_itself": {"on": True, "seconds": 12},
            "press": {"phone": "apps", "privacy": "agree"},
            "plates": [{"key": "a", "selector": ".buy"}],
            "overrides": [{"key": "o", "says": {"label": {"en": "Ask"}}}],
            "when_nobody": "hide",
            "off_duty": "left_out",
            "reply_minutes": 15,
            "takes_notes": False,
            "remembers": False,
        }
        door = self.save(**parts)["doors"][0]
        for part, value in parts.items():
            with self.subTest(part):
                kept = door[part][0] if isinstance(value, list) else door[part]
                wanted: Any = value[0] if isinstance(value, list) else value
                self.assertEqual(
                    {key: kept[key] for key in wanted}
                    if isinstance(wanted, dict) and part != "overrides"
                    else wanted
                    if part == "overrides"
                    else kept,
                    wanted,
                )
        self.assertEqual(
            sorted(door["not_live"]),
            ["arrives", "nudges", "plates", "press", "says", "when", "where", "who", "whom"],
        )
        self.assertIsNone(self.save(reply_minutes=None)["doors"][0]["reply_minutes"])
        for bad in (
            {"arrives": {"seconds": -1}},
            {"press": {"phone": "dance"}},
            {"for_whom": {"countries": ["Spain"]}},
            {"pages": [{"effect": "wink", "kind": "exact"}]},
        ):
            status, answer = self.call("PATCH", self.door, {"version": 99, **bad})
            self.assertEqual((status, answer["code"]), (422, "value_refused"), bad)


class Doors(Base):
    def test_arranged_copied_and_started(self) -> None:
        for start in STARTS:
            status, desk = self.call("POST", self.site + "/doors", {"start": start.key})
            self.assertEqual(
                (status, desk["doors"][-1]["name"], desk["doors"][-1]["says"]["heading"]),
                (200, start.name, start.parts["says"]["heading"]),
            )
        keys = [door["key"] for door in desk["doors"]]
        desk = self.call("POST", self.site + "/doors-order", {"keys": keys[::-1]})[1]
        self.assertEqual([door["key"] for door in desk["doors"]], keys[::-1])
        made = self.call(
            "POST", "/api/sites", {"name": "Hire", "typed": "https://hire.averilcycles.example/x"}
        )[1]
        desk = self.call("POST", f"/api/sites/{made['key']}/doors", {"copy_of": keys[0], "name": "Copy"})[1]
        copy = desk["doors"][-1]
        self.assertEqual(
            (copy["name"], [c["address"] for c in copy["channels"]], copy["channels"][0]["used_in"]),
            ("Copy", ["+441174960123"], ["Front door, Averil Cycle Works"]),
        )
        self.assertNotEqual(
            copy["channels"][0]["key"],
            draft_of(Site.objects.get(pk=self.opened.site.pk)).doors[-1].channels[0].key,
        )
        self.assertEqual(self.call("POST", "/api/sites", {"name": " "})[0], 422)
        self.assertEqual(desk["hosts"][0]["name"], "hire.averilcycles.example")

    def test_a_door_behind_one_that_takes_everything_says_so(self) -> None:
        desk = self.call("POST", self.site + "/doors", {"name": "Late"})[1]
        self.assertEqual([door["behind"] for door in desk["doors"]], ["", "Front door"])


class Channels(Base):
    def test_parts_of_its_own_and_the_way_back(self) -> None:
        key = self.opened.door.channels.get().key
        add_assistant(self.opened.business, key="ines", name="Ines Calder")
        own = {
            "caption": {"en": "For orders"},
            "mark": "ORD",
            "pages": [{"effect": "show", "kind": "exact", "value": "/shop", "host": ""}],
            "devices": ["phone"],
            "people": ["ines"],
            "needs_nobody": True,
        }
        channel = self.call("PATCH", f"/api/channels/{key}", {"more": own, "hours": "Mon-Fri 9-12"})[1][
            "doors"
        ][0]["channels"][0]
        self.assertEqual(
            {part: channel[part] for part in own} | {"hours": channel["hours"]},
            own | {"hours": "Mon–Fri 9–12"},
        )
        channel = self.call(
            "PATCH", f"/api/channels/{key}", {"more": {"people": [], "needs_nobody": None}, "hours": ""}
        )[1]["doors"][0]["channels"][0]
        self.assertEqual(
            (channel["people"], channel["needs_nobody"], channel["hours"], channel["mark"]),
            ([], None, "", "ORD"),
        )
        for bad, code in (({"hours": "sometimes"}, "hours"), ({"more": {"devices": ["fridge"]}}, "")):
            status, answer = self.call("PATCH", f"/api/channels/{key}", bad)
            self.assertEqual((status, code in str(answer.get("field"))), (422, True))

    def test_an_address_is_changed_once_for_all(self) -> None:
        copy = self.call("POST", self.site + "/doors", {"copy_of": self.opened.door.key, "name": "Two"})[1][
            "doors"
        ][1]["channels"][0]
        for everywhere, wanted in (
            (False, ["+441174960123", "+441174960141"]),
            (True, ["+441174960142", "+441174960142"]),
        ):
            self.call(
                "PATCH",
                f"/api/channels/{copy['key']}",
                {"typed": "0117 496 0123" if everywhere else "0117 496 0141"},
            )
            desk = (
                self.call(
                    "PATCH", f"/api/channels/{copy['key']}", {"typed": "0117 496 0142", "everywhere": True}
                )[1]
                if everywhere
                else self.call("GET", self.site)[1]
            )
            self.assertEqual([door["channels"][0]["address"] for door in desk["doors"]], wanted)

    def test_every_app_says_what_it_needs(self) -> None:
        apps = self.call("GET", "/api/apps")[1]
        self.assertGreater(len(apps), 15)
        for app in apps:
            self.assertTrue(app["name"] and app["example"], app)


class Stage(Base):
    def ask(self, path: str = "/", parts: dict[str, Any] | None = None, **visit: Any) -> dict[str, Any]:
        status, answer = self.call(
            "POST",
            self.site + "/stage",
            {"door": self.opened.door.key, "parts": parts or {}, "visit": {"address": HERE + path, **visit}},
        )
        self.assertEqual(status, 200, answer)
        return dict(answer)

    def test_the_verdict_in_a_sentence_with_its_state(self) -> None:
        hide = {"pages": [{"effect": "hide", "kind": "below", "value": "/basket"}]}
        for name, item, state, title, more in (
            ("at once", self.ask(), "open", "Shows at once.", "Visitors reach you by WhatsApp."),
            (
                "later",
                self.ask(parts={"arrives": {"seconds": 4, "scroll_percent": 30}}),
                "open",
                "Shows after 4 seconds or 30 % of scrolling.",
                "Visitors",
            ),
            (
                "page two",
                self.ask(parts={"arrives": {"page": 2}}),
                "ajar",
                "Not yet.",
                "It waits for page 2 of a visit, and this is page 1.",
            ),
            (
                "hidden",
                self.ask("/basket/a", hide),
                "shut",
                "Not shown here.",
                "You hide it on /basket and everything below it.",
            ),
            (
                "some",
                self.ask("/a", {"pages": [{"effect": "show", "kind": "exact", "value": "/x"}]}),
                "shut",
                "Not shown here.",
                "You show it on some pages only",
            ),
            (
                "device",
                self.ask(parts={"for_whom": {"devices": ["phone", "tablet"]}}),
                "shut",
                "Not shown here.",
                "You show it on phones and tablets, not on a computer.",
            ),
            (
                "country",
                self.ask(parts={"for_whom": {"countries_mode": "only", "countries": ["GB"]}}, country="ES"),
                "shut",
                "Not shown to them.",
                "You let in only United Kingdom; this visitor is in Spain.",
            ),
            (
                "returning",
                self.ask(parts={"for_whom": {"visitors": "returning"}}),
                "shut",
                "Not shown to them.",
                "You show it to returning visitors only.",
            ),
            (
                "from",
                self.ask(
                    parts={"for_whom": {"came_from": ["news.example"]}}, referrer="https://news.example/a"
                ),
                "open",
                "Shows at once.",
                "",
            ),
        ):
            with self.subTest(name):
                self.assertEqual((item["state"], item["title"]), (state, title))
                self.assertTrue(item["more"].startswith(more), item["more"])

    def test_time_is_pulled_and_told_on_both_clocks(self) -> None:
        answer = self.ask(at="2026-12-22T14:20:00Z", zone="Europe/Madrid")
        self.assertEqual(answer["clock"], "Tuesday 22 December, 14:20 at the shop, 15:20 for this visitor")

    def test_the_ledger_goes_on_after_the_first_stop(self) -> None:
        answer = self.ask(
            "/basket",
            {
                "pages": [{"effect": "hide", "kind": "below", "value": "/basket"}],
                "for_whom": {"devices": ["phone"]},
            },
        )
        self.assertEqual(
            [(line["matter"], line["outcome"]) for line in answer["ledger"] if "pass" not in line["outcome"]],
            [("Page", "stops"), ("Device", "would_stop")],
        )
        self.assertEqual(
            (answer["closing"], [fix["code"] for line in answer["ledger"] for fix in line["fixes"]]),
            ("2 things are in the way.", ["remove_rule", "change_rule", "allow_device"]),
        )
        self.assertEqual(self.ask()["closing"], "Nothing is in the way.")

    def test_a_channel_follows_what_is_typed(self) -> None:
        key = self.opened.door.channels.get().key
        answer = self.call(
            "POST",
            self.site + "/stage",
            {
                "door": self.opened.door.key,
                "visit": {"address": HERE + "/"},
                "channels": {key: {"name": {"en": "The bench"}, "more": {"mark": "B"}}},
            },
        )[1]
        self.assertEqual(
            (answer["answer"]["door"]["by"][0]["name"], answer["answer"]["door"]["by"][0]["mark"]),
            ("The bench", "B"),
        )

    def test_the_pages_own_facts_and_a_pretence(self) -> None:
        html = (
            '<html lang="en"><title>Pair</title><script type="application/ld+json">{"@type":"Product",'
            '"name":"Pair","offers":{"price":"420","priceCurrency":"GBP"}}</script>'
        )
        hold_page(
            self.opened.site, HERE + "/pair", fetch=lambda address: Fetched(html, address), at=clock.now()
        )
        says = {"says": {"heading": {"en": "The {product} at {sale_price|full price}"}}}
        for pretend, heading in (("", "The Pair at full price"), ("on_sale", "The Pair at £336")):
            answer = self.ask("/pair", says, pretend=pretend)
            self.assertEqual(
                (answer["answer"]["door"]["heading"], answer["page"], answer["facts"]["product"]),
                (heading, "theirs", "Pair"),
            )

    def test_seven_days(self) -> None:
        status, answer = self.call(
            "POST", self.site + "/week", {"door": self.opened.door.key, "visit": {}, "first": "2026-12-21"}
        )
        self.assertEqual(
            (
                status,
                len(answer["days"]),
                answer["days"][1]["name"],
                answer["days"][1]["stretches"][0]["says"],
            ),
            (200, 7, "Tue 22", "Tuesday 00:00 to 24:00: somebody in"),
        )

    def test_rules_while_they_are_made(self) -> None:
        keep_heard(
            [
                Heard(self.opened.site.key, "averilcycles.example", path, "", clock.now())
                for path in ("/shop", "/shop/a", "/shopping")
            ]
        )
        rules = [
            {"effect": "hide", "kind": "below", "value": "/basket"},
            {"effect": "hide", "kind": "exact", "value": "/basket/x"},
        ]
        answer = self.call(
            "POST",
            self.site + "/places",
            {
                "rules": rules,
                "test": "averilcycles.example/basket/?a=1",
                "typed": "https://else.example/shop",
            },
        )[1]
        self.assertEqual(
            (answer["shows"], answer["decided_by"], answer["says"], answer["useless"]),
            (False, 0, "No. “Hide on /basket and everything below it” decides.", [1]),
        )
        self.assertEqual(
            ([way["says"] for way in answer["ways"]], answer["catches"], answer["misses"]),
            (
                ["Hide on /shop and everything below it", "Hide on /shop only"],
                ["/shop/a", "/shop"],
                ["/shopping"],
            ),
        )
        self.assertEqual(answer["caveat"], "else.example isn't one of your web addresses.")
        self.assertEqual(
            self.call("POST", self.site + "/places", {"typed": "/shop/*a$"})[1]["explains"],
            "Starts with “/shop/”, ends with “a”.",
        )

    def test_what_real_visits_told_lies_under_the_button(self) -> None:
        keep_boxes(Boxes(self.opened.site.key, "/shop", "phone", 390, 780, ((0, 724, 390, 56),)), clock.now())
        self.assertEqual(
            [
                bool(self.ask(path, device=device)["heard"])
                for path, device in (("/shop?a=1", "phone"), ("/shop", "computer"), ("/", "phone"))
            ],
            [True, False, False],
        )
        self.assertIsNone(
            self.ask("/shop", {"looks": {"phone_offset": {"side_px": 14, "foot_px": 64}}}, device="phone")[
                "heard"
            ],
            "moved clear of it",
        )

    def test_a_page_on_which_nobody_sees_the_button_is_told_for_three_days(self) -> None:
        for path, days, trouble in (("/shop", 0, "covered"), ("/hire", 2, "covered"), ("/old", 4, "hidden")):
            row = Boxes(self.opened.site.key, path, "phone", 390, 780, (), trouble)
            keep_boxes(row, clock.now() - timedelta(days=days))
        found = [item for item in self.call("GET", self.site)[1]["reminders"] if item["code"] == "unseen"]
        says = "On /hire and 1 more page visitors can’t press the button: something of the page lies over it."
        self.assertEqual(
            [(item["page"], item["act"], item["says"]) for item in found], [("/hire", "look", says)]
        )

    def test_the_nearest_free_place(self) -> None:
        body = {
            "corner": "right",
            "size": 52,
            "device": "phone",
            "window": {"width": 390, "height": 780},
            "button": {"left": 300, "top": 712, "width": 52, "height": 52},
        }
        self.assertEqual(
            self.call(
                "POST",
                "/api/free-place",
                {**body, "boxes": [{"left": 0, "top": 720, "width": 390, "height": 60}]},
            )[1],
            {"side_px": 14, "foot_px": 68},
        )
        self.assertIsNone(
            self.call(
                "POST",
                "/api/free-place",
                {**body, "boxes": [{"left": 0, "top": 0, "width": 390, "height": 780}]},
            )[1]["foot_px"]
        )
