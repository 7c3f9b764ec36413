"""Every route of the studio's API asked with whatever its description allows and with much it doesn't,
signed in and out: never a fault of ours. Run by `./test fuzz`, apart from `./test`.
"""

import json
from collections import Counter
from random import Random
from typing import Any
from urllib.parse import urlencode

import schemathesis
from django.db import transaction
from django.test import Client
from hypothesis import HealthCheck, Phase, given, seed, settings
from schemathesis import Case, GenerationMode
from schemathesis.core.result import Ok

from kindknock.studio_api.api import api
from kindknock.studio_api.tests import test_walk

from .spoiling import sent_as, spoilt

CALLS = 6000
"""In all; the routes share them, half of each signed out."""
SEED = 20_261_127
SCHEMA = schemathesis.openapi.from_dict(json.loads(json.dumps(api.get_openapi_schema(), default=str)))


class Routes(test_walk.Walk):
    """As `Walk` has it: a business with one of everything, signed in."""

    def operations(self) -> list[Any]:
        return [found.ok() for found in SCHEMA.get_all_operations() if isinstance(found, Ok)]

    def test_no_route_falls_over(self) -> None:
        self.met: Counter[str] = Counter()
        operations = self.operations()
        self.assertGreater(len(operations), 90)
        most = -(-CALLS // len(operations) // 2)
        self.random = Random(SEED)
        for operation in operations:
            with self.subTest(operation=operation.label):
                self.try_out(operation, most)
        print("fuzz, routes:", dict(sorted(self.met.items())))
        self.assertGreaterEqual(sum(self.met.values()), CALLS * 0.9)
        self.assertGreater(self.met["200"], CALLS * 0.05, "most are only refused: nothing is tried that way")

    def try_out(self, operation: Any, most: int) -> None:
        modes = settings(
            max_examples=most,
            deadline=None,
            database=None,
            phases=[Phase.generate],
            suppress_health_check=list(HealthCheck),
        )

        @modes
        @seed(SEED)
        @given(case=operation.as_strategy(generation_mode=GenerationMode.POSITIVE))
        def ask(case: Case) -> None:
            for client in (self.client, Client()):
                self.ask(client, case)

        ask()

    def ask(self, client: Client, case: Case) -> None:
        path, cookies = self.at(case), client.cookies.copy()
        body = case.body if isinstance(case.body, dict | list) else {}
        if self.random.random() < 0.5:
            body = spoilt(body, self.random)
        sent = sent_as(body)
        with transaction.atomic():
            answer = client.generic(
                case.method.upper(),
                path,
                sent if case.method.upper() != "GET" else b"",
                content_type="application/json",
                QUERY_STRING=_query(case.query or {}),
            )
            transaction.set_rollback(True)
        client.cookies.clear()
        client.cookies.update(cookies)
        self.met[str(answer.status_code)] += 1
        self.assertLess(answer.status_code, 500, (case.method, path, sent[:600]))
        if answer.status_code >= 400:
            is_text = answer["Content-Type"].startswith("text/plain")
            says = answer.content.decode() if is_text else answer.json()["title"]
            self.assertTrue(isinstance(says, str) and says, (case.method, path, answer.content[:300]))

    def at(self, case: Case) -> str:
        """Mostly what is there, else what was made up."""
        if self.random.random() < 0.8:
            return self.filled(case.operation.path)
        return case.formatted_path


def _query(query: Any) -> str:
    return urlencode({key: str(item) for key, item in dict(query).items()}, errors="replace", doseq=False)
