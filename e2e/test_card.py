"""The card as its owner arranges it: beside a button in the page, in an upper corner, greeted by a person."""

import re

from playwright.sync_api import Page, expect

from .running import PHONE, Journey, door_on


def box_of(page: Page, selector: str) -> dict[str, float]:
    found = page.locator(selector).first.bounding_box()
    assert found is not None, selector
    return {**found, "right": found["x"] + found["width"], "bottom": found["y"] + found["height"]}


class Card(Journey):
    def test_a_button_in_the_page_opens_its_card_beside_itself(self) -> None:
        self.publish(plates=[{"key": "b", "selector": "main p", "label": {"en": "Ask about this"}}])
        page = self.page(viewport={"width": 1280, "height": 700})
        page.goto(self.shop + "/")
        plate = page.locator("kk-plate .plate").first
        plate.click()
        page.get_by_role("dialog").wait_for()
        page.wait_for_timeout(300)
        button, card = box_of(page, "kk-plate .plate"), box_of(page, ".card")
        apart = (
            card["y"] - button["bottom"],
            button["y"] - card["bottom"],
            card["x"] - button["right"],
            button["x"] - card["right"],
        )
        self.assertLessEqual(8, max(apart), "it covers the button that opened it")
        self.assertLessEqual(max(apart), 12, "it stands far from it")
        self.assertTrue(card["y"] >= 0 and card["bottom"] <= 700 and card["right"] <= 1280)
        page.evaluate("scrollBy(0, 60)")
        page.wait_for_timeout(300)
        moved = box_of(page, "kk-plate .plate")
        self.assertNotEqual(moved["y"], button["y"])
        self.assertGreaterEqual(box_of(page, ".card")["y"], 0)
        page.keyboard.press("Escape")
        expect(plate).to_be_focused()
        door_on(page).click()
        page.wait_for_timeout(300)
        foot, floating = box_of(page, ".card"), box_of(page, ".door")
        self.assertLess(foot["bottom"], floating["y"], "from the floating button it stands above that")
        phone = self.page(**PHONE)
        phone.goto(self.shop + "/workshop")
        phone.locator("kk-plate .plate").first.tap()
        phone.get_by_role("dialog").wait_for()
        phone.wait_for_timeout(300)
        self.assertEqual(box_of(phone, ".card")["x"], 0, "on a phone it is a sheet at the foot")

    def test_upper_corners_greeting_ready_replies_and_numbers_kept_off(self) -> None:
        self.publish(
            people=["ines"],
            looks={"height": "top", "corner": "left", "width_px": 200},
            press={"greets": "person", "shows_numbers": False},
            nudge={
                "on": True,
                "words": {"en": "Squeaky wheel?"},
                "after_seconds": 0,
                "page": 2,
                "first_reply": {"en": "Can you mend mine this week?"},
            },
        )
        page = self.page()
        page.goto(self.shop + "/workshop")
        door_on(page).wait_for()
        page.wait_for_timeout(1500)
        expect(page.locator(".nudge")).to_have_count(0)
        page.goto(self.shop + "/journal")
        page.get_by_role("button", name="Can you mend mine this week?").click()
        card = page.get_by_role("dialog")
        expect(card.get_by_label("Note")).to_have_value("Can you mend mine this week?")
        expect(card.get_by_role("heading")).to_have_text(re.compile(r"Ines Calder\s*Workshop.*Squeaky wheel"))
        expect(card.get_by_text("Ines Calder").filter(visible=True)).to_have_count(1)
        self.assert_accessible(page, "greeted by a person")
        door, box = box_of(page, ".door"), box_of(page, ".card")
        self.assertEqual((door["x"], door["y"], door["width"]), (24, 20, 200))
        self.assertGreater(box["y"], door["bottom"])
        self.assertNotRegex(card.inner_html().replace("href", "\nhref"), r"title=\"[^\"]*\+44|>[^<]*\+44")

    def test_nobody_in_and_the_apps_stay(self) -> None:
        self.publish(when_nobody="apps")
        self.set_shop(is_open=False)
        page = self.page()
        page.goto(self.shop + "/workshop")
        door_on(page).click()
        card = page.get_by_role("dialog")
        expect(card.get_by_role("button", name="Leave the note")).to_be_visible()
        expect(card.locator(".way")).to_have_text(["WhatsApp", "Telegram", re.compile("Phone call"), "Email"])
        card.get_by_label("Note").fill("Two spokes broke.")
        with page.expect_popup() as popped:
            card.get_by_role("link", name="Telegram").click()
        popped.value.wait_for_load_state()
        self.wait_for(lambda: "knocked" in self.kinds(), page)
