"""What is asked first: which questions can be put, what the card is told, and when (docs/rules.md 13)."""

from typing import Any

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from kindknock.core.asks import askable, condition_of, plan_of, where_they_go
from kindknock.core.drafts import changes_between
from kindknock.core.review import advice, blocks
from kindknock.core.setup import Asks
from kindknock.core.visit.offer_plan import NAME_MARK
from kindknock.core.words.slots import slots_of, with_texts

from .builders import a_door, a_setup, door_of

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

EMAIL: dict[str, Any] = {"key": "mail", "kind": "email", "label": {"en": "Email"}}


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
            (asks(others=[{"key": "o", "questions": [ONE]}]), ["asks_nowhere"]),
            (asks(others=[{"key": "o", "questions": [{"key": "x"}], "channels": ["w"]}]), ["question_blank"]),
            (asks(ONE, keeps=True, mails="named"), ["asks_mail_to"]),
            (asks(ONE, keeps=True, mails="named", mail_to=["desk"]), ["asks_mail_to"]),
            (asks(ONE, mails="named"), []),
            (asks(ONE, keeps=True, reply={"en": "Thank you"}), ["reply_to_nobody"]),
            (asks(EMAIL, reply={"en": "Thank you"}), ["reply_to_nobody"]),
            (asks(EMAIL, keeps=True, reply={"en": "Thank you"}), []),
        ):
            with self.subTest(asked):
                setup = a_setup(a_door(asks=asked.model_dump()))
                found = [item.code for item in (*blocks(setup), *advice(setup))]
                ours = ("asks_", "question_", "condition_dead", "reply_to")
                self.assertEqual([code for code in found if code.startswith(ours)], codes)

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

    def test_other_questions_stand_on_their_pages_and_before_their_ways(self) -> None:
        def other(key: str, *, on: str = "", ways: tuple[str, ...] = ()) -> dict[str, Any]:
            pages = [{"effect": "show", "kind": "below", "value": on}] if on else []
            return {
                "key": key,
                "questions": [{"key": key, "label": {"en": key}}],
                "pages": pages,
                "channels": ways,
            }

        page, way, both = (
            other("page", on="/hire"),
            other("way", ways=("w",)),
            other("both", on="/hire", ways=("w",)),
        )
        for others, path, usual, by_way in (
            ([], "/", ["about"], []),
            ([other("nowhere")], "/hire", ["about"], []),
            ([page], "/hire/tandem", ["page"], []),
            ([page], "/workshop", ["about"], []),
            ([way], "/workshop", ["about"], ["way"]),
            ([both], "/workshop", ["about"], []),
            ([both, page], "/hire", ["page"], ["both"]),
            ([page, both], "/hire", ["page"], []),
        ):
            with self.subTest(others=others, path=path):
                door = a_door(asks=asks(ONE, others=others).model_dump())
                address = f"https://averilcycles.example{path}"
                card = door_of(door, address=address)["asks"]
                self.assertEqual([each["key"] for each in card["asked"]], usual)
                self.assertEqual([each["asked"][0]["key"] for each in card.get("others", [])], by_way)

    def test_where_answers_go_is_told_before_they_are_sent(self) -> None:
        words = {
            "ask_into": "Into your message.",
            "_ask_keeps": "{site} keeps them {days} days.",
            "_ask_mails": "Mailed to who is asked.",
            "_ask_mails_to": "Mailed to {addresses}.",
        }
        to = ["a@h.example", "b@h.example"]
        for more, into in (
            ({}, "Into your message."),
            ({"mails": "asked"}, "Into your message."),
            ({"keeps": True}, "Into your message. Averil keeps them 30 days."),
            (
                {"keeps": True, "mails": "asked"},
                "Into your message. Averil keeps them 30 days. Mailed to who is asked.",
            ),
            (
                {"keeps": True, "mails": "named", "mail_to": to},
                "Into your message. Averil keeps them 30 days. Mailed to a@h.example, b@h.example.",
            ),
        ):
            self.assertEqual(where_they_go(asks(ONE, **more), words, site="Averil", days=30), into)

    def test_thanks_have_a_place_for_the_name_the_card_puts_in(self) -> None:
        for thanks, without, named in (
            ("Thank you, {visitor|and see you}.", "Thank you, and see you.", f"Thank you, {NAME_MARK}."),
            ("Thank you, {visitor}.", "Thank you.", f"Thank you, {NAME_MARK}."),
            ("Thank you from {site}.", "Thank you from Averil Cycle Works.", None),
        ):
            door = a_door(asks=asks(ONE, thanks={"en": thanks}).model_dump())
            card = door_of(door)["asks"]
            self.assertEqual((card["thanks"], card.get("thanks_named")), (without, named))

    @given(st.builds(Asks))
    def test_nothing_makes_it_fall(self, asked: Asks) -> None:
        plan_of(asked, "en", "en")
