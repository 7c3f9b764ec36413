"""Their own looks and words: one colour to a finished button, a sale that says so, Arabic from nothing, a
translator's file.
"""

import csv
import io
from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import Locator, Page, expect

from kindknock import clock
from kindknock.doors.actions.change_door import change_door
from kindknock.doors.actions.publish_release import publish_release
from kindknock.doors.load import draft_of
from kindknock.doors.models import Door
from kindknock.pictures.models import Picture
from kindknock.pictures.tests.test_pictures import a_picture
from kindknock.sites.models import Site

from .running import PHONE, Journey, demo_site, door_on


class TheirOwn(Journey):
    def desk(self, address: str = "") -> Page:
        page = self.page()
        self.sign_in(page)
        if address:
            page.goto(f"{self.origin}/doors/averil7q?page={address}")
        expect(page.locator(".verdict b")).not_to_have_text("Setting the stage")
        return page

    def test_one_brand_colour_to_a_finished_button(self) -> None:
        """A pasted colour, a shape, a mark, a logo cropped, a banner of ours, dragged to the left;
        published, and so it stands on the shop.
        """
        page = self.desk()
        page.get_by_role("button", name="Looks: Arch").click()
        page.get_by_label("Your colour").fill("hsl(194 77% 25%)")
        on_stage = door_on(page.frame_locator("iframe[title='The page with your button']"))
        expect(on_stage).to_have_css("background-color", "rgb(15, 90, 113)")
        page.get_by_role("radio", name="Square").click()
        page.get_by_role("radio", name="Bell", exact=True).click()
        place = page.get_by_role("button", name="Computer: drag the button")
        place.scroll_into_view_if_needed()
        box = place.bounding_box()
        assert box is not None
        page.mouse.move(box["x"] + 8, box["y"] + 8)
        page.mouse.down()
        page.mouse.move(box["x"] - 160, box["y"] - 20, steps=8)
        page.mouse.up()
        expect(page.get_by_role("button", name="It stands bottom left").first).to_be_visible()
        page.get_by_role("button", name="Phone: drag the button").press("ArrowUp")
        page.get_by_role("button", name="Choose: Logo").click()
        with TemporaryDirectory() as folder:
            logo, text = Path(folder) / "logo.png", Path(folder) / "notes.txt"
            logo.write_bytes(a_picture(900, 500))
            text.write_text("no picture")
            chooser = page.locator("dialog input[type=file]")
            chooser.set_input_files(text)
            expect(page.get_by_role("alert")).to_contain_text("That isn't a picture.")
            chooser.set_input_files(logo)
            page.get_by_role("button", name="Turn left").click()
            page.get_by_role("button", name="Keep this part").click()
        expect(page.get_by_role("button", name="Change: Logo")).to_be_visible()
        page.get_by_role("button", name="Choose: Banner").click()
        expect(page.get_by_role("button", name="Bunting")).to_be_visible()
        self.assert_accessible(page, "the shelf of pictures")
        page.get_by_role("button", name="Bunting").click()
        self.assert_accessible(page, "looks")
        page.get_by_role("button", name="Done").click()
        expect(page.get_by_role("button", name="Looks: Square")).to_be_visible()
        page.keyboard.press("Control+Enter")
        expect(page.get_by_text("Release 2 is live.")).to_be_visible()
        for more, side in (({}, "left"), (PHONE, "left")):
            visitor = self.page(**more)
            visitor.goto(self.shop + "/workshop")
            expect(door_on(visitor)).to_have_css("background-color", "rgb(15, 90, 113)")
            found = door_on(visitor).bounding_box()
            assert found is not None
            self.assertLess(found["x"], 200, side)
            door_on(visitor).click()
            for name in ("logo", "banner"):
                drawn = visitor.locator("kk-door").locator(f"img.{name}")
                expect(drawn).to_be_visible()
                self.wait_for(
                    lambda drawn=drawn: drawn.evaluate("one => one.complete && one.naturalWidth > 0"), visitor
                )
        looks = draft_of(demo_site()).doors[0].looks
        self.assertEqual(
            (looks.shape, looks.corner, looks.glyph, looks.phone_offset and looks.phone_offset.foot_px),
            ("square", "left", "bell", 20),
        )
        self.assertEqual(Picture.objects.exclude(name__endswith=".svg").count(), 1)

    def test_a_faint_colour_is_mended_and_page_colours_and_own_css_hold(self) -> None:
        page = self.desk()
        page.get_by_role("button", name="Looks: Arch").click()
        page.get_by_role("button", name="More our colours").click()
        page.get_by_role("button", name="Change one of them").click()
        page.get_by_role("button", name="Small print", exact=True).click()
        page.get_by_label("Small print: any colour").fill("#cccccc")
        expect(page.get_by_text("too faint").first).to_be_visible()
        page.get_by_role("button", name="the nearest that reads").first.click()
        expect(page.get_by_role("button", name="the nearest that reads")).to_have_count(1)
        page.get_by_role("button", name="the nearest that reads").click()
        expect(page.get_by_text("Every pair reads.")).to_be_visible()
        page.get_by_role("button", name="Take it from the page").click()
        page.get_by_role("group", name="Found there:").get_by_role("button").first.click()
        expect(page.get_by_label("Your colour")).not_to_have_value("#5e1f38")
        page.get_by_role("button", name="Your CSS").click()
        page.get_by_role("textbox", name="Your CSS").fill(
            "door { border-radius: 3px }\nbody { display: none }"
        )
        expect(
            page.get_by_text("Line 2: “body” is none of the parts, so its rule is left out.")
        ).to_be_visible()
        expect(door_on(page.frame_locator("iframe[title='The page with your button']"))).to_have_css(
            "border-radius", "3px"
        )
        page.get_by_role("button", name="Take all of it back").click()
        expect(page.get_by_text("Your CSS is gone.")).to_be_visible()

    def test_a_sale_page_says_the_sale(self) -> None:
        """Fill-ins typed wrong are put right, read three ways, and the visitor of a sale sends the sale."""
        page = self.desk("https://averilcycles.example/shop/cargo-rear")
        page.get_by_role("button", name="Words: “Knock”").click()
        box = page.get_by_label("Their message on a sale")
        box.fill("Is the {product|wheel} still {sale price}, not {price}?")
        expect(page.get_by_text("{sale price} isn’t one we know.")).to_be_visible()
        page.get_by_role("button", name="Use {sale_price}").click()
        expect(box.locator(".fill-chip")).to_have_text(["Cargo rear wheelor “wheel”", "£189", "£230"])
        answer = page.locator(".said", has=box)
        expect(answer).to_contain_text("Is the Cargo rear wheel still £189, not £230?")
        expect(answer).to_contain_text("With nothing knownnothing")
        box.press("End")
        box.press("Control+Space")
        expect(answer.get_by_role("button", name="page title")).to_be_focused()
        page.keyboard.press("ArrowRight")
        page.keyboard.press("ArrowRight")
        page.keyboard.press("Enter")
        expect(box).to_be_focused()
        self.assert_chips_are_solid(page, answer)
        self.assert_accessible(page, "says")
        page.get_by_role("button", name="Done").click()
        page.keyboard.press("Control+Enter")
        expect(page.get_by_text("Release 2 is live.")).to_be_visible()
        visitor = self.page()
        visitor.goto(self.shop + "/shop/cargo-rear")
        door_on(visitor).click()
        expect(visitor.get_by_label("Note")).to_have_value("Is the Cargo rear wheel still £189, not £230?")

    def assert_chips_are_solid(self, page: Page, answer: Locator) -> None:
        """A chip is taken out and put back as one, its *instead* is written beside it, raw text is a press
        away.
        """
        raw = "Is the {product|wheel} still {sale_price}, not {price}?"
        expect(answer.locator(".fill-chip")).to_have_count(4)
        page.keyboard.press("Backspace")
        expect(answer.locator(".fill-chip")).to_have_count(3)
        page.keyboard.type(" {price|a price}")
        expect(answer.locator(".fill-chip").last).to_have_text("£230or “a price”")
        page.keyboard.press("Backspace")
        page.keyboard.press("Backspace")
        answer.locator(".fill-chip").first.click()
        page.keyboard.press("Enter")
        page.get_by_label("Where there is no product, say").fill("wh{ee}l")
        page.keyboard.press("Enter")
        answer.get_by_role("button", name="Edit as text").click()
        box = page.get_by_label("Their message on a sale")
        expect(box).to_have_value(raw.replace("wheel", "wheel") + " ")
        box.fill(raw)
        answer.get_by_role("button", name="Show chips").click()
        expect(answer.locator(".fill-chip")).to_have_count(3)

    def test_galician_and_arabic_from_nothing(self) -> None:
        """A language nobody wrote yet is added, copied as a start, written; another is counted and written
        right to left.
        """
        page = self.desk()
        page.get_by_role("button", name="Words: “Knock”").click()
        page.get_by_role("button", name="Add a language").click()
        page.get_by_label("Add a language").fill("nonsense")
        page.get_by_role("button", name="Add it").click()
        expect(page.get_by_text("That isn’t a language’s name or tag.")).to_be_visible()
        page.get_by_label("Add a language").fill("gl-ES")
        page.get_by_role("button", name="Add it").click()
        expect(page.get_by_text("is one of your languages.")).to_be_visible()
        page.get_by_role("button", name="missing as a start").click()
        label = page.get_by_label("On the button", exact=True)
        expect(label).to_have_value("Knock")
        label.fill("Peta")
        page.get_by_role("tab", name="العربية").click()
        heading = page.get_by_label("On top of the card", exact=True)
        heading.fill("عجلة جديدة؟")
        self.assertEqual(heading.evaluate("one => getComputedStyle(one).direction"), "rtl")
        card = page.frame_locator("iframe[title='The page with your button']").get_by_role("dialog")
        expect(card.get_by_role("heading")).to_have_text("عجلة جديدة؟")
        expect(heading).to_be_focused()
        page.get_by_role("button", name="Done").click()
        page.keyboard.press("Control+Enter")
        expect(page.get_by_role("dialog", name="Review and publish")).to_be_visible()
        page.get_by_role("dialog", name="Review and publish").get_by_role("button", name="Publish").click()
        expect(page.get_by_text("Release 2 is live.")).to_be_visible()
        visitor = self.page(locale="gl-ES")
        visitor.goto(self.shop + "/ar")
        door_on(visitor).click()
        expect(visitor.get_by_role("heading", name="عجلة جديدة؟")).to_be_visible()
        answer = draft_of(demo_site()).doors[0].says
        self.assertEqual((answer.label["gl-ES"], answer.heading["gl-ES"]), ("Peta", answer.heading["en"]))

    def test_a_translators_file_comes_back(self) -> None:
        page = self.desk()
        page.get_by_role("button", name="Words: “Knock”").click()
        page.get_by_text("For a translator").click()
        with page.expect_download() as saved:
            page.get_by_role("link", name="Download the table").click()
        with TemporaryDirectory() as folder:
            table = Path(folder) / "texts.csv"
            saved.value.save_as(table)
            rows = list(
                csv.reader(io.StringIO(table.read_text(encoding="utf-8").removeprefix("\ufeff"), newline=""))
            )
            at = rows[0].index("pt")
            for row in rows[1:]:
                if row[0].endswith("/says/heading") and row[2] == "Front door":
                    row[at] = "=Roda nova?"
            out = io.StringIO(newline="")
            csv.writer(out, delimiter=";").writerows(rows)
            table.write_text(out.getvalue(), encoding="utf-8")
            page.locator("input[type=file]").set_input_files(table)
            expect(page.get_by_text("It would change one text:")).to_be_visible()
            self.assert_accessible(page, "a translator's table")
            page.get_by_role("button", name="Take these words").click()
            expect(page.get_by_text("Their words are in the draft.")).to_be_visible()
        page.get_by_role("tab", name="Português").click()
        expect(page.get_by_label("On top of the card", exact=True)).to_have_value("=Roda nova?")
        self.assertEqual(
            Door.objects.get(site=Site.objects.get(key="averil7q"), name="Front door").parts["says"][
                "heading"
            ]["pt"],
            "=Roda nova?",
        )

    def test_no_text_changes_the_cards_structure_or_runs(self) -> None:
        """Hostile and endless words in every field: the same elements in the same order, nothing run,
        nothing loaded.
        """
        fields = ("label", "heading", "help", "closing", "hint", "note", "away", "thanks", "privacy")
        door = Door.objects.get(site__key="averil7q", name="Front door")
        page = self.page()
        asked: list[str] = []
        page.on("request", lambda request: asked.append(request.url))
        page.on("dialog", lambda dialog: self.fail(f"a dialog: {dialog.message}"))
        shapes = []
        for words in (
            "Plain words",
            "<img src=x onerror=alert(1)><script>alert(2)</script>",
            "</textarea></style><svg onload=alert(3)>",
            "{{constructor}} {product|<b>} ${{alert(4)}}",
            "\u202e\u0000\u2028 javascript:alert(5)//",
            "Ж" * 1900,
            "\"}}');alert(6);//",
        ):
            door = change_door(
                door,
                {
                    "says": {field: {"en": words.replace("\u0000", "")} for field in fields},
                    "nudge": {"words": {"en": words.replace("\u0000", "")}},
                },
                version=door.version,
            )
            publish_release(door.site, by=None, at=clock.now())
            page.goto(self.shop + "/workshop")
            door_on(page).click()
            expect(page.get_by_label("Note")).to_be_visible()
            shapes.append(
                page.evaluate(
                    "[...document.querySelector('kk-door').shadowRoot.querySelectorAll('.door, .door *, "
                    ".card, .card *')].map((one) => one.tagName + '.' + one.className)"
                )
            )
            box = page.get_by_role("dialog").bounding_box()
            assert box is not None
            self.assertTrue(box["x"] >= 0 and box["x"] + box["width"] <= 1280 and box["y"] >= 0)
        self.assertEqual({str(shape) for shape in shapes}, {str(shapes[0])})
        self.assertEqual([url for url in asked if "/x" in url.rpartition("/")[2][:2] or "evil" in url], [])
