"""Whatever is sent to whichever route, the answer is one sentence, never a fault of ours, and nothing is
lost.
"""

import json
from collections import Counter
from collections.abc import Iterator
from random import Random
from typing import Any

from django.db import transaction
from django.test import Client

from kindknock.doors.models import Channel
from kindknock.people.actions.keep_assistant import add_assistant
from kindknock.people.models import Absence
from kindknock.pictures.actions.keep_picture import keep_picture
from kindknock.pictures.tests.test_pictures import a_picture
from kindknock.sites.models import Host
from kindknock.studio_api.api import api

from .test_api import Base

HOSTILE: tuple[Any, ...] = (
    None,
    True,
    -1,
    0,
    2**70,
    1.5e308,
    "",
    " ",
    "\u0000",
    "a\u0000b",
    "\ud800",
    "x" * 70_000,
    "\u202e\u2066rtl",
    "2026-13-40",
    "0000-00-00",
    "9999-12-31",
    "javascript:alert(1)",
    "../../etc/passwd",
    "{product",
    "24:61",
    "Mon-Fri 9-9",
    "[" * 900,
    [],
    [[]],
    [None],
    ["\u0000"],
    {},
    {"": ""},
    {"en": "\u0000"},
    {"x" * 300: 1},
    [{}] * 500,
    {"en": {"en": {}}},
)
SCHEMA: dict[str, Any] = json.loads(json.dumps(api.get_openapi_schema(), default=str))
TYPES: dict[str, Any] = {
    "string": "Knock",
    "integer": 1,
    "number": 1,
    "boolean": True,
    "array": [],
    "object": {},
    "null": None,
}
FITTING = {
    "typed": "+44 117 496 0199",
    "email": "nadia@averilcycles.example",
    "to": "nadia@averilcycles.example",
    "password": "harbour lamp and rope",
    "text": "Mon-Fri 9-17",
    "first": "2026-11-23",
    "zone": "Europe/London",
    "colour": "#5e1f38",
}


def a_value(schema: dict[str, Any], name: str = "") -> Any:
    """Something the schema takes, or nearly."""
    if "$ref" in schema:
        return a_value(SCHEMA["components"]["schemas"][schema["$ref"].rsplit("/", 1)[1]], name)
    if "enum" in schema or "const" in schema:
        return schema["enum"][0] if "enum" in schema else schema["const"]
    if "anyOf" in schema or "allOf" in schema:
        return a_value((schema.get("anyOf") or schema["allOf"])[0], name)
    if schema.get("type") == "object" and "properties" in schema:
        return {key: a_value(item, key) for key, item in schema["properties"].items()}
    if schema.get("format") in ("date", "date-time"):
        return "2026-11-25" if schema["format"] == "date" else "2026-11-25T12:00:00Z"
    return FITTING.get(name, TYPES.get(schema.get("type", ""), "x"))


class Hostile(Base):
    def setUp(self) -> None:
        super().setUp()
        ines, picture = (
            add_assistant(self.opened.business, name="Ines Calder"),
            keep_picture(self.opened.business, a_picture()),
        )
        self.keys = {
            "sites": self.opened.site.key,
            "doors": self.opened.door.key,
            "channels": Channel.objects.get().key,
            "people": ines.key,
            "rota": ines.key,
            "pictures": picture.key,
        }

    def routes(self) -> Iterator[tuple[str, str, dict[str, Any]]]:
        for path, methods in SCHEMA["paths"].items():
            target = (
                path.replace("{key}", self.keys.get(path.split("/")[2], "x"))
                .replace("{person}", self.keys["people"])
                .replace("{number}", "1")
                .replace("{host_id}", str(Host.objects.all()[0].pk))
                .replace("{pk}", "1")
                .replace("{app}", "phone")
                .replace("{of}", "draft")
            )
            for method, item in methods.items():
                body = (
                    item.get("requestBody", {}).get("content", {}).get("application/json", {}).get("schema")
                )
                if body is not None:
                    yield method, target, a_value(body)

    def test_no_value_in_any_field_of_any_route_is_a_fault_of_ours(self) -> None:
        client = Client(raise_request_exception=False)
        client.force_login(self.owner, backend="kindknock.accounts.backends.ByEmail")
        signed_in = client.cookies.output(header="").strip()
        faults, met, random = set(), Counter[int](), Random(8)
        for method, path, body in self.routes():
            bodies = (
                [*HOSTILE[:12], [], {}, body]
                + [
                    {**body, name: value}
                    for name in body
                    for value in ("a\u0000b", *random.sample(HOSTILE, 4))
                ]
                if isinstance(body, dict)
                else list(HOSTILE)
            )
            for item in bodies:
                sent = json.dumps(item).encode()
                client.cookies.clear()
                client.cookies.load(signed_in)
                with transaction.atomic():
                    answer = client.generic(method.upper(), path, sent, content_type="application/json")
                    transaction.set_rollback(True)
                met[answer.status_code] += 1
                if answer.status_code >= 500:
                    which = (
                        next((name for name in item if item[name] != body.get(name)), "")
                        if isinstance(item, dict) and isinstance(body, dict)
                        else ""
                    )
                    faults.add(
                        (
                            method,
                            path.replace(self.opened.site.key, "KEY").replace(self.opened.door.key, "KEY"),
                            which,
                            sent[-60:],
                        )
                    )
                elif answer.status_code >= 400:
                    self.assertTrue(answer.json()["title"].strip(), (path, sent[:80]))
        self.assertEqual(faults, set())
        self.assertTrue(met[200] > 100 and met[422] > 300 and not met[401], met)

    def test_an_address_that_cannot_be_looked_up_is_no_fault_of_ours(self) -> None:
        client = Client(raise_request_exception=False)
        client.force_login(self.owner, backend="kindknock.accounts.backends.ByEmail")
        for path in (
            "/in/%00",
            "/see/a%00b",
            "/calendar/%00.ics",
            "/in/%00/app.webmanifest",
            "/api/sites/%00",
            "/api/rota?first=%00",
            "/pretend/phone/?to=%00",
            "/%00",
        ):
            self.assertEqual(client.get(path).status_code, 400, path)
        for path in (
            "/in/" + "x" * 5000,
            "/see/%ED%A0%80",
            "/api/sites/" + "%F0%9F%9A%B2" * 40,
            "/api/rota?first=" + "9" * 400,
            "/calendar/%E2%80%AE.ics",
        ):
            self.assertIn(client.get(path).status_code, (404, 410, 422), path)
        ines = self.opened.business.assistants.get()
        ines.phone_token = "a-private-address"
        ines.save(update_fields=["phone_token"])
        for item in (
            {"until": "m60", "word": "a\x00b"},
            {"until": "\x00"},
            {"until": "9" * 999, "at": "9" * 999},
            {"back": "\x00"},
            {},
        ):
            self.assertEqual(client.post("/in/a-private-address", item).status_code, 302, item)
        self.assertEqual(Absence.objects.get().word, "ab")
