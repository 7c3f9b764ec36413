"""One field, your website: tried without an account, hung, looked at again; and looking in at the demo."""

import re

from playwright.sync_api import Page, expect

from kindknock.accounts.models import Business, User
from kindknock.doors.models import Door
from kindknock.sites.models import Site

from .running import PHONE, Journey, door_on


class Websites(Journey):
    def look(self, page: Page, address: str) -> None:
        page.get_by_label("Your website’s address").fill(address)
        page.get_by_role("button", name="Look at it").click()
        page.get_by_text(re.compile(r"^Read \d pages in")).wait_for()

    def make_account(self, page: Page) -> None:
        page.get_by_label("Your email").fill("nia@thetinwhistle.example")
        page.get_by_label("Choose a password").fill("salt and thirty-six spokes")

    def test_the_cafe_tried_from_the_sign_in_page_and_kept(self) -> None:
        """No account, no markup: pasted, changed, pressed, read on the pretend phone, kept."""
        page = self.page()
        page.goto(self.origin + "/sign-in")
        page.get_by_label("See it on your own website").fill("thetinwhistle.example")
        page.get_by_role("button", name="Try it").click()
        row = page.locator(".found-row")
        expect(row.filter(has_text="Open")).to_contain_text("Tue–Fri 8–16, Sat, Sun 9–15")
        expect(row.first).to_contain_text("The Tin Whistle, on London time, in English and Welsh")
        expect(row.filter(has_text="Reach you by")).to_contain_text(
            "phone call and WhatsApp on +44 117 496 0271"
        )
        expect(row.filter(has_text="#2e5a3a")).to_contain_text("the colour of its buttons")
        expect(row.filter(has_text="/checkout").get_by_role("checkbox")).to_be_checked()
        expect(row.filter(has_text="Nia").get_by_role("checkbox")).not_to_be_checked()
        expect(page.get_by_text("Your own page, your own button")).to_be_visible()
        frame = page.frame_locator("iframe")
        expect(frame.get_by_role("heading", name="Bread at eight, soup at noon.")).to_be_visible()
        expect(frame.get_by_role("heading", name="A table, or a loaf to collect?")).to_be_visible()
        self.assert_accessible(page, "what was found")
        row.filter(has_text="Says").get_by_role("button", name="Change A table").click()
        page.get_by_label("On top of the card").fill("What can we keep for you?")
        page.keyboard.press("Enter")
        expect(frame.get_by_role("heading", name="What can we keep for you?")).to_be_visible()
        frame.get_by_label("Note").fill("Two loaves for Saturday, please.")
        frame.get_by_role("link", name="WhatsApp").click()
        landed = page.get_by_text("This is what reaches you").locator("..")
        expect(landed).to_contain_text("Two loaves for Saturday, please.")
        self.assert_accessible(page, "what reaches you")
        with page.expect_popup() as popped:
            landed.get_by_role("link", name="Read it on the pretend phone").click()
        expect(popped.value.get_by_label("As the app opens it")).to_have_value(
            re.compile("Two loaves for Saturday")
        )
        self.assertEqual(Business.objects.filter(name="The Tin Whistle").count(), 0)
        page.reload()
        expect(row.filter(has_text="Says")).to_contain_text("What can we keep for you?")
        page.get_by_role("button", name="Keep it").click()
        self.make_account(page)
        self.assert_accessible(page, "an account keeps it")
        page.get_by_role("button", name="Keep it").last.click()
        expect(page.get_by_text("Ready for thetinwhistle.example", exact=True)).to_be_visible()
        expect(page.get_by_role("heading", name="Put this line on your site, once")).to_be_visible()
        door = Door.objects.get(site__business__name="The Tin Whistle")
        self.assertEqual(door.parts["says"]["heading"], {"en": "What can we keep for you?"})
        page.get_by_role("button", name="Go to the desk").click()
        page.wait_for_url("**/doors/**")
        expect(page.get_by_text("Tue–Fri 8–16, Sat, Sun 9–15").first).to_be_visible()

    def test_the_demo_shop_tried_from_the_sign_in_page_to_a_knock(self) -> None:
        page = self.page()
        page.goto(self.origin + "/sign-in")
        page.get_by_label("See it on your own website").fill("www.averilcycles.example/shop")
        page.get_by_role("button", name="Try it").click()
        rows = page.locator(".found-row")
        expect(rows.filter(has_text="+44 117 496 0141")).to_contain_text("a link on /contact")
        rows.filter(has_text="+44 117 496 0141").get_by_role("checkbox").uncheck()
        page.get_by_role("button", name="Workshop", exact=True).click()
        frame = page.frame_locator("iframe")
        expect(frame.get_by_role("heading", name="What needs mending?")).to_be_visible()
        frame.get_by_label("Note").fill("A wheel that wobbles.")
        frame.get_by_role("link", name="Email").click()
        with page.expect_popup() as popped:
            page.get_by_role("link", name="Read it on the pretend phone").click()
        expect(popped.value.get_by_label("As the app opens it")).to_have_value(
            re.compile("A wheel that wobbles")
        )

    def test_one_field_two_presses_to_a_live_door(self) -> None:
        page = self.page()
        page.goto(self.origin + "/sign-up")
        self.make_account(page)
        page.get_by_role("button", name="Make my account").click()
        page.wait_for_url("**/start")
        self.look(page, "https://averilcycles.example/workshop?utm_source=x")
        expect(page.locator(".found-row").first).to_contain_text("Averil Cycle Works")
        page.get_by_role("button", name="Hang my door").click()
        expect(page.get_by_text("Ready for averilcycles.example", exact=True)).to_be_visible()
        site = Site.objects.get(business__memberships__user__email="nia@thetinwhistle.example")
        setup = site.releases.get().setup
        self.assertTrue(setup["doors"][0]["channels"])
        self.assertEqual(setup["doors"][0]["looks"]["colour"], "#8c2f45")
        self.assert_accessible(page, "hung from a website")

    def test_what_can_not_be_read_goes_on_by_hand_and_nothing_typed_is_lost(self) -> None:
        page = self.page(**PHONE)
        page.goto(self.origin + "/try")
        box = page.get_by_label("Your website’s address")
        for typed, says in (
            ("my shop", "That isn’t a website’s address. It looks like thetinwhistle.example."),
            ("nowhere.example", "No website answers at nowhere.example. Check how it is written."),
            ("192.168.0.10", "That address isn’t on the public internet, so it can’t be read from here."),
            (
                "thetinwhistle.example/nothing",
                "There is no page at that address. Try the home page, thetinwhistle.example.",
            ),
        ):
            box.fill(typed)
            page.get_by_role("button", name="Look at it").click()
            expect(page.get_by_role("alert")).to_contain_text(says)
            expect(box).to_have_value(typed)
        self.assert_accessible(page, "a website that can’t be read")
        box.fill("0117 496 0188")
        page.get_by_role("button", name="Look at it").click()
        expect(page.get_by_label("How do people reach you?")).to_have_value("0117 496 0188")
        page.get_by_label("What is your business called?").fill("Sail Loft")
        page.get_by_role("button", name="WhatsApp").click()
        expect(page.frame_locator("iframe").get_by_role("button", name="Knock")).to_be_visible()
        page.reload()
        expect(page.get_by_label("What is your business called?")).to_have_value("Sail Loft")
        page.get_by_role("button", name="I have a website").click()
        expect(page.get_by_label("Your website’s address")).to_have_value("0117 496 0188")

    def test_looked_at_again_it_shows_what_differs_and_takes_one_thing_over(self) -> None:
        page = self.page()
        self.sign_in(page)
        page.get_by_role("button", name="Websites:").first.click()
        page.get_by_role("button", name="Look at my website again").click()
        sheet = page.get_by_role("dialog")
        sheet.get_by_text(re.compile(r"^Read \d pages")).wait_for()
        self.assert_accessible(page, "looked at again")
        differs = sheet.get_by_role("listitem").filter(has_text="Your site now says")
        for row, says in (
            ("Open Mon–Fri", "Taken over, and live"),
            ("#8c2f45", "Taken over into your draft"),
        ):
            differs.filter(has_text=row).get_by_role("button", name="Take it over").click()
            expect(differs.filter(has_text=row).get_by_text(says)).to_be_visible()

    def test_whoever_looks_in_has_a_copy_of_their_own(self) -> None:
        page = self.page()
        page.goto(self.origin + "/sign-in")
        page.get_by_role("button", name="Look around the demo shop").click()
        page.get_by_role("heading", name="Front door").wait_for(timeout=20_000)
        expect(page.get_by_text("This copy of the demo is yours alone")).to_be_visible()
        self.assert_accessible(page, "a copy of the demo")
        with page.expect_popup() as opened:
            page.get_by_role("link", name="Its demo shop").click()
        shop = opened.value
        door_on(shop).wait_for()
        copy = User.objects.get(email__startswith="copy").memberships.get().business
        self.assertIn(copy.sites.earliest("pk").key, shop.url)
        page.goto(self.origin + f"/at/{copy.key}/guestbook")
        page.get_by_role("heading", name="Guestbook").wait_for()
        door_on(shop).click()
        shop.get_by_role("dialog").get_by_label("Note").fill("Do you mend kites?")
        self.assertEqual(Business.objects.get(key="averil").assistants.count(), copy.assistants.count())
