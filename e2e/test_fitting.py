"""Somebody puts the line in and nothing shows: from the doubt to the cause, and to what mends it."""

import re
from datetime import UTC, datetime

from playwright.sync_api import expect

from kindknock.sites.actions.hear import Heard, keep_heard
from kindknock.sites.models import Host

from .running import Journey


class Fitting(Journey):
    def test_from_doubt_to_cause_and_a_stranger_let_in(self) -> None:
        keep_heard([Heard("averil7q", "builder.example", "/", "Averil", datetime.now(UTC))])
        page = self.page()
        self.sign_in(page)
        page.get_by_role("navigation", name="Main").get_by_role("link", name="Fitting").click()
        expect(page).to_have_title("Fitting, Averil Cycle Works")
        for path, says, how in (
            ("rough/fitted-commented", "between <!-- and -->", "Take those two marks away."),
            ("rough/fitted-policy-connection", "doesn’t let it ask us", "connect-src 'self' " + self.origin),
            ("rough/fitted-in-foot", "The line stands there", "What a visitor gets there now: Shows"),
            ("hire/tandem", "The line stands there", "You hide it on /hire"),
        ):
            with self.subTest(path):
                page.get_by_label("Check a page").last.fill(f"averilcycles.example/{path}")
                page.keyboard.press("Enter")
                found = page.get_by_role("region", name="Check a page").get_by_role("status")
                expect(found).to_contain_text(says)
                expect(found).to_contain_text(how)
        page.get_by_role("link", name="Show all checks").click()
        expect(page.get_by_text("Not shown here.").first).to_be_visible()
        page.go_back()
        page.get_by_label("Check a page").last.fill("javascript:alert(1)")
        page.get_by_role("button", name="Check it").click()
        expect(page.get_by_text("Type the address of a page")).to_be_visible()
        row = page.get_by_role("listitem").filter(has_text="builder.example")
        expect(row).to_contain_text("visitors there get no button")
        row.get_by_role("button", name="Allow it").click()
        expect(row.get_by_text("heard", exact=True)).to_be_visible()
        self.assertEqual(Host.objects.get(name="builder.example").state, Host.State.ALLOWED)
        page.get_by_role("button", name="A page builder with blocks").click()
        expect(page.get_by_text("Add a block for HTML")).to_be_visible()
        page.get_by_role("button", name=re.compile("^\\d+ pages?$")).last.click()
        self.assert_accessible(page, "fitting")
