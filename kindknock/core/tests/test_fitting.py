"""The line in a page as it is served: where it stands right, and twenty ways in which it doesn't."""

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from ..fitting import Line, Served, Sight, look
from ..fitting.policy import blocked
from .hostile import HOSTILE

LINE = Line("averil7q", "https://knock.example/k.js")
PAGE = "https://averilcycles.example/"
GOOD = '<script async src="https://knock.example/k.js" data-site="averil7q" crossorigin></script>'


def seen(html: str, **headers: str) -> Sight:
    return look(Served(html, PAGE, headers), LINE)


class InThePage(SimpleTestCase):
    def test_where_it_stands_and_how_often(self) -> None:
        for html, place, count in (
            (f"<head>{GOOD}</head><p>x", "head", 1),
            (f"<p>x{GOOD}", "body", 1),
            (GOOD, "head", 1),
            (f"<p>x</p>{GOOD}<div>{GOOD}</div>", "body", 2),
            (GOOD.replace("https:", ""), "head", 1),
            (GOOD.replace("async", 'type="module"'), "head", 1),
            (GOOD.upper().replace("AVERIL7Q", "averil7q").replace("/K.JS", "/k.js"), "head", 1),
        ):
            with self.subTest(html):
                found = seen(html)
                self.assertEqual((found.code, found.place, found.count), ("found", place, count))

    def test_another_sites_key_is_named_and_the_right_one_beside_it_wins(self) -> None:
        other = GOOD.replace("averil7q", "harbour2")
        self.assertEqual((seen(other).code, seen(other).other_key), ("other_key", "harbour2"))
        self.assertEqual(seen(other + GOOD).code, "found")
        self.assertEqual(seen('<script src="/k.js" data-site="averil7q"></script>').code, "other_origin")
        self.assertEqual(
            seen(f'<p>{"Wheels. " * 30}<script src="/mask.js" data-site="averil7q"></script>').code, "missing"
        )

    @given(st.one_of(st.text(max_size=400), st.sampled_from(HOSTILE)))
    def test_nothing_in_a_page_makes_it_raise(self, text: str) -> None:
        for html in (text, f"<script src='{text}'>", f"{GOOD}<!--{text}", f"<p>{text}</p>{GOOD}"):
            self.assertIsInstance(
                look(Served(html, text, {"content-security-policy": text, "age": text}), LINE), Sight
            )


class Policies(SimpleTestCase):
    def test_what_stops_it_and_the_words_that_let_it_through(self) -> None:
        ours = "https://knock.example"
        for policy, wanted in (
            ("", []),
            ("img-src 'self'", []),
            ("default-src *", []),
            ("default-src https:", []),
            (f"default-src {ours}", []),
            ("script-src *.example; connect-src knock.example:443", []),
            (f"connect-src {ours}/k/", [("connection", f"connect-src {ours}/k/ {ours}")]),
            (f"script-src {ours}/k.js", []),
            ("script-src 'self'", [("script", f"script-src 'self' {ours}")]),
            ("SCRIPT-SRC 'none'", [("script", f"script-src {ours}")]),
            (
                "default-src 'self'",
                [(what, f"default-src 'self' {ours}") for what in ("script", "connection")],
            ),
            ("script-src-elem 'self'; script-src *", [("script", f"script-src-elem 'self' {ours}")]),
            ("script-src *; script-src 'self'", []),
            ("connect-src *.knock.example", [("connection", f"connect-src *.knock.example {ours}")]),
            ("script-src x.example:8", [("script", f"script-src x.example:8 {ours}")]),
            ("script-src 'self', script-src *", [("script", f"script-src 'self' {ours}")]),
        ):
            with self.subTest(policy):
                found = blocked([policy], script=LINE.script, page=PAGE)
                self.assertEqual([(stop.what, stop.read) for stop in found], wanted)
                again = [stop.read for stop in found]
                self.assertEqual(blocked(["; ".join(again)], script=LINE.script, page=PAGE), ())

    def test_a_nonce_is_the_tags_own_matter(self) -> None:
        policy = ["script-src 'nonce-abc' 'strict-dynamic' https:"]
        stop = blocked(policy, script=LINE.script, page=PAGE)[0]
        self.assertTrue(stop.wants_nonce)
        self.assertEqual(blocked(policy, script=LINE.script, page=PAGE, nonce="abc"), ())
