"""From a number to its mend, from a question many ask to its answer; nobody counted who asks not to be."""

from datetime import UTC, datetime, timedelta
from uuid import uuid4

from playwright.sync_api import Page, expect

from kindknock.accounts.models import Business
from kindknock.asked_again.models import Question
from kindknock.doors.models import Door
from kindknock.footfall.actions.keep_events import Happened, keep_events
from kindknock.footfall.models import Event, Reading

from .running import Journey, door_on


def happened(kind: str, count: int, days_ago: float, path: str, **more: str) -> None:
    door = Door.objects.filter(site__key="averil7q").earliest("place")
    at = datetime.now(UTC) - timedelta(days=days_ago)
    keep_events(
        [
            Happened(uuid4(), "averil7q", kind, door.key, "", path, "phone", "en", at, **more)
            for _ in range(count)
        ]
    )


class Footfall(Journey):
    def counted(self) -> None:
        """Most visits to the workshop, more of them knocking than before; a page that brings none."""
        for days, knocked in ((3, 60), (33, 12)):
            happened("seen", 300, days, "/workshop", came_from="news.example")
            happened("opened", knocked * 2, days, "/workshop")
            happened("knocked", knocked, days, "/workshop")
            happened("seen", 100, days, "/journal")
        happened("missed", 9, 2, "/hire")
        happened("seen", 1, 70, "/")

    def open_footfall(self) -> Page:
        page = self.page()
        self.sign_in(page)
        page.get_by_role("navigation", name="Main").get_by_role("link", name="Footfall").click()
        expect(page).to_have_title("Footfall, Averil Cycle Works")
        return page

    def test_from_a_number_to_what_mends_it(self) -> None:
        self.counted()
        page = self.open_footfall()
        expect(
            page.get_by_role("heading", name="Of every 100 who saw the button, 12 to 19 knocked.")
        ).to_be_visible()
        expect(page.get_by_text("Surely more than the four weeks before.")).to_be_visible()
        row = page.get_by_role("row").filter(has_text="/workshop")
        expect(row).to_contain_text("60 of 300")
        expect(row).to_contain_text("surely more")
        self.assert_accessible(page, "footfall")
        page.set_viewport_size({"width": 320, "height": 800})
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 321, "nothing sideways")
        page.set_viewport_size({"width": 1280, "height": 800})
        row.get_by_role("button", name="/workshop").click()
        sheet = page.get_by_role("dialog", name="What is behind /workshop")
        expect(sheet).to_contain_text("A note left")
        self.assert_accessible(page, "behind a number")
        sheet.get_by_role("button", name="Close").click()
        for number, count in (("400 saw the button", 300), ("120 opened the card", 120), ("60 knocked", 60)):
            page.get_by_role("button", name=number, exact=True).click()
            sheet = page.get_by_role("dialog", name=f"What is behind {number}")
            expect(sheet.get_by_role("listitem").filter(has_text="/workshop")).to_contain_text(str(count))
            sheet.get_by_role("button", name="Close").click()
        hour = page.get_by_role("grid", name="Hours of the week").get_by_role("button").first
        hour.press("ArrowRight")
        page.keyboard.press("Enter")
        expect(page.get_by_role("dialog")).to_contain_text("knocked")
        page.keyboard.press("Escape")
        for place, drawn in (("Footfall", "walked on"), ("By page", "60 of 300")):
            with page.expect_download() as picture:
                page.get_by_label(place, exact=True).get_by_role("button", name="As a picture").click()
            self.assertIn(drawn, picture.value.path().read_text(encoding="utf-8"))
        page.get_by_role("button", name="As a table").click()
        expect(page.get_by_role("columnheader", name="Came while nobody was in")).to_be_visible()
        page.get_by_role("tab", name="Page").focus()
        for _ in range(8):
            page.keyboard.press("ArrowRight")
        expect(page.get_by_role("tab", name="Where from")).to_have_attribute("aria-selected", "true")
        expect(page.get_by_role("row").filter(has_text="news.example")).to_contain_text("0 of 300")
        with page.expect_download() as file:
            page.get_by_role("link", name="Take it away as CSV").click()
        self.assertIn("news.example", file.value.path().read_text(encoding="utf-8-sig"))
        page.get_by_role("button", name="Days looked at").click()
        page.get_by_role("button", name="Yesterday").click()
        expect(page.get_by_role("heading", name="Nobody has seen the button in these days.")).to_be_visible()
        page.go_back()
        page.goto(f"{self.origin}/footfall?first=2026-02-01&last=2026-01-01")
        expect(page.get_by_text("The first day lies after the last one. Swap them.")).to_be_visible()
        page.goto(f"{self.origin}/footfall")
        page.get_by_text("9 saw no button, as nobody was in").wait_for()
        page.get_by_role("listitem").filter(has_text="9 saw no button").get_by_role("link").click()
        page.wait_for_url("**/rota")

    def test_what_three_ask_is_answered_in_one_press(self) -> None:
        self.set_shop(is_open=True)
        for words in ("do you sell gift vouchers", "sell gift vouchers?", "vouchers gift sell"):
            visitor = self.page()
            visitor.goto(self.shop + "/workshop")
            door_on(visitor).click()
            visitor.get_by_role("button", name="Perhaps it is answered already").click()
            visitor.get_by_role("searchbox").fill(words)
            found = Reading.objects.filter(words=words).exclude(visit="")
            self.wait_for(found.exists, visitor)
            visitor.context.close()
        page = self.page()
        self.sign_in(page)
        page.goto(self.origin + "/answers/averil7q")
        asked = page.get_by_role("region", name="Asked again and again").get_by_role("listitem")
        expect(asked.filter(has_text="vouchers")).to_contain_text("3 people in four weeks, most on /workshop")
        self.assert_accessible(page, "asked again and again")
        asked.get_by_role("button", name="Answer it: “do you sell gift vouchers”").click()
        title = page.get_by_label("A visitor asks, in their own words")
        expect(title).to_have_value("Do you sell gift vouchers")
        expect(asked.filter(has_text="vouchers")).to_contain_text("Its answer isn’t live yet.")

    def test_nobody_is_counted_who_asks_not_to_be_or_while_it_is_switched_off(self) -> None:
        shy = self.page(extra_http_headers={"Sec-GPC": "1"})
        shy.goto(self.shop + "/workshop")
        door_on(shy).click()
        shy.wait_for_timeout(800)
        self.assertEqual(Event.objects.count(), 0)
        page = self.page()
        self.sign_in(page)
        page.goto(self.origin + "/business/data")
        page.get_by_label("Count visits").click()
        expect(page.get_by_text("Nothing new is counted from now on.")).to_be_visible()
        self.assertFalse(Business.objects.get(key="averil").is_counting)
        visitor = self.page()
        visitor.goto(self.shop + "/workshop")
        door_on(visitor).click()
        visitor.wait_for_timeout(800)
        self.assertEqual((Event.objects.count(), Question.objects.count()), (0, 0))
        page.goto(self.origin + "/footfall")
        expect(page.get_by_text("Counting is switched off: nothing new comes in here.")).to_be_visible()
        self.assert_accessible(page, "footfall, nothing counted")
