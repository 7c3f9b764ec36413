"""docs/rules.md 12 and docs/asking.md: whatever is asked is answered, with words that break programs in
every field.
"""

import io
import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from django.test import SimpleTestCase
from hypothesis import example, given
from hypothesis import strategies as st

from kindknock.ask import answer_lines

from ..asking import TOPICS
from ..visit import compile_setup, decide
from ..visit.visitor import FACTS, visit_from
from .builders import a_channel, a_door, a_setup
from .hostile import HOSTILE

ASKED = json.loads((Path(__file__).parent / "vectors" / "pages.json").read_text(encoding="utf-8"))["asked"]
NOBODY_IN = {
    "setup": a_setup(
        a_door(says={"label": {"en": "{product} at {price|…}"}}, when_nobody="hide"),
    ).model_dump(mode="json"),
    "timetable": {"shop": {"week": {"mon": [["09:00", "17:00"]]}}},
    "visit": {"address": "https://averilcycles.example/shop/pair", "at": "2026-11-28T12:00:00Z"},
}
QUESTIONS = {
    "read": {"typed": "0117 496 0123", "app": "phone", "country": "GB", "zone": "Europe/London"},
    "verdict": NOBODY_IN,
    **{topic: question for topic, question, _ in reversed(ASKED)},
}


def places(value: Any, path: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    """Every place in a question where a text or nothing stands, and every name of a field."""
    if isinstance(value, dict):
        for key, inner in value.items():
            yield from places(inner, (*path, key))
    elif isinstance(value, list):
        for at, inner in enumerate(value[:2]):
            yield from places(inner, (*path, at))
    elif value is None or isinstance(value, str):
        yield path


def with_text(value: Any, path: tuple[Any, ...], text: str) -> Any:
    if not path:
        return text
    if isinstance(value, dict):
        return {
            key: with_text(inner, path[1:], text) if key == path[0] else inner for key, inner in value.items()
        }
    return [with_text(inner, path[1:], text) if at == path[0] else inner for at, inner in enumerate(value)]


def answered(topic: str, questions: list[Any]) -> list[dict[str, Any]]:
    out = io.StringIO()
    answer_lines(topic, [json.dumps(question) for question in questions], out)
    out.getvalue().encode("utf-8")
    return [json.loads(line) for line in out.getvalue().split("\n") if line]


class AskedAnything(SimpleTestCase):
    def test_every_topic_with_hostile_words_in_every_field(self) -> None:
        self.assertEqual(set(QUESTIONS), set(TOPICS))
        for topic, question in QUESTIONS.items():
            spots = [
                path for path in places(question) if topic != "verdict" or path[0] == "visit" or len(path) < 4
            ]
            with self.subTest(topic):
                asked = [with_text(question, path, text) for path in spots for text in HOSTILE]
                found = answered(topic, asked)
                self.assertEqual(len(found), len(asked))
                failed = [at for at, answer in enumerate(found) if answer.get("error") == "failed"]
                self.assertEqual([asked[at] for at in failed[:3]], [])

    def test_a_verdict_while_nobody_is_in_tells_the_next_opening(self) -> None:
        (found,) = answered("verdict", [NOBODY_IN])
        self.assertFalse(found["shown"])
        self.assertIn("2026-11-30T09:00:00Z", json.dumps(found["reasons"]))


class HostileFacts(SimpleTestCase):
    """decide is total: facts of every kind, from the page's maker and from its markup."""

    COMPILED = compile_setup(
        a_setup(
            a_door(
                says={
                    "label": {"en": "{product} {price} {sale_price} {saving} {stock} {order|x} {visitor|y}"}
                },
                channels=[a_channel()],
            )
        )
    )

    @given(
        st.dictionaries(
            st.sampled_from(FACTS),
            st.sampled_from(HOSTILE) | st.floats() | st.integers() | st.text(max_size=40),
        ),
        st.sampled_from(HOSTILE),
        st.sampled_from(HOSTILE) | st.integers(),
    )
    @example({"product": "x", "price": "9" * 29}, "", "9" * 29)
    @example({"product": "x", "price": "1e500000000", "currency": "GBP"}, "", "1e500000000")
    def test_no_facts_raise(self, facts: Any, name: str, price: Any) -> None:
        product = {"@type": "Product", "name": name, "offers": {"price": price, "priceCurrency": name}}
        for page in (
            {},
            {"ld": [json.dumps(product)], "meta": {"og:title": name}, "items": json.dumps([product])},
        ):
            visit = visit_from({"address": "https://averilcycles.example/x", "facts": facts, "page": page})
            json.loads(decide(self.COMPILED, visit).answer)
