"""Which questions are one, in eight languages, and that a group stays what it was."""

import random
from datetime import UTC, datetime, timedelta
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from ..asked_again import Asked, group, meaning, most_typical, struck

AT = datetime(2026, 11, 1, tzinfo=UTC)
# fmt: off
TOGETHER = (
    ("en", "How long does it take to build a wheel?", "how long do you need to build a wheel", "Build a wheel: how long does it take"),
    ("en", "Do you get a refund if it does not fit?", "refund if it doesn't fit?", "Is there a refund when it does not fit"),
    ("en", "Are you open on Sundays?", "open sunday", "Hello, are you open this Sunday?"),
    ("en", "How much?", "how much"),
    ("en", "How long does a wheel take, hub to finish?", "how long does a wheel take", "wheel how long", "how long wheel take"),
    ("de", "Wie lange dauert ein Laufrad?", "wie lange dauert das Laufrad", "Hallo, dauert ein Laufrad lange?"),
    ("fr", "Est-ce que vous livrez au Portugal ?", "livrez-vous au Portugal", "Bonjour, vous livrez au Portugal ?"),
    ("es", "¿Cuánto cuesta alquilar un tándem?", "cuesta alquilar tandem", "Hola, ¿cuánto cuesta alquilar el tándem?"),
    ("it", "Quanto costa noleggiare un tandem?", "costa noleggiare il tandem"),
    ("nl", "Hoe lang duurt een wiel bouwen?", "hoe lang duurt het bouwen van een wiel"),
    ("pt", "Quanto custa alugar um tandem?", "custa alugar o tandem", "Olá, quanto custa alugar tandem?"),
    ("ar", "كم سعر تأجير الدراجة؟", "سعر تأجير الدراجة"),
)
APART = (
    ("en", "Do you deliver to Portugal?", "Do you deliver to Ireland?"),
    ("en", "How long does a wheel take?", "How much is a wheel?"),
    ("en", "Do you have the 26 inch rim in silver?", "Do you have the 28 inch rim in silver?"),
    ("en", "What is the price of the cargo wheel?", "What is the price of the touring wheel?"),
    ("en", "Price?", "What is the price of a tandem?", "What is the price of a trailer?"),
    ("en", "Are you open on Sunday?", "Are you open on Saturday?"),
    ("de", "Liefern Sie nach Portugal?", "Haben Sie am Sonntag offen?"),
    ("fr", "Livrez-vous au Portugal ?", "Avez-vous des rayons noirs ?"),
    ("es", "¿Abren el domingo?", "¿Cuánto cuesta el tándem?"),
    ("it", "Siete aperti domenica?", "Quanto costa il tandem?"),
    ("nl", "Zijn jullie zondag open?", "Wat kost de tandem?"),
    ("pt", "Abrem ao domingo?", "Quanto custa o tandem?"),
    ("ar", "كم سعر تأجير الدراجة؟", "هل تفتحون يوم الأحد؟"),
)
# fmt: on
NAMES = {"en": frozenset({"cargo", "tour"})}


def questions(language: str, texts: tuple[str, ...]) -> list[Asked]:
    return [Asked(f"q{n}", text, language, AT + timedelta(hours=n)) for n, text in enumerate(texts)]


class Together(TestCase):
    def test_what_must_fall_together_and_what_must_not(self) -> None:
        for language, *texts in TOGETHER:
            found = group(questions(language, tuple(texts)), names=NAMES)
            self.assertEqual(len(found.groups), 1, texts)
        for language, *texts in APART:
            found = group(questions(language, tuple(texts)), names=NAMES)
            self.assertEqual(len(found.groups), len(texts), texts)

    def test_languages_are_never_mixed(self) -> None:
        asked = [Asked("a", "tandem", "en", AT), Asked("b", "tandem", "pt", AT)]
        self.assertEqual(len(group(asked).groups), 2)

    def test_a_group_keeps_its_name_when_it_grows(self) -> None:
        """Asked anew each day with what came, those put before stay; by shuffled rows too."""
        every = [
            Asked(f"{n:03}", text, language, AT + timedelta(hours=n))
            for n, (language, text) in enumerate(
                (language, text) for language, *texts in TOGETHER + APART for text in texts
            )
        ]
        whole = group(every, names=NAMES).of
        held: list[Asked] = []
        for start in range(0, len(every), 7):
            asked = [*held, *every[start : start + 7]]
            random.Random(start).shuffle(asked)
            found = group(asked, names=NAMES).of
            held = [
                Asked(each.key, each.text, each.language, each.at, found[each.key])
                for each in every[: start + 7]
            ]
        self.assertEqual({each.key: each.group for each in held}, whole)

    def test_the_most_typical_wording_leads(self) -> None:
        asked = questions(
            "en",
            (
                "Hello, my hub is old: how long does it take to build a wheel by hand, any idea?",
                "How long does it take to build a wheel?",
                "how long to build a wheel",
                "wheel build how long does it take please, thank you very much",
            ),
        )
        found = group([Asked(each.key, each.text, "en", each.at, "q0") for each in asked])
        self.assertEqual(most_typical(asked, found.groups["q0"]).text, asked[1].text)

    def test_nothing_that_leads_to_a_person_is_kept(self) -> None:
        for text, kept in (
            ("Call me on +44 117 496 0123 please", "Call me on … please"),
            ("0117 496 0123", "…"),
            ("write to wilma.x@harbourmail.example!", "write to …"),
            ("see https://averilcycles.example/shop?a=1 there", "see … there"),
            ("the 28 inch rim, 36 holes", "the 28 inch rim, 36 holes"),
        ):
            self.assertEqual(struck(text), kept)

    @given(st.text(max_size=300), st.sampled_from(("en", "ar", "xx", "", "pt-BR")))
    def test_any_text_has_some_meaning_or_none(self, text: str, language: str) -> None:
        found = meaning(text, language)
        self.assertEqual(found, meaning(text, language))
        asked = [Asked("a", text, language, AT), Asked("b", text, language, AT)]
        self.assertEqual(len(group(asked).groups), 1 if found else 0, "the same words are one question")
