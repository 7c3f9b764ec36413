"""The rough corner's worst: the button stands, opens, keeps what is typed and harms nothing."""

import re
from collections.abc import Callable

from playwright.sync_api import Page, expect

from kindknock.sites.models import HeardBoxes

from .running import Journey, door_on

PLACE = (1256, 780, 52)
"""Right edge, foot and height of the demo's button in a window of 1280 x 800."""


class HardPages(Journey):
    def at(self, name: str) -> Page:
        """The page, whatever it logs or throws told at the end of its use."""
        page = self.page()
        self.amiss: list[str] = []
        page.on("pageerror", lambda error: self.amiss.append(str(error)))
        page.goto(f"{self.shop}/rough/{name}")
        return page

    def stands(self, page: Page) -> None:
        expect(page.locator("kk-door")).to_have_count(1)

        def place() -> tuple[int, ...]:
            box = door_on(page).bounding_box()
            assert box is not None
            return round(box["x"] + box["width"]), round(box["y"] + box["height"]), round(box["height"])

        self.wait_for(lambda: place() == PLACE, page)

    def note(self, page: Page) -> str:
        return page.get_by_label("Note").input_value()

    def opens(self, page: Page) -> None:
        door_on(page).click()
        expect(page.get_by_role("link", name="WhatsApp")).to_be_visible()
        expect(page.locator("kk-door textarea")).to_be_focused()

    def taken_over(self, page: Page) -> None:
        self.stands(page)
        expect(page.locator("#state")).to_have_text("taken over")
        self.opens(page)

    def variants(self, page: Page) -> None:
        """Words stay over variants, a hash, a page that must not have the button, the way back, a reload."""
        self.opens(page)
        page.get_by_label("Note").fill("Is it")
        page.keyboard.press("End")
        page.locator("#v").evaluate("one => one.click()")
        page.wait_for_timeout(1200)
        page.keyboard.type(" blue?")
        page.locator("#h").evaluate("one => one.click()")
        page.wait_for_timeout(1200)
        self.assertEqual((self.note(page), page.locator("kk-door").count()), ("Is it blue?", 1))
        page.locator("#gone").evaluate("one => one.click()")
        expect(page.locator("kk-door")).to_have_count(0)
        page.go_back()
        self.opens(page)
        self.assertEqual(self.note(page), "Is it blue?")
        page.reload()
        self.opens(page)
        self.assertEqual(self.note(page), "Is it blue?")
        with page.expect_popup():
            page.get_by_role("link", name="WhatsApp").click()
        page.reload()
        self.opens(page)
        self.assertEqual(self.note(page), "", "once it went it is let go of")

    def deck(self, page: Page) -> None:
        self.opens(page)
        page.keyboard.type("Is it / here? ")
        page.keyboard.press("ArrowRight")
        self.assertEqual(
            (self.note(page), page.locator("#slide").inner_text(), page.locator("#log").inner_text()),
            ("Is it / here? ", "1", ""),
        )
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_be_hidden()

    def trap(self, page: Page) -> None:
        """Below the page's dialog while it is open; what is typed lands in the dialog as the visitor sees."""
        door_on(page).wait_for(state="attached")
        height = page.locator("kk-door")
        expect(height).to_have_css("z-index", "899")
        door_on(page).evaluate("one => one.click()")
        page.wait_for_timeout(900)
        page.keyboard.type("ines@averilcycles.example")
        expect(page.get_by_label("Your email")).to_have_value("ines@averilcycles.example")
        expect(page.locator("kk-door .card")).to_be_hidden()
        page.get_by_role("button", name="No thanks").click()
        expect(height).to_have_css("z-index", "2147483647")
        self.stands(page)
        self.opens(page)
        page.keyboard.type("Now")
        self.assertEqual(self.note(page), "Now")

    def old_library(self, page: Page) -> None:
        self.opens(page)
        page.get_by_label("Note").fill("Is it blue?")
        with (
            page.expect_request(
                lambda asked: asked.url.endswith("/heard") and "knocked" in (asked.post_data or "")
            ) as report,
            page.expect_popup(),
        ):
            page.get_by_role("link", name="WhatsApp").click()
        sent = report.value.post_data_json
        self.assertRegex(sent["events"][0]["id"], "^[0-9a-f]{32}$")

    def turned(self, page: Page) -> None:
        self.stands(page)
        page.mouse.wheel(0, 600)
        self.stands(page)
        self.opens(page)

    def redrawn(self, page: Page) -> None:
        expect(page.locator("#again")).to_be_visible(timeout=20_000)
        self.stands(page)
        self.opens(page)

    def sandbox(self, page: Page) -> None:
        """A link that was blocked leaves the address to copy, in words."""
        frame = page.frame_locator("iframe")
        frame.locator("kk-door .door").click()
        frame.get_by_label("Note").fill("Hello")
        frame.get_by_role("link", name="WhatsApp").click()
        expect(frame.get_by_text(re.compile("Nothing opened\\?"))).to_be_visible()

    def test_what_cannot_be_helped_is_told(self) -> None:
        """Where neither the top layer nor the root helps, the owner hears of it, on the desk."""
        for name, trouble in (("covered", "lies over it"), ("out-of-sight", "pushes it out of the window")):
            with self.subTest(name):
                page = self.at(name)
                page.locator("kk-door").wait_for(state="attached")
                rows = HeardBoxes.objects.filter(path=f"/rough/{name}").exclude(trouble="")
                self.wait_for(rows.exists, page)
                owner = self.page()
                self.sign_in(owner)
                expect(owner.get_by_text(f"On /rough/{name} visitors can’t")).to_contain_text(trouble)
                owner.get_by_role("button", name="Look at it").click()
                expect(owner.get_by_role("combobox", name="Page on the stage")).to_have_value(
                    re.compile(f"/rough/{name}$")
                )
                rows.delete()
                owner.context.close()
                page.close()

    def test_the_worst_ten(self) -> None:
        pages: dict[str, Callable[[Page], None]] = {
            "taken-over": self.taken_over,
            "variants": self.variants,
            "deck": self.deck,
            "trap": self.trap,
            "old-library": self.old_library,
            "turned-root": self.turned,
            "zoomed-root": self.turned,
            "filtered-root": self.turned,
            "rewritten": self.redrawn,
            "root-redrawn": self.redrawn,
            "sandbox": self.sandbox,
            "waits-for-load": self.turned,
            "xhtml": self.turned,
        }
        for name, use in pages.items():
            with self.subTest(name):
                page = self.at(name)
                use(page)
                self.assertEqual(self.amiss, [])
                page.close()
