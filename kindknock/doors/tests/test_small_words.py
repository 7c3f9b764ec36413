"""Our own words say the same in every language we write."""

import re
from pathlib import Path

from django.test import SimpleTestCase

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
