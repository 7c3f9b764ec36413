"""The owner at the desk: each journey a whole task, done by what stands on the screen."""

import re

from django.db import connection
from playwright.sync_api import Page, expect

from kindknock import clock
from kindknock.accounts.models import User
from kindknock.core.setup import Setup
from kindknock.doors.actions.add_channel import add_channel
from kindknock.doors.actions.pause_door import pause_door
from kindknock.doors.load import draft_of
from kindknock.doors.models import Door
from kindknock.people.models import Assistant
from kindknock.sites.models import Site

from .running import Journey, door_on


class AtTheDesk(Journey):
    def desk(self, address: str = "/") -> Page:
        page = self.page()
        self.sign_in(page)
        page.goto(f"{self.origin}/doors/averil7q?page=https://averilcycles.example{address}")
        expect(page.locator(".verdict b")).not_to_have_text("Setting the stage")
        return page

    def draft(self) -> Setup:
        return draft_of(Site.objects.select_related("business").get(key="averil7q"))

    def saved(self, page: Page) -> None:
        expect(page.locator(".title .saved")).to_contain_text("Saved at")

    def test_shows_it_only_on_the_hire_pages(self) -> None:
        """Four presses, and the tester says which rule decides; a visitor meets it once it is published."""
        page = self.desk("/workshop")
        page.get_by_role("button", name="Pages: Every page").click()
        expect(page.locator(".rules li").first).to_have_text(
            re.compile(r"Hide on /hire\s+and everything below it")
        )
        for rule in ("/hire and everything below it", "the checkout"):
            page.get_by_role("button", name=f"Remove this rule: {rule}").click()
        page.get_by_role("radio", name="Show it on").click()
        page.get_by_placeholder("Paste or type an address, or pick a page we have seen").fill(
            "https://www.averilcycles.example/hire?utm_source=letter"
        )
        expect(page.locator(".ways")).to_contain_text("Show on /hire and everything below it")
        self.assert_accessible(page, "a rule being typed")
        page.get_by_role("button", name="Show on /hire and everything below it").click()
        expect(page.locator(".verdict b")).to_have_text("Not shown here.")
        page.get_by_label("Does it show on").fill("averilcycles.example/hire/tandem?utm_medium=x")
        expect(page.locator(".test")).to_contain_text("Yes. “Show on /hire and everything below it” decides.")
        page.get_by_label("Does it show on").fill("/hireling")
        expect(page.locator(".test")).to_contain_text("No. It isn't among the pages you show it on.")
        page.keyboard.press("Escape")
        expect(page.get_by_role("button", name="Pages: /hire")).to_be_visible()
        self.saved(page)
        page.keyboard.press("Control+Enter")
        expect(page.get_by_text("Release 2 is live.")).to_be_visible()
        visitor = self.page()
        visitor.goto(self.shop + "/workshop")
        expect(visitor.locator("kk-door")).to_have_count(0)
        visitor.goto(self.shop + "/hire")
        expect(door_on(visitor)).to_be_visible()

    def test_why_does_it_not_show(self) -> None:
        """Six planted causes, each found and mended from Why alone."""
        front = Door.objects.get(site__key="averil7q", name="Front door")
        owner = User.objects.get(email="ines@averilcycles.example")
        looked_at = Door.objects.get(pk=front.pk)

        def plant(**parts: object) -> None:
            fresh = {**looked_at.parts, "pages": [], "for_whom": {}}
            Door.objects.filter(pk=front.pk).update(parts={**fresh, **parts})

        hide = [{"effect": "hide", "kind": "below", "value": "/basket"}]
        at_hire = [{"effect": "show", "kind": "below", "value": "/hire"}]
        away: dict[str, object] = {"when_nobody": "hide", "people": ["tomasz"]}
        causes = (
            (
                "stranger",
                lambda: plant(),
                "https://shop.averilcycles.example/",
                "Allow shop.averilcycles.example",
            ),
            (
                "paused",
                lambda: (plant(), pause_door(front, by=owner, paused=True, at=clock.now())),
                "https://averilcycles.example/",
                "Resume the door",
            ),
            (
                "page",
                lambda: plant(pages=hide),
                "https://averilcycles.example/basket",
                "Remove “Hide on /basket and everything below it”",
            ),
            (
                "device",
                lambda: plant(for_whom={"devices": ["phone"]}),
                "https://averilcycles.example/",
                "Show it on computers too",
            ),
            (
                "nobody",
                lambda: (plant(**away), Assistant.objects.filter(key="tomasz").update(pages=at_hire)),
                "https://averilcycles.example/workshop",
                "Let Tomasz Wren answer here",
            ),
            (
                "ways",
                lambda: (plant(), front.channels.update(on=False)),
                "https://averilcycles.example/",
                "Switch on",
            ),
        )
        page = self.page()
        self.sign_in(page)
        for name, planted, address, cure in causes:
            with self.subTest(name):
                planted()
                page.goto(f"{self.origin}/doors/averil7q?page={address}")
                expect(page.locator(".verdict b")).to_contain_text("ot shown")
                page.get_by_role("button", name="Why?").click()
                expect(page.locator(".ledger .stops")).to_have_count(1)
                expect(page.locator(".closing")).to_contain_text("Only this one is in the way.")
                if name == "page":
                    self.assert_accessible(page, "why")
                page.locator(".ledger").get_by_role("button", name=cure).click()
                expect(page.locator(".ledger .stops")).to_have_count(0)
                expect(page.locator(".verdict b")).to_contain_text("Shows")
                # The stage is ahead of the server: the next is planted only when this one is stored.
                expect(page.locator(".title .saved.k-saved")).to_be_visible()

    def test_thirty_channels(self) -> None:
        """All of them are moved, opened and offered; the sentence stays one sentence."""
        front = Door.objects.select_related("site__business").get(site__key="averil7q", name="Front door")
        for number in range(26):
            add_channel(front, typed=f"+44 117 496 02{number:02}", app="whatsapp")
        page = self.desk()
        expect(page.get_by_role("button", name="Reach us by: 25 more")).to_be_visible()
        page.get_by_role("button", name="Reach us by: 25 more").click()
        expect(page.locator(".channel")).to_have_count(30)
        last = page.locator(".channel").nth(29)
        last.locator(".grip").press("ArrowUp")
        expect(page.locator(".channel").nth(28)).to_contain_text("+44 117 496 0225")
        page.locator(".channel").nth(28).locator(".what").click()
        page.locator(".sentences").get_by_role("button", name="WhatsApp").click()
        page.get_by_label("What visitors read on it").fill("The late bench")
        self.wait_for(lambda: self.draft().doors[0].channels[28].name == {"en": "The late bench"}, page)
        page.get_by_role("button", name="Hide part of the numbers").click()
        expect(page.locator(".channel").first).to_contain_text("+44 117 496 ••••")
        self.assert_accessible(page, "thirty channels")

    def test_a_button_beside_the_buy_button(self) -> None:
        """Picked on the stage, seen there, published, met by a visitor; undone by keys."""
        for door in Door.objects.filter(site__key="averil7q"):
            door.parts = {**door.parts, "plates": []}
            door.save(update_fields=["parts"])
        page = self.desk("/shop/touring-pair")
        page.get_by_role("button", name="In-page buttons: None inside a page").click()
        page.get_by_role("button", name="Pick a spot on the stage").click()
        frame = page.frame_locator(".room iframe")
        frame.get_by_role("button", name="Add to basket").dispatch_event("click")
        expect(page.get_by_text("Found once on this page.")).to_be_visible()
        page.get_by_label("Its label").fill("Ask first")
        expect(frame.locator("kk-plate").get_by_text("Ask first")).to_be_visible()
        self.assert_accessible(page, "a button in the page")
        self.saved(page)
        page.keyboard.press("Control+Enter")
        expect(page.get_by_text("Release 2 is live.")).to_be_visible()
        visitor = self.page()
        visitor.goto(self.shop + "/shop/touring-pair")
        expect(visitor.locator("kk-plate").get_by_text("Ask first")).to_be_visible()
        page.locator("h1").click()
        page.keyboard.press("Control+z")
        expect(page.get_by_text("Undone:")).to_be_visible()
        page.keyboard.press("Control+Shift+Z")
        expect(page.get_by_text("Redone:")).to_be_visible()
        self.assertEqual(self.draft().doors[0].plates[0].label, {"en": "Ask first"})

    def test_by_keyboard_alone(self) -> None:
        """Opens a sentence, changes it, pulls time, asks why, goes all the way to the far side, publishes."""
        page = self.desk()
        page.get_by_role("button", name="Appears: At once").focus()
        page.keyboard.press("Enter")
        expect(page.get_by_label("After seconds")).to_be_focused()
        page.keyboard.press("Control+a")
        page.keyboard.type("-4")
        expect(page.get_by_role("alert")).to_contain_text("Write whole seconds, such as 4.")
        page.keyboard.press("Control+a")
        page.keyboard.type("4")
        expect(page.locator(".verdict b")).to_have_text("Shows after 4 seconds.")
        page.keyboard.press("Escape")
        expect(page.get_by_role("button", name="Appears: After 4 seconds")).to_be_focused()
        slider = page.get_by_role("slider", name="Time you try it at")
        before = slider.get_attribute("aria-valuenow")
        page.keyboard.press("]")
        expect(slider).not_to_have_attribute("aria-valuenow", before or "")
        page.keyboard.press("[")
        page.get_by_role("button", name="Back to now").press("Enter")
        page.keyboard.press("w")
        expect(page.locator(".ledger")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.locator(".ledger")).to_have_count(0)
        page.keyboard.press("?")
        expect(page.get_by_role("dialog", name="What this is")).to_be_visible()
        self.assert_accessible(page, "help")
        page.keyboard.press("Escape")
        self.saved(page)
        page.keyboard.press("Control+Enter")
        expect(page.get_by_text("Release 2 is live.")).to_be_visible()

    def test_goes_all_the_way_on_the_stage(self) -> None:
        """A product's page, on sale by pretence, on a phone: the words land as the visitor wrote them, and
        nothing is counted.
        """
        page = self.desk("/shop/touring-pair")
        page.get_by_role("button", name="Phone", exact=True).click()
        page.get_by_role("button", name="other circumstances", exact=True).click()
        page.get_by_role("radio", name="a sale").click()
        page.keyboard.press("Escape")
        frame = page.frame_locator(".room iframe")
        frame.locator("kk-door button.door").dispatch_event("click")
        frame.get_by_label("Note").fill("Is it still £336?")
        frame.get_by_role("link", name="WhatsApp").dispatch_event("click")
        far = page.locator(".far")
        expect(far).to_contain_text("Is it still £336?")
        expect(far).to_contain_text("One knock, counted: WhatsApp, on a phone, from /shop/touring-pair.")
        self.assert_accessible(page, "the far side")

    def test_two_people_at_one_sentence(self) -> None:
        """The later save of the same sentence shows both; another sentence is no matter."""
        mine, theirs = self.desk(), self.desk()
        for page, matter in ((mine, "Appears"), (theirs, "Appears")):
            page.get_by_role("button", name=f"{matter}: At once").click()
        theirs.get_by_label("After seconds").fill("9")
        self.saved(theirs)
        mine.get_by_label("After seconds").fill("5")
        expect(mine.get_by_role("alert")).to_contain_text("Somebody else changed “Appears” meanwhile.")
        expect(mine.get_by_role("alert")).to_contain_text("After 9 seconds")
        mine.get_by_role("button", name="Keep mine").click()
        self.saved(mine)
        self.assertEqual(self.draft().doors[0].arrives.seconds, 5)
        for page in (mine, theirs):
            page.keyboard.press("Escape")
            page.get_by_role("button", name="Words:").first.click()
        for page, words in ((theirs, "Ask before you ride over."), (mine, "Ask us first.")):
            page.get_by_label("Line below it").first.fill(words)
            page.wait_for_timeout(700)
        # The sentence tells neither: both are shown by their box.
        expect(mine.get_by_role("alert")).to_contain_text("“Ask us first.”")
        expect(mine.get_by_role("alert")).to_contain_text("“Ask before you ride over.”")
        mine.get_by_role("button", name="Take theirs").click()
        self.assertEqual(self.draft().doors[0].says.help["en"], "Ask before you ride over.")
        theirs.keyboard.press("Escape")
        theirs.get_by_role("button", name="For whom: Everyone").click()
        theirs.get_by_role("button", name="Phones").click()
        self.saved(theirs)
        expect(theirs.get_by_role("alert")).to_have_count(0)
        self.assertEqual(self.draft().doors[0].for_whom.devices, ("phone",))
        self.assertEqual(self.draft().doors[0].arrives.seconds, 5)

    def test_a_full_disk_is_told_and_what_was_typed_is_saved_once_there_is_room(self) -> None:
        """The database refuses as it does without room; nobody presses anything afterwards."""
        refuse = (
            "create function no_room() returns trigger language plpgsql as $$ begin "
            "raise exception 'could not extend file' using errcode = 'disk_full'; end $$; "
            "create trigger no_room before update on doors_door for each row execute function no_room()"
        )
        page = self.desk()
        with connection.cursor() as cursor:
            cursor.execute(refuse)
            try:
                page.get_by_role("button", name="Appears: At once").click()
                page.get_by_label("After seconds").fill("7")
                expect(page.locator(".title")).to_contain_text("There is no room left to keep anything here")
            finally:
                cursor.execute("drop trigger no_room on doors_door; drop function no_room")
        self.saved(page)
        self.assertEqual(self.draft().doors[0].arrives.seconds, 7)

    def test_doors_and_sites(self) -> None:
        """One more door from a start, moved, copied to the other site, taken away and brought back; one
        more site.
        """
        page = self.page()
        self.sign_in(page)
        page.goto(self.origin + "/sites/averil7q")
        page.get_by_role("button", name="Hang another door").click()
        self.assert_accessible(page, "starts")
        page.get_by_label("Name, for you").fill("Repairs")
        page.get_by_role("button", name="Hang it: Workshop").click()
        expect(page.get_by_role("heading", name="Repairs")).to_be_visible()
        expect(page.get_by_text("Never reached: Front door")).to_have_count(0)
        page.goto(self.origin + "/sites/averil7q")
        names = page.locator(".door .name")
        expect(names).to_have_text(["Front door", "Hire pages", "Repairs"])
        page.get_by_role("button", name="Move Repairs.").press("ArrowUp")
        expect(names).to_have_text(["Front door", "Repairs", "Hire pages"])
        self.assert_accessible(page, "doors")
        page.get_by_role("button", name="More for Repairs").click()
        page.get_by_role("button", name="Copy to hire.averilcycles.example").click()
        self.wait_for(lambda: Door.objects.filter(site__key="averilhire", name="Repairs").exists(), page)
        page.get_by_role("button", name="More for Repairs").click()
        page.get_by_role("button", name="Remove", exact=True).click()
        expect(names).to_have_text(["Front door", "Hire pages"])
        page.get_by_role("button", name="Undo").click()
        expect(names).to_have_text(["Front door", "Repairs", "Hire pages"])
        page.get_by_role("button", name="Add a website").click()
        page.get_by_label("What is it called?").fill("Sail loft")
        page.get_by_label("Its web address").fill("https://loft.averilcycles.example/about")
        page.get_by_role("button", name="Add it").click()
        expect(page.get_by_role("button", name="Websites: loft.averilcycles.example")).to_be_visible()
