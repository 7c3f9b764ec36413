"""An owner's first day: what used to be stumbled over, done as it is now."""

import re

from playwright.sync_api import Page, expect

from kindknock.doors.models import Door

from .running import Journey, door_on


class FirstDay(Journey):
    def open(self, page: Page, name: str) -> None:
        page.get_by_role("button", name=name).first.click()
        page.wait_for_timeout(300)

    def saved(self, page: Page) -> None:
        expect(page.get_by_text(re.compile("Saved at|Everything is saved"))).to_be_visible()

    def test_place_by_words_who_comes_again_and_what_stays_shown(self) -> None:
        page = self.page()
        self.sign_in(page)
        page.goto(self.origin + "/doors/averil7q?page=https://averilcycles.example/shop/touring-pair")
        self.open(page, "Looks: bottom right")
        chosen = page.get_by_role("radio", name="bottom right")
        expect(chosen).to_be_visible()
        self.assertTrue(page.evaluate("document.activeElement.closest('[aria-label=Place]') !== null"))
        page.get_by_role("radio", name="top left", exact=True).click()
        page.get_by_label("Width").fill("220")
        page.get_by_label("Roundness").fill("6")
        frame = page.frame_locator("iframe").first
        expect(door_on(frame)).to_have_css("border-top-left-radius", "6px")
        box = door_on(frame).bounding_box()
        stage = page.locator("iframe").first.bounding_box()
        assert box and stage
        self.assertLess(box["y"] - stage["y"], 40)
        self.assertLess(box["x"] - stage["x"], 40)
        page.get_by_role("button", name="Done").click()
        expect(page.get_by_role("button", name="Looks: top left")).to_be_visible()
        self.saved(page)
        looks = Door.objects.get(name="Front door", site__key="averil7q").parts["looks"]
        self.assertEqual(
            [looks[name] for name in ("height", "corner", "width_px", "round_px")], ["top", "left", 220, 6]
        )
        self.open(page, "Hint:")
        page.get_by_role("checkbox", name="Show a hint").check()
        page.get_by_label("First ready reply").fill("Can you mend mine?")
        page.get_by_role("button", name="Show it now").click()
        reply = frame.locator("kk-door .nudge .reply")
        expect(reply).to_have_text("Can you mend mine?")
        page.get_by_label("First ready reply").fill("Is a wheel in stock?")
        expect(reply).to_have_text("Is a wheel in stock?")
        page.get_by_role("checkbox", name="Open the card by itself").check()
        expect(page.get_by_text("nobody would see it")).to_be_visible()
        page.get_by_role("button", name="Done").click()
        self.open(page, "Words:")
        page.get_by_text("Other words", exact=False).first.click()
        page.get_by_role("button", name="Say something else to those who come again").click()
        page.get_by_label("On top of the card").last.fill("Good to see you again")
        self.saved(page)
        page.get_by_role("button", name="Done").click()
        page.get_by_role("button", name="a first-time visitor").click()
        page.get_by_text("a returning visitor").click()
        door_on(frame).click()
        expect(frame.get_by_role("heading", name="Good to see you again")).to_be_visible()
        page.goto(self.origin + "/people")
        page.get_by_role("heading", name="People").wait_for()
        page.get_by_role("button", name="Help").click()
        expect(page.get_by_role("dialog")).to_contain_text("their hours apply at once")
        page.keyboard.press("Escape")
        expect(page.get_by_role("button", name=re.compile("Review"))).to_be_visible()
        page.goto(self.origin + "/doors/averil7q")
        expect(page.get_by_role("button", name="a returning visitor")).to_be_visible()

    def test_one_way_opened_whole_numbers_hidden_and_a_person_led_to(self) -> None:
        page = self.page()
        self.sign_in(page)
        self.open(page, "Reach us by: WhatsApp")
        row = page.locator(".channel").first
        row.get_by_role("button", name=re.compile("More for")).click()
        page.get_by_role("menuitem", name="Edit").click()
        address = row.get_by_label("Its address")
        for part in ("Who", "Hours", "Pages", "For whom", "Words", "Looks"):
            expect(row.get_by_text(part, exact=True)).to_be_visible()
        address.fill("0117 496 0777")
        expect(row.get_by_text("Reads as +44 117 496 0777")).to_be_visible()
        row.locator(".what").click()
        expect(row.get_by_text("address not saved")).to_be_visible()
        row.locator(".what").click()
        expect(address).to_have_value("0117 496 0777")
        row.get_by_role("button", name="Save").click()
        expect(row.get_by_text("+44 117 496 0777").first).to_be_visible()
        page.get_by_role("button", name="Hide part of the numbers").click()
        expect(row).not_to_contain_text("0777")
        page.goto(self.origin + "/people?who=tomasz")
        expect(page.get_by_text("+44 117 496 ••••").first).to_be_visible()
        page.get_by_label("Paste a number, name or link of their own").fill("0117 496 0141")
        page.get_by_role("button", name="Signal", exact=True).click()
        page.get_by_role("button", name="Add Signal to Hire pages").click()
        expect(page.get_by_text(re.compile("at .*Hire pages")).last).to_be_visible()
        expect(page.get_by_role("button", name="Add Signal to Hire pages")).to_have_count(0)
        self.assert_accessible(page, "people")
