"""A page looked at for the line, by whoever keeps the site."""

from collections.abc import Mapping
from datetime import timedelta
from typing import Any
from unittest.mock import patch

from django.conf import settings
from django.test import Client

from kindknock import clock
from kindknock.accounts.models import Outgoing
from kindknock.doors.models import Trial
from kindknock.doors.tests.builders import an_owner
from kindknock.sites.actions.hear import Heard, keep_heard
from kindknock.sites.fetching import Fetched, NotFetched
from kindknock.sites.models import HandedOn, PageLook
from kindknock.studio_api.handing_on import letter_of
from kindknock.studio_api.tasks import look_at_page

from .test_api import Base


class Fitting(Base):
    def look(
        self, typed: str, html: str = "", headers: Mapping[str, str] | None = None, why: str = ""
    ) -> tuple[int, dict[str, Any], list[str]]:
        asked: list[str] = []

        def fetch(address: str, **_: object) -> Fetched:
            asked.append(address)
            if why:
                raise NotFetched(why)
            return Fetched(html, address, headers or {})

        with patch("kindknock.studio_api.tasks.fetch_any", fetch):
            status, answer = self.looked(typed)
        return status, answer, asked

    def looked(self, typed: str) -> tuple[int, Any]:
        """Ask, have the job done, and see."""
        status, answer = self.call("POST", self.site + "/fitting/look", {"typed": typed})
        if status != 200:
            return status, answer
        path = f"{self.site}/fitting/look/{answer['number']}"
        self.assertEqual(self.call("GET", path), (200, None))
        look_at_page(answer["number"])
        return self.call("GET", path)

    def line(self, key: str = "") -> str:
        key = key or self.opened.site.key
        return (
            f'<p>Wheels.</p><script src="{settings.ENV.origin}/k.js" data-site="{key}" crossorigin></script>'
        )

    def test_what_is_typed_becomes_an_address_and_what_stands_there_is_told(self) -> None:
        for typed, address, is_ours in (
            ("averilcycles.example/hire", "https://averilcycles.example/hire", True),
            ("  https://www.averilcycles.example ", "https://www.averilcycles.example", True),
            ("HTTPS://Averilcycles.EXAMPLE/Hire", "https://averilcycles.example/Hire", True),
            ("/hire?x=1", "https://averilcycles.example/hire?x=1", True),
            ("http://elsewhere.example:80/", "http://elsewhere.example:80/", False),
        ):
            with self.subTest(typed):
                status, answer, asked = self.look(typed, self.line())
                self.assertEqual((status, answer["code"], answer["state"]), (200, "found", "open"))
                self.assertEqual((asked, answer["address"], answer["is_ours"]), ([address], address, is_ours))
        self.assertEqual(self.look("/hire", self.line("harbour2"))[1]["code"], "other_key")
        stopped = self.look("/hire", self.line(), {"content-security-policy": "script-src 'self'"})[1]
        self.assertEqual(stopped["add"], [f"script-src 'self' {settings.ENV.origin}"])

    def test_this_machine_is_looked_at_only_where_it_is_on_the_list(self) -> None:
        asked: list[bool] = []

        def fetch(address: str, *, loopback: bool = False) -> Fetched:
            asked.append(loopback)
            return Fetched("<p>x", address)

        with patch("kindknock.standins.fetching.fetch_page", fetch):
            for _ in range(2):
                self.looked("http://localhost:9/")
                self.call("POST", self.site + "/hosts", {"typed": "localhost:9"})
        self.assertEqual(asked, [False, settings.ENV.pretend])

    def test_an_address_that_is_none_is_a_sentence_too(self) -> None:
        for typed in ("http://[", "https://a]b/", "[::1", "http://[::1]:x/"):
            with self.subTest(typed):
                status, answer = self.looked(typed)
                self.assertEqual((status, answer["field"]), (422, "typed"))

    def test_what_cannot_be_looked_at_is_a_sentence(self) -> None:
        for typed, why, words in (
            ("", "", "Type the address of a page"),
            ("javascript:alert(1)", "", "Type the address of a page"),
            ("ftp://averilcycles.example/", "", "public address"),
            ("averilcycles.example", "too_slow", "six seconds"),
            ("averilcycles.example", "too_many_hops", "leads on and on"),
            ("127.0.0.1", "not_public", "public address"),
        ):
            with self.subTest(typed, why=why):
                status, answer, asked = self.look(typed, why=why)
                self.assertEqual((status, answer["field"], len(asked)), (422, "typed", 1 if why else 0))
                self.assertIn(words, answer["title"])

    def test_a_trial_is_a_link_to_a_page_of_the_site_that_ends_by_a_press(self) -> None:
        body = {"typed": "/hire?x=1#foot", "visit": {"country": "ES", "at": "2026-12-05T09:00:00Z"}}
        status, made = self.call("POST", self.site + "/trials", body)
        self.assertEqual(status, 200)
        self.assertTrue(made["link"].endswith(f"/hire?x=1#kk~{made['token']}"), made["link"])
        self.assertIn("hasn’t been heard", made["warns"])
        self.assertIn("from ES, on Saturday 5 December 09:00", made["says"])
        listed = self.call("GET", self.site + "/trials")[1]
        self.assertEqual([(item["token"], item["link"]) for item in listed], [(made["token"], "")])
        status, refused = self.call("POST", self.site + "/trials", {"typed": "elsewhere.example"})
        self.assertEqual((status, refused["field"]), (422, "typed"))
        self.assertIn("elsewhere.example", refused["title"])
        self.assertEqual(self.call("DELETE", f"{self.site}/trials/{made['token']}")[1], [])

    def test_what_a_watched_page_met_is_told_with_its_fix(self) -> None:
        made = self.call("POST", self.site + "/trials", {"typed": "/hire", "of": "live"})[1]
        for met, state, words in (
            ({"stands": True, "met": [], "refused": []}, "open", "can be seen"),
            ({"stands": False, "met": [], "refused": []}, "ajar", "no button came"),
            ({"stands": True, "met": ["covered"], "refused": []}, "barred", "lies over it"),
            ({"stands": True, "met": ["outside"], "refused": []}, "barred", "outside of the window"),
            ({"stands": True, "met": ["hidden"], "refused": []}, "barred", "hide it"),
            (
                {"stands": False, "met": ["refused"], "refused": ["connect-src https://k.example/k/v1/x"]},
                "barred",
                "https://k.example to connect-src",
            ),
        ):
            with self.subTest(met):
                Trial.objects.update(met={"address": "", **met}, met_at=clock.now())
                answer = self.call("GET", self.site + "/trials")[1][0]["met"]
                self.assertEqual((made["of"], answer["state"]), ("live", state))
                self.assertIn(words, f"{answer['says']} {answer['how']}")

    def test_a_silent_page_has_a_likeliest_cause(self) -> None:
        self.look("/hire", "<p>nothing here")
        asked = PageLook.objects.get().pk
        for look, files, messages, words in (
            (asked, False, False, "our files don’t get through"),
            (asked, True, False, "our questions don’t"),
            (asked, True, True, "the line isn't there"),
            (None, True, True, "on other sites only"),
        ):
            with self.subTest(look=look, files=files, messages=messages):
                body = {"look": look, "files": files, "messages": messages}
                says = self.call("POST", self.site + "/fitting/silent", body)[1]["says"]
                self.assertIn(words, says)
                self.assertIn("ikely", says)

    def test_the_line_is_handed_on_with_its_steps_and_a_page_that_shows_when_it_is_heard(self) -> None:
        body = {"to": "nils@maker.example", "kind": "plugins"}
        self.assertEqual(self.call("POST", self.site + "/email-line", body)[0], 200)
        letter = Outgoing.objects.order_by("-pk")[0]
        self.assertIn("1. Install a plug-in", letter.text)
        self.assertIn("averilcycles.example: not heard yet.", letter.text)
        path = f"/fit/{HandedOn.objects.get().token}"
        stranger = Client()
        self.assertContains(stranger.get(path), "Not heard yet.")
        keep_heard([Heard(self.opened.site.key, "averilcycles.example", "/", "", clock.now())])
        self.assertContains(stranger.get(path), "It is heard.")
        self.assertNotIn("<script", stranger.get(path).content.decode())
        # The same page goes on for a colleague, in the colleague's own name, and ends.
        handed, colleague = HandedOn.objects.get(), an_owner("tomasz@averilcycles.example")
        self.assertIn(colleague.email, letter_of(handed, by=colleague, at=clock.now())[1])
        quiet = letter_of(handed, by=self.owner, at=clock.now() + timedelta(days=5))[1]
        self.assertIn("averilcycles.example: not heard for 5 days.", quiet)
        self.call("POST", self.site + "/email-line", body)
        HandedOn.objects.update(until=clock.now())
        self.assertEqual((HandedOn.objects.count(), stranger.get(path).status_code), (1, 410))
        self.assertEqual(stranger.get("/fit/nobody").status_code, 410)
