"""A page looked at for the line, by whoever keeps the site."""

from collections.abc import Mapping
from typing import Any
from unittest.mock import patch

from django.conf import settings

from kindknock.sites.fetching import Fetched, NotFetched

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

        with patch("kindknock.studio_api.routers.fitting.fetch_counted", fetch):
            status, answer = self.call("POST", self.site + "/fitting/look", {"typed": typed})
        return status, answer, asked

    def line(self, key: str = "") -> str:
        key = key or self.opened.site.key
        return (
            f'<p>Wheels.</p><script src="{settings.ENV.origin}/k.js" data-site="{key}" crossorigin></script>'
        )

    def test_what_is_typed_becomes_an_address_and_what_stands_there_is_told(self) -> None:
        for typed, address, is_ours in (
            ("averilcycles.example/hire", "https://averilcycles.example/hire", True),
            ("  https://www.averilcycles.example ", "https://www.averilcycles.example", True),
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

        with patch("kindknock.studio_api.stage_page.fetch_page", fetch):
            for _ in range(2):
                self.call("POST", self.site + "/fitting/look", {"typed": "http://localhost:9/"})
                self.call("POST", self.site + "/hosts", {"typed": "localhost:9"})
        self.assertEqual(asked, [False, settings.ENV.pretend])

    def test_an_address_that_is_none_is_a_sentence_too(self) -> None:
        for typed in ("http://[", "https://a]b/", "[::1", "http://[::1]:x/"):
            with self.subTest(typed):
                status, answer = self.call("POST", self.site + "/fitting/look", {"typed": typed})
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
