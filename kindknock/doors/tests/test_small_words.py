"""Our own words say the same in every language we write."""

import re
from pathlib import Path
from typing import Any

from django.test import SimpleTestCase

from kindknock.core.setup import Door
from kindknock.doors import small_words as words

FILL_INS = re.compile(r"\{\w+\}")


class SmallWords(SimpleTestCase):
    def test_every_language_has_every_word_with_the_same_fill_ins(self) -> None:
        english = words.SMALL_WORDS["en"]
        for tag, item in words.SMALL_WORDS.items():
            self.assertEqual(list(item), list(english), tag)
            for name, text in item.items():
                self.assertEqual(
                    sorted(FILL_INS.findall(text)), sorted(FILL_INS.findall(english[name])), (tag, name)
                )
                self.assertTrue(
                    text and text == text.strip() and "!" not in text and "<" not in text, (tag, name, text)
                )
                self.assertLessEqual(
                    len(text), max(36, 2 * len(english[name])), (tag, name, "far longer than its place")
                )
            same = [name for name, text in item.items() if text == english[name] and len(text) > 9]
            self.assertEqual(same if tag != "en" else [], [], (tag, "left in English"))

    def test_each_is_read_somewhere(self) -> None:
        """In the button's sources, or by the core or a mail; what nobody reads is not asked for."""
        root = Path(__file__).parents[3]
        read = "".join(
            path.read_text(encoding="utf-8")
            for folder, kind in (("button/src", "*.ts"), ("kindknock", "*.py"))
            for path in (root / folder).rglob(kind)
            if "tests" not in path.parts and path.name != "small_words.py"
        )
        made = {"_good_morning", "_good_afternoon", "_good_evening", "_in_stock", "_sold_out", "_preorder"}
        for name in set(words.SMALL_WORDS["en"]) - words.NAMES_OF_WAYS - made:
            own = name.removeprefix("_read_")
            self.assertRegex(
                read,
                rf"""words\('{own}'\)|words\.{name}\b|\b{name}\b[^;]*\}} = plan\.words|"{name}\"""",
                name,
            )

    def test_only_those_that_can_appear_are_offered(self) -> None:
        door: dict[str, Any] = {"key": "front", "channels": [{"key": "w", "app": "whatsapp"}]}
        # fmt: off
        for more, has_hours, there, not_there in (
            ({}, False, {"by", "send", "_answer_subject"}, {"to", "tick", "calls", "_back", "_replies", "_in_stock"}),
            ({"people": ["ines"], "reply_minutes": 5}, True, {"to", "_back", "_replies", "_tomorrow"}, {"tick"}),
            ({"when_nobody": "hide"}, True, {"_in_until"}, {"send", "_answer_subject"}),
            ({"press": {"privacy": "agree", "shows_numbers": False}}, True, {"tick"}, {"copy", "nothing"}),
            ({"for_whom": {"devices": ["phone"]}}, True, {"by"}, {"by_phone", "scan", "back"}),
            ({"says": {"note": {"en": "{stock}"}, "help": {"en": "{greeting}"}}}, True, {"_in_stock", "_good_evening"}, set()),
            ({"channels": [{"key": "p", "app": "phone"}]}, True, {"calls", "reads"}, {"_read_was"}),
            ({"reads": {"begins": [{"key": "b", "signposts": "front"}]}}, True, {"_read_was", "_read_again"}, set()),
        ):
            # fmt: on
            found = set(words.appearing(Door.model_validate({**door, **more}), has_hours=has_hours))
            self.assertEqual((there - found, not_there & found), (set(), set()), more)

    def test_the_files_and_the_page_on_languages_agree(self) -> None:
        self.assertEqual(
            {file.stem for file in Path(words.__file__).with_name("words").glob("*.json")},
            set(words.LANGUAGES),
        )
        page = (Path(__file__).parents[3] / "docs" / "languages.md").read_text(encoding="utf-8")
        for name in ("English", "Portuguese", "Arabic", "Dutch", "German", "French", "Spanish", "Italian"):
            self.assertIn(name, page)
        self.assertTrue(
            set(words.SMALL_WORDS["en"]) >= words.OWN_FIELDS and words.OWN_FIELDS.isdisjoint(words.WRITABLE)
        )
