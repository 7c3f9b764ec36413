"""What is asked first: which questions can be put, what the card is told, and when (docs/rules.md 13)."""

from typing import Any

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from kindknock.core.asks import askable, condition_of, plan_of
from kindknock.core.drafts import changes_between
from kindknock.core.review import advice, blocks
from kindknock.core.setup import Asks
from kindknock.core.words.slots import slots_of, with_texts

from .builders import a_door, a_setup

CHOICES = [{"key": "a", "words": {"en": "A repair"}}, {"key": "b", "words": {"en": "Hire"}}]
ONE: dict[str, Any] = {
    "key": "about",
    "kind": "one",
    "label": {"en": "What about?", "pt": "Sobre quê?"},
    "needed": True,
    "choices": CHOICES,
}
DAY: dict[str, Any] = {
    "key": "day",
    "kind": "day",
    "label": {"en": "Which day?"},
    "only_when": {"question": "about", "choice": "a"},
}


def asks(*questions: dict[str, Any], when: str = "always", **more: Any) -> Asks:
    return Asks.model_validate({"when": when, "questions": questions, **more})


class WhatIsAsked(SimpleTestCase):
    def test_what_can_be_put(self) -> None:
        for question, is_put in (
            (ONE, True),
            ({"key": "x", "label": {"en": "Your name"}}, True),
            ({"key": "x", "label": {"en": "  "}}, False),
            ({"key": "x"}, False),
            ({**ONE, "choices": CHOICES[:1]}, False),
            ({**ONE, "choices": [{"key": "a", "words": {}}, {"key": "b", "words": {"en": "B"}}]}, False),
            ({**ONE, "kind": "some"}, True),
            ({**ONE, "kind": "yes", "choices": []}, True),
        ):
            with self.subTest(question):
                self.assertEqual(len(askable(asks(question))), int(is_put))

    def test_conditions_that_can_come_true(self) -> None:
        for questions, condition in (
            ((ONE, DAY), ("about", "a")),
            ((DAY, ONE), None),
            (({**ONE, "kind": "some"}, DAY), None),
            (({**ONE, "label": {}}, DAY), None),
            ((ONE, {**DAY, "only_when": {"question": "about", "choice": "gone"}}), None),
            ((ONE, {**DAY, "only_when": {"question": "gone", "choice": "a"}}), None),
            ((ONE, {**DAY, "only_when": None}), None),
        ):
            with self.subTest(questions):
                asked = asks(*questions)
                day = next(question for question in asked.questions if question.key == "day")
                self.assertEqual(condition_of(day, asked), condition)

    def test_the_card_is_told_it_in_the_language_each_text_falling_back_by_itself(self) -> None:
        card = plan_of(asks(ONE, DAY, title={"en": "Two things"}), "pt", "en")
        self.assertEqual(card["title"], "Two things")
        self.assertEqual([question["label"] for question in card["asked"]], ["Sobre quê?", "Which day?"])
        self.assertEqual(card["asked"][0]["choices"][0], {"key": "a", "words": "A repair"})
        self.assertEqual(card["asked"][1]["when"], ["about", "a"])
        self.assertEqual(plan_of(asks(), "en", "en"), {})

    def test_before_publishing(self) -> None:
        for asked, codes in (
            (asks(when="never"), []),
            (asks({"key": "x"}, when="never"), []),
            (asks(), ["asks_nothing"]),
            (asks({"key": "x"}), ["question_blank"]),
            (asks({**ONE, "choices": []}), ["question_no_choices"]),
            (asks(ONE, DAY), []),
            (asks(DAY), ["condition_dead"]),
        ):
            with self.subTest(asked):
                setup = a_setup(a_door(asks=asked.model_dump()))
                found = [item.code for item in (*blocks(setup), *advice(setup))]
                known = ("asks_nothing", "question_blank", "question_no_choices", "condition_dead")
                self.assertEqual([code for code in found if code in known], codes)

    def test_its_texts_are_translators_work_and_its_changes_are_told(self) -> None:
        setup = a_setup(a_door(asks=asks(ONE, DAY).model_dump()))
        paths = {slot.path.split("/", 2)[2] for slot in slots_of(setup) if "/ask" in slot.path}
        self.assertIn("ask/about/choice/a/words", paths)
        self.assertIn("asks/title", paths)
        path = next(slot.path for slot in slots_of(setup) if slot.path.endswith("choice/a/words"))
        changed = with_texts(setup, {path: {"pt": "Uma reparação"}})
        choice = changed.doors[0].asks.questions[0].choices[0]
        self.assertEqual(choice.words, {"en": "A repair", "pt": "Uma reparação"})
        self.assertEqual([change.what for change in changes_between(setup, changed)], ["asks"])

    @given(st.builds(Asks))
    def test_nothing_makes_it_fall(self, asked: Asks) -> None:
        plan_of(asked, "en", "en")
