"""Somebody puts the line in and nothing shows: from the doubt to the cause, and to what mends it."""

import re
from datetime import UTC, datetime

from playwright.sync_api import expect

from kindknock.doors.actions.change_door import change_door
from kindknock.doors.models import Door
from kindknock.footfall.models import Event
from kindknock.sites.actions.hear import Heard, keep_heard
from kindknock.sites.models import HandedOn, Host

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
            ("checkout", "The line stands there", "You hide it on the checkout"),
        ):
            with self.subTest(path):
                page.get_by_label("The page", exact=True).fill(f"averilcycles.example/{path}")
                page.keyboard.press("Enter")
                found = page.get_by_role("region", name="Why doesn’t it show?").get_by_role("status").first
                expect(found).to_contain_text(says)
                expect(found).to_contain_text(how)
        page.get_by_role("button", name="Show all checks").click()
        page.get_by_role("button", name="Look at the page rules").click()
        expect(page.get_by_role("heading", name="Pages")).to_be_visible()
        page.go_back()
        page.get_by_label("The page", exact=True).fill("javascript:alert(1)")
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

    def test_the_draft_is_tried_on_the_real_page_by_whoever_has_the_link(self) -> None:
        page = self.page()
        self.sign_in(page)
        door = Door.objects.get(site__key="averil7q", name="Front door")
        change_door(door, {"says": {"label": {"en": "Drafted"}}}, version=door.version)
        began = datetime.now(UTC)
        page.goto(f"{self.origin}/fitting/averil7q")
        page.get_by_label("The page", exact=True).fill("averilcycles.example/workshop")
        page.get_by_role("button", name="Try the draft there").click()
        link = page.get_by_role("link", name="Open it here").get_attribute("href") or ""
        stranger = self.page()
        stranger.goto(link)
        expect(stranger.locator("kk-door").get_by_text("Drafted")).to_be_visible()
        strip = stranger.get_by_role("region", name="Trial of the button")
        expect(strip).to_contain_text("The draft. As a first-time visitor.")
        self.assertNotIn("#", stranger.url)
        stranger.get_by_role("link", name="Basket").first.click()
        expect(strip).to_contain_text("The draft")
        strip.get_by_role("button", name="Fold away").click()
        expect(strip.get_by_text("The draft")).to_be_hidden()
        other = self.page()
        other.goto(link.partition("#")[0])
        expect(other.locator("kk-door").get_by_role("button").first).to_be_visible()
        self.assertNotIn("Drafted", other.locator("kk-door").inner_text())
        page.get_by_role("button", name="End it now").click()
        expect(strip).to_contain_text("This trial has ended", timeout=20_000)
        strip.get_by_role("button", name="Page as it is").click()
        expect(strip).to_have_count(0)
        # One visit was a visitor's, without the key: nothing else was counted.
        self.assertLessEqual(Event.objects.filter(at__gt=began, kind="seen").count(), 2)

    def test_old_forms_of_the_line_work_with_todays_button(self) -> None:
        page = self.page()
        for name in ("old-form", "in-head", "twice"):
            with self.subTest(name):
                page.goto(f"{self.shop}/rough/fitted-{name}")
                expect(page.locator("kk-door").get_by_role("button").first).to_be_visible()

    def test_a_page_watches_itself_and_the_sheet_and_the_steps_are_handed_on(self) -> None:
        page = self.page()
        self.sign_in(page)
        page.goto(f"{self.origin}/fitting/averil7q?page=averilcycles.example/rough/covered")
        found = page.get_by_role("region", name="Why doesn’t it show?").get_by_role("status").first
        expect(found).to_contain_text("The line stands there")
        with page.context.expect_page():
            page.get_by_role("button", name="Look from my browser").click()
        expect(found).to_contain_text("something of the page lies over it", timeout=20_000)
        page.get_by_role("button", name="As PDF").click()
        expect(page.get_by_role("link", name="Open it")).to_be_visible(timeout=30_000)
        pdf = page.request.get(
            self.origin + (page.get_by_role("link", name="Open it").get_attribute("href") or "")
        )
        self.assertTrue(pdf.body().startswith(b"%PDF"))
        page.get_by_role("button", name="Email the steps").click()
        page.get_by_label("Who looks after your website?").fill("nils@maker.example")
        page.keyboard.press("Enter")
        expect(page.get_by_text("Sent to nils@maker.example.")).to_be_visible()
        stranger = self.page()
        stranger.goto(f"{self.origin}/fit/{HandedOn.objects.get().token}")
        expect(stranger.get_by_text("Not heard yet. This page looks again")).to_be_visible()
        keep_heard([Heard("averil7q", "averilcycles.example", "/", "Averil", datetime.now(UTC))])
        expect(stranger.get_by_text("It is heard.")).to_be_visible()
        self.assert_accessible(stranger, "fit")
