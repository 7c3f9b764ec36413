"""One Undo takes back one control; only typing in one box joins."""

from typing import Any

from django.test import SimpleTestCase

from ..drafts.typing import goes_on, the_one_box
from ..setup import Setup
from .builders import a_channel, a_door, a_setup


def desk(**door: Any) -> Setup:
    return a_setup(a_door(**door))


class Typing(SimpleTestCase):
    def test_what_goes_on_with_what(self) -> None:
        for name, states, wanted in (
            ("letters", [{"says": {"label": {"en": text}}} for text in ("K", "Kn", "Knock")], True),
            ("letters out", [{"says": {"label": {"en": text}}} for text in ("Knock", "Kno", "")], True),
            ("in the middle", [{"says": {"label": {"en": text}}} for text in ("Kck", "Knck", "Knock")], True),
            ("written anew", [{"says": {"label": {"en": text}}} for text in ("K", "Kn", "Ask")], False),
            (
                "another box",
                [{}, {"says": {"label": {"en": "K"}}}, {"says": {"label": {"en": "K"}, "help": {"en": "h"}}}],
                False,
            ),
            (
                "another language",
                [{}, {"says": {"label": {"en": "K"}}}, {"says": {"label": {"en": "K", "pt": "B"}}}],
                False,
            ),
            ("switches", [{}, {"takes_notes": False}, {"takes_notes": True}], False),
            ("chips", [{}, {"people": ["ines"]}, {"people": ["ines", "tomasz"]}], False),
            ("seconds", [{"arrives": {"seconds": n}} for n in (1, 12, 120)], True),
        ):  # fmt: skip
            with self.subTest(name):
                before, between, after = (desk(**state) for state in states)
                self.assertEqual(goes_on(before, between, after), wanted)

    def test_a_channel_is_found_by_its_key(self) -> None:
        some = desk(channels=[a_channel(), a_channel(key="tg", app="telegram", address="averil")])
        other = desk(
            channels=[a_channel(), a_channel(key="tg", app="telegram", address="averil", caption={"en": "a"})]
        )
        self.assertEqual(the_one_box(some, other), ("doors", "front", "channels", "tg", "caption", "en"))
        self.assertIsNone(the_one_box(some, some))
        self.assertIsNone(the_one_box(some, desk()))
