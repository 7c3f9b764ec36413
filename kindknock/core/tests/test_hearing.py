"""How a web address is heard of, what a page links to, what a site is made with, why a page told nothing."""

from datetime import UTC, date, datetime, timedelta

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from kindknock.core.fitting import (
    Hearing,
    hearing_notes,
    hearing_state,
    likeliest,
    links_of,
    made_with,
    never_heard,
)

AT = datetime(2026, 11, 28, 9, tzinfo=UTC)
ADDRESS = "https://averilcycles.example/shop/"


def ago(**span: int) -> datetime:
    return AT - timedelta(**span)


def days(*back: int) -> tuple[date, ...]:
    return tuple(AT.date() - timedelta(days=n) for n in back)


class Heard(SimpleTestCase):
    def test_heard_quiet_or_silent(self) -> None:
        for hearing, state in (
            (Hearing(None), "never"),
            (Hearing(ago(hours=47), days=days(1, 2, 3, 4, 5, 6)), "heard"),
            (Hearing(ago(days=2), days=days(2, 3, 4, 5, 6, 7)), "silent"),
            (Hearing(ago(days=2), days=days(2, 3, 5, 7, 8)), "silent"),
            (Hearing(ago(days=2), days=days(2, 3, 4)), "quiet"),
            (Hearing(ago(days=2), days=days(2, 9, 16, 23, 30)), "quiet"),
            (Hearing(ago(days=90), days=days(90, 91, 92, 93, 94, 95)), "silent"),
        ):
            with self.subTest(hearing):
                self.assertEqual(hearing_state(hearing, AT), state)

    def test_what_is_odd(self) -> None:
        for hearing, notes in (
            (Hearing(None), ()),
            (Hearing(None, fetched=AT), ("no_question",)),
            (Hearing(ago(minutes=59), fetched=AT), ()),
            (Hearing(ago(hours=2), fetched=AT), ("no_question",)),
            (Hearing(None, fetched=AT, other_key=AT), ("other_key",)),
            (Hearing(AT, other_key=ago(days=1)), ()),
        ):
            with self.subTest(hearing):
                self.assertEqual(hearing_notes(hearing), notes)


class Known(SimpleTestCase):
    def test_links_to_pages_of_its_own_host(self) -> None:
        html = "".join(
            f'<a href="{href}">x</a>'
            for href in (
                "/Hire/",
                "tandem?utm_source=x",
                "https://www.averilcycles.example/journal",
                "https://elsewhere.example/a",
                "mailto:a@b.example",
                "javascript:alert(1)",
                "/price-list.PDF",
                "http://[",
                "#foot",
                "/hire",
            )
        )
        self.assertEqual(links_of(html, ADDRESS), ("/hire", "/shop/tandem", "/journal", "/shop"))
        self.assertEqual(
            never_heard(links_of(html, ADDRESS), ["/hire", "/shop"]), ("/journal", "/shop/tandem")
        )

    @given(st.text(max_size=200), st.text(max_size=60))
    def test_no_page_makes_it_fall(self, html: str, address: str) -> None:
        links_of(html, address)
        made_with(html)


class MadeWith(SimpleTestCase):
    def test_the_kind_is_told_by_the_page_itself(self) -> None:
        for html, kind, generator in (
            ("<p>Plain.</p>", "static", ""),
            ("", None, ""),
            ("<!-- -->", None, ""),
            ('<div id="root"></div><script src="/x.js"></script>', "app", ""),
            ('<div id="root"><p>Drawn on the server</p></div>', "static", ""),
            ('<meta name="Generator" content="Harbour  Builder 3"><p>x', "builder", "Harbour Builder 3"),
            ('<link href="/content/plugins/a.css"><p>x', "plugins", ""),
            ('<img src="/assets/themes/a.png"><form action="/cart">x</form>', "shop_theme", ""),
            ('<img src="/assets/themes/a.png"><p>x', "plugins", ""),
            ("<script>window.dataLayer=[]</script><p>x", "loader", ""),
            ('<meta name="generator" content="Slipway 2.1"><p>x', "generated", "Slipway 2.1"),
            ('<script src="/app.0123abcd9f.js"></script><p>x', "generated", ""),
        ):
            with self.subTest(html):
                made = made_with(html)
                self.assertEqual((made.kind, made.generator), (kind, generator))


class Silent(SimpleTestCase):
    def test_the_likeliest_cause(self) -> None:
        for code, files, messages, cause in (
            ("found", False, True, "browser_files"),
            ("missing", False, False, "browser_files"),
            ("found", True, False, "browser_messages"),
            ("missing", True, True, "page"),
            ("held_back", True, True, "later"),
            ("draws_itself", True, True, "later"),
            ("found", True, True, "unknown"),
            (None, True, True, "unknown"),
        ):
            with self.subTest(code, files=files, messages=messages):
                self.assertEqual(likeliest(code, files=files, messages=messages), cause)
