"""Bodies that come slowly, too large or not at all hold nobody; strangers fill nothing of the owner's."""

import json
import threading
import time
from collections.abc import Callable
from datetime import timedelta
from typing import Any

from django.core.handlers.wsgi import WSGIHandler
from django.test import RequestFactory, SimpleTestCase, TransactionTestCase

from kindknock import clock
from kindknock.accounts.network import client_address, network_of, trusted_from
from kindknock.core.visit import visitor
from kindknock.core.visit.visitor import visit_from
from kindknock.doors.tests.builders import a_business
from kindknock.onsite import cache as cache_module
from kindknock.onsite.bodies import Bodies, TooSlow, most_for, timed
from kindknock.onsite.cache import ReleaseCache
from kindknock.onsite.front import Front
from kindknock.onsite.senders import MOST_HOSTS, Strangers
from kindknock.sites.actions.hear import MOST_WAITING, Heard, keep_heard


class Silent:
    """A body that never comes."""

    def __init__(self) -> None:
        self.over = threading.Event()

    def read(self, size: int = -1, /) -> bytes:
        self.over.wait(20)
        return b""


class Whole:
    def __init__(self, body: bytes) -> None:
        self.body = body

    def read(self, size: int = -1, /) -> bytes:
        out, self.body = (self.body, b"") if size < 0 else (self.body[:size], self.body[size:])
        return out


class Slow(SimpleTestCase):
    def setUp(self) -> None:
        self.silent = Silent()
        self.addCleanup(self.silent.over.set)

    def test_who_sends_nothing_holds_half_at_most_and_the_rest_are_told_at_once(self) -> None:
        bodies = Bodies(2)
        self.assertEqual(bodies.read(Whole(b"{}"), 2), b"{}")
        for _ in range(2):
            threading.Thread(target=lambda: bodies.read(self.silent, 5), daemon=True).start()
        time.sleep(0.05)
        began = time.monotonic()
        with self.assertRaises(TooSlow):
            bodies.read(Whole(b"{}"), 2)
        self.assertLess(time.monotonic() - began, 1)
        self.silent.over.set()
        time.sleep(0.05)
        self.assertEqual(bodies.read(Whole(b"{}"), 2), b"{}")

    def test_a_route_takes_what_it_needs_and_within_its_time(self) -> None:
        bodies = Bodies()
        for path, most in (("/api/pictures", 9_000_000), ("/api/sign-in", 1_000_000), ("/pretend/x", 64_000)):
            self.assertEqual(most_for(path), most)
        whole = timed(bodies, Whole(b"x" * 64_000), "/pretend/x")
        self.assertEqual(sum(len(whole.read(10_000)) for _ in range(7)), 64_000)
        lines = timed(bodies, Whole(b"a\nb\n"), "/pretend/x")
        self.assertEqual((lines.readline(), lines.read()), (b"a\n", b"b\n"))
        with self.assertRaises(OSError):
            timed(bodies, Whole(b"x" * 64_001), "/pretend/x").read()
        late = timed(bodies, Whole(b"{}"), "/pretend/x")
        late.raw._end = time.monotonic() - 0.1  # type: ignore[attr-defined]
        with self.assertRaises(OSError):
            late.read(10)

    def test_the_front_answers_both(self) -> None:
        front = Front(lambda environ, start: [str(len(environ["wsgi.input"].read())).encode()])
        self.addCleanup(front.stop)

        def asked(path: str, source: Any, length: str, **more: str) -> tuple[str, bytes]:
            got: list[str] = []
            start: Callable[..., None] = lambda status, headers: got.append(status[:3])  # noqa: E731
            environ = {
                "REQUEST_METHOD": "POST",
                "PATH_INFO": path,
                "CONTENT_TYPE": "text/plain",
                "CONTENT_LENGTH": length,
                "wsgi.input": source,
                **more,
            }
            out = b"".join(front(environ, start))
            return (got or ["200"])[0], out

        for _ in range(2):
            threading.Thread(target=lambda: asked("/k/v1/verdict", self.silent, "40"), daemon=True).start()
        time.sleep(0.05)
        self.assertEqual(asked("/k/v1/verdict", Whole(b"{}"), "2")[0], "503")
        self.assertEqual(asked("/k.js", Whole(b""), "0", REQUEST_METHOD="GET")[0], "200")
        self.silent.over.set()
        time.sleep(0.05)
        self.assertEqual(asked("/k/v1/verdict", Whole(b"{}"), "2")[0], "200")
        self.assertEqual(asked("/api/sign-in", Whole(b"{}"), "2"), ("200", b"2"))
        self.assertEqual(asked("/api/sign-in", Whole(b""), "400000000")[0], "413")
        self.assertEqual(asked("/api/pictures", Whole(b""), "1" * 20)[0], "400")
        self.assertIn(
            "Choose a smaller file", json.loads(asked("/api/pictures", Whole(b""), "9000001")[1])["title"]
        )


class ThroughDjango(TransactionTestCase):
    def test_what_the_studio_sends_comes_in_by_the_front(self) -> None:
        front = Front(WSGIHandler())
        self.addCleanup(front.stop)
        body = json.dumps({"email": "nobody@averilcycles.example"}).encode()
        part = b'--b\r\nContent-Disposition: form-data; name="file"; filename="a.png"\r\n\r\nx\r\n--b--\r\n'
        for path, kind, sent, status in (
            ("/api/link", "application/json", body, "200"),
            ("/api/pictures", "multipart/form-data; boundary=b", part, "401"),
        ):
            got: list[str] = []
            environ = RequestFactory().post(path, sent, content_type=kind).environ
            environ["wsgi.input"] = Whole(sent)
            environ |= {"HTTP_COOKIE": "kk_csrf=" + "a" * 32, "HTTP_X_CSRFTOKEN": "a" * 32}
            b"".join(front(environ, lambda status, headers, got=got: got.append(status[:3])))
            self.assertEqual(got[0], status, path)


class Strange(TransactionTestCase):
    def test_made_up_keys_push_out_no_site(self) -> None:
        key, held = a_business().site.key, ReleaseCache()
        self.addCleanup(held.stop)
        self.assertIsNotNone(held.get(key))
        time.sleep(0.3)
        held.get(key)
        most, cache_module.MOST_UNKNOWN = cache_module.MOST_UNKNOWN, 20
        self.addCleanup(setattr, cache_module, "MOST_UNKNOWN", most)
        for n in range(60):
            self.assertIsNone(held.get(f"nobody{n}"))
        self.assertEqual((list(held._held), len(held._unknown) <= 20), ([key], True))

    def test_made_up_hosts_hide_no_real_one(self) -> None:
        site, at = a_business().site, clock.now()

        def hear(host: str, hours: float) -> None:
            keep_heard([Heard(site.key, host, "/", "", at + timedelta(hours=hours))])

        hear("new.averilcycles.example", 0)
        hear("new.averilcycles.example", 2)
        for n in range(MOST_WAITING + 30):
            hear(f"x{n}.example", 3 + n / 100)
        waiting = site.hosts.filter(state="heard")
        self.assertEqual(waiting.count(), MOST_WAITING)
        self.assertTrue(waiting.filter(name="new.averilcycles.example").exists())
        self.assertTrue(site.hosts.filter(state="allowed").exists())


class Bounds(SimpleTestCase):
    def test_one_network_makes_up_so_many_hosts_and_no_more(self) -> None:
        strangers, at = Strangers(), clock.now()
        may = [strangers.may("203.0.113.0/24", f"x{n}.example", at) for n in range(400)]
        self.assertEqual(may.count(True), MOST_HOSTS)
        self.assertTrue(strangers.may("203.0.113.0/24", "x0.example", at), "what is known is known")
        self.assertTrue(strangers.may("198.51.100.0/24", "y.example", at))

    def test_what_pages_say_is_held_by_a_digest_and_within_bounds(self) -> None:
        visitor._HELD.clear()
        for n in range(40):
            ld = json.dumps(
                {"@type": "Product", "name": "Bell " * 2000, "sku": n, "description": "x" * 11_000}
            )
            visit_from({"address": "https://a.example/", "page": {"ld": [ld] * 8}})
        self.assertEqual(len(visitor._HELD), 40)
        for key, page in visitor._HELD.items():
            self.assertEqual(len(key), 16)
            self.assertLess(sum(len(text) for _, text in page.facts), 2_000)
        huge = visit_from(
            {"address": "https://a.example/", "facts": {"product": "Bell", "price": "1e500000000"}}
        )
        self.assertEqual(dict(huge.facts)["product"], "Bell")

    def test_whose_word_is_taken_for_where_somebody_comes_from(self) -> None:
        ours = trusted_from("127.0.0.1, 10.0.0.0/8")
        for peer, forwarded, found in (
            ("203.0.113.7", "198.51.100.1", "203.0.113.7"),
            ("127.0.0.1", "198.51.100.1", "198.51.100.1"),
            ("127.0.0.1", "6.6.6.6, 198.51.100.1, 10.1.2.3", "198.51.100.1"),
            ("127.0.0.1", "", "127.0.0.1"),
            ("127.0.0.1", "nonsense", "nonsense"),
        ):
            environ = {"REMOTE_ADDR": peer, "HTTP_X_FORWARDED_FOR": forwarded}
            self.assertEqual(client_address(environ, ours), found)
            self.assertEqual(client_address(environ, ()), peer)
        self.assertEqual(network_of("203.0.113.0/24"), "203.0.113.0/24")
