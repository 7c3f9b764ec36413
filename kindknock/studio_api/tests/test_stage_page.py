"""The page on the stage: the owner's own without its scripts, sandboxed, for its owner only."""

from datetime import timedelta

from django.test import SimpleTestCase, TestCase

from kindknock import clock
from kindknock.doors.actions.show_door import show_door
from kindknock.doors.models import Showing
from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.studio_api.stage_page import without_scripts

UNKIND = """<!doctype html><html><head><base href="//evil.example/">
<meta http-equiv="refresh" content="0;url=https://evil.example">
<script>alert(1)</script><title>A &amp; B</title></head><body onload="alert(2)">
<a href="JavaScript:alert(3)">x</a><img src=x onerror=alert(4)>
<svg><script>alert(5)</script></svg><iframe src="https://evil.example"></iframe>
<object data="x"></object><p>Kept &lt;b&gt;</p></body></html>"""


class Stripped(SimpleTestCase):
    def test_scripts_handlers_frames_and_refreshes_are_taken_out(self) -> None:
        page = without_scripts(
            UNKIND, base="http://averilcycles.localhost:8001/a", script="<script src=ours></script>"
        )
        for gone in ("alert", "evil.example", "onload", "onerror", "<iframe", "<object", "http-equiv"):
            self.assertNotIn(gone, page)
        self.assertEqual(page.count("<script"), 1)
        self.assertIn('<base href="http://averilcycles.localhost:8001/a">', page)
        self.assertIn("<p>Kept &lt;b&gt;</p>", page)
        self.assertTrue(page.rstrip().endswith("<script src=ours></script></body></html>"))

    def test_any_page_gets_the_button(self) -> None:
        for html in ("<p>x", "text only", "<html></html>"):
            self.assertIn(
                "<script src=ours></script>",
                without_scripts(html, base="http://x.localhost/", script="<script src=ours></script>"),
            )


class Served(TestCase):
    def test_to_its_owner_only_and_sandboxed(self) -> None:
        owner = an_owner()
        opened = a_business(owner)
        path = f"/stage/{opened.site.key}/"
        self.assertEqual(self.client.get(path).status_code, 302)
        other = an_owner("tomasz@averilcycles.example")
        self.client.force_login(other, backend="kindknock.accounts.backends.ByEmail")
        self.assertEqual(self.client.get(path).status_code, 404)
        self.client.force_login(owner, backend="kindknock.accounts.backends.ByEmail")
        for address in (
            "",
            "https://elsewhere.example/",
            "http://[",
            "https://averilcycles.example.evil.example/",
        ):
            page = self.client.get(path, {"address": address})
            self.assertEqual((page.status_code, page["X-Stage-Page"]), (200, "drawn"))
            self.assertTrue(page["Content-Security-Policy"].startswith("sandbox allow-scripts allow-popups"))
            self.assertNotIn("allow-same-origin", page["Content-Security-Policy"])
            self.assertContains(page, "Averil Cycle Works")

    def test_the_private_page_needs_its_token_and_carries_the_line(self) -> None:
        opened = a_business()
        door = opened.site.doors.get()
        for of, note in (
            (Showing.Of.LIVE, "As it is published."),
            (Showing.Of.DRAFT, "A draft, shown to you alone."),
        ):
            showing = show_door(door, of=of, days=7, by=None, at=clock.now())
            page = self.client.get(f"/see/{showing.token}")
            self.assertContains(page, f'data-site="~{showing.token}" crossorigin')
            self.assertContains(page, note)
            self.assertEqual((page["X-Robots-Tag"], page["Referrer-Policy"]), ("noindex", "no-referrer"))
        renewed = show_door(door, of=Showing.Of.DRAFT, days=1, by=None, at=clock.now() - timedelta(days=1))
        for token in ("guessed", showing.token, renewed.token):
            self.assertContains(self.client.get(f"/see/{token}"), "This address has ended.", status_code=410)
