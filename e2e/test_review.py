"""Publishing with a net: what goes out is read first, what went wrong comes back, anything is found."""

import json
import re
from datetime import timedelta
from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import Page, expect

from kindknock import clock
from kindknock.doors.actions.change_door import change_door
from kindknock.doors.load import draft_of
from kindknock.doors.models import Channel, Door, Release
from kindknock.people.actions.close import add_closure
from kindknock.people.models import Closure
from kindknock.sites.models import Site
from kindknock.studio_api.hours_words import days_words

from .running import PHONE, Journey, demo_site, door_on


class WithANet(Journey):
    def desk(self) -> Page:
        page = self.page()
        self.sign_in(page)
        expect(page.locator(".verdict b")).not_to_have_text("Setting the stage")
        return page

    def test_change_review_publish_regret_bring_back(self) -> None:
        """One change left out, one reverted, one published and regretted; visitors follow each step."""
        page = self.desk()
        for matter, label, value in (
            ("Appears: At once", "After seconds", "1"),
            ("Words: “Knock”", "On the button", "Ask the bench"),
        ):
            page.get_by_role("button", name=matter).click()
            page.get_by_label(label, exact=True).fill(value)
            page.get_by_role("button", name="Done").click()
        page.get_by_role("button", name="Looks: Arch").click()
        page.get_by_role("radio", name="Round").click()
        page.get_by_role("button", name="Done").click()
        expect(page.get_by_text("3 changes not live yet")).to_be_visible()
        page.get_by_role("button", name="Review", exact=True).click()
        sheet = page.get_by_role("dialog", name="Review and publish")
        expect(sheet.locator("mark")).to_have_count(3)
        expect(sheet).to_contain_text("was At once, bottom right")
        self.assert_accessible(page, "review")
        sheet.get_by_role("button", name="Undo: Front door, shape: round.").click()
        expect(sheet.locator("mark")).to_have_count(2)
        sheet.get_by_role("button", name="Leave out: Front door appears at another time.").click()
        expect(sheet.get_by_text("One change goes out.")).to_be_visible()
        sheet.get_by_role("button", name="Publish").click()
        expect(page.get_by_text("Release 2 is live.")).to_be_visible()
        expect(page.get_by_text("1 change not live yet")).to_be_visible()
        visitor = self.page()
        visitor.goto(self.shop + "/")
        expect(door_on(visitor)).to_have_text("Ask the bench")
        page.get_by_role("group", name="What the stage shows").get_by_role("button", name="Live").click()
        expect(page.locator(".verdict b")).to_have_text("Shows at once.")
        page.goto(self.origin + "/sites/averil7q/releases")
        page.locator("li", has_text="Release 1").get_by_role("button", name="Name it").click()
        page.get_by_placeholder("Before the winter sale").fill("As we opened")
        page.get_by_role("button", name="Keep the name").click()
        expect(page.get_by_text("As we opened")).to_be_visible()
        self.assert_accessible(page, "releases")
        page.get_by_role("button", name="Bring back: Release 1").click()
        expect(page.get_by_text("Release 1 is the draft again.")).to_be_visible()
        expect(page.get_by_role("button", name="Words: “Knock”")).to_be_visible()
        page.keyboard.press("Control+Enter")
        expect(page.get_by_text("Release 3 is live.")).to_be_visible()
        visitor.reload()
        expect(door_on(visitor)).to_have_text("Knock")
        self.assertEqual(Release.objects.get(site__key="averil7q", number=1).name, "As we opened")

    def test_publishes_with_a_blank(self) -> None:
        """Publish opens the sheet, which says what must be mended and leads there; mended, it goes out.
        Another door is named first.
        """
        Channel.objects.filter(door__site__key="averil7q", app="email").update(address="")
        other = Door.objects.get(site__key="averil7q", name="Hire pages")
        change_door(other, {"says": {"heading": {"en": "Which bicycle?"}}}, version=other.version)
        page = self.desk()
        page.keyboard.press("Control+Enter")
        sheet = page.get_by_role("dialog", name="Review and publish")
        expect(sheet.get_by_text("2 things to mend first.")).to_be_visible()
        expect(sheet.get_by_text("Email has no address yet.").first).to_be_visible()
        expect(sheet.get_by_role("button", name="Publish")).to_be_disabled()
        self.assert_accessible(page, "something to mend")
        for _ in range(2):
            sheet.get_by_role("button", name="Write it").first.click()
            row = page.locator(".channel", has_text="Email")
            # The door that lacks it, not the one that stood there before.
            expect(row).to_contain_text("no address yet")
            row.get_by_role("button", name="More for Email").click()
            page.get_by_role("menuitem", name="Edit").click()
            page.get_by_label("Its address").fill("hello@averilcycles.example")
            page.get_by_role("button", name="Save").click()
            # The reading below the box names the address too, before it is saved.
            expect(row).not_to_contain_text("no address yet")
            page.get_by_role("button", name="Review", exact=True).click()
        expect(sheet.get_by_text("2 changes go out.")).to_be_visible()
        sheet.get_by_role("button", name="Publish").click()
        expect(page.get_by_text("Release 2 is live.")).to_be_visible()

    def test_takes_the_setup_to_another_site(self) -> None:
        """Downloaded here, looked at and read there; a file that is none is refused in one sentence."""
        page = self.desk()
        page.goto(self.origin + "/sites/averil7q/releases")
        with page.expect_download() as saved:
            page.get_by_role("link", name="Download it").click()
        with TemporaryDirectory() as folder:
            file, none = Path(folder) / "setup.json", Path(folder) / "none.json"
            saved.value.save_as(file)
            none.write_text(json.dumps({"name": "x"}), encoding="utf-8")
            page.goto(self.origin + "/sites/averilhire/releases")
            page.locator("input[type=file]").set_input_files(none)
            expect(page.get_by_role("alert")).to_contain_text("That file holds no setup of Kind Knock.")
            page.locator("input[type=file]").set_input_files(file)
            expect(page.get_by_text("Front door is new.")).to_be_visible()
            self.assert_accessible(page, "a file looked at")
            page.get_by_role("button", name="Make it the draft").click()
            expect(page.get_by_role("heading", name="Front door")).to_be_visible()
        here, there = (
            draft_of(Site.objects.select_related("business").get(key=key))
            for key in ("averil7q", "averilhire")
        )
        self.assertEqual(
            [(door.name, door.says, len(door.channels)) for door in there.doors],
            [(door.name, door.says, len(door.channels)) for door in here.doors],
        )
        self.assertEqual(len({door.key for door in (*here.doors, *there.doors)}), 4)

    def test_finds_by_number_and_by_what_to_do(self) -> None:
        page = self.desk()
        page.keyboard.press("Control+k")
        box = page.get_by_role("combobox", name="Find")
        expect(box).to_be_focused()
        box.fill("0117 496 0141")
        expect(page.get_by_role("option")).to_have_count(2)
        self.assert_accessible(page, "find")
        box.fill("pasue front")
        expect(page.get_by_role("option").first).to_contain_text("Pause Front door")
        page.keyboard.press("Enter")
        expect(page.get_by_text("You paused this door.")).to_be_visible()
        page.keyboard.press("Control+k")
        page.get_by_role("combobox", name="Find").fill("which day how many")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Hire pages")).to_be_visible()
        expect(page.get_by_label("On top of the card")).to_have_value("Which day, how many bicycles?")

    def test_shows_it_around_leaves_a_blank_and_takes_hours_back(self) -> None:
        """Live and draft side by side, a private address for a phone, a blank that keeps Publish shut, a
        closure regretted.
        """
        first = clock.now().date() + timedelta(days=40)
        last = first + timedelta(days=4)
        add_closure(
            demo_site().business,
            first_day=first,
            last_day=last + timedelta(days=1),
            name="Stock count",
            by=None,
            at=clock.now(),
        )
        page = self.desk()
        page.get_by_role("button", name="Words: “Knock”").click()
        page.get_by_label("On the button", exact=True).fill("Ask the bench")
        page.get_by_role("button", name="Done").click()
        page.get_by_role("group", name="What the stage shows").get_by_role("button", name="Both").click()
        for frame, label in (
            ("The page as visitors have it now", "Knock"),
            ("The page with your button", "Ask the bench"),
        ):
            expect(door_on(page.frame_locator(f"iframe[title='{frame}']"))).to_have_text(label)
        page.locator(".tools .drop").click()
        page.locator(".menu .entry", has_text="Show it to somebody").click()
        sheet = page.get_by_role("dialog", name="Show it to somebody")
        sheet.get_by_role("button", name="Make an address").click()
        expect(sheet.get_by_text("works until")).to_be_visible()
        self.assert_accessible(page, "shown to somebody")
        phone = self.page(**PHONE)
        phone.goto(sheet.locator("code").inner_text())
        expect(phone.get_by_text("A draft, shown to you alone.")).to_be_visible()
        expect(door_on(phone)).to_have_text("Ask the bench")
        sheet.get_by_role("button", name="Stop it").click()
        expect(page.get_by_text("That address has stopped.")).to_be_visible()
        phone.reload()
        expect(phone.get_by_role("heading", name="This address has ended.")).to_be_visible()
        sheet.get_by_role("button", name="Close").click()
        page.get_by_role("button", name="Reach us by: ").first.click()
        page.get_by_role("button", name="Or choose an app by its name").click()
        page.get_by_role("button", name="Matrix", exact=True).click()
        page.get_by_role("button", name="Leave it blank for now").click()
        expect(page.locator(".channel", has_text="no address yet")).to_be_visible()
        page.get_by_role("button", name="Done").click()
        expect(page.get_by_role("button", name="Reach us by: Matrix: no address yet")).to_be_visible()
        page.keyboard.press("Control+Enter")
        expect(
            page.get_by_role("dialog", name="Review and publish")
            .get_by_text("Matrix has no address yet.")
            .first
        ).to_be_visible()
        page.goto(self.origin + "/sites/averil7q/releases")
        closed = days_words(first, last, clock.now().year)
        page.get_by_role("button", name=re.compile(f"Undo: Closed {closed}")).click()
        expect(page.get_by_text("Undone. It applies already.")).to_be_visible()
        self.assertFalse(Closure.objects.filter(name="Stock count").exists())
