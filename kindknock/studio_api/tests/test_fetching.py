"""A page of somebody else's site fetched for the stage: only public addresses, few hops, kept for a while."""

import socket
from typing import Any
from unittest import mock

from django.test import SimpleTestCase

from kindknock import clock
from kindknock.sites import fetching
from kindknock.sites.actions.hold_page import KEPT, KEPT_MISS, hold_page
from kindknock.sites.fetching import Fetched, NotFetched, fetch_page, is_public
from kindknock.sites.models import HeldPage

from .test_api import Base

HERE = "https://averilcycles.example"


class Fetching(SimpleTestCase):
    def test_only_public_addresses_are_spoken_to(self) -> None:
        for address, public in (
            ("192.0.2.1", False),
            ("127.0.0.1", False),
            ("10.1.2.3", False),
            ("172.16.0.1", False),
            ("192.168.1.1", False),
            ("169.254.169.254", False),
            ("100.64.0.1", False),
            ("0.0.0.0", False),
            ("224.0.0.1", False),
            ("::1", False),
            ("fe80::1%eth0", False),
            ("fc00::1", False),
            ("::ffff:127.0.0.1", False),
            ("::ffff:10.0.0.1", False),
            ("2002:7f00:1::", False),
            ("64:ff9b::7f00:1", False),
            ("nonsense", False),
            ("8.8.8.8", True),
            ("::ffff:8.8.8.8", True),
            ("2606:4700::1111", True),
        ):
            self.assertEqual(is_public(address), public, address)

    def test_a_name_that_leads_inside_is_refused_before_a_byte_is_sent(self) -> None:
        inside = [(2, 1, 6, "", ("93.184.215.14", 443)), (2, 1, 6, "", ("127.0.0.1", 443))]
        with (
            mock.patch.object(socket, "getaddrinfo", return_value=inside),
            mock.patch.object(socket, "create_connection") as opened,
        ):
            for address in (
                "https://averilcycles.example/",
                "http://user@averilcycles.example/",
                "https://averilcycles.example:8443/",
                "ftp://averilcycles.example/",
                "file:///etc/passwd",
                "https:///x",
            ):
                with self.assertRaises(NotFetched, msg=address) as refused:
                    fetch_page(address)
                self.assertEqual(refused.exception.code, "not_public")
            opened.assert_not_called()

    def test_hops_are_checked_anew_and_bounded(self) -> None:
        asked: list[str] = []

        def ask(parts: Any, ip: str, port: int, bounds: object) -> Any:
            asked.append(parts.hostname)
            return fetching._Hop(
                "https://" + ("evil.example" if len(asked) == 1 else "averilcycles.example") + "/again"
            )

        with (
            mock.patch.object(fetching, "_ask", ask),
            mock.patch.object(fetching, "resolved", return_value="93.184.215.14"),
            self.assertRaises(NotFetched) as refused,
        ):
            fetch_page("https://averilcycles.example/")
        self.assertEqual(
            (refused.exception.code, len(asked), asked[1]),
            ("too_many_hops", fetching.MOST_HOPS, "evil.example"),
        )

    def test_from_this_machine_only_this_machine_is_spoken_to(self) -> None:
        for found, is_own in (
            (["127.0.0.1"], True),
            (["::1"], True),
            (["10.0.0.1"], False),
            (["127.0.0.1", "8.8.8.8"], False),
        ):
            answers = [(2, 1, 6, "", (ip, 8080)) for ip in found]
            with mock.patch.object(socket, "getaddrinfo", return_value=answers):
                if is_own:
                    self.assertEqual(fetching.resolved("localhost", 8080, loopback=True), found[0])
                else:
                    with self.assertRaises(NotFetched):
                        fetching.resolved("localhost", 8080, loopback=True)


class Held(Base):
    def test_fetched_once_kept_and_bounded(self) -> None:
        site = self.opened.site
        asked: list[str] = []

        def fetch(address: str) -> Fetched:
            asked.append(address)
            if "gone" in address:
                raise NotFetched("not_found")
            return Fetched(f"<title>{len(asked)}</title>", address)

        for _ in range(2):
            held = hold_page(site, HERE + "/a", fetch=fetch, at=clock.now())
        self.assertEqual((len(asked), held.facts["title"]), (1, "1"))
        HeldPage.objects.update(at=clock.now() - KEPT)
        self.assertEqual(hold_page(site, HERE + "/a", fetch=fetch, at=clock.now()).facts["title"], "2")
        missed = hold_page(site, HERE + "/gone", fetch=fetch, at=clock.now())
        self.assertEqual((missed.html, missed.why, KEPT_MISS < KEPT), ("", "not_found", True))
        with mock.patch.object(HeldPage, "MOST_A_SITE", 3):
            for number in range(5):
                hold_page(site, f"{HERE}/{number}", fetch=fetch, at=clock.now())
        self.assertEqual(HeldPage.objects.count(), 3)
