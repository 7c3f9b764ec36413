"""One field, your website: read, changed word by word, tried, hung, looked at again; strangers and accounts
alike.
"""

import json
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from typing import Any, ClassVar
from unittest.mock import patch

from django.test import Client, TestCase

from kindknock.accounts.models import Business, Tries, User
from kindknock.doors.models import Door
from kindknock.doors.tests.builders import an_owner
from kindknock.sites.fetching import Bounds, Fetched, NotFetched
from kindknock.sites.website import READINGS

from .test_api import Base

HOME = "https://thetinwhistle.example/"
CAFE = {
    HOME: (
        '<html lang="en-GB"><title>The Tin Whistle – a café</title><style>.btn{background:#2e5a3a}</style>'
        '<h1>Soup</h1><a href="/find-us">Find us</a> <a href="/checkout">Order</a>'
        "<footer>Call or WhatsApp us on 0117 496 0271</footer>"
    ),
    HOME + "find-us": (
        '<html lang="en-GB"><title>Find us – The Tin Whistle</title><h2>Opening hours</h2>'
        "<p>Tuesday to Friday 8am till 4pm</p><p>Saturday and Sunday 9am till 3pm</p>"
    ),
}
PLACE = {"country": "GB", "zone": "Europe/London", "language": "en"}


@contextmanager
def served(pages: Mapping[str, str | NotFetched]) -> Iterator[None]:
    def get(address: str, bounds: Bounds) -> Fetched:
        found = pages.get(address, NotFetched("gone"))
        if isinstance(found, NotFetched):
            raise found
        return Fetched(found, address)

    with patch("kindknock.studio_api.routers.website.get_any", get):
        yield


class Asking(TestCase):
    def setUp(self) -> None:
        self.stranger = Client()

    def read(
        self, address: str = "thetinwhistle.example", client: Client | None = None, **place: str
    ) -> list[dict[str, Any]]:
        answer = (client or self.stranger).post(
            "/api/website/read",
            json.dumps({"address": address, "place": PLACE | place}),
            content_type="application/json",
        )
        if answer.status_code != 200:
            return [answer.json()]
        return [json.loads(line) for line in answer.getvalue().decode().splitlines()]

    def call(self, path: str, body: Any, client: Client | None = None) -> tuple[int, Any]:
        answer = (client or self.stranger).post(
            f"/api/website/{path}", json.dumps(body), content_type="application/json"
        )
        return answer.status_code, answer.json()

    def found(self) -> dict[str, Any]:
        with served(CAFE):
            found: dict[str, Any] = self.read()[-1]["found"]
            return found


class Read(Asking):
    def test_the_whole_door_is_proposed_with_where_each_thing_stood(self) -> None:
        with served(CAFE):
            lines = self.read()
        self.assertEqual(lines[0], {"reading": "/"})
        self.assertIn({"read": "/find-us"}, lines)
        found = lines[-1]["found"]
        says = {row["key"]: "".join(part["text"] for part in row["parts"]) for row in found["rows"]}
        self.assertEqual(says, {
            "who0": "The Tin Whistle, on London time, in English",
            "way0": "Reach you by phone call and WhatsApp on +44 117 496 0271",
            "hours0": "Open Tue–Fri 8–16, Sat, Sun 9–15",
            "colour0": "In #2e5a3a, easy to read",
            "hidden0": "Hidden on /checkout and below",
            "words0": "Says Book or order, then A table, or a loaf to collect?, at the bottom right",
        })  # fmt: skip
        rows = {row["key"]: row for row in found["rows"]}
        self.assertEqual((rows["hours0"]["where"], rows["hours0"]["on"]), ("on /find-us", True))
        self.assertIn("Call or WhatsApp us", rows["way0"]["quote"])
        self.assertEqual((found["host"], found["read"], found["notes"]), ("thetinwhistle.example", 2, []))

    def test_a_language_hardly_anybody_has_a_name_for_is_shown_all_the_same(self) -> None:
        with served({HOME: '<html lang="aaa"><title>The Tin Whistle</title><h1>Soup</h1>'}):
            found = self.read()[-1]["found"]
        self.assertIn("in aaa", "".join(part["text"] for part in found["rows"][0]["parts"]))
        self.assertIn("Its pages are in aaa", found["notes"][0])

    def test_whose_clock_is_taken_where_no_page_tells_one(self) -> None:
        for zone, says in (
            ("Europe/London", "by your own clock"),
            ("Not/AZone", "we don’t know your time zone"),
        ):
            with self.subTest(zone), served({HOME: "<title>The Tin Whistle</title><h1>Soup</h1>"}):
                row = self.read(zone=zone, country="")[-1]["found"]["rows"][0]
                self.assertIn(says, row["where"])

    def test_why_a_website_can_not_be_read(self) -> None:
        pages: dict[str, dict[str, str | NotFetched]] = {
            "gone": {},
            "shut": {HOME: NotFetched("shut")},
            "robots": {HOME + "robots.txt": "User-agent: *\nDisallow: /", HOME: "x"},
            "parked": {HOME: "<title>x</title><p>This domain is for sale."},
            "wall": {HOME: "<title>x</title><form><input type=password>"},
            "empty": {HOME: "<html></html>"},
        }
        for code, served_pages in pages.items():
            Tries.objects.all().delete()
            with self.subTest(code), served(served_pages):
                refused = self.read()[-1]["refused"]
                self.assertEqual(refused["code"], code)
                self.assertRegex(refused["says"], r"^[A-Z].*\.$|^thetinwhistle.*\.$")

    def test_what_is_no_website_is_told_before_anything_is_fetched(self) -> None:
        for typed, code in (
            ("", "not_an_address"),
            ("my shop", "not_an_address"),
            ("localhost:8000", "not_public"),
            ("http://192.168.0.1/", "not_public"),
            ("*.thetinwhistle.example", "not_public"),
            ("0117 496 0271", "a_way"),
            ("nia@thetinwhistle.example", "a_way"),
            ("@tinwhistle", "a_way"),
        ):
            with self.subTest(typed), patch("kindknock.studio_api.routers.website.get_any") as get:
                self.assertEqual(self.read(typed)[-1]["code"], code)
                get.assert_not_called()

    def test_ten_an_hour_for_a_stranger_thirty_for_an_account_none_for_a_turn_in_vain(self) -> None:
        member = Client()
        member.force_login(an_owner(), backend="kindknock.accounts.backends.ByEmail")
        with served(CAFE):
            with patch("kindknock.sites.fetching.PATIENCE", 0.01), READINGS:
                self.assertEqual(self.read()[-1]["refused"]["code"], "busy")
            for client, most in ((self.stranger, 10), (member, 30)):
                got = ["found" in self.read(client=client)[-1] for _ in range(most)]
                self.assertEqual(got, [True] * most)
                refused = self.read(client=client)[-1]["refused"]
                self.assertEqual((refused["code"], str(most) in refused["says"]), ("too_often", True))


class Changed(Asking):
    def test_a_word_as_typed_reads_or_says_the_fix(self) -> None:
        rows = {row["kind"]: row for row in self.found()["rows"]}
        person = {"kind": "person", "key": "person0", "value": {"name": "Nia", "role": ""}}
        rows["person"] = person
        for kind, field, typed, wanted in (
            ("who", "name", "The Whistle", "The Whistle, on London time, in English"),
            ("who", "name", " ", "What is it called? A word will do."),
            ("who", "zone", "Atlantic/Cape_Verde", "The Tin Whistle, on Cape Verde time, in English"),
            ("who", "zone", "Mars", "Choose a time zone from the list."),
            ("who", "languages", "cy,en", "The Tin Whistle, on London time, in Welsh and English"),
            ("who", "languages", "", "Choose at least one language from the list."),
            ("way", "address", "0117 496 0188", "Reach you by phone call and WhatsApp on +44 117 496 0188"),
            (
                "way",
                "address",
                "nia@thetinwhistle.example",
                "Reach you by email on nia@thetinwhistle.example",
            ),
            ("way", "address", "x", "That could be anything."),
            ("way", "apps", "signal", "Reach you by Signal on +44 117 496 0271"),
            ("hours", "week", "Mo-Fr 9-5", "Open Mon–Fri 9–17"),
            ("hours", "week", "", "Open whenever somebody asks"),
            ("hours", "week", "sometimes", "sometimes"),
            ("colour", "colour", "teal", "In #008080, easy to read"),
            ("colour", "colour", "none", "That doesn’t read as a colour. Write it like #2e5a3a or green."),
            ("hidden", "path", "https://thetinwhistle.example/pay", "Hidden on /pay and below"),
            ("hidden", "path", "/", "Write where those pages begin, like /checkout."),
            ("person", "role", "the front", "Nia answers, the front"),
            ("person", "name", "", "What are they called?"),
            (
                "words",
                "label",
                "Ask Nia",
                "Says Ask Nia, then A table, or a loaf to collect?, at the bottom right",
            ),
            (
                "words",
                "corner",
                "left",
                "Says Book or order, then A table, or a loaf to collect?, at the bottom left",
            ),
            ("words", "start", "", "Says Knock, then How can we help?, at the bottom right"),
        ):
            row = rows[kind]
            body = {"kind": kind, "key": row["key"], "value": row["value"], "field": field, "typed": typed}
            status, answer = self.call("row", body | {"place": PLACE})
            with self.subTest(kind=kind, field=field, typed=typed):
                if status == 200:
                    self.assertEqual("".join(part["text"] for part in answer["parts"]), wanted)
                    self.assertEqual(answer["key"], row["key"])
                else:
                    self.assertEqual((status, answer["field"]), (422, field))
                    self.assertIn(wanted, answer["title"])

    def test_rubbish_is_refused_and_never_a_fault(self) -> None:
        for kind in ("who", "way", "hours", "closure", "colour", "hidden", "person", "words"):
            value: dict[str, Any]
            for value in (
                {},
                {"apps": 3},
                {"week": "x"},
                {"first": 1, "last": []},
                {"languages": [None]},
                {"path": {}},
            ):
                for field in ("", "name", "address", "apps", "week", "path", "languages", "start"):
                    with self.subTest(kind=kind, value=value, field=field):
                        body: dict[str, Any] = {"kind": kind, "key": "x", "value": value}
                        body |= {"field": field, "typed": "x"}
                        self.assertIn(self.call("row", body)[0], (200, 422))


class Tried(Asking):
    TAKEN: ClassVar[dict[str, Any]] = {
        "name": "The Tin Whistle",
        "country": "GB",
        "zone": "Europe/London",
        "languages": ["en"],
        "ways": [{"app": "whatsapp", "address": "0117 496 0271"}],
        "hidden": [{"path": "/checkout", "kind": "checkout"}],
        "host": "thetinwhistle.example",
    }

    def test_the_button_follows_what_is_ticked_and_nothing_is_kept(self) -> None:
        tries = {"taken": self.TAKEN, "device": "phone", "address": HOME}
        status, out = self.call("tried", tries)
        self.assertEqual((status, out["answer"]["show"]), (200, True))
        self.assertFalse(self.call("tried", tries | {"address": HOME + "checkout"})[1]["answer"]["show"])
        self.assertIsNone(self.call("tried", tries | {"taken": self.TAKEN | {"ways": []}})[1]["answer"])
        way = out["answer"]["door"]["by"][0]["key"]
        landed = self.call("knock", tries | {"channel": way, "note": "Soup?"})[1]
        self.assertIn("Soup?", landed["text"])
        self.assertTrue(landed["qr"])
        self.assertEqual(self.call("knock", tries | {"channel": "none", "note": ""})[0], 404)
        self.assertEqual((Business.objects.count(), User.objects.count(), Door.objects.count()), (0, 0, 0))

    def test_hanging_needs_an_account(self) -> None:
        body = {"taken": self.TAKEN}
        self.assertEqual(self.call("hang", body)[0], 401)
        member = Client()
        member.force_login(an_owner(), backend="kindknock.accounts.backends.ByEmail")
        self.assertEqual(self.call("hang", {"taken": self.TAKEN | {"ways": []}}, member)[1]["code"], "no_way")
        self.assertEqual(
            self.call("hang", {"taken": self.TAKEN | {"host": "no host"}}, member)[1]["code"], "not_a_host"
        )
        status, opened = self.call("hang", body, member)
        self.assertEqual((status, opened["is_live"]), (200, True))
        self.assertEqual(self.call("hang", body, member)[1]["code"], "has_business")

    def test_the_page_in_the_frame_is_theirs_only_where_it_was_read(self) -> None:
        page = self.found()["page"]
        fetched = Fetched("<html><body>Soup<script>alert(1)</script></body></html>", HOME)
        with patch("kindknock.studio_api.found_page.fetch_any", return_value=fetched) as fetch:
            answer = self.client.get(page)
            self.assertEqual(answer["X-Stage-Page"], "theirs")
            self.assertIn("sandbox", answer["Content-Security-Policy"])
            self.assertNotIn(b"alert", answer.content)
            for other in (page[:-3], "/try/page?of=https://evil.example/", "/try/page?name=Soup"):
                self.assertEqual(self.client.get(other)["X-Stage-Page"], "drawn", other)
            self.assertEqual(fetch.call_count, 1)


class Again(Base):
    def test_only_what_differs_is_shown_and_a_press_takes_it_over(self) -> None:
        asking = Asking()
        asking.stranger = self.client
        rows = asking.found()["rows"]
        status, differs = self.call("POST", f"{self.site}/website/differs", {"rows": rows})
        self.assertEqual(
            (status, [each["kind"] for each in differs]), (200, ["who", "way", "hours", "colour", "hidden"])
        )
        self.assertEqual(differs[2]["here"], "no hours are set")
        for each in differs:
            body = {"kind": each["kind"], "value": each["value"]}
            self.assertEqual(self.call("POST", f"{self.site}/website/take", body)[0], 200, each)
        self.assertEqual(self.call("POST", f"{self.site}/website/differs", {"rows": rows})[1], [])
        desk = self.call("GET", self.site)[1]
        self.assertEqual(
            {way["address"] for way in desk["doors"][0]["channels"]}, {"+441174960123", "+441174960271"}
        )

    def test_what_is_no_row_is_refused(self) -> None:
        for kind in ("who", "way", "hours", "closure", "colour", "hidden", "person"):
            for value in (
                {},
                {"week": {"mon": [["x", "y"]]}},
                {"apps": ["none"], "address": "x"},
                {"path": 3},
            ):
                with self.subTest(kind=kind, value=value):
                    status, _ = self.call("POST", f"{self.site}/website/take", {"kind": kind, "value": value})
                    self.assertEqual(status, 422)
