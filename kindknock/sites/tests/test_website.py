"""A website is read step by step: which pages, in which bounds, and what keeps us out."""

import threading
import time

from django.test import SimpleTestCase

from kindknock.sites.fetching import PAGES, Bounds, Fetched, NotFetched, text_of
from kindknock.sites.website import MOST_BYTES, Step, Website, read_website

HOME = "https://thetinwhistle.example/"
Pages = dict[str, str | Exception]


def links(*paths: str, more: str = "") -> str:
    return more + "".join(f'<p><a href="{path}">{path.strip("/")}</a></p>' for path in paths)


class Site:
    """Pages by their addresses; whatever else is asked for isn't there."""

    def __init__(self, pages: Pages, *, leads: dict[str, str] | None = None, wait_s: float = 0) -> None:
        self.pages, self.leads, self.wait_s = pages, leads or {}, wait_s
        self.asked: list[str] = []
        self.bounds: list[Bounds] = []
        self.at_once = self.most_at_once = 0
        self._lock = threading.Lock()

    def get(self, address: str, bounds: Bounds) -> Fetched:
        with self._lock:
            self.asked.append(address)
            self.bounds.append(bounds)
            self.at_once += 1
            self.most_at_once = max(self.most_at_once, self.at_once)
        try:
            if self.wait_s and not address.endswith(("robots.txt", HOME)):
                time.sleep(self.wait_s)
            to = self.leads.get(address, address)
            found = self.pages.get(to, NotFetched("gone"))
            if isinstance(found, Exception):
                raise found
            return Fetched(found, to)
        finally:
            with self._lock:
                self.at_once -= 1


def read(site: Site, address: str = HOME, seconds: float = 5) -> tuple[list[Step], Website]:
    steps = list(read_website(address, get=site.get, seconds=seconds))
    assert isinstance(steps[-1], Website)
    return [step for step in steps if isinstance(step, Step)], steps[-1]


class Reading(SimpleTestCase):
    def test_the_home_page_first_then_those_that_tell_two_at_a_time(self) -> None:
        paths = (
            "/gallery",
            "/about",
            "/blog",
            "/impressum",
            "/opening-hours",
            "/contact",
            "/shop",
            "/our-team",
        )
        css = '<link rel="stylesheet" href="/look.css"><link rel="manifest" href="/app.json">'
        pages: Pages = {HOME: css + links(*paths, "/contact#map", "https://elsewhere.example/contact")}
        pages |= {HOME + path[1:]: f"<p>{path}</p>" for path in paths}
        pages |= {HOME + "look.css": "a{}", HOME + "app.json": "{}"}
        site = Site(pages, wait_s=0.02)
        steps, website = read(site)
        read_pages = [source.address.removeprefix(HOME[:-1]) for source in website.sources]
        self.assertEqual(read_pages, ["/", "/contact", "/opening-hours", "/about", "/impressum"])
        self.assertEqual((website.sources[0].styles, website.sources[0].manifest), (("a{}",), "{}"))
        self.assertEqual(site.asked[:2], [HOME + "robots.txt", HOME])
        self.assertEqual(site.most_at_once, 2)
        self.assertEqual({step.path for step in steps if step.what == "read"}, set(read_pages))
        self.assertLess(website.took_s, 5)

    def test_what_keeps_us_out(self) -> None:
        shut = "User-agent: *\nDisallow: /\n"
        robots = HOME + "robots.txt"
        www, to_www = "https://www.thetinwhistle.example/", {HOME: "https://www.thetinwhistle.example/"}
        cases: tuple[tuple[str, Pages, dict[str, str], str], ...] = (
            ("shut for all", {robots: shut, HOME: "x"}, {}, "robots"),
            ("shut for us", {robots: "User-agent: kindknock\nDisallow: /", HOME: "x"}, {}, "robots"),
            ("shut where it leads", {HOME: "x", www: "x", www + "robots.txt": shut}, to_www, "robots"),
            ("no answer about it", {robots: NotFetched("unreachable"), HOME: "x"}, {}, "unreachable"),
            ("no home page", {}, {}, "gone"),
            ("a wall", {HOME: NotFetched("shut")}, {}, "shut"),
        )
        for name, pages, leads, code in cases:
            with self.subTest(name), self.assertRaises(NotFetched) as refused:
                read(Site(pages, leads=leads))
            self.assertEqual(refused.exception.code, code)

    def test_a_page_that_is_shut_is_left_and_the_others_read(self) -> None:
        robots = "User-agent: *\nDisallow: /about$\nAllow: /about/us\n"
        pages: Pages = {HOME: links("/about", "/contact", "/hours"), HOME + "robots.txt": robots}
        pages |= {HOME + "contact": ValueError("odd"), HOME + "hours": "<p>Hours</p>"}
        site = Site(pages)
        steps, website = read(site)
        self.assertEqual([source.address for source in website.sources], [HOME, HOME + "hours"])
        left = {(step.path, step.why) for step in steps if step.what == "left"}
        self.assertEqual(left, {("/about", "robots"), ("/contact", "unreachable")})
        self.assertNotIn(HOME + "about", site.asked)

    def test_a_robots_file_that_is_none_shuts_nothing(self) -> None:
        for text in ("<!doctype html><html><p>User-agent: *\nDisallow: /", "", "\x00\x01", "Disallow: /"):
            with self.subTest(text=text):
                self.assertEqual(len(read(Site({HOME + "robots.txt": text, HOME: "x"}))[1].sources), 1)

    def test_time_and_bytes_are_shared_and_never_passed(self) -> None:
        pages: Pages = {HOME: links("/contact", "/about", "/hours", "/legal") + "x" * 400_000}
        site = Site(pages | {HOME + path: "<p>x" for path in ("contact", "about", "hours")}, wait_s=0.3)
        began = time.monotonic()
        _, website = read(site, seconds=0.4)
        self.assertLess(time.monotonic() - began, 0.45)
        self.assertEqual(len(website.sources), 3)
        rest = [bounds.most for bounds in site.bounds[2:] if bounds.kinds == PAGES]
        self.assertLessEqual(sum(rest) + 400_000, MOST_BYTES)

    def test_whoever_no_longer_asks_ends_it(self) -> None:
        site = Site({HOME: links("/contact", "/about", "/hours", "/legal")}, wait_s=0.05)
        steps = read_website(HOME, get=site.get)
        for _ in range(3):
            next(steps)
        steps.close()
        asked = len(site.asked)
        time.sleep(0.2)
        self.assertLessEqual(len(site.asked), max(asked, 2) + 2)


class Texts(SimpleTestCase):
    def test_bytes_are_read_as_who_sent_them_meant(self) -> None:
        word = "Bäckerei Öffnungszeiten €"
        arabic = "ساعات العمل"

        def head(name: str) -> bytes:
            return f"<meta charset={name}>".encode()

        cases = (
            (word.encode(), "", word),
            (word.encode("windows-1252"), "", word),
            (word.encode("windows-1252"), "iso-8859-1", word),
            (
                head("'windows-1252'") + word.encode("windows-1252"),
                "",
                "<meta charset='windows-1252'>" + word,
            ),
            (
                head("windows-1256") + arabic.encode("windows-1256"),
                "",
                "<meta charset=windows-1256>" + arabic,
            ),
            (arabic.encode("windows-1256"), "windows-1256", arabic),
            (b"\xff\xfe" + word.encode("utf-16-le"), "utf-8", word),
            (b"\xef\xbb\xbf" + word.encode(), "windows-1252", word),
            (word.encode(), "no-such-thing", word),
            (b"", "", ""),
        )
        for body, named, text in cases:
            with self.subTest(body=body, named=named):
                self.assertEqual(text_of(body, named), text)
