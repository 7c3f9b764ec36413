"""What pages on customers' sites ask for: right, small and never a 500, whatever a stranger sends."""

import gzip
import json
import time
import uuid
from typing import Any

from kindknock import clock
from kindknock.accounts.models import User
from kindknock.core.visit import visit_from
from kindknock.doors.actions.change_door import change_door
from kindknock.doors.actions.count import switch_counting
from kindknock.doors.actions.pause_door import pause_door
from kindknock.doors.actions.publish_release import publish_release
from kindknock.doors.actions.show_door import end_showing, show_door
from kindknock.doors.models import Door, Showing
from kindknock.footfall.actions import keep_events as keep_module
from kindknock.footfall.models import Event
from kindknock.guestbook.models import Message
from kindknock.onsite.boxes import boxes_in
from kindknock.people.actions.set_hours import set_hours
from kindknock.people.models import Whose
from kindknock.sites.actions.hear_boxes import Boxes, keep_boxes
from kindknock.sites.models import HeardBoxes
from kindknock.standins.front import ShopAsSite

from .asking import PAGE, AskedBase


class Asked(AskedBase):
    def test_shown_on_a_listed_host_with_no_query_once_warm(self) -> None:
        self.assertTrue(self.verdict()["show"])
        time.sleep(0.2)  # what setUp changed has been heard of by now
        self.verdict()
        with self.assertNumQueries(0):
            self.assertEqual(self.verdict()["door"]["by"][0]["name"], "WhatsApp")

    def test_not_on_others_whose_host_is_then_heard(self) -> None:
        self.assertFalse(self.verdict(address="https://staging.example/a")["show"])
        self.wait_for(lambda: self.opened.site.hosts.filter(name="staging.example", state="heard").exists())

    def test_a_release_and_a_pause_are_heard_of_within_five_seconds(self) -> None:
        self.assertEqual(self.verdict()["release"], 1)
        door = Door.objects.get()
        change_door(door, {"says": {"label": {"en": "Ask"}}}, version=1)
        publish_release(self.opened.site, by=None, at=clock.now())
        self.wait_for(lambda: self.verdict()["release"] == 2 and self.verdict()["door"]["label"] == "Ask")
        pause_door(door, by=self.opened.business.memberships.get().user, paused=True, at=clock.now())
        self.wait_for(lambda: not self.verdict()["show"])

    def script(self, **more: Any) -> tuple[str, dict[str, str]]:
        status, body, headers = self.ask(
            "/k.js",
            b"",
            **{
                "REQUEST_METHOD": "GET",
                "QUERY_STRING": self.opened.site.key,
                "HTTP_REFERER": PAGE,
                "HTTP_SEC_CH_UA_MOBILE": "?1",
                **more,
            },
        )
        self.assertEqual(status, "200")
        if headers.get("Content-Encoding") == "gzip":
            body = gzip.decompress(body)
        return (bytes(body).decode().partition(";(document.currentScript||{}).kk=")[2], headers)

    def test_the_answer_comes_with_the_script_where_all_get_the_same(self) -> None:
        behind, headers = self.script()
        self.assertNotIn("ETag", headers)
        self.assertEqual(headers["Cache-Control"], "private, max-age=300")
        self.assertTrue(behind.startswith('matchMedia("(pointer: coarse)").matches==1&&{address:"https://av'))
        answer = json.loads(behind.partition(",answer:")[2].rpartition("}")[0])
        self.assertEqual(answer, self.verdict(device="phone", lang="en"))
        zipped, _ = self.script(HTTP_ACCEPT_ENCODING="gzip, br")
        self.assertEqual(zipped, behind)
        hostile = PAGE + "&q=%22};alert(1)//"
        self.assertIn(json.dumps(hostile), self.script(HTTP_REFERER=hostile)[0])
        for name, more in (
            ("no page", {"HTTP_REFERER": ""}),
            ("only an origin of another", {"HTTP_REFERER": "https://staging.example/"}),
            ("no site", {"QUERY_STRING": ""}),
            ("not a key", {"QUERY_STRING": "../%00"}),
            ("nobody's key", {"QUERY_STRING": "nobody"}),
            ("a private link's", {"QUERY_STRING": "~abc"}),
            ("a robot", {"HTTP_USER_AGENT": "Googlebot/2.1"}),
            ("too long", {"HTTP_REFERER": PAGE + "a" * 2000}),
        ):
            with self.subTest(name):
                behind, headers = self.script(**more)
                self.assertEqual((behind, headers["Cache-Control"]), ("", "public, max-age=300"))
                self.assertIn("ETag", headers)

    def test_what_comes_with_the_script_follows_a_pause(self) -> None:
        self.assertTrue(self.script()[0])
        time.sleep(0.2)
        pause_door(
            self.opened.door, by=self.opened.business.memberships.get().user, paused=True, at=clock.now()
        )
        self.wait_for(lambda: not self.script()[0])

    def test_a_page_of_two_languages_has_said_one_before(self) -> None:
        business = self.opened.business
        business.languages = ["en", "pt"]
        business.save()
        publish_release(self.opened.site, by=None, at=clock.now())
        self.wait_for(lambda: self.verdict()["release"] == 2)
        self.assertEqual(self.script()[0], "")
        self.verdict(lang="pt")
        self.assertIn(',lang:"pt",answer:', self.script()[0])

    def test_strange_questions_get_small_correct_answers(self) -> None:
        for name, body, more, status in (
            ("unknown site", {"site": "nobody"}, {}, "200"),
            ("no site", {}, {}, "200"),
            ("a list", [1], {}, "200"),
            ("site of another kind", {"site": {"a": 1}}, {}, "200"),
            ("site with a NUL", {"site": "a\0b"}, {}, "200"),
            ("not JSON", b"{", {}, "400"),
            ("not UTF-8", b"\xff\xfe", {}, "400"),
            ("deep", b"[" * 9000, {}, "400"),
            ("empty", b"", {}, "400"),
            ("huge", b"x" * 20_000, {}, "413"),
            ("wrong type", {}, {"CONTENT_TYPE": "text/html"}, "415"),
            ("no length", {}, {"CONTENT_LENGTH": "x"}, "400"),
            ("negative length", {}, {"CONTENT_LENGTH": "-1"}, "400"),
            ("wrong method", {}, {"REQUEST_METHOD": "GET"}, "405"),
            ("preflight", {}, {"REQUEST_METHOD": "OPTIONS"}, "204"),
        ):
            for path in ("/k/v1/verdict", "/k/v1/heard"):
                with self.subTest(name, path=path):
                    got, answer, headers = self.ask(path, body, **more)
                    self.assertIn(got, (status, "400") if path.endswith("heard") else (status,))
                    self.assertEqual(headers["Access-Control-Allow-Origin"], "*")
                    self.assertLess(len(json.dumps(answer, default=str)), 60)
        self.assertEqual(self.ask("/k/nothing.js", b"")[0], "404")
        self.assertEqual(self.ask("/api/hello", b"")[1], b"django")

    def test_events_are_stored_before_they_are_acknowledged_and_once(self) -> None:
        ids = [str(uuid.uuid4()) for _ in range(3)]
        for _ in range(3):
            self.assertEqual(self.events("seen", "opened", "knocked", ids=ids)[1], {"kept": 3})
        self.assertEqual(
            sorted(Event.objects.values_list("kind", "path")),
            [("knocked", "/workshop"), ("opened", "/workshop"), ("seen", "/workshop")],
        )
        # An old library on the page has spoilt the ids: other ones are made, nothing is dropped.
        self.assertEqual(self.events("seen", "knocked", ids=["[object Object]", ""])[1], {"kept": 2})
        self.assertEqual(Event.objects.count(), 5)

    def test_a_deleted_site_takes_no_others_events_with_it(self) -> None:
        self.assertEqual(self.events("seen")[1], {"kept": 1})
        stale, site = dict(keep_module._site_ids), self.opened.site
        keep_module._site_ids[site.key] = 10**9
        self.assertEqual(self.events("opened")[1], {"kept": 1})
        self.assertEqual((Event.objects.count(), keep_module._site_ids[site.key]), (2, stale[site.key]))

    def test_who_is_not_counted(self) -> None:
        self.assertEqual(self.events("seen", HTTP_USER_AGENT="ExampleBot/1.0 (+crawler)")[1], {"kept": 0})
        self.assertEqual(self.events("seen", HTTP_ORIGIN="http://knock.example")[1], {"kept": 0})
        stranger = {
            "site": self.opened.site.key,
            "address": "https://elsewhere.example/",
            "events": [{"id": str(uuid.uuid4()), "kind": "seen", "door": "x"}],
        }
        self.assertEqual(self.ask("/k/v1/heard", stranger)[1], {"kept": 0})
        self.assertEqual(self.events("danced")[1], {"kept": 0})
        self.assertEqual(self.events("seen", HTTP_DNT="1")[1], {"kept": 0})
        self.assertEqual(self.events("seen", HTTP_SEC_GPC="1")[1], {"kept": 0})
        switch_counting(self.opened.business, False, by=User.objects.get(), at=clock.now())
        self.wait_for(lambda: self.events("seen")[1] == {"kept": 0})
        Event.objects.all().delete()
        self.assertEqual(self.events("seen")[1], {"kept": 0})
        self.assertEqual(Event.objects.count(), 0)

    def test_where_a_visitor_came_from_is_kept_only_where_it_is_elsewhere(self) -> None:
        for number, (page, kept) in enumerate(
            (
                ("https://news.example/winter?id=7", "news.example"),
                ("https://averilcycles.example/shop", ""),
                ("android-app://app.example/", ""),
                ("", ""),
                (None, ""),
                ("https://" + "x" * 400, ""),
            )
        ):
            body = {
                "site": self.opened.site.key,
                "address": PAGE,
                "from": page,
                "events": [{"id": str(uuid.UUID(int=number)), "kind": "seen", "door": self.opened.door.key}],
            }
            self.assertEqual(self.ask("/k/v1/heard", body)[1], {"kept": 1})
            self.assertEqual(Event.objects.get(client_id=uuid.UUID(int=number)).came_from, kept, page)

    def test_our_own_page_shows_it_uncounted_without_any_host(self) -> None:
        answer = self.ask(
            "/k/v1/verdict",
            {"site": self.opened.site.key, "address": "http://knock.example/see/x"},
            HTTP_ORIGIN="http://knock.example",
        )[1]
        self.assertEqual((answer["show"], answer["count"]), (True, False))

    def test_a_private_address_shows_its_door_drafted_or_live_and_nothing_is_kept(self) -> None:
        door = Door.objects.get(key=self.opened.door.key)
        door = change_door(
            door,
            {
                "says": {"label": {"en": "Not yet"}},
                "pages": [{"effect": "hide", "kind": "below", "value": "/"}],
            },
            version=door.version,
        )
        pause_door(door, by=None, paused=True, at=clock.now())
        ours = {"HTTP_ORIGIN": "http://knock.example"}
        for of, label in ((Showing.Of.DRAFT, "Not yet"), (Showing.Of.LIVE, "Knock")):
            body = {
                "site": "~" + show_door(door, of=of, days=1, by=None, at=clock.now()).token,
                "address": "http://knock.example/see/x",
            }
            answer = self.ask("/k/v1/verdict", body, **ours)[1]
            self.assertEqual((answer["show"], answer["door"]["label"], answer["count"]), (True, label, False))
            self.assertFalse(self.ask("/k/v1/verdict", body)[1]["show"])
            self.assertEqual(
                self.ask(
                    "/k/v1/note",
                    {**body, "id": str(uuid.uuid4()), "door": door.key, "note": "Hello there", "took": 9},
                    **ours,
                )[1],
                {"kept": True},
            )
        end_showing(door, Showing.Of.LIVE)
        self.assertFalse(self.ask("/k/v1/verdict", body, **ours)[1]["show"])
        self.assertEqual((Message.objects.count(), Event.objects.count()), (0, 0))

    def test_the_demo_shop_stands_for_its_example_host(self) -> None:
        from django.conf import settings

        local = f"http://averilcycles.localhost:{settings.ENV.shop_port}/hire?x=1"
        self.assertFalse(self.verdict(address=local)["show"], "nothing stands for a site in earnest")
        self.app = ShopAsSite(self.front)
        self.assertEqual(
            self.verdict(address=local)["door"]["added"][0]["text"], "https://averilcycles.example/hire?x=1"
        )
        for body in (b'{"a": ".localhost', b'[".localhost"]', b"[" * 15_000 + b".localhost"):
            self.assertIn(self.ask("/k/v1/verdict", body)[1]["show"], (False,), body[:20])

    def left(self, **more: Any) -> Any:
        return self.ask(
            "/k/v1/note",
            {
                "site": self.opened.site.key,
                "door": self.opened.door.key,
                "id": str(uuid.uuid4()),
                "address": PAGE,
                "seconds": 9,
                "note": "Two spokes.",
                "reach": "wilma@harbourmail.example",
                **{key: value for key, value in more.items() if key.islower()},
            },
            **{key: value for key, value in more.items() if key.isupper()},
        )[:2]

    def test_a_note_is_kept_and_robots_and_strangers_are_not(self) -> None:
        for more, wanted, count in (
            ({}, ("200", {"kept": True}), 1),
            ({"reach": "x"}, ("200", {"kept": False, "why": "need_reach"}), 1),
            ({"note": " "}, ("200", {"kept": False, "why": "need_note"}), 1),
            ({"website": "https://spam.example"}, ("200", {"kept": True}), 1),
            ({"seconds": 0.4}, ("200", {"kept": True}), 1),
            ({"seconds": None}, ("200", {"kept": True}), 1),
            ({"address": "https://elsewhere.example/"}, ("200", {"kept": False}), 1),
            ({"id": "[object Object]"}, ("200", {"kept": True}), 2),
            ({"id": "[object Object]"}, ("200", {"kept": True}), 2),
            ({"door": 5}, ("400", {"kept": False}), 2),
            ({"HTTP_USER_AGENT": "a crawler bot/1"}, ("200", {"kept": True}), 2),
            (
                {"address": "http://knock.example/see/x", "HTTP_ORIGIN": "http://knock.example"},
                ("200", {"kept": True}),
                2,
            ),
            ({"note": "half a pair \ud800 and \x00"}, ("200", {"kept": True}), 3),
        ):
            with self.subTest(more):
                self.assertEqual(self.left(**more), wanted)
                self.assertEqual(Message.objects.count(), count)

    def test_boxes_under_the_button_are_kept_from_listed_hosts_once_a_page(self) -> None:
        bar = [0, 724, 390, 56]
        phone = {"pointer": "coarse", "width": 390, "height": 780}

        def boxes(value: Any, address: str = PAGE, **more: Any) -> str:
            return self.ask(
                "/k/v1/boxes",
                {"site": self.opened.site.key, "address": address, **phone, "boxes": value},
                **more,
            )[0]

        self.assertEqual(
            [boxes("x"), boxes([bar], "https://else.example/"), boxes([bar], HTTP_USER_AGENT="Googlebot")],
            ["400", "200", "200"],
        )
        self.assertEqual(HeardBoxes.objects.count(), 0)
        for item in ([bar, "x", [1, 2], [0, 0, 0, 5], [0.5, 1, 2, 3], [0, 0, 10**9, 1]], [[1, 1, 1, 1]]):
            self.assertEqual(boxes(item), "200")
        kept = HeardBoxes.objects.get()
        self.assertEqual(
            (kept.path, kept.device, kept.width, kept.height, kept.boxes),
            ("/workshop", "phone", 390, 780, [bar]),
        )
        body = {"site": self.opened.site.key, "address": PAGE, **phone}
        for trouble, wanted in (("covered", "covered"), ("<b>", "")):
            # Another process has not heard of this page in this hour.
            found = boxes_in({**body, "boxes": [bar], "trouble": trouble}, visit_from(body))
            assert found is not None
            keep_boxes(found, kept.at)
            self.assertEqual(HeardBoxes.objects.get().trouble, wanted)
        keep_boxes(Boxes(self.opened.site.key, "/workshop", "phone", 390, 780, ()), kept.at)
        keep_boxes(Boxes("gone", "/workshop", "phone", 390, 780, ((0, 0, 1, 1),)), kept.at)
        self.assertEqual(HeardBoxes.objects.count(), 0)

    def test_a_network_may_write_so_often_and_no_more(self) -> None:
        answer = [self.left(REMOTE_ADDR=f"203.0.113.{n}")[0] for n in range(7)]
        self.assertEqual(answer, ["200"] * 5 + ["429"] * 2)
        self.assertEqual(self.left(REMOTE_ADDR="198.51.100.9")[0], "200")

    def test_whether_anything_changed_is_asked_on_a_condition(self) -> None:
        path = f"/k/v1/fresh/{self.opened.site.key}"
        status, answer, headers = self.ask(path, b"", REQUEST_METHOD="GET")
        self.assertEqual(
            (status, answer["tag"], headers["Cache-Control"]), ("200", self.verdict()["tag"], "no-cache")
        )
        self.assertEqual(
            self.ask(path, b"", REQUEST_METHOD="GET", HTTP_IF_NONE_MATCH=headers["ETag"])[0], "304"
        )
        set_hours(
            self.opened.business, Whose.SHOP, week={"mon": [["09:00", "17:30"]]}, by=None, at=clock.now()
        )
        end = time.monotonic() + 5
        while (
            self.ask(path, b"", REQUEST_METHOD="GET", HTTP_IF_NONE_MATCH=headers["ETag"])[0] == "304"
            and time.monotonic() < end
        ):
            time.sleep(0.02)
        self.assertNotEqual(self.verdict()["tag"], answer["tag"])
        self.assertEqual(self.ask("/k/v1/fresh/nobody", b"", REQUEST_METHOD="GET")[1], {"tag": ""})
