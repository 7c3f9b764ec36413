"""Words and looks over the API: how texts read, the translator's table, mixes, colours of a page,
pictures.
"""

from typing import Any
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile

from kindknock.doors.actions.make_door import make_door
from kindknock.doors.models import Channel
from kindknock.pictures.tests.test_pictures import a_picture, svg
from kindknock.sites import fetching
from kindknock.sites.fetching import NotFetched

from .test_api import Base

PAGE = "https://averilcycles.example/shop/touring-pair"


class Words(Base):
    def save(self, **parts: Any) -> None:
        version = self.call("GET", self.site)[1]["doors"][0]["version"]
        self.assertEqual(self.call("PATCH", self.door, {"version": version, **parts})[0], 200)

    def words(self, language: str = "en", **more: Any) -> Any:
        return self.call(
            "POST",
            self.site + "/words",
            {"door": self.opened.door.key, "visit": {"address": PAGE}, "language": language, **more},
        )[1]

    def test_what_a_visitor_would_send_is_filled_in(self) -> None:
        self.save(says={"note": {"en": "About this: {product|your bicycles}"}})
        key = Channel.objects.get().key
        body = {"channel": key, "address": "https://averilcycles.example/a"}
        text = self.call("POST", f"/api/channels/{key}/try", body)[1]["text"]
        self.assertEqual(text.partition("\n")[0], "About this: your bicycles")

    def test_which_words_win_how_they_read_and_what_is_missing(self) -> None:
        self.save(
            says={"label": {"en": "Knock about {prodct}"}},
            overrides=[
                {
                    "key": "a",
                    "name": "Shop",
                    "devices": ["computer"],
                    "says": {"heading": {"en": "In the shop"}},
                }
            ],
        )
        found = self.words(texts={"note:x": "About {product|it}", "label:x": "y" * 40})
        by = {item["field"]: item for item in found["spoken"]}
        self.assertEqual(
            [
                (by[field]["text"], by[field]["level"], by[field]["override"])
                for field in ("label", "heading", "away")
            ],
            [
                ("Knock about {prodct}", "door", ""),
                ("In the shop", "override", "Shop"),
                ("Nobody is in just now.", "ours", ""),
            ],
        )
        self.assertEqual(
            (
                by["label"]["sample"]["unknown"],
                found["samples"]["note:x"]["here"],
                found["samples"]["note:x"]["sale"],
                found["samples"]["label:x"]["letters"],
                found["samples"]["label:x"]["room"],
            ),
            ([{"name": "prodct", "nearest": "product"}], "About it", "About Example lamp", 40, 28),
        )
        self.assertEqual(
            (found["falls_back"], found["direction"], found["is_ours"]), (["English"], "ltr", True)
        )
        answer = self.words("ar-EG")
        self.assertEqual(
            (answer["falls_back"], answer["direction"], answer["small"]["by"]),
            (["Arabic (Egypt)", "Arabic", "English"], "rtl", "عبر"),
        )

    def test_a_translators_table_there_and_back(self) -> None:
        self.save(says={"label": {"en": "Knock"}, "heading": {"en": "=Hello"}})
        table = self.client.get(self.site + "/texts.csv")
        self.assertIn("attachment", table["Content-Disposition"])
        text = table.content.decode()
        self.assertIn("'=Hello", text)
        self.assertEqual(
            self.call("POST", self.site + "/texts/preview", {"text": text})[1], {"changes": [], "notes": []}
        )
        lines = text.splitlines()
        theirs = "\r\n".join(
            [lines[0] + ",gl", *(line + (",Petar" if "says/label" in line else ",") for line in lines[1:])]
        )
        found = self.call("POST", self.site + "/texts/preview", {"text": theirs})[1]
        self.assertEqual(
            ([(change["language"], change["now"]) for change in found["changes"]], found["notes"]),
            ([("Galician", "Petar")], ["New here: Galician. It joins your languages."]),
        )
        desk = self.call("POST", self.site + "/texts/read", {"text": theirs})[1]
        self.assertEqual(
            (desk["languages"], desk["doors"][0]["says"]["label"]),
            (["en", "gl"], {"en": "Knock", "gl": "Petar"}),
        )
        self.assertEqual(self.call("POST", self.site + "/undo")[1]["languages"], ["en"])
        for bad, says in (
            ("x", "isn't a table"),
            ("a,b\n1,2", "no column named path"),
            ("path,b\n1,2", "named by a language"),
        ):
            status, answer = self.call("POST", self.site + "/texts/preview", {"text": bad})
            self.assertEqual((status, says in answer["title"]), (422, True), bad)

    def test_looks_are_measured_pair_by_pair_and_css_line_by_line(self) -> None:
        self.save(
            looks={
                "colour": "#5e1f38",
                "palette": {"muted": "#ddd"},
                "scheme": "page",
                "css": "door{color:red}\nbody{color:red}",
                "glyph": "bell",
            }
        )
        answer = self.call(
            "POST", self.site + "/stage", {"door": self.opened.door.key, "visit": {"address": PAGE}}
        )[1]
        faint = [
            (pair["says"], pair["reading"], pair["ink"])
            for pair in answer["contrast"]["pairs"]
            if not pair["reads"]
        ]
        self.assertEqual(
            faint,
            [
                ("Small print on the card", "1.3 : 1, too faint", "muted"),
                ("Small print on what is chosen", "1.1 : 1, too faint", "muted"),
            ],
        )
        self.assertEqual(
            answer["contrast"]["dropped"], ["Line 2: “body” is none of the parts, so its rule is left out."]
        )
        self.assertIn(
            "pair_faint",
            [finding["code"] for finding in self.call("GET", self.site + "/review")[1]["findings"]],
        )
        choices = self.call("GET", "/api/looks")[1]
        self.assertEqual(
            (
                len(choices["mixes"]),
                len(choices["glyphs"]) >= 16,
                len(choices["faces"]),
                len(choices["banners"]),
                len(choices["fonts"]),
            ),
            (12, True, 12, 6, 3),
        )
        self.assertEqual(
            self.call(
                "POST",
                "/api/colours",
                {
                    "paints": [
                        {"css": "rgb(15, 92, 115)", "area": 900},
                        {"css": "white", "area": 9000},
                        {"css": "oklch(nonsense", "area": 5},
                    ]
                },
            )[1],
            {"colours": ["#0f5c73"]},
        )

    def test_pictures_come_in_are_refused_in_a_sentence_and_go_off_the_shelf(self) -> None:
        def send(body: bytes, name: str = "logo.png") -> tuple[int, Any]:
            answer = self.client.post("/api/pictures", {"file": SimpleUploadedFile(name, body)})
            return answer.status_code, answer.json()

        status, kept = send(a_picture(900, 600))
        self.assertEqual(
            (status, kept["address"], kept["colours"], kept["bytes"] < kept["came_bytes"]),
            (200, f"/k/p/{kept['key']}", ["#581838"], True),
        )
        for body, says in (
            (b"hello", "isn't a picture"),
            (svg("<script/>"), "has code in it"),
            (a_picture()[:400], "can't be read to its end"),
        ):
            status, found = send(body)
            self.assertEqual((status, says in found["title"]), (422, True), found)
        with mock.patch.object(fetching, "_followed", side_effect=NotFetched("not_public")):
            self.assertIn(
                "isn't on the public web",
                self.call("POST", "/api/pictures/from", {"address": "http://127.0.0.1/x.png"})[1]["title"],
            )
        got = fetching._Got(a_picture(40, 40), "utf-8", {})
        with mock.patch.object(fetching, "_followed", return_value=got):
            self.assertEqual(
                self.call(
                    "POST", "/api/pictures/from", {"address": "https://averilcycles.example/a/logo.png"}
                )[1]["name"],
                "logo.png",
            )
        self.assertEqual(len(self.call("GET", "/api/pictures")[1]), 2)
        self.assertEqual(len(self.call("DELETE", f"/api/pictures/{kept['key']}")[1]), 1)

    def test_a_new_door_begins_with_looks_that_can_be_read(self) -> None:
        door = make_door(self.opened.site, name="Back door")
        answer = self.call("POST", self.site + "/stage", {"door": door.key, "visit": {"address": PAGE}})[1]
        self.assertTrue(all(pair["reads"] for pair in answer["contrast"]["pairs"]))
