"""docs/rules.md 1: whatever is pasted is read, and every address leads where it should."""

import json
from pathlib import Path
from typing import ClassVar
from urllib.parse import parse_qs, unquote, urlsplit

from django.test import SimpleTestCase
from hypothesis import example, given
from hypothesis import strategies as st

from kindknock.core.errors import UnknownApp

from ..addresses.apps import APPS
from ..addresses.contacts import read_contact
from ..addresses.recipes import encode, link_with, links_to
from ..words.message import Added, compose, send

VECTORS = Path(__file__).parent / "vectors"
READ = json.loads((VECTORS / "read.json").read_text(encoding="utf-8"))["cases"]
MESSAGE = json.loads((VECTORS / "message.json").read_text(encoding="utf-8"))


class Reading(SimpleTestCase):
    def test_vectors(self) -> None:
        for typed, app, country, wanted in READ:
            with self.subTest(typed=typed, app=app, country=country):
                reading = read_contact(typed, app=app, country=country)
                self.assertEqual(reading.error, wanted.get("error"))
                self.assertEqual(reading.ok, "error" not in wanted)
                if "canonical" in wanted:
                    self.assertEqual(reading.canonical, wanted["canonical"])
                for field in ("app", "shown"):
                    if field in wanted:
                        self.assertEqual(getattr(reading, field), wanted[field])
                if reading.ok and wanted.get("canonical"):
                    self.assertEqual(
                        list(reading.warnings),
                        wanted.get(
                            "warnings",
                            list(reading.warnings)
                            if app in (None, "whatsapp", "sms", "signal", "viber", "telegram")
                            else [],
                        ),
                    )
                elif "warnings" in wanted:
                    self.assertEqual(list(reading.warnings), wanted["warnings"])

    def test_national_form_says_so_and_a_landline_says_so(self) -> None:
        reading = read_contact("0117 496 0123", country="GB")
        self.assertTrue(reading.as_national)
        self.assertEqual((reading.kind, reading.country), ("landline", "GB"))
        self.assertEqual(reading.fits[0], "phone")
        self.assertFalse(read_contact("+44 117 496 0123", country="GB").as_national)

    def test_a_canonical_address_reads_as_itself(self) -> None:
        for typed, app, country, _ in READ:
            reading = read_contact(typed, app=app, country=country)
            if reading.ok and reading.app and "example_number" not in reading.warnings:
                with self.subTest(typed=typed):
                    again = read_contact(reading.canonical, app=reading.app)
                    self.assertEqual((again.canonical, again.shown), (reading.canonical, reading.shown))

    @given(st.text(max_size=60), st.sampled_from([None, *APPS]), st.sampled_from([None, "GB", "PT", "US"]))
    @example("https://[", None, None)
    @example("+", "phone", "GB")
    @example("tel:", None, None)
    def test_no_input_raises(self, typed: str, app: str | None, country: str | None) -> None:
        reading = read_contact(typed, app=app, country=country)
        self.assertNotEqual(reading.ok, reading.error is not None)

    def test_an_app_not_in_the_table_is_a_programmers_mistake(self) -> None:
        with self.assertRaises(UnknownApp):
            read_contact("x", app="pigeon")


class Recipes(SimpleTestCase):
    ADDRESSES: ClassVar = {
        "telegram": "averilcycles",
        "messenger": "averil",
        "instagram": "averil",
        "line": "averil",
        "wechat": "averil_1",
        "discord": "group:AbC123",
        "slack": "group:averil/shared_invite/zt-1",
        "matrix": "@ines:averilcycles.example",
        "xmpp": "ines@averilcycles.example",
        "email": "hello@averilcycles.example",
        "map": "50.1,-5.2",
        "form": "https://averilcycles.example/contact",
        "link": "https://averilcycles.example/",
    }

    @given(st.text(min_size=1, max_size=80))
    @example("a&b#c+d%e\"f'\n🔧مرحبا")
    def test_words_survive_every_link_that_carries_them(self, words: str) -> None:
        words = words.encode("utf-8", "replace").decode().replace("\r\n", "\n").replace("\r", "\n")
        for app in APPS:
            links = links_to(app, self.ADDRESSES.get(app, "+441174960123"))
            if links.with_text is None:
                continue
            link = links.with_text.replace("{text}", encode(words))
            self.assertNotRegex(link, r"[\s<>\"]")
            tail = link.partition(links.with_text.partition("{text}")[0])[2]
            self.assertEqual(unquote(tail), words)

    def test_every_row_states_its_source_and_a_safe_link(self) -> None:
        for app in APPS.values():
            for variant, recipe in app.recipes.items():
                with self.subTest(app=app.key, variant=variant):
                    self.assertTrue(recipe.source)
                    if recipe.bare and recipe.bare != "{id}":
                        self.assertRegex(recipe.bare, r"^(https|tel|sms|mailto|geo|xmpp|viber):")

    def test_links_of_standards(self) -> None:
        for app, address, wanted in (
            ("whatsapp", "+441174960123", "https://wa.me/441174960123?text=a%20b"),
            ("phone", "+441174960123;ext=12", "tel:+441174960123;ext=12"),
            ("sms", "+441174960123", "sms:+441174960123?body=a%20b"),
            ("email", "hello@averilcycles.example", "mailto:hello@averilcycles.example?body=a%20b"),
            ("xmpp", "ines@averilcycles.example", "xmpp:ines@averilcycles.example?message;body=a%20b"),
            ("map", "50.1,-5.2", "geo:50.1,-5.2"),
            ("telegram", "group:AbC", "https://t.me/+AbC"),
            ("wechat", "averil_1", None),
            ("matrix", "#wheels:averilcycles.example", "https://matrix.to/#/#wheels:averilcycles.example"),
        ):
            with self.subTest(app=app, address=address):
                self.assertEqual(link_with(app, address, "a b"), wanted)
        self.assertIn("mlat=50.1&mlon=-5.2", link_with("map", "50.1,-5.2", "", computer=True) or "")


class Message(SimpleTestCase):
    def test_vectors(self) -> None:
        links = type(links_to("link", "https://averilcycles.example/"))(
            MESSAGE["bare"], MESSAGE["link"], MESSAGE["limit"], "1"
        )
        for case in MESSAGE["cases"]:
            with self.subTest(note=case["note"]):
                added = [Added(kind, text) for kind, text in case["added"]]
                sending = send(links, case["note"], added)
                self.assertEqual((sending.text, sending.copied), (case["text"], case.get("copied", False)))
                if "link" in case:
                    self.assertEqual(sending.link, case["link"])
                elif sending.link:
                    self.assertEqual(parse_qs(urlsplit(sending.link).query)["text"], [case["text"]])

    def test_an_app_that_takes_no_words_has_them_copied_but_a_call_does_not(self) -> None:
        for app, address, copied in (
            ("messenger", "averil", True),
            ("phone", "+441174960123", False),
            ("map", "50.1,-5.2", False),
        ):
            self.assertEqual(send(links_to(app, address), "Hello", []).copied, copied, app)
        self.assertEqual(compose("", []), "")
