"""The stage answers whatever is laid over the draft and whoever is rehearsed, and its sentences never
contradict each other.
"""

import json
from datetime import UTC, datetime, timedelta
from typing import Any

from django.test import Client
from hypothesis import HealthCheck, example, given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase

from kindknock.accounts.models import User
from kindknock.doors.actions.open_business import Opened
from kindknock.doors.tests.builders import a_business, an_owner

from ..stage_words import KIND_UNSURE

RULES = st.lists(
    st.fixed_dictionaries(
        {
            "effect": st.sampled_from(["show", "hide"]),
            "kind": st.sampled_from(["exact", "below", "pattern", "page_kind", "campaign"]),
            "value": st.sampled_from(["", "/", "/basket", "/shop*", "product", "winter", "/é?x=1", "/a$"]),
            "host": st.sampled_from(["", "averilcycles.example"]),
        }
    ),
    max_size=3,
)
WHOM = st.fixed_dictionaries(
    {
        "devices": st.lists(st.sampled_from(["phone", "tablet", "computer"]), max_size=3, unique=True),
        "countries_mode": st.sampled_from(["all", "only", "not"]),
        "countries": st.lists(st.sampled_from(["GB", "ES", "CV"]), max_size=2, unique=True),
        "languages": st.lists(st.sampled_from(["en", "pt", "zz"]), max_size=2, unique=True),
        "visitors": st.sampled_from(["all", "first", "returning"]),
        "came_from": st.lists(st.sampled_from(["news.example"]), max_size=1),
    }
)
PARTS = st.fixed_dictionaries(
    {},
    optional={
        "pages": RULES,
        "for_whom": WHOM,
        "when_nobody": st.sampled_from(["hide", "away"]),
        "takes_notes": st.booleans(),
        "people": st.lists(st.sampled_from(["gone", "ines"]), max_size=2),
        "arrives": st.fixed_dictionaries(
            {
                "seconds": st.sampled_from([None, 0, 4]),
                "scroll_percent": st.sampled_from([None, 30]),
                "page": st.integers(1, 3),
            }
        ),
        "says": st.fixed_dictionaries(
            {"label": st.dictionaries(st.sampled_from(["en", "ar"]), st.text(max_size=12), max_size=2)}
        ),
        "overrides": st.lists(
            st.fixed_dictionaries(
                {"key": st.just("o"), "pages": RULES, "says": st.just({"heading": {"en": "There"}})}
            ),
            max_size=1,
        ),
    },
)
VISITS = st.fixed_dictionaries(
    {
        "address": st.sampled_from(
            [
                "",
                "https://averilcycles.example/",
                "https://averilcycles.example/basket?utm_campaign=winter",
                "https://else.example/x",
                "nonsense",
                "http://[",
            ]
        ),
        "device": st.sampled_from(["phone", "tablet", "computer"]),
    },
    optional={
        "country": st.sampled_from(["", "ES", "GB", "XX"]),
        "zone": st.sampled_from(["", "Europe/Madrid", "Nowhere/Here"]),
        "returning": st.booleans(),
        "languages": st.lists(st.sampled_from(["pt", "en-GB", "*", ""]), max_size=2),
        "referrer": st.sampled_from(["", "https://news.example/a", "x"]),
        "page": st.integers(1, 3),
        "pretend": st.sampled_from(["", "on_sale", "sold_out", "no_price"]),
        "at": st.integers(0, 400).map(
            lambda day: (
                datetime(2026, 11, 25, 3, tzinfo=UTC) + timedelta(days=day, hours=day % 24)
            ).isoformat()
        ),
    },
)


class AnyStage(TestCase):
    owner: User
    opened: Opened

    @classmethod
    def setUpTestData(cls) -> None:
        cls.owner = an_owner()
        cls.opened = a_business(cls.owner)

    def ask(self, parts: dict[str, object], visit: dict[str, object]) -> Any:
        client = Client()
        client.force_login(self.owner, backend="kindknock.accounts.backends.ByEmail")
        answer = client.post(
            f"/api/sites/{self.opened.site.key}/stage",
            json.dumps({"door": self.opened.door.key, "parts": parts, "visit": visit}),
            content_type="application/json",
        )
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def test_a_nudge_behind_an_opened_card_is_told(self) -> None:
        for after, is_late in ((20, True), (5, False)):
            parts: dict[str, object] = {
                "nudge": {"on": True, "after_seconds": after},
                "opens_itself": {"on": True, "seconds": 10},
            }
            self.assertIs(self.ask(parts, {"device": "phone"})["nudge_comes_late"], is_late)

    @settings(max_examples=60, deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(PARTS, VISITS)
    @example(
        {"pages": [{"effect": "show", "kind": "page_kind", "value": "product", "host": ""}]},
        {"address": "https://else.example/x", "device": "phone"},
    )
    def test_any_draft_and_any_visit(self, parts: dict[str, object], visit: dict[str, object]) -> None:
        found = self.ask(parts, visit)
        outcomes = [line["outcome"] for line in found["ledger"]]
        self.assertEqual(found["shown"], "stops" not in outcomes)
        self.assertEqual(
            found["answer"]["show"], found["shown"], "the sentence is about the very answer visitors get"
        )
        self.assertLessEqual(outcomes.count("stops"), 1)
        if "stops" in outcomes:
            self.assertNotIn("passes", outcomes[outcomes.index("stops") :])
            self.assertTrue(found["ledger"][outcomes.index("stops")]["fixes"])
        if found["title"] == KIND_UNSURE[0]:
            self.assertEqual(found["state"], "ajar")
            self.assertLessEqual(
                {line["sentence"] for line in found["ledger"] if line["outcome"] == "stops"}, {"where"}
            )
        else:
            self.assertEqual(found["state"] in ("shut", "barred"), not found["shown"])
        self.assertTrue(found["title"].endswith(".") and found["more"] and found["clock"])
        self.assertNotIn(
            "None",
            found["title"]
            + found["more"]
            + found["clock"]
            + " ".join(line["says"] for line in found["ledger"]),
        )
