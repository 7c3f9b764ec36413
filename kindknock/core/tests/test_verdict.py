"""docs/rules.md 12: what one visitor gets, and every reason why."""

import json
from typing import Any

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from kindknock.core.asking import answer

from ..drafts.changes import changes_between
from ..review.checks import blocks
from ..visit import Live, compile_setup, decide
from ..visit.visitor import visit_from
from .builders import a_channel, a_door, a_setup

WORDS = {
    "en": {"label": "Knock", "mark": "Sent from our website"},
    "ar": {"label": "اطرق", "mark": "من موقعنا"},
}
PAGE = "https://averilcycles.example/workshop?utm_source=x&id=7"


def asked(setup: Any = None, live: Live | None = None, **visit: Any) -> Any:
    compiled = compile_setup(setup or a_setup(), live=live, small_words=WORDS, release=3)
    return decide(compiled, visit_from({"address": PAGE, **visit}), explain=True)


class Verdicts(SimpleTestCase):
    def test_shown_with_door_words_and_links(self) -> None:
        verdict = asked(pointer="coarse", width=390, height=800)
        door = json.loads(verdict.answer)["door"]
        self.assertTrue(verdict.shown)
        self.assertEqual((door["label"], door["looks"]["side"], verdict.device), ("Knock", 14, "phone"))
        self.assertEqual(door["by"][0]["text"], "https://wa.me/441174960123?text={text}")
        self.assertEqual(
            door["added"],
            [
                {"kind": "page", "text": "https://averilcycles.example/workshop?id=7"},
                {"kind": "mark", "text": "Sent from our website"},
            ],
        )

    def test_ways_of_one_app_are_told_apart(self) -> None:
        links: list[dict[str, Any]] = [
            {"key": "a", "app": "link", "address": "https://www.averilcycles.example/book"},
            {"key": "b", "app": "link", "address": "https://hire.averilcycles.example/"},
            {"key": "c", "app": "link", "address": "https://old.example/", "name": {"en": "Map of the yard"}},
        ]
        phones: list[dict[str, Any]] = [
            {"key": key, "app": "phone", "address": f"+44117496012{i}"} for i, key in enumerate(("d", "e"))
        ]
        cases: tuple[tuple[list[dict[str, Any]], dict[str, Any], list[str]], ...] = (
            (links[:1], {}, ["Link"]),
            (links, {}, ["averilcycles.example", "hire.averilcycles.example", "Map of the yard"]),
            (phones, {}, ["Phone call (+44 117 496 0120)", "Phone call (+44 117 496 0121)"]),
            (phones, {"shows_numbers": False}, ["Phone call", "Phone call"]),
        )
        for channels, press, wanted in cases:
            with self.subTest(channels=channels, press=press):
                setup = a_setup(a_door(channels=[a_channel(**each) for each in channels], press=press))
                ways = json.loads(asked(setup).answer)["door"]["by"]
                self.assertEqual([way["name"] for way in ways], wanted)

    def test_each_rule_stops_and_later_ones_are_still_judged(self) -> None:
        off = a_setup(a_door(channels=[a_channel(on=False)]))
        for name, verdict, stopped in (
            ("host", asked(address="https://elsewhere.example/"), "host.listed"),
            ("no host", asked(address="file:///x.html"), "host.listed"),
            ("none listed", asked(live=Live(hosts=())), "host.listed"),
            ("paused", asked(live=Live(paused=frozenset({"front"}))), "door.live"),
            ("off", asked(off), "channels.left"),
            ("unknown", decide(None, visit_from({}), explain=True), "site.known"),
        ):
            with self.subTest(name):
                self.assertEqual((verdict.shown, verdict.stopped_by), (False, stopped))
                self.assertEqual(json.loads(verdict.answer)["show"], False)
                stop = next(reason for reason in verdict.reasons if reason.outcome == "stops")
                self.assertTrue(stop.fixes)
        reasons = asked(off, Live(hosts=())).reasons
        self.assertEqual(
            [r.outcome.value for r in reasons],
            ["passes", "stops", *["would_pass"] * 7, "would_stop", "would_pass"],
        )

    def test_the_first_live_door_is_shown(self) -> None:
        two = a_setup(a_door(), a_door(key="hire", channels=[a_channel(key="h")]))
        self.assertEqual(asked(two).door, "front")
        self.assertEqual(asked(two, Live(paused=frozenset({"front"}))).door, "hire")

    def test_the_public_answer_says_nothing_that_is_not_offered(self) -> None:
        setup = a_setup(
            a_door(
                name="Secret name",
                channels=[a_channel(), a_channel(key="off", app="telegram", address="hidden_one", on=False)],
            )
        )
        text = asked(setup).answer
        for private in ("hidden_one", "Secret name", "reasons", "fixes"):
            self.assertNotIn(private, text)

    def test_language_is_the_pages_then_the_visitors_then_the_default(self) -> None:
        setup = a_setup(a_door(says={"label": {"en": "Ask", "ar": "اسأل"}}), languages=["en", "ar"])
        for visit, language in (
            ({"lang": "ar-EG"}, "ar"),
            ({"languages": ["fr", "ar"]}, "ar"),
            ({"lang": "fr", "languages": ["de"]}, "en"),
            ({"lang": "en", "languages": ["ar"]}, "en"),
        ):
            with self.subTest(visit):
                self.assertEqual(asked(setup, **visit).language, language)
        self.assertEqual(json.loads(asked(setup, lang="ar").answer)["door"]["dir"], "rtl")

    def test_private_page_needs_no_host_and_is_not_counted(self) -> None:
        compiled = compile_setup(a_setup(hosts=()), small_words=WORDS)
        found = json.loads(
            decide(
                compiled, visit_from({"address": "http://localhost:8000/see/x"}, is_private_page=True)
            ).answer
        )
        self.assertEqual((found["show"], found["count"]), (True, False))

    @given(
        st.recursive(
            st.none() | st.booleans() | st.floats() | st.text(max_size=20),
            lambda inner: (
                st.lists(inner, max_size=4)
                | st.dictionaries(
                    st.sampled_from(
                        ["address", "lang", "languages", "pointer", "width", "title", "device", "x"]
                    ),
                    inner,
                    max_size=6,
                )
            ),
            max_leaves=12,
        )
    )
    def test_no_visit_raises_and_explaining_changes_nothing(self, raw: Any) -> None:
        compiled = compile_setup(a_setup(), small_words=WORDS)
        visit = visit_from(raw)
        found, plain = decide(compiled, visit, explain=True), decide(compiled, visit)
        self.assertEqual(
            (found.shown, found.answer, found.stopped_by), (plain.shown, plain.answer, plain.stopped_by)
        )
        self.assertEqual(plain.reasons, ())
        json.loads(plain.answer)

    def test_what_is_ours_to_name_is_in_the_visitors_language(self) -> None:
        channels = [
            a_channel(),
            a_channel(key="ph", app="phone"),
            a_channel(key="sh", app="phone", name={"en": "Shop"}),
        ]
        words = {"en": {"_phone": "Phone call"}, "ar": {"_phone": "مكالمة هاتفية"}}
        setup = a_setup(a_door(channels=channels), languages=["en", "ar"])
        compiled = compile_setup(setup, small_words=words)
        for lang, names in (
            ("en", ["WhatsApp", "Phone call", "Shop"]),
            ("ar", ["WhatsApp", "مكالمة هاتفية", "Shop"]),
        ):
            visit = visit_from({"address": "https://averilcycles.example/", "lang": lang})
            ways = json.loads(decide(compiled, visit).answer)["door"]["by"]
            self.assertEqual([way["name"] for way in ways], names)

    def test_hostile_words_stay_words(self) -> None:
        setup = a_setup(a_door(says={"label": {"en": "</script><b>\u2028\"'"}}))
        verdict = asked(setup)
        self.assertNotIn("</script>", verdict.answer)
        self.assertEqual(json.loads(verdict.answer)["door"]["label"], "</script><b>\u2028\"'")


class Around(SimpleTestCase):
    def test_changes_are_counted_matter_by_matter(self) -> None:
        live = a_setup(a_door(channels=[a_channel(), a_channel(key="tg", app="telegram", address="averil")]))
        for draft, wanted in (
            (live, []),
            (
                a_setup(
                    a_door(says={"label": {"en": "x"}}, channels=live.model_dump()["doors"][0]["channels"])
                ),
                ["says"],
            ),
            (a_setup(), ["channel_removed"]),
            (
                a_setup(
                    a_door(
                        channels=[a_channel(on=False), a_channel(key="tg", app="telegram", address="averil")]
                    )
                ),
                ["channel_changed"],
            ),
            (
                a_setup(a_door(channels=list(reversed(live.model_dump()["doors"][0]["channels"])))),
                ["channels_order"],
            ),
            (a_setup(a_door(key="new")), ["door_added", "door_removed"]),
        ):
            with self.subTest(wanted):
                self.assertEqual([change.what for change in changes_between(live, draft)], wanted)

    def test_what_blocks_publishing(self) -> None:
        for door, code in (
            (a_door(channels=[a_channel(address="+44123456789")]), "example_number"),
            (a_door(channels=[a_channel(address="")]), "address_blank"),
            (a_door(channels=[]), "no_way_left"),
            (a_door(looks={"colour": "#fff", "label_colour": "#eee"}), "label_unreadable"),
            (a_door(looks={"colour": "plaid"}), "colour_unreadable"),
        ):
            with self.subTest(code):
                self.assertIn(code, [finding.code for finding in blocks(a_setup(door))])
        self.assertEqual(blocks(a_setup()), ())

    def test_asking_never_raises(self) -> None:
        setup = a_setup().model_dump(mode="json")
        self.assertTrue(answer("verdict", {"setup": setup, "visit": {"address": PAGE}})["shown"])
        self.assertEqual(
            answer("read", {"typed": "0117 496 0123", "country": "GB", "app": "phone"})["canonical"],
            "+441174960123",
        )
        for topic, question in (
            ("read", {}),
            ("read", [1]),
            ("nothing", {}),
            ("verdict", {"setup": 3}),
            ("read", {"typed": "x", "app": "pigeon"}),
        ):
            self.assertIn("error", answer(topic, question))
