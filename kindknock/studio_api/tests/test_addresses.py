"""Whose an address is: told by mail only, counted once confirmed, and taken back by whoever had it."""

import json
from datetime import timedelta
from typing import Any
from unittest import mock

from django.core import signing
from django.test import Client, TestCase

from kindknock import clock
from kindknock.accounts.models import Outgoing, User
from kindknock.doors.tests.builders import an_owner

from .test_api import PASSWORD

INES, NADIA, THIEF = "ines@averilcycles.example", "nadia@averilcycles.example", "other@harbourhire.example"


class Addresses(TestCase):
    def setUp(self) -> None:
        self.ines = an_owner(INES)

    def send(
        self, path: str, by: Client | None = None, *, method: str = "post", **body: Any
    ) -> tuple[int, Any]:
        send = getattr(by or self.client, method)
        answer = send(path, json.dumps(body), content_type="application/json")
        return answer.status_code, answer.json()

    def signed_in(self, email: str, password: str = PASSWORD) -> Client:
        client = Client()
        self.assertEqual(self.send("/api/sign-in", client, email=email, password=password)[0], 200)
        return client

    def link(self, path: str, to: str) -> str:
        """The token in the latest letter to somebody."""
        text = Outgoing.objects.filter(to=to, text__contains=f"/{path}/").latest("pk").text
        return text.split(f"/{path}/")[1].split()[0]

    def test_a_stranger_is_not_told_who_has_an_account(self) -> None:
        known, new = Client(), Client()
        answers = [
            self.send("/api/sign-up", client, email=email, password="a lamp by the sea")
            for client, email in ((known, INES.upper()), (new, NADIA))
        ]
        for status, hello in answers:
            hello.pop("email")
            self.assertEqual((status, hello.pop("initials") != ""), (200, True))
        self.assertEqual(answers[0], answers[1])
        self.assertEqual(
            [(letter.to.lower(), letter.subject) for letter in Outgoing.objects.order_by("pk")],
            [(INES, "You have an account at Kind Knock already"), (NADIA, "Is this your address?")],
        )
        self.signed_in(INES)
        self.send("/api/link", email=INES)
        uid, token = self.link("come-in", INES).split("/")
        self.send("/api/come-in", uid=uid, token=token)
        self.assertEqual(self.client.session["_auth_user_id"], str(self.ines.pk), "the way in is hers")

    def test_whoever_took_an_address_first_is_out_once_its_owner_asks(self) -> None:
        thief = Client()
        self.send("/api/sign-up", thief, email=NADIA, password="mine all the same")
        self.send("/api/account", thief, method="patch", password="mine all the same", new_email=THIEF)
        theirs = self.link("confirm", THIEF)
        self.assertEqual(self.send("/api/link", email=NADIA)[0], 200)
        self.assertNotIn("/come-in/", "".join(Outgoing.objects.values_list("text", flat=True)))
        uid, token = self.link("new-password", NADIA).split("/")
        self.assertEqual(self.send("/api/reset", uid=uid, token=token, password=PASSWORD)[0], 200)
        self.assertFalse(thief.get("/api/hello").json()["signed_in"])
        self.assertEqual(self.send("/api/confirm", thief, token=theirs)[1]["code"], "stale")
        self.assertEqual(User.objects.get(email=NADIA).proven_at is None, False)

    def test_one_of_two_who_name_an_address_proves_it(self) -> None:
        first, second = Client(), Client()
        self.send("/api/sign-up", first, email=NADIA, password="a lamp by the sea")
        link = self.link("confirm", NADIA)
        self.send("/api/sign-up", second, email=NADIA, password="a rope in the rain")
        later = self.link("confirm", NADIA)
        self.assertEqual(
            [self.send("/api/confirm", token=t)[0] for t in (later, later, link)], [200, 200, 409]
        )
        self.assertEqual(
            [client.get("/api/hello").json()["is_proven"] for client in (first, second)], [False, True]
        )
        self.signed_in(NADIA, "a lamp by the sea")
        self.signed_in(NADIA, "a rope in the rain")

    def test_whoever_signs_up_twice_finds_what_they_began(self) -> None:
        again = Client()
        first = self.send("/api/sign-up", email=NADIA, password="a lamp by the sea")[1]
        self.send("/api/businesses", name="Sail Loft", typed="@sailloft", apps=["telegram"], country="GB")
        second = self.send("/api/sign-up", again, email=NADIA, password="a lamp by the sea")[1]
        self.assertEqual((first["business"], second["business"]), ("", "Sail Loft"))
        self.assertEqual(Outgoing.objects.count(), 1)
        self.send("/api/sign-up", Client(), email=NADIA, password="a rope in the rain")
        self.assertIn("another account with this address", Outgoing.objects.latest("pk").text)

    def test_a_new_address_counts_when_confirmed_and_the_old_one_calls_back(self) -> None:
        client = self.signed_in(INES)
        hello = self.send("/api/account", client, method="patch", password=PASSWORD, new_email=THIEF)[1]
        self.assertEqual((hello["email"], hello["wanted_email"]), (INES, THIEF))
        self.signed_in(INES)
        self.assertEqual(self.send("/api/confirm", token=self.link("confirm", THIEF))[0], 200)
        self.assertEqual(self.send("/api/sign-in", email=INES, password=PASSWORD)[0], 422)
        # From there to a third address: the first still calls it back.
        self.send(
            "/api/account", client, method="patch", password=PASSWORD, new_email="x@harbourhire.example"
        )
        self.send("/api/confirm", token=self.link("confirm", "x@harbourhire.example"))
        back, later = self.link("address-back", INES), self.link("address-back", THIEF)
        ways = self.send("/api/address-back", token=back)[1]
        self.assertFalse(client.get("/api/hello").json()["signed_in"], "everybody is signed out")
        for again in (back, later):
            self.assertEqual(self.send("/api/address-back", token=again)[1]["code"], "stale")
        self.assertEqual(self.send("/api/reset", password="a brass knocker rings", **ways)[1]["email"], INES)

    def test_links_end_and_lies_are_refused(self) -> None:
        client = self.signed_in(INES)
        self.send("/api/account", client, method="patch", password=PASSWORD, new_email=THIEF)
        link = self.link("confirm", THIEF)
        for token in ("", "x", link[:-1], signing.dumps({"user": self.ines.pk, "email": THIEF}), "é\x00"):
            self.assertEqual(self.send("/api/confirm", token=token)[0], 422, token)
        later = clock.now().timestamp() + timedelta(days=7, minutes=1).total_seconds()
        with mock.patch("django.core.signing.time.time", return_value=later):
            self.assertEqual(self.send("/api/confirm", token=link)[1]["code"], "stale")
        self.send("/api/account", client, method="patch", password=PASSWORD, new_email=INES)
        self.assertEqual(self.send("/api/confirm", token=link)[1]["code"], "stale", "let go of")
        self.ines.refresh_from_db()
        self.assertEqual(self.ines.email, INES)

    def test_another_accounts_address_is_told_by_mail_alone(self) -> None:
        an_owner(THIEF)
        client = self.signed_in(INES)
        hello = self.send("/api/account", client, method="patch", password=PASSWORD, new_email=THIEF)[1]
        self.assertEqual(hello["wanted_email"], THIEF)
        self.assertEqual(Outgoing.objects.get().subject, "You have an account at Kind Knock already")
        self.assertEqual(self.send("/api/confirm-again", client)[0], 200)
