"""A few journeys, each a whole task of a real person through the real pages."""

import re

from playwright.sync_api import expect

from kindknock.footfall.models import Event
from kindknock.sites.models import HeardBoxes, Host, Site
from kindknock.standins.models import Letter

from .running import PHONE, Journey, door_on


class Journeys(Journey):
    def test_newcomer(self) -> None:
        """Signs up, pastes, is live, writes through the button, and reads it on the pretend phone."""
        page = self.page()
        page.goto(self.origin + "/sign-up")
        self.assert_accessible(page, "sign-up")
        page.get_by_label("Your email").fill("nadia@averilcycles.example")
        page.get_by_label("Choose a password").fill("salt and thirty-six spokes")
        page.get_by_role("button", name="Make my account").click()
        page.wait_for_url("**/start")
        # Two fields and two presses from here to a live door: an app, then Hang my door.
        page.get_by_role("button", name="I have no website yet").click()
        page.get_by_label("What is your business called?").fill("Sail Loft")
        page.get_by_label("How do people reach you?").fill("0117 496 0188")
        expect(page.get_by_text("Reads as +44 117 496 0188, United Kingdom, a landline.")).to_be_visible()
        page.get_by_role("button", name="WhatsApp").click()
        page.get_by_role("button", name="Hang my door").click()
        expect(page.get_by_text("Ready, not on a site yet")).to_be_visible()
        self.assert_accessible(page, "first run")
        self.listen(page)
        page.get_by_role("button", name="Copy the line").click()
        self.assert_said(page, "Copied")
        site = Site.objects.get(name="Sail Loft")
        self.assertEqual(
            page.evaluate("navigator.clipboard.readText()"),
            f'<script async src="{self.origin}/k.js?{site.key}" data-site="{site.key}" '
            'referrerpolicy="no-referrer-when-downgrade" crossorigin></script>',
        )
        page.get_by_role("button", name="Email it to someone").click()
        page.get_by_label("Who looks after your website?").fill("tomasz@averilcycles.example")
        page.get_by_role("button", name="Send it").click()
        self.assert_said(page, "It goes to tomasz@averilcycles.example as soon as you press the link")
        with page.expect_popup() as opened:
            page.get_by_role("link", name="Open the page").click()
        private = opened.value
        door_on(private).click()
        private.get_by_label("Note").fill("Do you mend sails & flags?\n100 % sure?")
        with private.expect_popup() as popped:
            private.get_by_role("link", name="WhatsApp").click()
        phone = popped.value
        expect(phone.get_by_label("As the app opens it")).to_have_value(
            re.compile(r"^Do you mend sails & flags\?\n100 % sure\?\n\nhttp.*/see/.*\nSent from our website$")
        )
        phone.get_by_role("button", name="Send").click()
        expect(phone.locator(".said.visitor")).to_contain_text("Do you mend sails & flags?")
        self.assert_accessible(phone, "pretend phone")
        self.assertEqual(Event.objects.count(), 0, "a private page is never counted")
        page.get_by_role("button", name="Go to the desk").click()
        expect(page.get_by_role("slider", name="Time you try it at")).to_have_attribute(
            "aria-valuetext", re.compile(r"^\d\d:\d\d, \w+day 00:00 to 24:00: somebody in$")
        )
        page.goto(self.origin + "/pretend/mail/")
        expect(page.get_by_role("heading", name="One line for the website of Sail Loft")).to_have_count(0)
        page.get_by_role("link", name="Is this your address?").click()
        page.locator("a[href*='/confirm/']").click()
        expect(page.get_by_text("Confirmed: it is yours.")).to_be_visible()
        self.assert_accessible(page, "address confirmed")
        page.get_by_role("link", name="Go on").click()
        page.wait_for_url("**/doors/**")
        page.goto(self.origin + "/pretend/mail/")
        expect(page.get_by_role("heading", name="One line for the website of Sail Loft")).to_be_visible()
        self.assert_accessible(page, "pretend mailbox")

    def test_a_host_is_heard_and_allowed(self) -> None:
        """The line on an address nobody listed: the page stays bare, the owner sees it and lets it in."""
        Site.objects.get(key="averil7q").hosts.all().delete()
        visitor = self.page()
        with visitor.expect_response("**/k/v1/verdict") as answer:
            # An address no other journey of this process has been heard from within the hour.
            visitor.goto(self.shop + "/journal?heard=1")
        self.assertFalse(answer.value.json()["show"])
        self.wait_for(lambda: Host.objects.filter(state="heard").exists(), visitor)
        owner = self.page()
        self.sign_in(owner)
        owner.get_by_role("button", name="The line was heard from here").click()
        owner.get_by_role("button", name="Allow it").click()
        expect(owner.get_by_text("heard just now, 1 page heard")).to_be_visible()
        self.assert_accessible(owner, "web addresses")
        visitor.reload()
        expect(door_on(visitor)).to_be_visible()

    def test_owner_returns(self) -> None:
        """Changes the greeting, sees the stage follow, publishes; a visitor's next reload has it."""
        page = self.page()
        self.sign_in(page)
        frame = page.frame_locator("iframe")
        frame.locator("kk-door").locator("button.door").dispatch_event("click")
        self.assert_accessible(page, "desk")
        page.get_by_role("button", name="Words: “Knock”").click()
        heading = page.get_by_label("On top of the card")
        heading.fill("")
        heading.press_sequentially("Bent rim? Knock.")
        expect(frame.get_by_role("heading", name="Bent rim? Knock.")).to_be_visible()
        self.assert_accessible(page, "says")
        expect(page.get_by_text("1 change not live yet")).to_be_visible()
        visitor = self.page()
        visitor.goto(self.shop + "/")
        door_on(visitor).click()
        expect(visitor.get_by_role("heading", name="Squeaky wheel? Knock and ask.")).to_be_visible()
        page.keyboard.press("Control+Enter")
        expect(page.get_by_text("Release 2 is live.")).to_be_visible()
        visitor.reload()
        door_on(visitor).click()
        expect(visitor.get_by_role("heading", name="Bent rim? Knock.")).to_be_visible()
        page.get_by_role("button", name="Done").click()
        page.get_by_role("button", name="Looks: Arch").click()
        page.get_by_label("Your colour").fill("gold")
        expect(page.get_by_text("On a white page the button stands out at only 1.4 to 1.")).to_be_visible()
        self.assert_accessible(page, "looks")
        page.get_by_role("button", name="Use the nearest that does").click()
        expect(page.get_by_text("On a white page")).to_have_count(0)
        page.get_by_role("button", name="Pause").click()
        expect(page.get_by_text("You paused this door.")).to_be_visible()
        with visitor.expect_response("**/k/v1/verdict") as answer:
            visitor.wait_for_timeout(300)
            visitor.reload()
        self.assertFalse(answer.value.json()["show"])

    def test_ways_to_be_reached(self) -> None:
        """Adds, moves by keyboard, switches off, removes and brings back; what can't be read is said."""
        page = self.page()
        self.sign_in(page)
        page.get_by_role("button", name="Reach us by: WhatsApp").click()
        paste = page.get_by_placeholder("Paste a number, handle or link")
        paste.fill("0117 496 0123 / 0117 496 0124")
        expect(page.get_by_text("Those are two. Press one now, and add the other after.")).to_be_visible()
        paste.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("Those are two.")
        self.assertEqual(paste.input_value(), "0117 496 0123 / 0117 496 0124")
        page.get_by_role("button", name="+44 117 496 0124, United Kingdom").click()
        self.assertEqual(paste.input_value(), "+441174960124")
        paste.fill("https://m.me/averilcycles")
        page.get_by_role("button", name="Messenger", exact=True).click()
        names = page.locator(".channel .what b")
        expect(names).to_have_text(["WhatsApp", "Telegram", "Phone call", "Email", "Messenger"])
        page.get_by_role("button", name="Move Messenger.").press("ArrowUp")
        expect(names).to_have_text(["WhatsApp", "Telegram", "Phone call", "Messenger", "Email"])
        page.get_by_role("button", name="More for Messenger").click()
        page.get_by_role("menuitem", name="Switch off").click()
        expect(page.get_by_text("@averilcycles, switched off")).to_be_visible()
        page.get_by_role("button", name="More for Messenger").click()
        page.get_by_role("menuitem", name="Remove").click()
        expect(names).to_have_count(4)
        page.locator(".v-snackbar").get_by_role("button", name="Undo").click()
        expect(names).to_have_count(5)
        page.get_by_role("button", name="Try it").first.click()
        expect(page.get_by_text("What lands there, before it is sent")).to_be_visible()
        self.assert_accessible(page, "reach us by")

    def test_a_visitor_by_keyboard_and_on_a_phone(self) -> None:
        """The card by keyboard alone; focus comes back; on a phone it is a sheet; the shop's page stays."""
        page = self.page()
        page.goto(self.shop + "/workshop/wheel-building?utm_source=x")
        expect(door_on(page)).to_be_visible()
        self.assert_accessible(page, "shop with the button")
        door_on(page).focus()
        page.keyboard.press("Enter")
        note = page.get_by_label("Note")
        expect(note).to_be_focused()
        page.keyboard.type("Can you rebuild a 36-hole hub?")
        self.assert_accessible(page, "open card")
        page.keyboard.press("Escape")
        expect(door_on(page)).to_be_focused()
        expect(page.get_by_role("dialog")).to_have_count(0)
        page.keyboard.press("Enter")
        expect(note).to_have_value("Can you rebuild a 36-hole hub?")
        page.mouse.click(200, 200)
        expect(page.get_by_role("dialog")).to_have_count(0)
        door_on(page).click()
        with page.expect_popup() as popped:
            page.get_by_role("link", name="Telegram").press("Enter")
        expect(popped.value.get_by_label("As the app opens it")).to_have_value(
            "Can you rebuild a 36-hole hub?\n\nhttps://averilcycles.example/workshop/wheel-building\nSent "
            "from our website"
        )
        self.wait_for(
            lambda: sorted(Event.objects.values_list("kind", flat=True)) == ["knocked", "opened", "seen"],
            page,
        )
        phone = self.page(
            **PHONE, user_agent="Mozilla/5.0 (Linux; Android 16) Chrome/140 Mobile Safari/537.36"
        )
        phone.goto(self.shop + "/shop/cargo-rear")
        door_on(phone).tap()
        phone.wait_for_timeout(600)  # the sheet slides in
        box = phone.get_by_role("dialog").bounding_box()
        assert box is not None
        self.assertEqual(
            (round(box["x"]), round(box["width"]), round(box["y"] + box["height"])), (0, 390, 844)
        )
        self.assert_accessible(phone, "card on a phone")
        phone.get_by_role("button", name="Close").tap()
        self.wait_for(
            lambda: HeardBoxes.objects.filter(path="/shop/cargo-rear", device="phone").exists(), phone
        )  # the shop's bar at the foot
        arabic = self.page(locale="ar")
        arabic.goto(self.shop + "/ar")
        expect(door_on(arabic)).to_have_text("اطرق")

    def test_a_forgotten_password_is_mended(self) -> None:
        page = self.page()
        page.goto(self.origin + "/sign-in")
        expect(door_on(page)).to_be_visible()
        self.assert_accessible(page, "sign-in")
        page.get_by_role("link", name="I forgot it").click()
        page.get_by_label("Your email").fill("ines@averilcycles.example")
        page.get_by_role("button", name="Send me the link").click()
        expect(page.get_by_text("the link is on its way")).to_be_visible()
        self.wait_for(lambda: Letter.objects.exists(), page)
        page.goto(self.origin + "/pretend/mail/")
        page.get_by_role("article").locator(".body").get_by_role("link").click()
        page.get_by_label("Choose a password").fill("a lamp that needs no plug")
        page.get_by_role("button", name="Set it and come in").click()
        page.wait_for_url("**/doors/averil7q")
        page.locator("button.business").click()
        page.get_by_role("menuitem", name="Your business").click()
        page.get_by_label("Name").fill("Averil Cycle Works & Hire")
        expect(page.get_by_text(re.compile(r"Saved at"))).to_be_visible()
        self.assert_accessible(page, "business")
