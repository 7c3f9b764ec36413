"""Several people and several businesses: asked in and answering, a maker without the guestbook, handing over,
coming in by a second step and by a key.
"""

import re
import uuid
from datetime import timedelta

import pyotp
from playwright.sync_api import Page, expect

from demo.seed import PASSWORD
from kindknock import clock
from kindknock.accounts.models import Business, Membership
from kindknock.guestbook.actions.take_in import Arrived, take_in
from kindknock.standins.models import Letter

from .running import PHONE, Journey

AMARA, NILS = "amara@averilcycles.example", "nils@varga-sites.example"


class Team(Journey):
    def come_in(self, page: Page, email: str) -> None:
        page.goto(self.origin + "/sign-in")
        page.locator("input[type=email]").fill(email)
        page.locator("input[type=password]").fill(PASSWORD)
        page.locator("button[type=submit]").first.click()

    def letter_to(self, email: str, page: Page, about: str) -> Letter:
        found = Letter.objects.filter(to__iexact=email, subject__contains=about)
        self.wait_for(lambda: found.exists(), page)
        return found.latest("pk")

    def link_in(self, letter: Letter, path: str) -> str:
        return next(word for word in letter.text.split() if path in word)

    def note(self, words: str) -> None:
        take_in(
            Arrived(
                client_id=uuid.uuid4(),
                site_key="averil7q",
                door=self.front().key,
                name="Wilma",
                reach="wilma@harbourmail.example",
                text=words,
                address="https://averilcycles.example/workshop",
                title="The workshop",
                language="en",
                at=clock.now(),
            )
        )

    def test_asked_in_and_answering_the_first_note(self) -> None:
        owner = self.page()
        self.sign_in(owner)
        owner.locator("button.business").click()
        owner.get_by_role("menuitem", name="Team").click()
        owner.get_by_label("Their email").fill(" Amara@averilcycles.example")
        owner.get_by_role("button", name="Invite", exact=True).click()
        expect(owner.get_by_text("A letter is on its way to Amara@averilcycles.example")).to_be_visible()
        self.assert_accessible(owner, "team")
        link = self.link_in(self.letter_to(AMARA, owner, "Come in to"), "/invited/")
        amara = self.page(**PHONE)
        amara.goto(link)
        expect(amara.get_by_role("heading", name="Come in to Averil Cycle Works")).to_be_visible()
        expect(
            amara.get_by_text("Ines Calder asks you in to Averil Cycle Works as somebody who answers.")
        ).to_be_visible()
        self.assert_accessible(amara, "an invitation")
        amara.get_by_label("Your name").fill("Amara Oduya")
        amara.get_by_label("Choose a password").fill("short")
        amara.get_by_role("button", name="Come in", exact=True).click()
        expect(amara.get_by_text("too short").first).to_be_visible()
        amara.get_by_label("Choose a password").fill("salt and thirty-six spokes")
        amara.get_by_role("button", name="Come in", exact=True).click()
        expect(amara.get_by_text("Changing them is for owners and site makers.")).to_be_visible()
        expect(amara.get_by_role("link", name="Fitting")).to_have_count(0)
        expect(amara.get_by_role("button", name="Publish")).to_have_count(0)
        # Who comes in has quiet hours at night, and journeys run at any hour.
        Membership.objects.filter(user__email__iexact=AMARA).update(is_quiet=False)
        self.note("Is the touring pair still there?")
        self.letter_to(AMARA, amara, "A note for Averil Cycle Works")
        amara.get_by_role("link", name="Guestbook").click()
        amara.get_by_role("link", name=re.compile("Wilma")).first.click()
        amara.get_by_label("Your answer").fill("It is. Shall I keep it?")
        amara.get_by_role("button", name="Send it").click()
        answered = Letter.objects.filter(to="wilma@harbourmail.example", text__contains="Shall I keep it?")
        self.wait_for(lambda: answered.exists(), amara)
        # The link is used up, and says so.
        late = self.page()
        late.goto(link)
        expect(late.get_by_text("was used already")).to_be_visible()
        # Taken out, and out at once.
        owner.reload()
        owner.get_by_role("button", name="What Amara Oduya may do").click()
        owner.get_by_role("button", name="Take out of the team").click()
        owner.get_by_role("button", name="Take Amara Oduya out").click()
        expect(owner.get_by_text("Amara Oduya is out.")).to_be_visible()
        amara.reload()
        expect(amara.get_by_role("heading", name="Come in")).to_be_visible()
        self.assertEqual(self.noise, [])

    def test_a_maker_of_two_businesses_without_the_guestbook(self) -> None:
        self.note("Not for makers")
        nils = self.page()
        self.come_in(nils, NILS)
        nils.wait_for_url("**/businesses")
        expect(nils.get_by_text("Harbour Hire was never published")).to_be_visible()
        nils.get_by_role("link", name="Averil Cycle Works", exact=True).click()
        nils.wait_for_url("**/at/averil/doors/**")
        expect(nils.get_by_role("link", name="Guestbook")).to_have_count(0)
        nils.goto(self.origin + "/at/averil/guestbook")
        nils.wait_for_url("**/at/averil/doors/**")
        self.assertNotIn("Not for makers", nils.content())
        # Two windows show two businesses, and nothing of the one is in the other.
        second = nils.context.new_page()
        second.goto(self.origin + "/at/harbour/people")
        expect(second.get_by_role("button", name=re.compile("Harbour Hire"))).to_be_visible()
        expect(second.get_by_text("Tomasz Wren")).to_have_count(0)
        nils.get_by_role("link", name="People").click()
        expect(nils.get_by_text("Tomasz Wren").first).to_be_visible()
        expect(nils.get_by_text("Adding and changing people is for owners.")).to_be_visible()
        # The other by the keys of the menu.
        nils.locator("button.business").press("Enter")
        nils.get_by_role("menuitem", name="Harbour Hire").press("Enter")
        nils.wait_for_url("**/at/harbour/**")
        self.assertEqual(self.noise, [])

    def test_a_finished_business_is_handed_to_its_owner(self) -> None:
        nils = self.page()
        self.come_in(nils, NILS)
        nils.wait_for_url("**/businesses")
        nils.goto(self.origin + "/at/harbour/business/team")
        nils.get_by_role("button", name="Hand the business over").click()
        nils.get_by_label("Their email").last.fill("wen@harbourhire.example")
        nils.get_by_role("button", name="Ask them").click()
        expect(nils.get_by_text("Until they take it, nothing changes.")).to_be_visible()
        letter = self.letter_to("wen@harbourhire.example", nils, "is to be yours")
        wen = self.page()
        wen.goto(self.link_in(letter, "/invited/"))
        expect(wen.get_by_role("heading", name="Harbour Hire is to be yours")).to_be_visible()
        wen.get_by_role("button", name="Come in without a password").click()
        wen.wait_for_url("**/at/harbour/doors/**")
        roles = Membership.objects.filter(business__key="harbour").values_list("user__email", "role")
        self.assertEqual(dict(roles), {NILS: "maker", "wen@harbourhire.example": "owner"})
        nils.reload()
        nils.wait_for_url("**/at/harbour/doors/**")

    def test_a_second_step_a_clock_that_is_off_and_a_key(self) -> None:
        owner = self.page()
        self.sign_in(owner)
        owner.goto(self.origin + "/at/averil/you")
        way = owner.get_by_role("region", name="How you come in")
        way.get_by_label("Your present password").fill(PASSWORD)
        way.get_by_role("button", name="Switch it on").click()
        app = pyotp.TOTP(way.locator("code").inner_text())
        way.get_by_label("Then type the code").fill(app.at(clock.now()))
        way.get_by_role("button", name="Switch it on").click()
        expect(way.locator(".codes li")).to_have_count(10)
        recovery = way.locator(".codes li").first.inner_text()
        self.assert_accessible(owner, "you")
        other = self.page()
        self.come_in(other, "ines@averilcycles.example")
        expect(other.get_by_role("heading", name="One more step")).to_be_visible()
        self.assert_accessible(other, "second step")
        box = other.get_by_label("Six digits, or a recovery code")
        box.fill(app.at(clock.now() - timedelta(minutes=10)))
        other.get_by_role("button", name="Come in").click()
        expect(other.get_by_text("your phone’s clock is about 10 minutes behind")).to_be_visible()
        box.fill(recovery)
        other.get_by_role("button", name="Come in").click()
        other.wait_for_url("**/doors/**")
        # A key of the device is both steps in one.
        way.get_by_role("button", name="I have kept them").click()
        device = owner.context.new_cdp_session(owner)
        device.send("WebAuthn.enable")
        kind = {"protocol": "ctap2", "transport": "internal", "hasResidentKey": True}
        kind |= {"hasUserVerification": True, "isUserVerified": True, "automaticPresenceSimulation": True}
        device.send("WebAuthn.addVirtualAuthenticator", {"options": kind})
        way.get_by_label("Your present password").fill(PASSWORD)
        way.get_by_role("button", name="Add a passkey").click()
        expect(way.get_by_text("not used yet")).to_be_visible()
        owner.locator("button.me").click()
        owner.get_by_role("menuitem", name="Sign out").click()
        owner.get_by_role("button", name="Use a passkey").click()
        owner.wait_for_url("**/doors/**")
        owner.goto(self.origin + "/at/averil/you")
        expect(way.get_by_text("this browser", exact=True)).to_be_visible()
        way.get_by_role("button", name="Sign out there").first.click()
        expect(owner.get_by_text("Signed out there.")).to_be_visible()
        other.reload()
        expect(other.get_by_role("heading", name="Come in")).to_be_visible()
        self.assertEqual(self.noise, [])

    def test_closed_and_kept(self) -> None:
        owner = self.page()
        self.sign_in(owner)
        owner.goto(self.origin + "/at/averil/business/data")
        owner.get_by_role("button", name="Close the business").click()
        owner.get_by_label("To close it, type its name").fill("Averil")
        owner.get_by_role("button", name="Close it").click()
        expect(owner.get_by_text("Type the name as it stands: Averil Cycle Works.")).to_be_visible()
        owner.get_by_label("To close it, type its name").fill("Averil Cycle Works")
        owner.get_by_role("button", name="Close it").click()
        expect(owner.get_by_text("No button shows")).to_be_visible()
        self.assertIsNotNone(Business.objects.get(key="averil").closes_at)
        with owner.expect_download() as taken:
            owner.get_by_role("link", name="Take it as a file").click()
        self.assertEqual(taken.value.suggested_filename, "kind-knock-everything.zip")
        owner.get_by_role("button", name="Keep the business").click()
        expect(owner.get_by_text("No button shows")).to_have_count(0)
        self.assertIsNone(Business.objects.get(key="averil").closes_at)

    def test_a_tick_that_could_not_be_saved_stands_as_it_was(self) -> None:
        owner = self.page()
        self.sign_in(owner)
        ticks = {
            "Letters wait, on your clock": "**/api/hears**",
            "Owners must have a second step or a passkey": "**/api/team/demand*",
            "Who answers also sees what a colleague has": "**/api/team/see-all*",
        }
        owner.goto(self.origin + "/business/team")
        for label, address in ticks.items():
            box = owner.get_by_label(label)
            before = box.is_checked()
            owner.route(address, lambda route: route.abort())
            owner.get_by_text(label).click()
            expect(owner.get_by_text("Kind Knock can’t be reached.").last).to_be_visible()
            expect(box).to_be_checked(checked=before)
            owner.unroute(address)
        self.noise.clear()  # the lines that were cut
        box = owner.get_by_label("Letters wait, on your clock")
        before = box.is_checked()
        box.click()
        expect(owner.get_by_text("Saved at")).to_be_visible()
        expect(box).to_be_checked(checked=not before)
        own = Membership.objects.get(business__key="averil", user__email="ines@averilcycles.example")
        self.assertEqual(own.is_quiet, not before)

    def test_what_can_not_be_reached_is_told_and_nothing_stands_in_its_place(self) -> None:
        owner = self.page()
        self.sign_in(owner)
        away = "Kind Knock can’t be reached."
        owner.goto(self.origin + "/rota")
        week = owner.locator("main h2, main b").filter(has_text=re.compile(r"\d+ \w+ – \d+|\d+ – \d+ \w+"))
        expect(week.first).to_be_visible()
        owner.route("**/api/rota?*", lambda route: route.abort())
        owner.get_by_role("button", name="A week on").click()
        expect(owner.get_by_text(away)).to_be_visible()
        expect(week).to_have_count(0)
        owner.unroute("**/api/rota?*")
        owner.get_by_role("button", name="Try again").click()
        expect(week.first).to_be_visible()

        owner.route("**/api/sites/averil7q", lambda route: route.abort())
        owner.goto(self.origin + "/people?who=ines")
        expect(owner.get_by_text("Whether all is live can’t be said just now.").first).to_be_visible()
        owner.unroute("**/api/sites/averil7q")
        owner.route("**/api/people/ines", lambda route: route.abort())
        owner.get_by_role("radio", name="nothing").click()
        expect(owner.get_by_text("Not saved yet: Kind Knock can’t be reached.")).to_be_visible()
        expect(owner.get_by_role("radio", name="nothing")).to_be_checked()
        owner.unroute("**/api/people/ines")
        expect(owner.get_by_text("Saved at")).to_be_visible()

        owner.route("**/api/second-step", lambda route: route.abort())
        owner.goto(self.origin + "/you")
        owner.get_by_role("button", name="Switch it on").click()
        expect(owner.get_by_text(away)).to_be_visible()
        self.noise.clear()  # the lines that were cut
