"""docs/rules.md 15 and 16: documents that can't run, files there and back, signposts that lead somewhere, and
what a visitor can read where.
"""

import json
from datetime import datetime
from pathlib import Path
from typing import Any

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from kindknock.core.answers.document import (
    allowed_link,
    cleaned,
    minutes_to_read,
    pictures_abroad,
    plain_words,
    word_count,
)
from kindknock.core.answers.markup import document_from_html, html_of
from kindknock.core.answers.signposts import Ends, amiss, outline
from kindknock.core.drafts import changes_between, with_changes_of
from kindknock.core.formats.answers_md import (
    answer_from_markdown,
    answer_to_markdown,
    document_from_markdown,
    file_name,
    markdown_of,
)
from kindknock.core.formats.faq_page import Asked, asked_in, faq_document
from kindknock.core.review import advice, blocks
from kindknock.core.setup import Block, Run, Setup, Signposts, setup_from
from kindknock.core.visit import Live, compile_setup, visit_from
from kindknock.core.visit.offer_plan import NAME_MARK
from kindknock.core.visit.reading import Wanted, read

from ..time.timetable import timetable_from
from .builders import NOON, PEOPLE, WEEKDAYS, a_door, a_setup, door_of

HOSTILE = (
    "<script>alert(1)</script>",
    '<img src=x onerror="alert(1)">',
    '<a href="javascript:alert(1)">press</a>',
    '<a href="data:text/html,x">press</a>',
    "<svg><script>1</script></svg>",
    "<style>*{display:none}</style>",
    '<p style="position:fixed" onclick="x()">words</p>',
    "<iframe src=https://a.example></iframe>",
    '<img src="file:///etc/passwd">',
    "<math><mi xlink:href='javascript:1'>x</mi></math>",
)
TEXT = st.text(st.characters(codec="utf-8", exclude_categories=["Cs", "Cc", "Co", "Cf"]), max_size=30)
RUN = st.builds(
    Run,
    text=TEXT,
    bold=st.booleans(),
    italic=st.booleans(),
    link=st.sampled_from(
        ["", "/workshop", "https://averilcycles.example", "javascript:alert(1)", "tel:+441174960123"]
    ),
)
RUNS = st.lists(RUN, max_size=4).map(tuple)
BLOCK = st.one_of(
    st.builds(Block, kind=st.sampled_from(["text", "head"]), runs=RUNS),
    st.builds(
        Block, kind=st.sampled_from(["bullets", "numbers"]), items=st.lists(RUNS, max_size=4).map(tuple)
    ),
    st.builds(
        Block,
        kind=st.just("picture"),
        picture=st.sampled_from(["/k/p/abc", "https://averilcycles.example/a.png", "javascript:1", ""]),
        says=TEXT,
    ),
)
OFFICE = """<p class=MsoListParagraph style='mso-list:l0 level1 lfo1'><![if !supportLists]>
<span>·<span>&nbsp; </span></span><![endif]>Straight</p>
<p class=MsoListParagraph style='mso-list:l0 level1 lfo1'><![if !supportLists]>
<span>·&nbsp;</span><![endif]><b>Crossed</b><o:p></o:p></p>
<p class=MsoNormal>And <span style='font-weight:bold'>bold</span></p>"""


class Documents(SimpleTestCase):
    def test_nothing_in_what_is_pasted_can_run(self) -> None:
        for source in HOSTILE:
            document = document_from_html(f"<p>before</p>{source}<p>behind</p>")
            written = html_of(document)
            with self.subTest(source):
                for sign in (
                    "<script",
                    "javascript:",
                    "onerror",
                    "onclick",
                    "style=",
                    "data:",
                    "<iframe",
                    "<svg",
                    "file:",
                ):
                    self.assertNotIn(sign, written)
                self.assertTrue(plain_words(document).startswith("before"), "what stands around it is kept")
                self.assertTrue(plain_words(document).endswith("behind"))

    def test_office_lists_and_marks_come_in(self) -> None:
        document = document_from_html(OFFICE)
        self.assertEqual([block.kind for block in document], ["bullets", "text"])
        self.assertEqual(
            [[run.text for run in item] for item in document[0].items], [["Straight"], ["Crossed"]]
        )
        self.assertTrue(document[0].items[1][0].bold)
        self.assertEqual(
            [(run.text, run.bold) for run in document[1].runs], [("And ", False), ("bold", True)]
        )

    def test_links_that_may_be_kept(self) -> None:
        # fmt: off
        for typed, kept in (
            ("/workshop?x=1#y", "/workshop?x=1#y"), ("https://averilcycles.example/", "https://averilcycles.example"),
            ("mailto:a@averilcycles.example", "mailto:a@averilcycles.example"), ("tel:+44 117 496 0123", "tel:+441174960123"),
            ("averilcycles.example/a", "https://averilcycles.example/a"),
            ("//evil.example", ""), ("/\\evil.example", ""), ("javascript:alert(1)", ""), ("java\tscript:alert(1)", ""),
            ("http://averilcycles.example", ""), ("data:text/html,x", ""), ("tel:abc", ""), ("", ""), ("/a b", ""),
        ):
            # fmt: on
            self.assertEqual(allowed_link(typed), kept, typed)

    @given(st.lists(BLOCK, max_size=5))
    def test_cleaned_twice_is_the_same(self, blocks: list[Block]) -> None:
        once = cleaned(blocks)
        self.assertEqual(cleaned(once), once)
        self.assertNotIn("javascript:", json.dumps([block.model_dump() for block in once]))
        self.assertEqual({block.picture for block in once} - {"", "/k/p/abc"}, set(), "none of another place")
        read = cleaned(blocks, abroad=True)
        self.assertEqual(len(read) - len(pictures_abroad(read)), len(once))

    @given(st.lists(BLOCK, max_size=4))
    def test_html_reads_back_clean(self, blocks: list[Block]) -> None:
        again = document_from_html(html_of(cleaned(blocks)))
        self.assertEqual(document_from_html(html_of(again)), again)

    @given(st.lists(BLOCK, max_size=4))
    def test_markdown_reads_back_as_it_was(self, blocks: list[Block]) -> None:
        document = document_from_html(html_of(cleaned(blocks)))
        once = document_from_markdown(markdown_of(document))
        self.assertEqual(document_from_markdown(markdown_of(once)), once)

    def test_a_file_tells_what_it_is(self) -> None:
        found = answer_from_markdown(
            "# How long does a wheel take?\n\n**Ten days.** See [prices](/workshop).\n"
        )
        self.assertEqual((found.title, found.kind), ("How long does a wheel take?", "question"))
        self.assertEqual(markdown_of(found.body), "**Ten days.** See [prices](/workshop).\n")
        written = "---\narticle: Spokes\nlanguage: pt\nfound by: raios\n---\n\n## Direitos\n"
        again = answer_from_markdown(written)
        self.assertEqual((again.title, again.kind, again.language), ("Spokes", "article", "pt"))
        self.assertEqual(again.front["found by"], "raios")
        self.assertEqual(answer_from_markdown(answer_to_markdown(again)).body, again.body)
        self.assertEqual(file_name(3, "How long does a wheel take?"), "03-how-long-does-a-wheel-take.md")

    def test_questions_of_a_page(self) -> None:
        asked = (Asked("How long?", document_from_markdown("**Ten** days\n\n- one\n- two")),)
        source = json.dumps({"@graph": [faq_document(asked, "en")]})
        for text in (source, f'<html><script type="application/ld+json">{source}</script><p>x</p></html>'):
            found = asked_in(text)
            self.assertEqual(
                [(each.question, each.answer, each.language) for each in found],
                [("How long?", asked[0].answer, "en")],
            )
        for text in ("", "{", "[1,[2]]", "<p>none</p>", '{"@type":"FAQPage","mainEntity":[{"name":1}]}'):
            self.assertEqual(asked_in(text), ())

    def test_counting(self) -> None:
        long = document_from_markdown("word " * 10_000)
        self.assertEqual((word_count(long), minutes_to_read(long)), (10_000, 50))
        setup = a_setup().model_copy(update={"answers": (an_answer(body={"en": long}),)})
        self.assertIn("answer_long", {finding.code for finding in advice(setup)})


def an_answer(key: str = "wheel", **more: Any) -> Any:
    from kindknock.core.setup import Answer

    return Answer.model_validate(
        {
            "key": key,
            "title": {"en": "How long?"},
            "body": {"en": [{"runs": [{"text": "Ten days."}]}]},
            **more,
        }
    )


def arm(key: str, leads: str, to: str = "", **more: Any) -> dict[str, Any]:
    return {"key": key, "label": {"en": key}, "leads": leads, "to": to, **more}


def a_tree(*steps: list[dict[str, Any]], **more: Any) -> Signposts:
    """Steps s0, s1, … with these arms."""
    return Signposts.model_validate(
        {
            "key": "t",
            "name": "Tree",
            "steps": [
                {"key": f"s{at}", "heading": {"en": f"Step {at}"}, "arms": arms}
                for at, arms in enumerate(steps)
            ],
            **more,
        }
    )


ENDS = Ends({"wheel": False, "kept": True}, frozenset(["wa"]), frozenset(["ines"]), "GB")
GOOD = [arm("a", "words", says={"en": "Yes."}), arm("b", "tell")]


class SignpostsThatLeadSomewhere(SimpleTestCase):
    def test_what_is_amiss(self) -> None:
        # fmt: off
        for tree, code in (
            (a_tree(), "nothing"), (a_tree([]), "nothing"), (a_tree([arm("a", "")]), "nowhere"),
            (a_tree([arm("a", "step", "gone"), *GOOD]), "gone"), (a_tree([arm("a", "step", "s1"), *GOOD], []), "nowhere"),
            (a_tree([arm("a", "step", "s0"), *GOOD]), "loop"),
            (a_tree([arm("a", "step", "s1"), *GOOD], [arm("c", "step", "s0"), *GOOD]), "loop"),
            (a_tree([arm("a", "answer", "gone"), *GOOD]), "gone"), (a_tree([arm("a", "answer", "kept"), *GOOD]), "draft"),
            (a_tree([arm("a", "person", "gone"), *GOOD]), "gone"), (a_tree([arm("a", "way", "gone"), *GOOD]), "gone"),
            (a_tree([arm("a", "link", "javascript:x"), *GOOD]), "link_unreadable"),
            (a_tree([arm("a", "page", "//evil.example"), *GOOD]), "page_unreadable"),
            (a_tree([arm("a", "call", "twelve"), *GOOD]), "number_unreadable"), (a_tree([arm("a", "code"), *GOOD]), "code_blank"),
            (a_tree([arm("a", "words"), *GOOD]), "words_blank"), (a_tree([arm("a", "tell", label={}), *GOOD]), "label_blank"),
            (a_tree([arm(str(at), "tell") for at in range(6)]), "many_arms"), (a_tree([arm("a", "tell")]), "few_arms"),
            (a_tree(GOOD, GOOD), "unreached"),
            (a_tree(*[[arm("n", "step", f"s{at + 1}"), *GOOD] for at in range(5)], GOOD), "deep"),
            (a_tree([arm(str(at), "step", f"s{at + 1}") for at in range(5)], *[GOOD] * 40), "many_steps"),
        ):
            # fmt: on
            self.assertIn(code, {each.code for each in amiss(tree, ENDS)}, tree)
        sound = a_tree(
            [
                arm("a", "step", "s1"),
                arm("b", "answer", "wheel"),
                arm("c", "page", "https://averilcycles.example/find-us"),
            ],
            [
                arm("d", "call", "0117 496 0123"),
                arm("e", "person"),
                arm("f", "way", "wa"),
                arm("g", "code", code="HARBOUR"),
            ],
        )
        self.assertEqual(amiss(sound, ENDS), ())
        self.assertEqual([line.deep for line in outline(sound)], [1, 2, 2, 2, 2, 1, 1])

    @given(st.data())
    def test_a_sound_tree_can_be_walked_to_an_end_by_every_path_and_back(self, data: st.DataObject) -> None:
        count = data.draw(st.integers(1, 8))
        steps = []
        for _ in range(count):
            arms = []
            for at in range(data.draw(st.integers(0, 4))):
                leads = data.draw(st.sampled_from(["step", "words", "tell", "", "answer"]))
                to = f"s{data.draw(st.integers(0, count))}" if leads == "step" else "wheel"
                arms.append(arm(f"a{at}", leads, to, says={"en": "Yes."}))
            steps.append(arms)
        tree = a_tree(*steps)
        outline(tree)
        if any(each.blocks for each in amiss(tree, ENDS)):
            return
        by_key = {step.key: step for step in tree.steps}

        def walk(key: str, way: tuple[str, ...]) -> None:
            self.assertLessEqual(len(way), 4)
            self.assertNotIn(key, way, "going back always returns to another step")
            self.assertTrue(by_key[key].arms)
            for each in by_key[key].arms:
                if each.leads == "step":
                    walk(each.to, (*way, key))
                else:
                    self.assertIn(each.leads, ("words", "tell", "answer"))

        walk(tree.steps[0].key, ())

    def test_the_outline_is_drawn_as_in_the_studio(self) -> None:
        vectors = json.loads((Path(__file__).parent / "vectors" / "outline.json").read_text(encoding="utf-8"))
        for vector in vectors:
            tree = Signposts.model_validate({"key": "t", "steps": vector["steps"]})
            drawn = [f"{line.deep}{line.arm.key}{'!' if line.again else ''}" for line in outline(tree)]
            self.assertEqual(drawn, vector["lines"])

    def test_what_keeps_publish_shut(self) -> None:
        broken = a_tree([arm("a", "")])
        begins = a_door(reads={"begins": [{"key": "b", "signposts": "t"}]})
        for tree, door, code in (
            (broken, a_door(), "signposts_nowhere"),
            (broken.model_copy(update={"is_draft": True}), a_door(), None),
            (broken.model_copy(update={"is_draft": True}), begins, "begins_with_none"),
        ):
            setup = a_setup(door).model_copy(update={"signposts": (tree,)})
            self.assertEqual({finding.code for finding in blocks(setup)}, {code} if code else set())

    def test_files_of_before_are_read(self) -> None:
        old = {
            "key": "s",
            "says": {"en": "What?"},
            "choices": [{"words": {"en": "A"}, "leads": "signpost", "to": "s"}],
        }
        document = a_setup(a_door()).model_dump(mode="json")
        document["doors"][0] |= {"signposts": [old]}
        del document["doors"][0]["reads"]
        setup = setup_from(document)
        (tree,) = setup.signposts
        self.assertEqual((tree.steps[0].heading, tree.steps[0].arms[0].leads), ({"en": "What?"}, "step"))
        self.assertEqual(setup.doors[0].reads.begins[0].signposts, tree.key)
        self.assertEqual(setup_from(setup.model_dump(mode="json")), setup)


SHOP = {"shop": {"week": WEEKDAYS}}
SUNDAY = "2026-12-20T12:00:00+00:00"


def site(*answers: Any, tree: Signposts | None = None, **door: Any) -> Setup:
    begins = {"begins": [{"key": "b", "signposts": "t"}]} if tree else {}
    whole = a_door(**{"people": ["ines", "tomasz"], "reads": begins, **door})
    return setup_from(
        {
            "business": {
                "name": "Averil",
                "zone": "Europe/London",
                "languages": ["en", "pt"],
                "country": "GB",
            },
            "site": {"key": "k", "hosts": ["averilcycles.example"]},
            "people": PEOPLE,
            "doors": [whole],
            "answers": [answer.model_dump() for answer in answers],
            "signposts": [tree.model_dump()] if tree else [],
        }
    )


def served(
    setup: Setup, wanted: Wanted | None = None, *, helped: dict[str, int] | None = None, **visit: Any
) -> dict[str, Any]:
    compiled = compile_setup(
        setup,
        timetable=timetable_from(SHOP),
        live=Live(helped=helped or {}),
        small_words={"en": {"_read_minutes": "{minutes} min", "_read_was": "Was that it?", "label": "Knock"}},
        origin="https://kk.example",
    )
    at = datetime.fromisoformat(visit.pop("at", NOON))
    raw = {"address": "https://averilcycles.example" + visit.pop("path", "/"), **visit}
    return read(compiled, visit_from(raw, at=at), wanted or Wanted())


class WhatIsServed(SimpleTestCase):
    def test_titles_that_fit_the_page_in_their_order(self) -> None:
        hire = [{"effect": "show", "kind": "below", "value": "/hire"}]
        setup = site(
            an_answer("plain"),
            an_answer("helps"),
            an_answer("hire", pages=hire),
            an_answer("first", first_on=hire),
            an_answer("phone", devices=["phone"]),
            an_answer("pt", languages=["pt"]),
            an_answer("draft", is_draft=True),
            an_answer("blank", body={}),
        )
        helped = {"helps": 3}
        for visit, keys in (
            ({}, ["helps", "plain", "first"]),
            ({"path": "/hire/day"}, ["first", "helps", "plain", "hire"]),
            ({"device": "phone"}, ["helps", "plain", "first", "phone"]),
            ({"lang": "pt"}, ["helps", "plain", "first", "pt"]),
        ):
            circumstances: dict[str, Any] = dict(visit)
            found = served(setup, helped=helped, **circumstances)
            self.assertEqual([title["key"] for title in found["titles"]], keys, visit)
            self.assertNotIn("Ten days", json.dumps(found), "titles only")
        self.assertEqual(served(setup)["words"]["was"], "Was that it?")

    def test_what_is_hidden_is_served_neither_by_search_nor_by_key(self) -> None:
        hire = [{"effect": "show", "kind": "below", "value": "/hire"}]
        setup = site(an_answer("here"), an_answer("hire", pages=hire), an_answer("draft", is_draft=True))
        for key in ("hire", "draft", "gone", ""):
            self.assertEqual(served(setup, Wanted("answer", key=key)), {"v": 1}, key)
        self.assertEqual(
            [each["key"] for each in served(setup, Wanted("found", typed="how long"))["found"]], ["here"]
        )
        answer = served(setup, Wanted("answer", key="here"), lang="pt")["answer"]
        self.assertEqual(
            (answer["title"], answer["blocks"], answer["lang"]),
            ("How long?", [["text", [["Ten days."]]]], "en"),
        )
        off = site(an_answer("here"), reads={"answers": "no"})
        self.assertEqual(served(off), {"v": 1})
        self.assertEqual(served(off, Wanted("found", typed="long")), {"v": 1, "found": []})
        self.assertEqual(
            served(setup, path="/", address="https://elsewhere.example/"), {"v": 1}, "not our page"
        )

    def test_a_card_without_anything_to_read_has_not_a_byte_more(self) -> None:
        self.assertNotIn("reads", door_of(a_door()))
        self.assertEqual(door_of(a_door(), path="/")["key"], "front")

    def test_arms_to_who_is_not_there_follow_when(self) -> None:
        tree = a_tree(
            [
                arm("ines", "person", "ines"),
                arm("gone", "person", "gone"),
                arm("any", "person"),
                arm("wa", "way", "wa"),
            ]
        )

        def arms(**more: Any) -> list[str]:
            found = served(site(tree=tree, **more.pop("door", {})), **more)
            return [each["key"] for each in found["signposts"]["steps"][0]["arms"]]

        self.assertEqual(arms(), ["ines", "any", "wa"])
        self.assertEqual(arms(at=SUNDAY), ["ines", "gone", "any", "wa"], "the away note in their place")
        away = served(site(tree=tree), at=SUNDAY)["signposts"]["steps"][0]["arms"]
        self.assertEqual(away[1]["to"], "")

    def test_names_texts_and_languages(self) -> None:
        tree = a_tree(
            [
                arm(
                    "a", "words", says={"en": "Thanks, {visitor|friend}.", "pt": "Obrigado."}, asks_name=True
                ),
                arm("b", "page", "/find-us"),
                arm("c", "answer", "wheel"),
                arm("d", "call", "0117 496 0123"),
            ]
        )
        first = served(site(an_answer(), tree=tree))["signposts"]["steps"][0]["arms"]
        self.assertEqual(
            (first[0]["says"], first[0]["says_named"]), ("Thanks, friend.", f"Thanks, {NAME_MARK}.")
        )
        self.assertEqual([each["to"] for each in first[1:]], ["/find-us", "wheel", "tel:+441174960123"])
        worded = served(site(tree=tree), facts={"visitor": "Marta"})["signposts"]["steps"][0]["arms"]
        self.assertEqual(worded[0]["says"], "Thanks, Marta.")
        self.assertNotIn("says_named", worded[0])
        self.assertEqual(
            served(site(tree=tree), lang="pt")["signposts"]["steps"][0]["arms"][0]["says"], "Obrigado."
        )

    def test_straight_through_waits_for_what_comes_first(self) -> None:
        press = {"computer": "straight"}
        for reads, opens in (
            ({}, "straight"),
            ({"answers": "first"}, None),
            ({"begins": [{"key": "b", "signposts": "t"}]}, None),
        ):
            setup = site(an_answer(), tree=a_tree(GOOD), press=press, reads=reads, people=[])
            compiled = compile_setup(setup, timetable=timetable_from(SHOP))
            from kindknock.core.visit import decide

            visit = visit_from({"address": "https://averilcycles.example/"}, at=datetime.fromisoformat(NOON))
            self.assertEqual(json.loads(decide(compiled, visit).answer)["door"].get("press"), opens, reads)

    def test_changes_are_told_and_put_back(self) -> None:
        live = site(an_answer("a"), an_answer("b"), tree=a_tree(GOOD))
        draft = live.model_copy(
            update={
                "answers": (an_answer("b", title={"en": "Other?"}), an_answer("c")),
                "signposts": (a_tree([arm("z", "tell"), *GOOD]),),
                "groups": (),
            }
        )
        changes = changes_between(live, draft)
        self.assertEqual(
            {(change.what, change.about) for change in changes},
            {
                ("answer_added", "c"),
                ("answer_changed", "b"),
                ("answer_removed", "a"),
                ("signposts_changed", "t"),
            },
        )
        self.assertEqual(changes_between(live, with_changes_of(draft, live, changes)), ())
        self.assertEqual(changes_between(draft, with_changes_of(live, draft, changes)), ())
