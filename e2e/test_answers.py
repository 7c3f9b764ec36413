"""What visitors read before they write: an answer written, found with a wrong letter, not quite; signposts
walked by keys alone, and in Arabic.
"""

from playwright.sync_api import Page, Route, expect

from kindknock.doors.models import Release
from kindknock.footfall.models import Reading
from kindknock.guestbook.models import Message

from .running import PHONE, Journey, door_on

BEGINS = {"begins": [{"key": "b", "signposts": "front"}]}


class Answers(Journey):
    def test_an_answer_is_live_in_two_presses_found_with_a_wrong_letter_and_not_quite(self) -> None:
        self.set_shop(is_open=True)
        owner = self.page()
        self.sign_in(owner)
        owner.goto(self.origin + "/answers/averil7q")
        presses = 1
        owner.get_by_role("button", name="Add a question").click()
        expect(owner.get_by_label("A visitor asks, in their own words")).to_be_focused()
        owner.keyboard.type("Do you sell gift vouchers?")
        owner.get_by_role("textbox", name="The answer").click()
        owner.keyboard.type("Yes, for any sum, at the desk.")
        expect(owner.get_by_text("Saved at").first).to_be_visible()
        expect(owner.frame_locator("iframe").get_by_text("for any sum")).to_be_visible()
        self.assert_accessible(owner, "writing an answer")
        presses += 1
        owner.get_by_role("button", name="Publish", exact=True).click()
        self.wait_for(lambda: Release.objects.filter(number=2, site__key="averil7q").exists(), owner)
        self.assertLessEqual(presses, 4)
        visitor = self.page()
        visitor.goto(self.shop + "/workshop")
        door_on(visitor).click()
        visitor.get_by_role("button", name="Perhaps it is answered already").click()
        expect(visitor.get_by_role("heading", name="Perhaps it is here")).to_be_focused()
        self.assert_accessible(visitor, "the list of answers")
        visitor.get_by_role("searchbox").fill("gift vuchers")
        expect(visitor.locator(".titles .title").first).to_have_text("Do you sell gift vouchers?")
        visitor.locator(".titles .title").first.click()
        expect(visitor.get_by_role("heading", name="Do you sell gift vouchers?")).to_be_focused()
        self.assert_accessible(visitor, "an answer")
        visitor.get_by_role("button", name="Not quite").click()
        note = visitor.get_by_label("Note")
        expect(note).to_be_focused()
        expect(note).to_have_value("Do you sell gift vouchers?\n")
        note.press_sequentially("By post too?")
        with visitor.context.expect_page() as opened:
            visitor.get_by_role("link", name="WhatsApp").click()
        expect(opened.value.get_by_text("By post too?").first).to_be_visible()
        self.wait_for(lambda: Reading.objects.filter(kind="not_quite").exists(), visitor)
        self.assertEqual(Reading.objects.filter(kind="read").count(), 1)

    def test_our_server_away_leaves_the_note(self) -> None:
        self.set_shop(is_open=True)
        self.publish(reads=BEGINS)
        visitor = self.page()
        visitor.route(self.origin + "/k/v1/read", lambda route: route.abort())
        visitor.goto(self.shop + "/workshop")
        door_on(visitor).click()
        expect(visitor.get_by_label("Note")).to_be_visible()
        expect(visitor.get_by_role("link", name="WhatsApp")).to_be_visible()

    def test_what_comes_late_does_not_come_over_the_note(self) -> None:
        self.set_shop(is_open=True)
        self.publish(reads=BEGINS)
        visitor = self.page()
        waiting: list[Route] = []
        visitor.route(self.origin + "/k/v1/read", lambda route: waiting.append(route))
        visitor.goto(self.shop + "/workshop")
        door_on(visitor).click()
        note = visitor.get_by_label("Note")
        # After two and a half seconds the note comes all the same.
        expect(note).to_be_focused()
        visitor.keyboard.type("Is the blue one there")
        with visitor.expect_response("**/k/v1/read"):
            waiting[0].continue_()
        expect(visitor.get_by_role("button", name="Perhaps it is answered already")).to_be_visible()
        visitor.keyboard.type(" still?")
        expect(note).to_have_value("Is the blue one there still?")
        expect(note).to_be_focused()


class Signposts(Journey):
    def to_step(self, page: Page, name: str) -> None:
        expect(page.get_by_role("heading", name=name)).to_be_focused()

    def press(self, page: Page, name: str) -> None:
        """Tab on to a button and press it, as somebody without a mouse does."""
        for _ in range(12):
            page.keyboard.press("Tab")
            found = page.evaluate(
                "() => { let at = document.activeElement; while (at?.shadowRoot?.activeElement)"
                " at = at.shadowRoot.activeElement; return at?.textContent ?? '' }"
            )
            if found == name:
                page.keyboard.press("Enter")
                return
        self.fail(f"Tab never came to {name}")

    def test_walked_by_keys_alone_back_again_and_to_a_person(self) -> None:
        self.set_shop(is_open=True)
        self.publish(reads=BEGINS)
        page = self.page()
        page.goto(self.shop + "/workshop")
        door_on(page).focus()
        page.keyboard.press("Enter")
        self.to_step(page, "What brings you here?")
        self.assert_accessible(page, "a first step")
        self.press(page, "Hire")
        self.to_step(page, "When would you like to ride?")
        self.press(page, "What does it cost?")
        self.to_step(page, "A day is £18, a week £75.")
        self.assert_accessible(page, "words at the end of a way")
        # The place is kept within the visit, over another page.
        page.goto(self.shop + "/contact")
        door_on(page).focus()
        page.keyboard.press("Enter")
        self.to_step(page, "When would you like to ride?")
        page.keyboard.press("Shift+Tab")
        page.keyboard.press("Enter")
        self.to_step(page, "What brings you here?")
        self.press(page, "A repair")
        self.press(page, "It is a wheel")
        expect(page.get_by_label("Note")).to_be_focused()
        expect(page.get_by_label("Note")).to_have_value("A wheel: ")
        expect(page.get_by_text("Ines Calder")).to_be_visible()
        expect(page.get_by_text("Tomasz Wren")).to_have_count(0)
        self.wait_for(lambda: Reading.objects.filter(kind="ended", end="person").exists(), page)
        self.assertEqual(Reading.objects.filter(kind="begun").count(), 2)

    def test_in_arabic_a_name_is_asked_once_and_the_way_is_told(self) -> None:
        self.set_shop(is_open=True)
        self.publish(reads=BEGINS)
        page = self.page(**PHONE)
        page.goto(self.shop + "/ar/")
        door_on(page).tap()
        self.to_step(page, "ما الذي جاء بك؟")
        expect(page.locator("[dir=rtl] .reads, :host([dir=rtl]) .reads, .reads").first).to_have_css(
            "direction", "rtl"
        )
        self.assert_accessible(page, "a first step in Arabic")
        page.get_by_role("button", name="إصلاح").tap()
        page.get_by_role("button", name="يمكنه الانتظار").tap()
        page.get_by_role("textbox", name="اسمك").fill("مريم <b>")
        page.get_by_role("button", name="متابعة").tap()
        expect(page.get_by_role("heading", name="شكرًا، مريم b. سنكتبه على اللوح.")).to_be_visible()
        self.wait_for(lambda: Message.objects.exists(), page)
        message = Message.objects.get()
        self.assertEqual((message.text, message.name), ("إصلاح › يمكنه الانتظار", "مريم b"))

    def test_drawn_by_keys_alone_and_begun_with(self) -> None:
        self.set_shop(is_open=True)
        owner = self.page()
        self.sign_in(owner)
        owner.goto(self.origin + "/answers/averil7q")
        owner.get_by_role("button", name="Draw signposts").press("Enter")
        owner.get_by_label("First, you say").fill("How can we help?")
        owner.get_by_role("button", name="Another way").press("Enter")
        expect(owner.get_by_label("On the button")).to_be_focused()
        owner.keyboard.type("A repair")
        owner.locator("[data-arm]", has_text="A repair").press("n")
        owner.keyboard.type("A wheel")
        owner.locator("[data-arm]", has_text="A wheel").press("Alt+ArrowRight")
        expect(owner.locator("[data-arm]", has_text="A wheel")).to_have_attribute("data-deep", "2")
        self.assert_accessible(owner, "signposts being drawn")
        owner.locator("[data-arm]", has_text="A wheel").press("n")
        owner.keyboard.type("Anything else")
        for name in ("A wheel", "Anything else"):
            owner.locator("[data-arm]", has_text=name).click()
            owner.get_by_role("radio", name="a person").press("Enter")
        owner.locator("[data-arm]", has_text="A repair").click()
        owner.get_by_label("What the visitor reads").fill("What is it about?")
        owner.get_by_role("button", name="Another way").press("Enter")
        owner.keyboard.type("Say hello")
        expect(owner.get_by_text("leads nowhere yet.").first).to_be_visible()
        owner.get_by_role("radio", name="tell us").press("Enter")
        expect(owner.get_by_text("leads nowhere yet.")).to_have_count(0)
        owner.get_by_role("button", name="Doors that begin with it").press("Enter")
        owner.get_by_role("button", name="Front door").press("Enter")
        expect(owner.get_by_text("signposts, first on Front door")).to_be_visible()
        expect(owner.frame_locator("iframe").get_by_role("button", name="A repair")).to_be_visible()
        owner.get_by_role("button", name="Publish", exact=True).click()
        self.wait_for(lambda: Release.objects.filter(number=2, site__key="averil7q").exists(), owner)
        visitor = self.page()
        visitor.goto(self.shop + "/workshop")
        door_on(visitor).click()
        visitor.get_by_role("button", name="A repair").click()
        self.to_step(visitor, "What is it about?")
