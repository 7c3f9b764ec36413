"""What strangers and the impatient try: passwords, mails and odd pages, each bounded, none a fault."""

import json
import socket
import threading
import time
from collections.abc import Callable
from contextlib import nullcontext
from smtplib import SMTPDataError, SMTPServerDisconnected
from typing import Any
from unittest import mock

from django.test import SimpleTestCase, TestCase

from kindknock import clock
from kindknock.accounts.actions.limit import ANSWERS_TO, MAILS_TO, PASSWORDS, SIGN_UPS
from kindknock.accounts.mailing import post, send_letter
from kindknock.accounts.models import Outgoing, Tries
from kindknock.accounts.network import client_address
from kindknock.config.env import WrongSetting, read_env
from kindknock.doors.tests.builders import an_owner
from kindknock.guestbook.tests.builders import an_entry
from kindknock.sites import fetching
from kindknock.sites.fetching import NotFetched, fetch_page

from ..stage_page import stage_html
from .test_api import PASSWORD, Base


class Tried(TestCase):
    def setUp(self) -> None:
        self.user = an_owner()

    def post(self, path: str, **body: Any) -> tuple[int, str]:
        answer = self.client.post(path, json.dumps(body), content_type="application/json")
        return answer.status_code, answer.json().get("code", "")

    def test_ways_in_are_mailed_so_often_and_answer_alike_beyond(self) -> None:
        answers = {
            self.post("/api/link", email="ines@averilcycles.example") for _ in range(MAILS_TO.most + 5)
        }
        self.assertEqual(answers, {(200, "")})
        self.assertEqual(Outgoing.objects.count(), MAILS_TO.most)
        self.assertTrue(all("http://localhost" in letter.text for letter in Outgoing.objects.all()))
        self.assertFalse(Tries.objects.filter(key__contains="ines").exists())

    def test_a_network_signs_up_so_often(self) -> None:
        found = [
            self.post("/api/sign-up", email=f"n{n}@averilcycles.example", password=PASSWORD)
            for n in range(SIGN_UPS.most + 1)
        ]
        self.assertEqual(found[-1], (429, "too_often"))
        self.assertEqual({status for status, _ in found[:-1]}, {200})

    def test_the_password_is_asked_so_often_and_right_ones_dont_count(self) -> None:
        self.client.force_login(self.user, backend="kindknock.accounts.backends.ByEmail")

        def change(password: str) -> tuple[int, str]:
            body = json.dumps({"password": password, "new_email": ""})
            answer = self.client.patch("/api/account", body, content_type="application/json")
            return answer.status_code, answer.json().get("code", "")

        for _ in range(PASSWORDS.most + 3):
            self.assertEqual(change(PASSWORD)[0], 200)
        for _ in range(PASSWORDS.most):
            self.assertEqual(change("wrong"), (422, "wrong"))
        self.assertEqual(change(PASSWORD), (429, "too_often"), "nobody goes on guessing")

    def test_mails_lead_to_where_we_are_not_to_where_one_says(self) -> None:
        self.client.post(
            "/api/link",
            json.dumps({"email": "ines@averilcycles.example"}),
            content_type="application/json",
            headers={"host": "127.0.0.1:9"},
        )
        self.assertNotIn("127.0.0.1:9", Outgoing.objects.get().text)


class Proven(Base):
    def test_letters_to_others_wait_until_the_address_is_proven(self) -> None:
        self.owner.proven_at = None
        self.owner.save()
        body = {"to": "tomasz@averilcycles.example"}
        self.assertEqual(self.call("POST", self.site + "/email-line", body)[1], {"held": self.owner.email})
        self.assertEqual(Outgoing.objects.get().state, "held")
        with mock.patch("kindknock.accounts.mailing.hand_over") as sent:
            send_letter(Outgoing.objects.get().pk)
        self.assertFalse(sent.called)
        self.call("POST", "/api/confirm-again")
        token = Outgoing.objects.latest("pk").text.split("/confirm/")[1].split()[0]
        self.assertEqual(self.call("POST", "/api/confirm", {"token": token})[0], 200)
        letter = Outgoing.objects.get(to=body["to"])
        self.assertEqual(letter.state, "waiting")
        self.assertIn(f"{self.owner.email} asked us to send you this", letter.text)


class Answered(Base):
    def test_one_address_is_answered_so_often_a_day(self) -> None:
        entries = [
            an_entry(self.opened, number=n + 1, reach="w@h.example", text="?")
            for n in range(ANSWERS_TO.most + 1)
        ]

        def answer(number: int) -> tuple[int, dict[str, Any]]:
            body = {"text": "Yes.", "seen": str(number)}
            found = self.client.post(f"/api/guestbook/{entries[0].pk}/answer", body)
            return found.status_code, found.json()

        type(self.owner).objects.update(proven_at=None)
        self.assertEqual(answer(0)[1]["code"], "not_proven")
        type(self.owner).objects.update(proven_at=clock.now())
        found = [answer(number)[0] for number in range(len(entries))]
        self.assertEqual(found, [200] * ANSWERS_TO.most + [429])


class Letters(TestCase):
    def test_one_goes_once_and_its_words_are_wiped(self) -> None:
        post("ines@averilcycles.example", "Your way in", "a link")
        letter = Outgoing.objects.get()
        with mock.patch("kindknock.accounts.mailing.hand_over") as sent:
            for _ in range(3):
                send_letter(letter.pk)
            send_letter(letter.pk + 1)
        self.assertEqual(sent.call_count, 1)
        letter.refresh_from_db()
        self.assertEqual((letter.state, letter.subject, letter.text), ("sent", "", ""))

    def test_one_that_may_have_gone_out_is_in_doubt_and_one_not_taken_waits(self) -> None:
        for where, error, state, after in (
            ("hand_over", SystemExit(), "sending", "in_doubt"),
            ("hand_over", SMTPServerDisconnected(), "in_doubt", "in_doubt"),
            ("hand_over", TimeoutError(), "in_doubt", "in_doubt"),
            ("hand_over", SMTPDataError(451, b"later"), "waiting", "sent"),
            ("get_connection", ConnectionRefusedError(), "waiting", "sent"),
        ):
            letter = Outgoing.objects.create(to="ines@averilcycles.example", subject="x", text="y")
            with mock.patch(f"kindknock.accounts.mailing.{where}") as fails:
                (fails if where == "hand_over" else fails.return_value.open).side_effect = error
                with self.assertRaises(type(error)) if state != "in_doubt" else nullcontext():
                    send_letter(letter.pk)
            letter.refresh_from_db()
            self.assertEqual(letter.state, state, error)
            with mock.patch("kindknock.accounts.mailing.hand_over") as sent:
                send_letter(letter.pk)
            letter.refresh_from_db()
            self.assertEqual((letter.state, sent.called), (after, after == "sent"), error)


class Odd(SimpleTestCase):
    def test_pages_that_are_none_are_drawn_instead(self) -> None:
        for html, is_page in (
            ("", False),
            ("<!-- only -->", False),
            ("<?php ?>", False),
            ('<?xml version="1.0" encoding="UTF-8"?><html><body>hi</body></html>', True),
            ("\ud800<p>x", True),
            ("plain", True),
        ):
            found = stage_html(html, base="https://averilcycles.example/", script="<s></s>")
            self.assertEqual(found is not None, is_page, html)
            self.assertTrue(found is None or "<head><base" in found)

    def served(self, speak: Callable[[socket.socket], None]) -> str:
        server = socket.create_server(("127.0.0.1", 0))
        self.addCleanup(server.close)

        def once() -> None:
            line, _ = server.accept()
            with line:
                line.recv(2000)
                try:
                    speak(line)
                except OSError:
                    pass

        threading.Thread(target=once, daemon=True).start()
        return f"http://127.0.0.1:{server.getsockname()[1]}/"

    def test_a_page_that_drips_is_given_up_in_time(self) -> None:
        head = b"HTTP/1.1 200 OK\r\nContent-Type: text/html\r\nContent-Length: 9000\r\n\r\n"

        def drip(first: bytes) -> Callable[[socket.socket], None]:
            def speak(line: socket.socket) -> None:
                line.sendall(first)
                for _ in range(200):
                    time.sleep(0.05)
                    line.sendall(b"x")

            return speak

        for first in (head, head[:40], b""):
            began = time.monotonic()
            with mock.patch.object(fetching, "MOST_SECONDS", 0.5), self.assertRaises(NotFetched) as gone:
                fetch_page(self.served(drip(first)), loopback=True)
            self.assertIn(gone.exception.code, ("too_slow", "unreachable", "not_a_page"))
            self.assertLess(time.monotonic() - began, 2.0)

    def test_a_page_that_leads_to_no_address_is_not_found(self) -> None:
        for to in ("http://[", "http://[::1", "//[", "https://?/"):
            answer = f"HTTP/1.1 302 Found\r\nLocation: {to}\r\nContent-Length: 0\r\n\r\n".encode()

            def speak(line: socket.socket, answer: bytes = answer) -> None:
                line.sendall(answer)

            with self.assertRaises(NotFetched):
                fetch_page(self.served(speak), loopback=True)

    def test_the_stand_ins_never_start_in_production(self) -> None:
        real = {
            "KK_PRODUCTION": "1",
            "KK_ORIGIN": "https://knock.example",
            "KK_SECRET_KEY": "x" * 40,
            "DATABASE_URL": "postgres://x@localhost/x",
        }
        for more, name in (
            ({"KK_PRETEND": "1"}, "KK_PRETEND"),
            ({"KK_PRETEND": "0", "KK_TRUSTED_PROXIES": "x"}, "KK_TRUSTED_PROXIES"),
            (
                {"KK_PRETEND": "0", "KK_HELD_SITES": "many"},
                "KK_HELD_SITES can't be used as it is set: 'many'",
            ),
            ({"KK_PRETEND": "0", "KK_HELD_SITES": "0"}, "KK_HELD_SITES"),
            ({"KK_PRETEND": "0", "KK_PORT": "-1"}, "KK_PORT"),
        ):
            with mock.patch.dict("os.environ", {**real, **more}), self.assertRaises(WrongSetting) as wrong:
                read_env()
            self.assertIn(name, str(wrong.exception))
        with mock.patch.dict("os.environ", {**real, "KK_PRETEND": "0"}):
            self.assertFalse(read_env().pretend)

    def test_a_proxy_on_the_same_machine_doesnt_make_all_visitors_one(self) -> None:
        real = {"KK_PRODUCTION": "1", "KK_ORIGIN": "https://knock.example", "KK_SECRET_KEY": "x" * 40}
        real |= {"DATABASE_URL": "postgres://x@localhost/x", "KK_PRETEND": "0"}
        for named, peer, found in (
            ({}, "127.0.0.1", "203.0.113.7"),
            ({}, "::1", "203.0.113.7"),
            ({}, "198.51.100.2", "198.51.100.2"),
            ({"KK_TRUSTED_PROXIES": ""}, "127.0.0.1", "127.0.0.1"),
            ({"KK_TRUSTED_PROXIES": "198.51.100.0/24"}, "198.51.100.2", "203.0.113.7"),
        ):
            with mock.patch.dict("os.environ", {**real, **named}):
                asked = {"REMOTE_ADDR": peer, "HTTP_X_FORWARDED_FOR": "192.0.2.9, 203.0.113.7"}
                self.assertEqual(client_address(asked, read_env().trusted_proxies), found)


class Names(Base):
    def test_a_name_is_one_line_and_one_press_too_many_opens_nothing(self) -> None:
        for body in ({"name": "Sail\nLoft", "role": ""}, {"name": "Sail Loft", "role": "a\x1b[2J"}):
            self.assertEqual(self.call("POST", "/api/people", body)[1]["code"], "control_characters")
        opens: dict[str, Any] = {
            "name": "Sail Loft",
            "typed": "0117 496 0123",
            "country": "GB",
            "apps": ["phone"],
        }
        self.assertEqual(self.call("POST", "/api/businesses", opens)[1]["code"], "has_business")
