"""The stand-ins can't be on where real visitors are, and carry what the real link would."""

from dataclasses import replace
from urllib.parse import parse_qs, unquote, urlsplit

from django.conf import settings
from django.core.checks import run_checks
from django.test import SimpleTestCase, override_settings

from kindknock.config.env import MissingSetting, read_env
from kindknock.core.addresses import links_to
from kindknock.core.addresses.recipes import encode
from kindknock.standins.alias import to_example, to_local
from kindknock.standins.links import links_for, pretend_links


class Pretending(SimpleTestCase):
    def test_a_system_check_refuses_production(self) -> None:
        for production, pretend, refused in ((True, True, True), (True, False, False), (False, True, False)):
            with override_settings(ENV=replace(settings.ENV, production=production, pretend=pretend)):
                self.assertEqual("kindknock.E001" in [found.id for found in run_checks()], refused)

    def test_links_carry_exactly_what_the_real_one_would(self) -> None:
        for app, address in (
            ("whatsapp", "+441174960123"),
            ("telegram", "averilcycles"),
            ("email", "hello@averilcycles.example"),
            ("sms", "+441174960123"),
        ):
            pretend, real = pretend_links(app, address, computer=False), links_to(app, address)
            assert pretend.with_text and real.with_text
            words = "a&b #1 + 100 % \n🔧 مرحبا"
            answer = parse_qs(urlsplit(pretend.with_text.replace("{text}", encode(words))).query)
            self.assertEqual((answer["app"], answer["to"], answer["text"]), ([app], [address], [words]))
            self.assertEqual(unquote(real.with_text.replace("{text}", encode(words))).endswith(words), True)
            self.assertEqual(pretend.limit - real.limit, len(pretend.with_text) - len(real.with_text))
        self.assertIsNone(pretend_links("wechat", "averil_1", computer=False).bare)
        self.assertIsNone(pretend_links("messenger", "averil", computer=False).with_text)

    def test_nothing_is_replaced_where_nothing_is_pretended(self) -> None:
        from kindknock.core.tests.builders import a_setup

        with override_settings(ENV=replace(settings.ENV, pretend=False)):
            self.assertEqual(
                (links_for(a_setup()), to_local("https://averilcycles.example/x")),
                ({}, "https://averilcycles.example/x"),
            )
        self.assertEqual(len(links_for(a_setup())), 3)

    def test_the_demo_shop_stands_for_example_hosts_and_only_on_its_port(self) -> None:
        port = settings.ENV.shop_port
        for address, wanted in (
            (f"http://averilcycles.localhost:{port}/a?b=1#c", "https://averilcycles.example/a?b=1#c"),
            (f"http://hire.averilcycles.localhost:{port}", "https://hire.averilcycles.example"),
            ("http://averilcycles.localhost:1/a", "http://averilcycles.localhost:1/a"),
            ("https://averilcycles.example/a", "https://averilcycles.example/a"),
            (None, None),
            (3, 3),
        ):
            self.assertEqual(to_example(address), wanted)
        self.assertEqual(
            to_local("https://www.averilcycles.example/a?b"), f"http://www.averilcycles.localhost:{port}/a?b"
        )

    def test_production_names_what_is_missing(self) -> None:
        import os
        from unittest import mock

        for given, missing in (({}, "KK_ORIGIN"), ({"KK_ORIGIN": "https://knock.example"}, "KK_SECRET_KEY")):
            with (
                mock.patch.dict(
                    os.environ, {"KK_PRODUCTION": "1", "KK_ORIGIN": "", "KK_SECRET_KEY": "", **given}
                ),
                self.assertRaises(MissingSetting) as caught,
            ):
                read_env()
            self.assertIn(missing, str(caught.exception))
