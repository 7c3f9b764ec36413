"""Every text by its path, the translator's table there and back, and which words win and how they read."""

import csv
import io
import json
from typing import Any

from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from kindknock.core.formats.csv_text import read_table, write_table
from kindknock.core.formats.texts_csv import read_texts, write_texts
from kindknock.core.setup import Setup, setup_from

from ..looks.geometry import Device
from ..review.checks import advice
from ..review.text_checks import PageSeen
from ..visit.prepare import compile_setup
from ..visit.visitor import visit_from
from ..visit.winning_words import facts_here, sampled, spoken, text_and_tag
from ..words.guesses import nearest_name
from ..words.slots import begun_in, missing_texts, slots_of, with_texts
from .builders import PEOPLE, a_door, a_setup, codes, door_of

SITE: dict[str, Any] = {
    "business": {"name": "Averil Cycle Works", "languages": ["en", "pt", "ar"], "currency": "GBP"},
    "site": {"key": "averil"},
    "people": [{"key": "ines", "name": "Ines Calder", "role": {"en": "Workshop"}}],
    "doors": [
        {
            "key": "front",
            "name": "Front door",
            "says": {
                "label": {"en": "Knock", "pt": "Bater"},
                "heading": {"en": "Squeak?"},
                "small": {"to": {"en": "For"}},
            },
            "people": ["ines"],
            "nudge": {"words": {"en": "Stuck?"}},
            "channels": [
                {"key": "wa", "app": "whatsapp", "address": "+441174960101", "caption": {"pt": "Recados"}}
            ],
            "plates": [{"key": "buy", "label": {"en": "Ask"}}],
            "overrides": [
                {
                    "key": "repair",
                    "name": "Repairs",
                    "says": {"label": {"en": "Mend it"}},
                    "devices": ["phone"],
                }
            ],
        }
    ],
}
HOSTILE = st.text(alphabet=st.characters(exclude_characters="\x00\r", exclude_categories=["Cs"]), max_size=80)


def site(**more: Any) -> Setup:
    return setup_from({**SITE, **more})


class Paths(SimpleTestCase):
    def test_every_text_has_a_path_and_is_put_there(self) -> None:
        slots = {slot.path: slot for slot in slots_of(site())}
        written = [path for path, slot in slots.items() if slot.is_written]
        self.assertEqual(
            written,
            [
                "door/front/says/label",
                "door/front/says/heading",
                "door/front/small/to",
                "door/front/nudge/words",
                "door/front/channel/wa/caption",
                "door/front/plate/buy/label",
                "door/front/override/repair/says/label",
                "person/ines/role",
            ],
        )
        put = with_texts(
            site(), {path: {"ar": f"<{path}>"} for path in slots} | {"door/gone/says/label": {"ar": "x"}}
        )
        self.assertEqual(
            {slot.path: slot.texts["ar"] for slot in slots_of(put)}, {path: f"<{path}>" for path in slots}
        )
        self.assertEqual(with_texts(put, {path: {"ar": ""} for path in slots}), site())

    def test_what_is_missing_is_what_is_written_elsewhere_only(self) -> None:
        for language, count in (("en", 1), ("pt", 6), ("pt-BR", 6), ("ar", 8), ("gl", 8)):
            with self.subTest(language):
                self.assertEqual(len(missing_texts(site(), language)), count)


class Table(SimpleTestCase):
    @settings(max_examples=150)
    @given(
        st.dictionaries(
            st.sampled_from([slot.path for slot in slots_of(site())]),
            st.dictionaries(st.sampled_from(["en", "pt", "ar"]), HOSTILE.filter(str.strip), min_size=1),
            min_size=1,
        )
    )
    def test_there_and_back_changes_nothing_and_carries_every_word(
        self, texts: dict[str, dict[str, str]]
    ) -> None:
        written = with_texts(site(), texts)
        table = write_texts(written)
        self.assertEqual(read_texts(table, written).written, {})
        bare = with_texts(written, {path: dict.fromkeys(("pt", "ar"), "") for path in texts})
        found = read_texts(table, bare)
        self.assertEqual(with_texts(bare, found.written), written)
        for row in read_table(table)[1:]:
            self.assertEqual(len(row), 7)
        for cells in csv.reader(io.StringIO(table.removeprefix("\ufeff"), newline="")):
            self.assertFalse([cell for cell in cells if cell.startswith(("=", "+", "-", "@", "\t"))])

    def test_what_is_told_of_a_table(self) -> None:
        head = ["path", "for", "en", "gl"]
        row = ["door/front/says/label", "", "Knock", "Petar"]
        for rows, written, more in (
            ([head, row], {"door/front/says/label": {"gl": "Petar"}}, {"languages": ("gl",)}),
            (
                [head, [*row[:2], "Knock knock", "Petar"]],
                {"door/front/says/label": {"gl": "Petar"}},
                {"languages": ("gl",), "changed": ("door/front/says/label",)},
            ),
            ([head, ["door/gone/says/label", "", "x", "y"]], {}, {"unknown": ("door/gone/says/label",)}),
            ([head, [*row[:3], "x" * 2001]], {}, {"too_long": ("door/front/says/label",)}),
            (
                [["gl", "path"], ["Petar", "door/front/says/label"]],
                {"door/front/says/label": {"gl": "Petar"}},
                {"languages": ("gl",)},
            ),
            ([head, ["door/front/says/label"]], {}, {"changed": ("door/front/says/label",)}),
            ([head, [*row[:3], " "]], {}, {}),
            ([["a", "b"]], {}, {"error": "no_path"}),
            ([["path", "note"]], {}, {"error": "no_language"}),
            ([["path"]], {}, {"error": "not_a_table"}),
            ([], {}, {"error": "not_a_table"}),
        ):
            with self.subTest(rows=rows):
                found = read_texts(write_table(rows), site())
                self.assertEqual(
                    (
                        {path: dict(texts) for path, texts in found.written.items()},
                        found.languages,
                        found.changed,
                        found.unknown,
                        found.too_long,
                        found.error,
                    ),
                    (
                        written,
                        *(
                            more.get(name, "" if name == "error" else ())
                            for name in ("languages", "changed", "unknown", "too_long", "error")
                        ),
                    ),
                )
        self.assertEqual(read_texts('path\t"' + "x" * 200_000, site()).error, "not_a_table")
        self.assertEqual(read_table("'t,'=1,''s\n")[0], ["'t", "=1", "'s"])


class Spoken(SimpleTestCase):
    def test_which_words_win_and_from_where(self) -> None:
        door = site().doors[0]
        ours = {"label": "Knock knock", "heading": "Hi", "note": "Note", "left": "Thanks", "mark": "Sent"}
        for override, language, field, expected in (
            (None, "en", "label", ("Knock", "en", "door")),
            (None, "pt-BR", "label", ("Bater", "pt", "door")),
            (None, "ar", "label", ("Knock", "en", "door")),
            (None, "ar", "thanks", ("Thanks", "ar", "ours")),
            (None, "en", "note", ("", "en", "ours")),
            (None, "en", "mark_words", ("Sent", "en", "ours")),
            (None, "pt", "nudge", ("Stuck?", "en", "door")),
            (door.overrides[0], "pt", "label", ("Mend it", "en", "override")),
            (door.overrides[0], "pt", "heading", ("Squeak?", "en", "door")),
        ):
            with self.subTest(language=language, field=field):
                found = next(
                    item for item in spoken(door, override, language, "en", ours) if item.field == field
                )
                self.assertEqual((found.text, found.language, found.level), expected)
        self.assertEqual(text_and_tag({"gl": "Ola"}, "pt", "en"), ("Ola", "gl"))

    def test_how_a_text_reads_here_bare_and_on_a_sale(self) -> None:
        compiled = compile_setup(site())
        visit = visit_from(
            {
                "address": "https://averilcycles.example/shop/a?utm_source=x",
                "title": "Shop",
                "facts": {"product": "Touring pair", "price": "420.00", "currency": "GBP"},
            }
        )
        facts = facts_here(compiled, site().doors[0], visit, "en")
        self.assertEqual(
            {
                name: facts[name]
                for name in ("page", "address", "site", "product", "price", "assistant", "role")
            },
            {
                "page": "Shop",
                "address": "https://averilcycles.example/shop/a",
                "site": "Averil Cycle Works",
                "product": "Touring pair",
                "price": "£420",
                "assistant": "Ines Calder",
                "role": "Workshop",
            },
        )
        for text, here, bare, sale, unknown in (
            ("About {product|it}.", "About Touring pair.", "About it.", "About Touring pair.", ()),
            ("Now {sale_price}, was {price}!", "Was £420!", "", "Now £336, was £420!", ()),
            ("{prodct} {sale price}", "", "", "", (("prodct", "product"), ("sale price", "sale_price"))),
            ("{zzz|}", "", "", "", (("zzz", ""),)),
            ("{{plain}}", "{plain}", "{plain}", "{plain}", ()),
        ):
            with self.subTest(text):
                found = sampled(text, "note", facts, dict(visit.facts), "en")
                self.assertEqual(
                    (found.here, found.bare, found.sale, found.unknown), (here, bare, sale, unknown)
                )
        self.assertEqual(
            (sampled("👩‍🔧 né", "label", {}, {}, "en").letters, sampled("x", "label", {}, {}, "en").room),
            (4, 28),
        )
        self.assertEqual(
            [nearest_name(name) for name in ("Price", "saleprice", "next opening", "stok", "asst", "?")],
            ["price", "sale_price", "next_opening", "stock", "assistant" if nearest_name("asst") else "", ""],
        )

    def test_other_words_for_those_who_come_again(self) -> None:
        again = {"key": "again", "says": {"label": {"en": "Welcome back"}}, "visitors": "returning"}
        door = a_door(says={"label": {"en": "Knock"}}, overrides=[again])
        for visit, label in (
            ({}, "Knock"),
            ({"returning": False}, "Knock"),
            ({"returning": True}, "Welcome back"),
        ):
            self.assertEqual(door_of(door, **visit)["label"], label)
        first = {
            **again,
            "visitors": "first",
            "pages": [{"effect": "show", "kind": "exact", "value": "/hire"}],
        }
        door["overrides"] = [first]
        for path, returning, label in (
            ("/hire", False, "Welcome back"),
            ("/hire", True, "Knock"),
            ("/", False, "Knock"),
        ):
            self.assertEqual(door_of(door, path=path, returning=returning)["label"], label)
        nobody = a_door(overrides=[{**again, "visitors": "all"}])
        self.assertNotEqual(door_of(nobody)["label"], "Welcome back")
        self.assertIn("needs_memory", codes(a_setup(a_door(overrides=[again], remembers=False))))

    def test_the_owners_own_words_of_times_and_stock(self) -> None:
        ours = {"en": {"_in_until": "in until {time}", "_in_stock": "in stock", "_in": "in"}}
        own = {
            "_in_until": {"en": "at the bench till {time}"},
            "_in_stock": {"en": "on the wall"},
            "_no": {"en": "x"},
        }
        door = a_door(says={"note": {"en": "{product}: {stock}"}, "small": own}, people=["ines"])
        week = {"people": {"ines": {"week": {"tue": [["09:00", "17:30"]]}}}}
        facts = {"product": "Bell", "stock": "in_stock"}
        found = door_of(door, people=PEOPLE, timetable=week, words=ours, facts=facts)
        self.assertEqual(
            (found["note"], found["to"][0]["when"]), ("Bell: on the wall", "at the bench till 17:30")
        )

    def test_what_a_language_lacks_is_counted_once_and_begun_from_the_first(self) -> None:
        for language in ("pt", "ar"):
            lacking = missing_texts(site(), language)
            findings = [
                f for f in advice(site()) if f.code == "text_missing" and f.found.endswith(":" + language)
            ]
            self.assertEqual(len(findings), len(lacking))
            begun = with_texts(site(), begun_in(site(), language))
            self.assertEqual(missing_texts(begun, language), ())
            self.assertEqual(begun.doors[0].says.heading[language], "Squeak?")

    def test_the_basket_its_maker_hands_over(self) -> None:
        words = {"note": {"en": "About my basket: {basket}, {basket_total|no total}", "pt": "{basket_total}"}}
        things = ["City tyre", {"name": "Bell", "number": 2}]
        for basket, lang, note in (
            ({"things": things, "total": 41.5, "currency": "GBP"}, "en", "City tyre, 2 × Bell, £41.50"),
            ({"things": things, "total": "1200", "currency": "GBP"}, "pt", "1.200"),
            (json.dumps({"things": things, "number": 9, "total": 0}), "en", "City tyre, 2 × Bell, + 6, 0"),
            ("two tyres", "en", "two tyres, no total"),
            ({"things": [f"thing {n}" for n in range(12)]}, "en", "thing 7, + 4, no total"),
            ({"things": [1, None, {"number": 3}, ["a"]], "total": "1e500000000"}, "en", ""),
            ("{not json", "en", ""),
            ({"things": "x", "total": True, "number": "many", "currency": 5}, "en", ""),
            ("\ud800", "en", "?"),
        ):
            with self.subTest(basket=basket):
                found = door_of(a_door(says=words), lang=lang, facts={"basket": basket})["note"]
                self.assertIn(note, found.replace("\xa0", " "))
                self.assertNotIn("{", found)
        self.assertEqual(nearest_name("cart"), "basket")

    def test_an_override_for_a_device_alone_holds_on_it(self) -> None:
        compiled = compile_setup(site())
        labels: dict[Device, str] = {"phone": "Mend it", "computer": "Knock"}
        for device, label in labels.items():
            page = compiled.on_page(
                visit_from(
                    {
                        "address": "https://averilcycles.example/",
                        "device": device,
                        "pointer": "coarse" if device == "phone" else "fine",
                        "width": 390,
                        "height": 800,
                    }
                )
            )[0]
            self.assertIn(f'"label":"{label}"', page.door.texts.plans[device, "en"])


class CarefulLook(SimpleTestCase):
    def found(self, text: str, field: str = "heading", **pages: dict[str, str]) -> list[tuple[str, str]]:
        setup = a_setup(a_door(says={field: {"en": text}}))
        seen = [PageSeen(f"/{name}", facts) for name, facts in pages.items()]
        return [
            (finding.code, finding.found)
            for finding in advice(setup, pages=seen)
            if finding.code in ("brace_open", "fill_in_unknown", "text_reads_empty")
        ]

    def test_words_that_would_go_out_broken_are_named(self) -> None:
        for text, wanted in (
            ("Is the {product} at {price}?", []),
            ("{{product}} and }", []),
            ("{product| at {price|x", [("brace_open", "heading:en")]),
            ("{product|{price|x}", [("brace_open", "heading:en")]),
            ("Hello {first name}", [("fill_in_unknown", "heading:en:first name:visitor")]),
            ("Hello {xyzzy}", [("fill_in_unknown", "heading:en:xyzzy:")]),
        ):
            with self.subTest(text):
                page = {"product": "Bell", "price": "£9"}
                found = [each for each in self.found(text, bell=page) if each[0] != "text_reads_empty"]
                self.assertEqual(found, wanted)

    def test_what_reads_empty_on_a_page_seen_names_the_page(self) -> None:
        self.assertEqual(
            self.found("{product}", bell={"product": "Bell"}, about={}),
            [("text_reads_empty", "heading:en:/about")],
        )
        self.assertEqual(self.found("{product}"), [("text_reads_empty", "heading:en")])
        self.assertEqual(self.found("{product|our bicycles}", about={}), [])
        self.assertEqual(self.found("Is the {product} there?", "note", about={}), [])
