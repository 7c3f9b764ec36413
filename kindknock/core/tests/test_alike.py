"""docs/rules.md 12: the answer that may come with the script is the one that every visitor gets."""

from dataclasses import replace
from datetime import datetime
from typing import Any

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from ..pages.rules import PAGE_KINDS
from ..time.timetable import timetable_from
from ..visit import Compiled, compile_setup, decide, visit_from
from ..visit.alike import same_for_all
from ..visit.ready import Alike
from .builders import NOON, PEOPLE, WEEKDAYS, a_channel, a_door, a_setup

PAGE = "https://averilcycles.example/workshop?utm_source=x"
WORDS = {tag: {"label": tag, "mark": "from"} for tag in ("en", "pt")}
AT = datetime.fromisoformat(NOON)


def rule(what: str, value: str) -> dict[str, str]:
    return {"effect": "hide", "kind": what, "value": value}


def compiled(*doors: dict[str, Any], people: bool = False, **business: Any) -> Compiled:
    setup = a_setup(*doors, **business)
    if people:
        setup = setup.model_validate(
            {**setup.model_dump(mode="json"), "people": [*PEOPLE, {"key": "rhys", "name": "Rhys"}]}
        )
    timetable = timetable_from({"people": {"ines": {"weekly": WEEKDAYS}, "tomasz": {"weekly": WEEKDAYS}}})
    return compile_setup(setup, small_words=WORDS, timetable=timetable)


ALIKE = {
    "one way": compiled(),
    "by path": compiled(a_door(pages=[rule("below", "/checkout")]), a_door(key="b")),
    "two languages": compiled(languages=["en", "pt"]),
    "people": compiled(a_door(people=["ines", "tomasz"]), people=True),
    "the address in its words": compiled(a_door(says={"note": {"en": "I read {address}"}})),
    "by kind of page": compiled(a_door(pages=[rule("page_kind", "checkout")])),
    "a way by kind of page": compiled(
        a_door(channels=[a_channel(), a_channel(key="b", app="phone", pages=[rule("page_kind", "product")])])
    ),
    "words for a product": compiled(a_door(says={"note_for_product": {"en": "About {product}"}})),
}
PLAIN = ("by kind of page", "a way by kind of page", "words for a product")
DIFFERENT = {
    "the visitor in its words": compiled(a_door(says={"note": {"en": "{visitor} here"}})),
    "for phones": compiled(a_door(for_whom={"devices": ["phone"]})),
    "for who comes back": compiled(a_door(for_whom={"visitors": "returning"})),
    "for a country": compiled(a_door(for_whom={"countries_mode": "only", "countries": ["PT"]})),
    "other words for who comes back": compiled(
        a_door(overrides=[{"key": "o", "visitors": "returning", "says": {"label": {"en": "Back"}}}])
    ),
    "the page in its words": compiled(a_door(says={"note": {"en": "I read {page}"}})),
    "by turns": compiled(a_door(people=["ines", "rhys"], takes_turns=True), people=True),
    "not here": compiled(a_door(pages=[rule("below", "/workshop")])),
}


class ForAll(SimpleTestCase):
    def test_where_visitors_differ_nothing_is_told_beforehand(self) -> None:
        visit = visit_from({"address": PAGE, "lang": "en", "device": "phone"}, at=AT)
        for name, site in ALIKE.items():
            with self.subTest(name):
                clock = 0 if name == "people" else None
                found = Alike(decide(site, visit).answer, clock, name in PLAIN)
                self.assertEqual(same_for_all(site, visit), found)
        for name, site in DIFFERENT.items():
            with self.subTest(name):
                self.assertIsNone(same_for_all(site, visit))
        with self.subTest("a page that says no language, of a site that has two"):
            unsaid = replace(visit, page_language="")
            self.assertIsNone(same_for_all(ALIKE["two languages"], unsaid))

    @given(
        st.sampled_from(sorted(ALIKE)),
        st.fixed_dictionaries(
            {
                "lang": st.just("pt"),
                "device": st.sampled_from(("phone", "tablet", "computer")),
                "title": st.text(max_size=20),
                "kind": st.sampled_from(("", *PAGE_KINDS)),
                "languages": st.lists(st.sampled_from(("en", "pt", "pt-BR", "de", "ar", "zz")), max_size=3),
                "returning": st.booleans(),
                "referrer": st.sampled_from(("", "https://news.example/")),
                "offset": st.integers(-840, 840),
                "dice": st.integers(0, 996),
                "facts": st.sampled_from(({}, {"product": "Lamp", "price": "9"}, {"visitor": "Ada"})),
            }
        ),
    )
    def test_every_visitor_gets_it(self, name: str, raw: dict[str, Any]) -> None:
        site = ALIKE[name]
        first = visit_from({"address": PAGE, "lang": "pt", "device": raw["device"]}, at=AT)
        found = same_for_all(site, first)
        assert found is not None
        if found.for_plain:
            raw = {**raw, "kind": "", "facts": {}, "page": {}}
        if found.offset_min is not None:
            raw = {**raw, "offset": found.offset_min}
        self.assertEqual(decide(site, visit_from({"address": PAGE, **raw}, at=AT)).answer, found.answer)
