"""What follows a knock: asked, kept, handed on, answered from a phone, closed; and gone when it is to be."""

from playwright.sync_api import Page, expect

from kindknock.guestbook.models import Entry, Message, ReadyAnswer
from kindknock.people.actions.phone_page import phone_page
from kindknock.people.models import Assistant
from kindknock.standins.models import Letter

from .running import PHONE, Journey, door_on

ASKS = {
    "when": "always",
    "keeps": True,
    "mails": "asked",
    "questions": [
        {"key": "name", "label": {"en": "Your name"}, "needed": True},
        {"key": "mail", "kind": "email", "label": {"en": "Email"}},
    ],
    "thanks": {"en": "Thank you, {visitor|and see you soon}."},
    "reply": {"en": "Hello {visitor|there}, we have it."},
}


class Guestbook(Journey):
    def ask(self, words: str, name: str, mail: str) -> Page:
        """A visitor who went on in an app, having answered first."""
        visitor = self.page()
        visitor.goto(self.shop + "/workshop")
        door_on(visitor).click()
        visitor.get_by_label("Note").fill(words)
        visitor.get_by_role("link", name="WhatsApp").click()
        expect(visitor.get_by_text("also keeps your note and these for 90 days")).to_be_visible()
        visitor.get_by_label("Your name").fill(name)
        visitor.get_by_label("Email").fill(mail)
        with visitor.context.expect_page():
            visitor.get_by_role("link", name="Go on in WhatsApp").click()
        expect(visitor.get_by_role("heading", name=f"Thank you, {name}.")).to_be_visible()
        return visitor

    def test_a_repair_is_asked_handed_on_answered_from_a_phone_and_closed(self) -> None:
        self.set_shop(is_open=True)
        self.publish(asks=ASKS)
        rhys = Assistant.objects.get(key="rhys")
        rhys.notice_email = "rhys@averilcycles.example"
        rhys.save()
        visitor = self.ask("Two spokes broke.", "Marta Reis", "marta@harbourmail.example")
        self.assert_accessible(visitor, "thanks")
        # The same words by another app are the same entry's, once.
        visitor.get_by_role("button", name="Write something else").click()
        visitor.get_by_role("link", name="Telegram").click()
        with visitor.context.expect_page():
            visitor.get_by_role("link", name="Go on in Telegram").click()
        visitor.wait_for_timeout(3000)
        self.assertEqual(Message.objects.count(), 1)
        owner = self.page()
        self.wait_for(lambda: Message.objects.filter(app="whatsapp").exists(), owner)
        self.sign_in(owner)
        owner.get_by_role("link", name="Guestbook").click()
        expect(owner.get_by_role("heading", name="Marta Reis")).to_be_visible()
        expect(owner.get_by_text("Your automatic reply went out.")).to_be_visible()
        self.wait_for(
            lambda: Letter.objects.filter(text__startswith="Hello Marta Reis, we have it.").exists(), owner
        )
        owner.keyboard.press("g")
        owner.get_by_role("menuitem", name="Rhys Pell").click()
        expect(owner.get_by_text("Rhys Pell has it").first).to_be_visible()
        handed = Letter.objects.filter(subject="Handed to you at Averil Cycle Works")
        self.wait_for(lambda: handed.exists(), owner)
        link = next(word for word in handed.get().text.split() if "/guests/" in word)
        phone = self.page(**PHONE)
        phone.goto(link)
        expect(phone.get_by_text("Ines Calder has this open too.")).to_be_visible()
        self.assert_accessible(phone, "an entry on the phone")
        phone.get_by_label("Your answer").fill("Bring it any morning.")
        phone.get_by_role("button", name="Send it").tap()
        expect(phone.get_by_text("Rhys Pell answered")).to_be_visible()
        self.wait_for(lambda: Letter.objects.filter(text__startswith="Bring it any morning.").exists(), phone)
        letter = Letter.objects.get(text__startswith="Bring it any morning.")
        self.assertEqual((letter.to, letter.reply_to), ("marta@harbourmail.example", rhys.notice_email))
        # Whoever has it open still is asked before a second answer goes out.
        owner.get_by_label("Your answer").fill("We are shut today.")
        owner.get_by_role("button", name="Send it").click()
        expect(owner.get_by_text("Rhys Pell answered meanwhile.")).to_be_visible()
        expect(owner.get_by_label("Your answer")).to_have_value("We are shut today.")
        owner.get_by_label("Your answer").fill("")
        phone.get_by_role("button", name="Done with this").tap()
        expect(phone.get_by_role("heading", name="Nothing is waiting")).to_be_visible()
        self.assertEqual(Entry.objects.get().state, Entry.State.DONE)

    def test_our_server_away_between_note_and_app_loses_nothing(self) -> None:
        self.set_shop(is_open=True)
        self.publish(asks=ASKS)
        visitor = self.page()
        visitor.goto(self.shop + "/workshop")
        door_on(visitor).click()
        visitor.get_by_label("Note").fill("Two spokes broke.")
        visitor.get_by_role("link", name="WhatsApp").click()
        visitor.get_by_label("Your name").fill("Wilma")
        dead = self.origin + "/k/v1/**"
        visitor.route(dead, lambda route: route.abort())
        with visitor.context.expect_page():
            visitor.get_by_role("link", name="Go on in WhatsApp").click()
        expect(visitor.get_by_role("heading", name="Thank you, Wilma.")).to_be_visible()
        visitor.wait_for_timeout(2500)
        self.assertFalse(Message.objects.exists())
        visitor.unroute(dead)
        # On the next page, once the card is opened; and once, however often that is.
        for path in ("/hire", "/workshop", "/workshop"):
            visitor.goto(self.shop + path)
            door_on(visitor).click()
            visitor.wait_for_timeout(700)
        self.wait_for(lambda: Message.objects.filter(text="Two spokes broke.").exists(), visitor)
        visitor.wait_for_timeout(3000)
        self.assertEqual(Message.objects.get().answers, [{"label": "Your name", "answer": "Wilma"}])

    def test_everything_about_somebody_goes_for_good(self) -> None:
        self.set_shop(is_open=True)
        self.publish(asks=ASKS)
        for name in ("Marta", "Wilma"):
            self.ask("Two spokes.", name, f"{name.lower()}@harbourmail.example")
        owner = self.page()
        self.wait_for(lambda: Message.objects.count() == 2, owner)
        self.sign_in(owner)
        owner.goto(self.origin + "/guestbook")
        owner.get_by_label("Search names").fill("martas")
        expect(owner.get_by_text("Nothing with “martas” in it.")).to_be_visible()
        owner.get_by_label("Search names").fill("marta@")
        expect(owner.locator("[data-entry]")).to_have_count(1)
        owner.get_by_role("button", name="Kept and gone").click()
        owner.get_by_label("Email or number").fill("marta")
        owner.get_by_role("button", name="Look").click()
        expect(owner.get_by_text("That is neither an email nor a number.")).to_be_visible()
        owner.get_by_label("Email or number").fill("Marta@HarbourMail.example")
        owner.get_by_role("button", name="Look").click()
        expect(owner.get_by_text("1 entry in the guestbook")).to_be_visible()
        self.assert_accessible(owner, "everything about somebody")
        with owner.expect_download() as file:
            owner.get_by_role("link", name="Take it away as a file").click()
        self.assertIn("Two spokes.", file.value.path().read_text(encoding="utf-8"))
        owner.get_by_role("button", name="Delete all of it").click()
        owner.get_by_role("button", name="Delete all of it").click()
        expect(owner.get_by_text("What remains: counts without names")).to_be_visible()
        self.assertEqual(Entry.objects.get().name, "Wilma")

    def test_two_who_write_ready_answers_at_once_lose_nothing(self) -> None:
        def at_ready(page: Page) -> None:
            page.goto(self.origin + "/guestbook")
            page.get_by_role("button", name="Kept and gone").click()
            page.get_by_text("Ready answers").click()

        def add(page: Page, name: str) -> None:
            page.get_by_role("button", name="Add one").click()
            page.get_by_label("Called").last.fill(name)
            page.get_by_label("Words", exact=True).last.fill(f"{name}, please.")

        first, second = self.page(), self.page()
        for page in (first, second):
            self.sign_in(page)
        first.route("**/api/guestbook-ready*", lambda route: route.abort())
        at_ready(first)
        expect(first.get_by_role("button", name="Look again")).to_be_visible()
        expect(first.get_by_role("button", name="Add one")).to_have_count(0)
        first.unroute("**/api/guestbook-ready*")
        first.get_by_role("button", name="Look again").click()
        add(first, "Hire")
        at_ready(second)
        add(second, "Post")
        second.reload()
        at_ready(second)
        expect(second.get_by_label("Called").last).to_have_value("Post")
        for page in (first, second):
            page.get_by_role("button", name="Keep", exact=True).click()
            expect(page.get_by_text("Kept.")).to_be_visible()
        self.assertEqual(
            sorted(ReadyAnswer.objects.values_list("name", flat=True)), ["Hire", "Post"], "of both"
        )
        expect(second.get_by_label("Called")).to_have_count(2)

    def test_a_phone_page_without_its_key_opens_nothing(self) -> None:
        page = self.page()
        ines = Assistant.objects.get(key="ines")
        token = phone_page(ines)
        page.goto(f"{self.origin}/in/{token}/guests")
        expect(page.get_by_role("heading", name="Nothing is waiting")).to_be_visible()
        self.assert_accessible(page, "nothing is waiting")
        phone_page(ines, renew=True)
        for path in ("guests", "guests/1"):
            self.assertEqual(page.request.get(f"{self.origin}/in/{token}/{path}").status, 410)
