"""The desk over the API: steps taken back, doors arranged, channels with parts of their own, the stage
rehearsed.
"""

import socket
from datetime import date, timedelta
from typing import Any
from unittest import mock

from django.test import SimpleTestCase

from kindknock import clock
from kindknock.doors.actions.keep_step import NothingToUndo, StepOvertaken, drafting, undo_step
from kindknock.doors.actions.pause_door import pause_door
from kindknock.doors.load import draft_of, published_of
from kindknock.doors.models import Door, DraftStep, Release
from kindknock.doors.starts import STARTS
from kindknock.people.actions.close import add_closure
from kindknock.people.actions.keep_assistant import add_assistant
from kindknock.people.actions.say_away import say_away
from kindknock.people.actions.set_hours import set_hours
from kindknock.people.load import timetable_of
from kindknock.people.models import Whose
from kindknock.sites import fetching
from kindknock.sites.actions.hear import Heard, keep_heard
from kindknock.sites.actions.hear_boxes import Boxes, keep_boxes
from kindknock.sites.actions.hold_page import KEPT, KEPT_MISS, hold_page
from kindknock.sites.fetching import Fetched, NotFetched, fetch_page, is_public
from kindknock.sites.models import HeldPage, Site

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
            ([one["name"] for one in desk["doors"]], desk["undo"]), (["Repairs"], "Repairs is new.")
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
            status, told = self.call("PATCH", self.door, {"version": 99, **bad})
            self.assertEqual((status, told["code"]), (422, "value_refused"), bad)


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
            status, told = self.call("PATCH", f"/api/channels/{key}", bad)
            self.assertEqual((status, code in str(told.get("field"))), (422, True))

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
        status, said = self.call(
            "POST",
            self.site + "/stage",
            {"door": self.opened.door.key, "parts": parts or {}, "visit": {"address": HERE + path, **visit}},
        )
        self.assertEqual(status, 200, said)
        return dict(said)

    def test_the_verdict_in_a_sentence_with_its_state(self) -> None:
        hide = {"pages": [{"effect": "hide", "kind": "below", "value": "/basket"}]}
        for name, said, state, title, more in (
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
                self.assertEqual((said["state"], said["title"]), (state, title))
                self.assertTrue(said["more"].startswith(more), said["more"])

    def test_time_is_pulled_and_told_on_both_clocks(self) -> None:
        said = self.ask(at="2026-12-22T14:20:00Z", zone="Europe/Madrid")
        self.assertEqual(said["clock"], "Tuesday 22 December, 14:20 at the shop, 15:20 for this visitor")

    def test_the_ledger_goes_on_after_the_first_stop(self) -> None:
        said = self.ask(
            "/basket",
            {
                "pages": [{"effect": "hide", "kind": "below", "value": "/basket"}],
                "for_whom": {"devices": ["phone"]},
            },
        )
        self.assertEqual(
            [(line["matter"], line["outcome"]) for line in said["ledger"] if "pass" not in line["outcome"]],
            [("Page", "stops"), ("Device", "would_stop")],
        )
        self.assertEqual(
            (said["closing"], [fix["code"] for line in said["ledger"] for fix in line["fixes"]]),
            ("2 things are in the way.", ["remove_rule", "change_rule", "allow_device"]),
        )
        self.assertEqual(self.ask()["closing"], "Nothing is in the way.")

    def test_a_channel_follows_what_is_typed(self) -> None:
        key = self.opened.door.channels.get().key
        said = self.call(
            "POST",
            self.site + "/stage",
            {
                "door": self.opened.door.key,
                "visit": {"address": HERE + "/"},
                "channels": {key: {"name": {"en": "The bench"}, "more": {"mark": "B"}}},
            },
        )[1]
        self.assertEqual(
            (said["answer"]["door"]["by"][0]["name"], said["answer"]["door"]["by"][0]["mark"]),
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
            said = self.ask("/pair", says, pretend=pretend)
            self.assertEqual(
                (said["answer"]["door"]["heading"], said["page"], said["facts"]["product"]),
                (heading, "theirs", "Pair"),
            )

    def test_seven_days(self) -> None:
        status, said = self.call(
            "POST", self.site + "/week", {"door": self.opened.door.key, "visit": {}, "first": "2026-12-21"}
        )
        self.assertEqual(
            (status, len(said["days"]), said["days"][1]["name"], said["days"][1]["stretches"][0]["says"]),
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
        said = self.call(
            "POST",
            self.site + "/places",
            {
                "rules": rules,
                "test": "averilcycles.example/basket/?a=1",
                "typed": "https://else.example/shop",
            },
        )[1]
        self.assertEqual(
            (said["shows"], said["decided_by"], said["says"], said["useless"]),
            (False, 0, "No. “Hide on /basket and everything below it” decides.", [1]),
        )
        self.assertEqual(
            ([way["says"] for way in said["ways"]], said["catches"], said["misses"]),
            (
                ["Hide on /shop and everything below it", "Hide on /shop only"],
                ["/shop/a", "/shop"],
                ["/shopping"],
            ),
        )
        self.assertEqual(said["caveat"], "else.example isn't one of your web addresses.")
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


class Fetching(SimpleTestCase):
    def test_only_public_addresses_are_spoken_to(self) -> None:
        for address, public in (
            ("192.0.2.1", False),
            ("127.0.0.1", False),
            ("10.1.2.3", False),
            ("172.16.0.1", False),
            ("192.168.1.1", False),
            ("169.254.169.254", False),
            ("100.64.0.1", False),
            ("0.0.0.0", False),
            ("224.0.0.1", False),
            ("::1", False),
            ("fe80::1%eth0", False),
            ("fc00::1", False),
            ("::ffff:127.0.0.1", False),
            ("::ffff:10.0.0.1", False),
            ("2002:7f00:1::", False),
            ("64:ff9b::7f00:1", False),
            ("nonsense", False),
            ("8.8.8.8", True),
            ("::ffff:8.8.8.8", True),
            ("2606:4700::1111", True),
        ):
            self.assertEqual(is_public(address), public, address)

    def test_a_name_that_leads_inside_is_refused_before_a_byte_is_sent(self) -> None:
        inside = [(2, 1, 6, "", ("93.184.215.14", 443)), (2, 1, 6, "", ("127.0.0.1", 443))]
        with (
            mock.patch.object(socket, "getaddrinfo", return_value=inside),
            mock.patch.object(socket, "create_connection") as opened,
        ):
            for address in (
                "https://averilcycles.example/",
                "http://user@averilcycles.example/",
                "https://averilcycles.example:8443/",
                "ftp://averilcycles.example/",
                "file:///etc/passwd",
                "https:///x",
            ):
                with self.assertRaises(NotFetched, msg=address) as refused:
                    fetch_page(address)
                self.assertEqual(refused.exception.code, "not_public")
            opened.assert_not_called()

    def test_hops_are_checked_anew_and_bounded(self) -> None:
        asked: list[str] = []

        def ask(scheme: str, host: str, port: int, path: str, ends: float, kinds: object) -> Any:
            asked.append(host)
            return fetching._Hop(
                "https://" + ("evil.example" if len(asked) == 1 else "averilcycles.example") + "/again"
            )

        with mock.patch.object(fetching, "_ask", ask), self.assertRaises(NotFetched) as refused:
            fetch_page("https://averilcycles.example/")
        self.assertEqual(
            (refused.exception.code, len(asked), asked[1]),
            ("too_many_hops", fetching.MOST_HOPS, "evil.example"),
        )


class Held(Base):
    def test_fetched_once_kept_and_bounded(self) -> None:
        site = self.opened.site
        asked: list[str] = []

        def fetch(address: str) -> Fetched:
            asked.append(address)
            if "gone" in address:
                raise NotFetched("not_found")
            return Fetched(f"<title>{len(asked)}</title>", address)

        for _ in range(2):
            held = hold_page(site, HERE + "/a", fetch=fetch, at=clock.now())
        self.assertEqual((len(asked), held.facts["title"]), (1, "1"))
        HeldPage.objects.update(at=clock.now() - KEPT)
        self.assertEqual(hold_page(site, HERE + "/a", fetch=fetch, at=clock.now()).facts["title"], "2")
        missed = hold_page(site, HERE + "/gone", fetch=fetch, at=clock.now())
        self.assertEqual((missed.html, missed.why, KEPT_MISS < KEPT), ("", "not_found", True))
        with mock.patch.object(HeldPage, "MOST_A_SITE", 3):
            for number in range(5):
                hold_page(site, f"{HERE}/{number}", fetch=fetch, at=clock.now())
        self.assertEqual(HeldPage.objects.count(), 3)


class Review(Base):
    def save(self, **parts: Any) -> None:
        version = self.call("GET", self.site)[1]["doors"][0]["version"]
        self.assertEqual(self.call("PATCH", self.door, {"version": version, **parts})[0], 200)

    def test_changes_the_careful_look_and_one_reverted(self) -> None:
        self.save(says={"heading": {"en": "Wobbly?"}})
        self.save(
            looks={"colour": "#ffff00", "label_colour": "#ffffff"}, when_nobody="away", takes_notes=False
        )
        said = self.call("GET", self.site + "/review")[1]
        self.assertEqual(
            ([one["what"] for one in said["changes"]], said["live"][0]["says"]["heading"]),
            (["says", "looks", "takes_notes"], {}),
        )
        first, *rest = said["findings"]
        self.assertEqual(
            (first["weight"], first["says"], first["act"]),
            ("blocks", "The label of Front door can't be read on its colour.", "label_colour"),
        )
        self.assertIn("away_without_a_way", [one["code"] for one in rest])
        self.assertEqual(self.call("POST", self.site + "/publish")[1]["code"], "blocked")
        self.save(looks={"colour": "#ffff00", "label_colour": first["value"]})
        self.assertEqual(
            [
                one
                for one in self.call("GET", self.site + "/review")[1]["findings"]
                if one["weight"] == "blocks"
            ],
            [],
        )
        desk = self.call("POST", self.site + "/revert", {"what": "looks", "door": self.opened.door.key})[1]
        self.assertEqual([one["what"] for one in desk["changes"]], ["says", "takes_notes"])
        desk = self.call(
            "POST", self.site + "/publish", {"leave_out": [{"what": "says", "door": self.opened.door.key}]}
        )[1]
        self.assertEqual(([one["what"] for one in desk["changes"]], desk["release"]["number"]), (["says"], 2))

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
            "signpost_leads_nowhere",
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
        said = advice_words(
            setup,
            [
                *(
                    Finding(code, setup.doors[0].key, setup.doors[0].channels[0].key, found="0:1-2")
                    for code in codes
                ),
                *(Finding("text_missing", found=f"{field}:ar") for field in ("label", "note")),
            ],
        )
        self.assertEqual(len({one.says for one in said}), len(codes) + 1)
        self.assertNotIn("Something is worth a look.", [one.says for one in said])
        self.assertEqual(
            said[-1].says, "2 Arabic texts are missing: the button's label and their note's beginning."
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
            [(2, True, ["Front door says something else."]), (1, False, ["Front door is new."])],
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
            first_day=date(2026, 12, 25),
            last_day=date(2026, 12, 27),
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
        told = self.call("POST", "/api/timetable/9/undo")[1]
        self.assertEqual(
            (told[0]["says"], told[0]["can_undo"]), (["Taken back: the shop’s hours are now Mon 9–19."], True)
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
        self.assertEqual([one["code"] for one in self.call("GET", self.site)[1]["reminders"]], ["unheard"])
        DraftStep.objects.update(at=clock.now() - timedelta(days=1))
        Release.objects.update(at=clock.now() - timedelta(days=3))
        told = self.call("GET", self.site)[1]["reminders"]
        self.assertEqual(
            [(one["code"], one["act"]) for one in told], [("waiting", "publish"), ("unheard", "line")]
        )
        self.assertEqual(told[0]["says"], "You changed something yesterday, and visitors don’t have it yet.")

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
            status, told = self.call("POST", self.site + "/setup/read", {"text": text})
            self.assertEqual((status, says in told["title"]), (422, True))
