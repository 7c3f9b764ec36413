"""The owner's API: each route for its owner only, each refusal one sentence."""

import json
import re
from typing import Any

from django.conf import settings
from django.test import Client, SimpleTestCase, TestCase

from kindknock.accounts.actions.change_business import BusinessMoved, BusinessRefused, change_business
from kindknock.accounts.models import Business, Outgoing, User
from kindknock.accounts.tokens import reset_tokens, sign_in_tokens, uid_of
from kindknock.doors.models import Channel
from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.sites.queries import allowed_hosts
from kindknock.standins.models import Letter
from kindknock.studio_api.api import api

PASSWORD = "harbour lamp and rope"


class Base(TestCase):
    def setUp(self) -> None:
        self.owner = an_owner()
        self.opened = a_business(self.owner)
        self.client.force_login(self.owner, backend="kindknock.accounts.backends.ByEmail")
        # That somebody is here is noted with their first request, every few minutes.
        self.client.get("/api/business")

    def call(self, method: str, path: str, body: Any = None, client: Client | None = None) -> tuple[int, Any]:
        answer = getattr(client or self.client, method.lower())(
            path, json.dumps(body or {}) if method != "GET" else body, content_type="application/json"
        )
        return answer.status_code, json.loads(answer.content) if answer.content else {}

    @property
    def site(self) -> str:
        return f"/api/sites/{self.opened.site.key}"

    @property
    def door(self) -> str:
        return f"/api/doors/{self.opened.door.key}"


class Described(SimpleTestCase):
    def test_openapi_is_pinned(self) -> None:
        pinned = json.loads((settings.BUILT.parent / "studio_api" / "openapi.json").read_text())
        self.assertEqual(
            pinned, json.loads(json.dumps(api.get_openapi_schema(), default=str)), "run: scripts/pin_api.sh"
        )


class Desk(Base):
    def test_a_change_is_listed_published_and_gone(self) -> None:
        status, desk = self.call(
            "PATCH", self.door, {"version": 1, "says": {"heading": {"en": "Wobbly wheel?"}}}
        )
        self.assertEqual(
            (status, desk["changes"][0]["says"], desk["doors"][0]["not_live"]),
            (200, "Front door, heading on the card (English) is new.", ["says"]),
        )
        status, desk = self.call("POST", self.site + "/publish")
        self.assertEqual(
            (desk["changes"], desk["release"]["number"], desk["release"]["by"]), ([], 2, "Ines Calder")
        )
        self.assertEqual(self.call("PATCH", self.door, {"version": 1, "looks": {"shape": "round"}})[0], 409)

    def test_the_desk_takes_a_fixed_number_of_queries(self) -> None:
        for n in range(5):
            self.call("POST", self.door + "/channels", {"typed": f"+44 117 496 030{n}", "app": "whatsapp"})
        with self.assertNumQueries(25):
            self.call("GET", self.site)

    def test_the_stage_lays_what_is_typed_over_the_draft(self) -> None:
        visit = {"address": "https://averilcycles.example/", "device": "phone"}
        status, answer = self.call(
            "POST",
            self.site + "/stage",
            {
                "door": self.opened.door.key,
                "parts": {"says": {"label": {"en": "Typing"}}, "looks": {"colour": "#ffcc00"}},
                "visit": visit,
            },
        )
        self.assertEqual(
            (status, answer["answer"]["door"]["label"], answer["title"]), (200, "Typing", "Shows at once.")
        )
        self.assertEqual((answer["contrast"]["reads"], answer["contrast"]["seen_reads"]), (True, False))
        answer = self.call(
            "POST",
            self.site + "/stage",
            {"door": self.opened.door.key, "visit": {**visit, "address": "https://elsewhere.example/"}},
        )[1]
        self.assertEqual((answer["shown"], answer["title"]), (False, "Not shown here."))
        self.assertEqual(self.call("GET", self.site)[1]["doors"][0]["says"]["label"], {})

    def test_reading_says_how_it_read(self) -> None:
        answer = self.call("POST", "/api/read", {"typed": "0117 496 0123"})[1]
        self.assertEqual(answer["says"], "Reads as +44 117 496 0123, United Kingdom, a landline.")
        self.assertIn("WhatsApp if you registered it there", answer["more"])
        for typed, state, words in (
            ("skype:ines", "barred", "Skype has closed"),
            ("0117 496 0123 / 0117 496 0124", "ajar", "Those are two"),
            ("Call us on 0117 496 0123", "open", "Left out: “Call us on”"),
            ("+44 7700 900123", "ajar", "Nobody seems to hold"),
        ):
            answer = self.call("POST", "/api/read", {"typed": typed})[1]
            self.assertEqual(answer["state"], state)
            self.assertIn(words, answer["says"] + answer["more"])

    def test_hosts_say_what_was_kept_and_refuse_in_a_sentence(self) -> None:
        status, kept = self.call("POST", self.site + "/hosts", {"typed": "https://www.hire.example/bikes"})
        self.assertEqual(
            (status, kept["says"]),
            (200, "Kept as hire.example: the button runs on every page of it, with or without www."),
        )
        status, problem = self.call("POST", self.site + "/hosts", {"typed": "my site"})
        self.assertEqual((status, problem["field"], problem["title"][:12]), (422, "typed", "That doesn't"))

    def test_trying_a_channel_gives_the_visitors_link_and_a_code(self) -> None:
        key = Channel.objects.get().key
        answer = self.call(
            "POST",
            f"/api/channels/{key}/try",
            {"channel": key, "note": "Hello", "address": "https://averilcycles.example/a?utm_x=1"},
        )[1]
        self.assertEqual(answer["text"], "Hello\n\nhttps://averilcycles.example/a\nSent from our website")
        self.assertTrue(answer["real_link"].startswith("https://wa.me/441174960123?text=Hello%0A%0A"))
        self.assertIn("<svg", answer["qr"])

    def test_business_refuses_what_it_cannot_use(self) -> None:
        for changes, field in (
            ({"name": " "}, "name"),
            ({"zone": "Mars/Base"}, "zone"),
            ({"languages": []}, "languages"),
            ({"privacy_link": "javascript:1"}, "privacy_link"),
            ({"languages": ["english please"]}, "languages"),
            ({"country": "XX"}, "country"),
            ({"country": "gb"}, "country"),
            ({"currency": "DOO"}, "currency"),
        ):
            status, problem = self.call("PATCH", "/api/business", {"version": 1, **changes})
            self.assertEqual((status, problem["field"]), (422, field))
        self.assertEqual(
            self.call("PATCH", "/api/business", {"version": 1, "country": "PT"})[1]["country"], "PT"
        )
        self.assertEqual(self.call("PATCH", "/api/business", {"version": 1, "country": "GB"})[0], 409)
        self.assertEqual(
            self.call(
                "PATCH", "/api/business", {"version": 2, "country": "", "currency": "", "privacy_link": ""}
            )[1]["version"],
            3,
        )
        self.assertEqual(
            self.call("GET", "/api/business")[1],
            {
                "name": "Averil Cycle Works",
                "country": "",
                "zone": "Europe/London",
                "currency": "",
                "languages": ["en"],
                "privacy_link": "",
                "is_counting": True,
                "closes_at": None,
                "version": 3,
            },
        )

    def test_choices_are_named_sorted_and_usable(self) -> None:
        choices = self.call("GET", "/api/choices")[1]
        self.assertEqual(
            {name: [row["label"] for row in rows] for name, rows in choices.items()},
            {name: sorted(row["label"] for row in rows) for name, rows in choices.items()},
        )
        for name, value, label in (
            ("countries", "CV", "Cape Verde"),
            ("zones", "Atlantic/Cape_Verde", "Atlantic, Cape Verde"),
            ("currencies", "GBP", "British Pound (GBP)"),
            ("languages", "pt-BR", "Portuguese (Brazil)"),
        ):
            self.assertIn({"value": value, "label": label}, choices[name])
        for version, (field, name) in enumerate(
            (("country", "countries"), ("zone", "zones"), ("currency", "currencies")), 1
        ):
            refused = [choice["value"] for choice in choices[name] if self.could_not(field, choice["value"])]
            self.assertEqual(refused, [], field)
            self.assertEqual(
                self.call("PATCH", "/api/business", {"version": version, field: choices[name][-1]["value"]})[
                    0
                ],
                200,
            )

    def could_not(self, field: str, value: str) -> bool:
        try:
            change_business(self.opened.business, {field: value}, version=0)
        except BusinessRefused:
            return True
        except BusinessMoved:
            return False
        return True

    def test_the_line_is_emailed_through_a_job(self) -> None:
        self.assertEqual(self.call("POST", self.site + "/email-line", {"to": "not one"})[0], 422)
        self.assertEqual(
            self.call("POST", self.site + "/email-line", {"to": "tomasz@averilcycles.example"})[0], 200
        )
        self.assertIn(
            f'k.js?{self.opened.site.key}" data-site="{self.opened.site.key}" referrerpolicy=',
            Outgoing.objects.get().text,
        )


class Account(TestCase):
    def setUp(self) -> None:
        self.user = an_owner()

    def post(self, path: str, **body: Any) -> tuple[int, Any]:
        answer = self.client.post(path, json.dumps(body), content_type="application/json")
        return answer.status_code, json.loads(answer.content)

    def test_sign_up_refuses_what_is_no_email_and_a_weak_password(self) -> None:
        for email, password, code in (
            ("new@averilcycles.example", "12345678", "weak_password"),
            ("nobody", PASSWORD, "bad_email"),
        ):
            self.assertEqual((self.post("/api/sign-up", email=email, password=password)[1]["code"]), code)
        self.assertTrue(
            self.post("/api/sign-up", email="new@averilcycles.example", password=PASSWORD)[1]["signed_in"]
        )

    def test_too_many_tries_wait(self) -> None:
        for _ in range(8):
            status, problem = self.post("/api/sign-in", email="ines@averilcycles.example", password="wrong")
        self.assertEqual((status, problem["code"]), (429, "locked"))
        self.assertEqual(
            self.post("/api/sign-in", email="ines@averilcycles.example", password=PASSWORD)[0], 429
        )

    def test_one_business_a_person_opened_in_one_breath(self) -> None:
        self.client.force_login(self.user, backend="kindknock.accounts.backends.ByEmail")
        self.assertEqual(
            [
                self.client.get("/api/hello").json()[name]
                for name in ("signed_in", "initials", "business", "site", "sites")
            ],
            [True, "IC", "", "", []],
        )
        for body, code in (
            ({"name": " ", "typed": "0117 496 0123", "country": "GB"}, "name_empty"),
            ({"name": "Sail Loft", "typed": "12", "country": "GB"}, "too_short"),
            ({"name": "Sail Loft", "typed": "0117 496 0123"}, "needs_country"),
            (
                {"name": "Sail Loft", "typed": "@sailloft", "country": "GB", "website": "javascript:x"},
                "not_a_host",
            ),
        ):
            self.assertEqual(self.post("/api/businesses", **body)[1]["code"], code, body)
            self.assertFalse(Business.objects.exists(), "nothing is made of half an answer")
        status, opened = self.post(
            "/api/businesses",
            name="Sail Loft",
            typed="0117 496 0123",
            apps=["whatsapp", "phone"],
            country="gb",
            zone="Mars/Base",
            language="en",
            website="https://www.SailLoft.example/about",
        )
        self.assertEqual((status, opened["is_live"]), (200, True))
        business = Business.objects.get()
        self.assertEqual(allowed_hosts(business.sites.get()), ("sailloft.example",))
        self.assertEqual(
            (business.name, business.country, business.zone, business.currency, business.languages),
            ("Sail Loft", "GB", "UTC", "GBP", ["en"]),
        )
        self.assertEqual(
            sorted(Channel.objects.values_list("app", "address")),
            [("phone", "+441174960123"), ("whatsapp", "+441174960123")],
        )
        self.assertEqual(
            self.post("/api/businesses", name="Another", typed="@averilcycles", country="GB")[0], 409
        )
        self.assertEqual(
            [self.client.get("/api/hello").json()[name] for name in ("business", "site")],
            ["Sail Loft", opened["site"]],
        )

    def test_ones_own_email_and_password(self) -> None:
        an_owner("tomasz@averilcycles.example")
        self.assertEqual(
            self.post("/api/sign-in", email=" ines@averilcycles.example ", password=PASSWORD)[0], 200
        )
        for body, field, code in (
            ({"password": "wrong"}, "password", "wrong"),
            ({"password": PASSWORD, "new_email": "nobody"}, "new_email", "bad_email"),
            (
                {
                    "password": PASSWORD,
                    "new_email": "ines.calder@averilcycles.example",
                    "new_password": "12345678",
                },
                "new_password",
                "weak_password",
            ),
        ):
            answer = self.client.patch("/api/account", json.dumps(body), content_type="application/json")
            self.assertEqual(
                (answer.status_code, answer.json()["field"], answer.json()["code"]), (422, field, code)
            )
        self.assertEqual(User.objects.get(pk=self.user.pk).email, "ines@averilcycles.example")
        both = {
            "password": PASSWORD,
            "new_email": "ines.calder@averilcycles.example",
            "new_password": "a brass knocker rings",
        }
        answer = self.client.patch("/api/account", json.dumps(both), content_type="application/json").json()
        self.assertEqual(answer["wanted_email"], "ines.calder@averilcycles.example")
        self.assertTrue(self.client.get("/api/hello").json()["signed_in"], "who changed it stays signed in")
        self.assertEqual(
            (self.post("/api/sign-out")[0], self.client.get("/api/hello").json()["signed_in"]), (200, False)
        )
        self.assertEqual(
            [
                self.post("/api/sign-in", email=email, password="a brass knocker rings")[0]
                for email in ("ines.calder@averilcycles.example", "ines@averilcycles.example")
            ],
            [422, 200],
        )

    def test_links_work_once(self) -> None:
        self.assertTrue(
            self.post("/api/sign-in", email="Ines@averilcycles.example", password=PASSWORD)[1]["signed_in"]
        )
        user = User.objects.get()
        token = {"uid": uid_of(user), "token": sign_in_tokens.make_token(user)}
        self.assertEqual([self.post("/api/come-in", **token)[0] for _ in range(2)], [200, 422])
        user.refresh_from_db()
        token = {"uid": uid_of(user), "token": reset_tokens.make_token(user)}
        self.assertEqual(self.post("/api/reset", **token, password="short")[1]["code"], "weak_password")
        self.assertEqual(
            [self.post("/api/reset", **token, password="a brass knocker rings")[0] for _ in range(2)],
            [200, 422],
        )
        self.assertEqual(self.post("/api/reset", uid="!!", token="x", password=PASSWORD)[0], 422)

    def test_forgetting_answers_alike_for_anybody(self) -> None:
        for path in ("/api/forgot", "/api/link"):
            Outgoing.objects.all().delete()
            self.assertEqual(
                self.post(path, email="nobody@averilcycles.example"),
                self.post(path, email="ines@averilcycles.example"),
            )
            self.assertEqual([letter.to for letter in Outgoing.objects.all()], ["ines@averilcycles.example"])

    def test_the_studios_page_lets_nothing_in_from_outside(self) -> None:
        page = self.client.get("/doors/anything")
        self.assertEqual(
            (page.status_code, page["Cache-Control"], "kk_csrf" in page.cookies), (200, "no-store", True)
        )
        for part in ("default-src 'self'", "script-src 'self';", "frame-ancestors 'none'"):
            self.assertIn(part, page["Content-Security-Policy"])

    def test_the_pretend_mailbox_keeps_and_shows_letters(self) -> None:
        from kindknock.accounts.mailing import send_letter

        words = "Press http://localhost:8000/come-in/x/y\n<b>not bold</b>"
        letter = Outgoing.objects.create(to="ines@averilcycles.example", subject="Your way in", text=words)
        with self.settings(EMAIL_BACKEND="kindknock.standins.mailbox.PretendMailbox"):
            for _ in range(3):
                send_letter(letter.pk)
        page = self.client.get(f"/pretend/mail/{Letter.objects.get().pk}/").content.decode()
        self.assertIn('<a href="http://localhost:8000/come-in/x/y">', page)
        self.assertIsNone(re.search(r"<b>not bold", page))

    def test_the_pretend_phone_carries_the_words_and_takes_a_reply(self) -> None:
        page = self.client.get(
            "/pretend/phone/?app=whatsapp&to=%2B441174960123&text=Hi%0A%3Cb%3E"
        ).content.decode()
        self.assertIn("Hi\n&lt;b&gt;</textarea>", page)
        self.assertIn("https://wa.me/441174960123?text=Hi%0A%3Cb%3E", page)
        for who in ("visitor", "business"):
            self.client.post(
                "/pretend/phone/send/",
                {"app": "whatsapp", "to": "+441174960123", "text": f"from {who}", "as": who},
            )
        page = self.client.get("/pretend/phone/").content.decode()
        self.assertLess(page.index("from visitor"), page.index("from business"))
        self.assertEqual(self.client.get("/pretend/phone/?app=pigeon").status_code, 404)
