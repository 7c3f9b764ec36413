"""The hand-over sheet: all of the setup on two sheets of paper, nothing masked on it, nothing fetched."""

import io

from django.test import Client
from pypdf import PdfReader

from kindknock import clock
from kindknock.doors.actions.change_door import change_door
from kindknock.doors.models import Channel, Door
from kindknock.onsite.private_page import embed_line
from kindknock.sites.models import PrintedSheet, Site
from kindknock.studio_api.sheet import sheet_html, sheet_pdf
from kindknock.studio_api.tasks import print_sheet

from .test_api import Base


def text_of(pdf: bytes) -> tuple[str, int]:
    pages = PdfReader(io.BytesIO(pdf)).pages
    return " ".join(" ".join(page.extract_text() for page in pages).split()), len(pages)


class Sheet(Base):
    def printed(self, *, masked: bool = False) -> tuple[str, int]:
        number = self.call("POST", self.site + "/sheet", {"masked": masked})[1]["number"]
        path = f"{self.site}/sheet/{number}"
        self.assertEqual(self.call("GET", path), (200, None))
        print_sheet(number)
        link = self.call("GET", path)[1]["link"]
        self.assertEqual(Client().get(link).status_code, 302)
        answer = self.client.get(link)
        self.assertEqual(answer["Content-Type"], "application/pdf")
        return text_of(answer.content)

    def test_it_holds_the_line_the_doors_and_how_to_change_and_remove(self) -> None:
        words, _ = self.printed()
        for part in (
            embed_line(self.opened.site.key),
            "averilcycles.example",
            "+44 117 496 0123",
            "Reach us by WhatsApp",
            "On every page.",
            "How to change it",
            "How to remove it",
        ):
            self.assertIn(part, words)

    def test_masked_numbers_and_codes_stay_off_the_paper(self) -> None:
        door = Door.objects.get()
        says = {"label": {"en": "Ring 0117 496 0123"}, "away": {"en": "Or ring +44 (0)117 496-0123."}}
        change_door(door, {"says": says}, version=door.version)
        self.call("POST", self.site + "/publish")
        words, _ = self.printed(masked=True)
        self.assertNotIn("496", words)
        self.assertIn("Reach us by WhatsApp", words)
        codes = [
            sheet_html(self.opened.site, masked=masked, at=clock.now()).count("<svg")
            for masked in (False, True)
        ]
        self.assertEqual(codes, [2, 1])

    def test_words_of_the_business_are_words_and_load_nothing(self) -> None:
        bad = '"><script src="https://elsewhere.example/x.js"></script><img src=https://elsewhere.example/a>'
        self.opened.business.name = self.opened.site.name = bad[:100]
        self.opened.business.save()
        self.opened.site.save()
        door = Door.objects.get()
        change_door(door, {"says": {"label": {"en": bad}}, "looks": {"colour": bad}}, version=door.version)
        Channel.objects.update(name={"en": bad[:80]})
        self.call("POST", self.site + "/publish")
        html = sheet_html(self.opened.site, masked=False, at=clock.now())
        self.assertNotIn("<script", html)
        self.assertNotIn("<img", html)
        self.assertIn("elsewhere.example", text_of(sheet_pdf(html))[0])

    def test_another_business_and_a_stranger_see_none(self) -> None:
        path = f"/sheet/{self.opened.site.key}"
        self.assertEqual(self.client.get(path).status_code, 200)
        self.assertEqual(Client().get(path).status_code, 302)
        other = Site.objects.create(
            business=type(self.opened.business).objects.create(name="Harbour Hire"), key="harbour2"
        )
        sheet = PrintedSheet.objects.create(site=other, by=self.owner, at=clock.now(), pdf=b"%PDF")
        for theirs in ("/sheet/harbour2", f"/sheet/harbour2/{sheet.pk}.pdf", f"{path}/{sheet.pk}.pdf"):
            self.assertEqual(self.client.get(theirs).status_code, 404)
