"""The second step, sessions, a new browser, and what a business demands."""

from datetime import timedelta
from unittest import mock

import pyotp
from django.conf import settings
from django.test import Client

from kindknock import clock
from kindknock.accounts.models import Deed, Outgoing, Passkey, SecondStep, SignIn, User
from kindknock.accounts.sign_ins import browser_words

from .test_api import PASSWORD, Base

FIREFOX = "Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0"


def later(app: pyotp.TOTP) -> str:
    """The code after the one that switched it on, which is near enough to be taken already."""
    return app.at(clock.now() + timedelta(seconds=30))


class SigningIn(Base):
    def sign_in(
        self, client: Client, password: str = PASSWORD, **headers: str
    ) -> tuple[int, dict[str, object]]:
        body = {"email": self.owner.email, "password": password}
        answer = client.post("/api/sign-in", body, content_type="application/json", headers=headers)
        return answer.status_code, answer.json()

    def step_on(self) -> tuple[pyotp.TOTP, list[str]]:
        status, begun = self.call("POST", "/api/second-step", {"password": PASSWORD})
        self.assertEqual((status, "<svg" in begun["qr"]), (200, True))
        app = pyotp.TOTP(begun["secret"])
        status, found = self.call("POST", "/api/second-step/confirm", {"code": app.at(clock.now())})
        self.assertEqual((status, len(found["codes"])), (200, 10))
        self.assertNotIn(begun["secret"], SecondStep.objects.get().secret)
        return app, found["codes"]

    def code(self, client: Client, code: str) -> tuple[int, str]:
        status, answer = self.call("POST", "/api/sign-in/code", {"code": code}, client)
        return status, answer.get("code", "")

    def test_a_password_alone_is_no_longer_enough(self) -> None:
        app, _ = self.step_on()
        browser = Client()
        status, hello = self.sign_in(browser)
        self.assertEqual((status, hello["signed_in"], hello["waits_for_code"]), (200, False, True))
        self.assertEqual(browser.get("/api/people").status_code, 401)
        self.assertEqual(self.code(browser, "000000"), (422, "wrong_code"))
        now = later(app)
        self.assertEqual(self.code(browser, f"{now[:3]} {now[3:]}")[0], 200)
        self.assertEqual(browser.get("/api/people").status_code, 200)
        again = Client()
        self.sign_in(again)
        self.assertEqual(self.code(again, now), (422, "wrong_code"), "a code is taken once")

    def test_a_clock_that_is_ten_minutes_off_is_told_so(self) -> None:
        app, _ = self.step_on()
        now = clock.now()
        # On a slow machine half a minute goes by in between.
        mock.patch.object(clock, "now", lambda: now).start()
        self.addCleanup(mock.patch.stopall)
        for minutes, words in (
            (10, "about 10 minutes ahead"),
            (-10, "about 10 minutes behind"),
            (2, "2 minutes"),
        ):
            with self.subTest(minutes):
                browser = Client()
                self.sign_in(browser)
                code = app.at(clock.now() + timedelta(minutes=minutes))
                status, answer = self.call("POST", "/api/sign-in/code", {"code": code}, browser)
                self.assertEqual((status, answer["field"]), (422, "code"))
                self.assertIn(words, answer["title"])
                self.assertEqual(browser.get("/api/people").status_code, 401)

    def test_a_recovery_code_is_good_once(self) -> None:
        _, codes = self.step_on()
        for expected in ((200, ""), (422, "wrong_code")):
            browser = Client()
            self.sign_in(browser)
            self.assertEqual(self.code(browser, codes[0].upper()), expected)
        self.assertEqual(self.call("GET", "/api/way-in")[1]["codes_left"], 9)

    def test_another_secret_key_leaves_all_as_it_was_while_the_one_before_is_named(self) -> None:
        app, codes = self.step_on()
        before, session = settings.SECRET_KEY, self.client
        with self.settings(SECRET_KEY="another " * 6, SECRET_KEY_FALLBACKS=[before]):
            self.assertEqual(self.call("GET", "/api/way-in", client=session)[0], 200)
            for code in (codes[0], later(app)):
                browser = Client()
                self.sign_in(browser)
                self.assertEqual(self.code(browser, code), (200, ""))
        with self.settings(SECRET_KEY="another " * 6, SECRET_KEY_FALLBACKS=[]):
            browser = Client()
            self.sign_in(browser)
            at = clock.now() + timedelta(minutes=2)
            with mock.patch.object(clock, "now", lambda: at):
                self.assertEqual(self.code(browser, codes[1]), (422, "wrong_code"))
                self.assertEqual(
                    self.code(browser, app.at(at)), (200, ""), "whoever signed in was brought over"
                )

    def test_codes_can_not_be_guessed_by_the_thousand(self) -> None:
        self.step_on()
        browser = Client()
        self.sign_in(browser)
        found = [self.code(browser, f"{n:06d}") for n in range(12)]
        self.assertEqual(found[-1], (429, "too_often"))

    def test_no_code_without_a_password_and_not_after_ten_minutes(self) -> None:
        app, _ = self.step_on()
        self.assertEqual(self.code(Client(), later(app)), (422, "stale"))
        browser = Client()
        self.sign_in(browser)
        at = clock.now() + timedelta(minutes=11)
        with mock.patch("kindknock.clock.now", return_value=at):
            self.assertEqual(self.code(browser, app.at(at)), (422, "stale"))

    def test_switched_off_by_the_password_and_told_by_mail(self) -> None:
        self.step_on()
        self.assertEqual(self.call("POST", "/api/second-step/off", {"password": "x"})[0], 422)
        self.assertFalse(self.call("POST", "/api/second-step/off", {"password": PASSWORD})[1]["has_step"])
        self.assertIn("switched off", Outgoing.objects.latest("pk").subject)
        self.assertTrue(self.sign_in(Client())[1]["signed_in"])

    def test_sessions_are_listed_and_ended(self) -> None:
        other = Client()
        self.sign_in(other, **{"User-Agent": FIREFOX})
        rows = self.call("GET", "/api/way-in")[1]["sessions"]
        self.assertEqual(sorted(row["is_this"] for row in rows), [False, True])
        (there,) = [row for row in rows if not row["is_this"]]
        self.assertEqual(there["browser"], "Firefox on Linux")
        self.assertEqual(len(self.call("DELETE", f"/api/sessions/{there['id']}")[1]["sessions"]), 1)
        self.assertEqual(other.get("/api/people").status_code, 401)
        self.assertEqual(self.call("DELETE", f"/api/sessions/{there['id']}")[0], 404)

    def test_nobody_ends_anothers_session_or_key(self) -> None:
        tomasz, browser = User.objects.create_user("tomasz@h.example", PASSWORD), Client()
        browser.force_login(tomasz, backend="kindknock.accounts.backends.ByEmail")
        theirs = SignIn.objects.get(user=tomasz).pk
        key = Passkey.objects.create(user=tomasz, credential="x", public_key=b"", at=clock.now()).pk
        self.assertEqual(self.call("DELETE", f"/api/sessions/{theirs}")[0], 404)
        self.assertEqual(self.call("DELETE", f"/api/passkeys/{key}")[0], 404)
        self.assertTrue(browser.get("/api/hello").json()["signed_in"])

    def test_another_password_ends_the_others(self) -> None:
        other = Client()
        self.sign_in(other)
        body = {"password": PASSWORD, "new_password": "salt and thirty-six spokes"}
        self.assertEqual(self.call("PATCH", "/api/account", body)[0], 200)
        self.assertEqual(other.get("/api/people").status_code, 401)
        self.assertEqual(len(self.call("GET", "/api/way-in")[1]["sessions"]), 1)

    def test_a_new_browser_is_told_by_mail_and_a_known_one_is_not(self) -> None:
        browser = Client()
        self.sign_in(browser, **{"User-Agent": FIREFOX})
        letter = Outgoing.objects.latest("pk")
        self.assertEqual(letter.subject, "Somebody signed in to your account at Kind Knock")
        self.assertIn("Firefox on Linux", letter.text)
        count = Outgoing.objects.count()
        browser.post("/api/sign-out")
        self.sign_in(browser, **{"User-Agent": FIREFOX})
        self.assertEqual(Outgoing.objects.count(), count)
        self.assertTrue(browser.cookies["kk_browser"]["httponly"])

    def test_what_a_business_demands_holds_for_owners_at_once(self) -> None:
        self.assertEqual(self.call("PUT", "/api/team/demand", {"on": True})[1]["code"], "own_first")
        self.step_on()
        self.assertEqual(self.call("PUT", "/api/team/demand", {"on": True})[0], 200)
        self.assertEqual(self.call("GET", "/api/people")[0], 200)
        self.call("POST", "/api/second-step/off", {"password": PASSWORD})
        status, answer = self.call("GET", "/api/people")
        self.assertEqual((status, answer["code"]), (403, "step_needed"))
        self.assertTrue(self.call("GET", "/api/hello")[1]["needs_step"])
        self.step_on()
        self.assertEqual(self.call("GET", "/api/people")[0], 200)
        codes = list(Deed.objects.order_by("pk").values_list("code", flat=True))
        self.assertEqual(codes[-4:], ["step_on", "demand", "step_off", "step_on"])

    def test_a_key_nobody_has_lets_nobody_in(self) -> None:
        browser = Client()
        status, asked = self.call("POST", "/api/sign-in/passkey", {}, browser)
        self.assertEqual((status, asked["options"]["userVerification"]), (200, "required"))
        for answer in ({}, {"id": "x"}, {"id": "x", "response": {}}):
            status, found = self.call("POST", "/api/sign-in/passkey/answer", {"answer": answer}, browser)
            self.assertEqual((status, found["code"]), (422, "passkey"))

    def test_browsers_by_name(self) -> None:
        self.assertEqual(browser_words(FIREFOX), "Firefox on Linux")
        self.assertTrue(browser_words("") and browser_words("x" * 5000))
