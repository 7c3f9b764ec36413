"""The rules asked from the command line, as docs/asking.md says."""

import json
import re
import sys
from io import StringIO
from pathlib import Path
from tempfile import NamedTemporaryFile
from typing import Any
from unittest.mock import patch

from django.core.management import CommandError, call_command
from django.test import SimpleTestCase

from kindknock.core.asking import TOPICS

DOC = Path(__file__).resolve().parents[3] / "docs" / "asking.md"
HOSTILE = (
    "{}",
    "[]",
    "null",
    "7",
    '"text"',
    "{",
    "[" * 5000,
    '{"file": "/nowhere/at/all"}',
    '{"typed": 7, "hours": 7, "text": {}, "rules": "x", "setup": [], "visit": 3, "year": "x", "ics": 1, '
    '"vcf": [], "template": null}',
)


def asked(topic: str, *lines: str, jsonl: bool = True) -> list[Any]:
    out = StringIO()
    with patch.object(sys, "stdin", StringIO("\n".join(lines))), patch.object(sys, "stdout", out):
        call_command("kindknock_ask", topic, jsonl=jsonl)
    return [json.loads(line) for line in out.getvalue().splitlines()]


class Asking(SimpleTestCase):
    def test_every_line_gets_its_answer_in_order(self) -> None:
        for topic in TOPICS:
            answer = asked(topic, *HOSTILE)
            self.assertEqual(len(answer), len(HOSTILE), topic)
            self.assertTrue(all(isinstance(item, dict) for item in answer), topic)
            self.assertEqual(
                [answer[at].get("error") for at in (1, 2, 3, 4, 5, 6)],
                ["not_an_object"] * 4 + ["not_json"] * 2,
                topic,
            )

    def test_the_page_names_every_topic_and_its_example_is_true(self) -> None:
        page = DOC.read_text(encoding="utf-8")
        self.assertEqual(set(re.findall(r"^\| `(\w+)` \|", page, re.MULTILINE)), set(TOPICS))
        question, topic, answer = re.findall(
            r"echo '(.*)' \| manage.py kindknock_ask (\w+) --jsonl\n(.*)\n", page
        )[0]
        self.assertEqual(asked(topic, question), [json.loads(answer)])
        self.assertEqual(
            asked(topic, *question.replace(", ", ",\n").split("\n"), jsonl=False), [json.loads(answer)]
        )

    def test_a_file_is_read_for_the_core_which_reads_none(self) -> None:
        card = "BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Wilma Tarn\r\nTEL:+441174960188\r\nEND:VCARD\r\n"
        page = "<html><head><title>Träd &amp; rep</title></head></html>"
        for topic, text, name, wanted in (
            ("cards", card, "people", "Wilma Tarn"),
            ("facts", page, "title", "Träd & rep"),
        ):
            with NamedTemporaryFile() as file:
                file.write(text.encode("latin-1" if topic == "facts" else "utf-8"))
                file.flush()
                self.assertIn(
                    wanted,
                    json.dumps(asked(topic, json.dumps({"file": file.name}))[0][name], ensure_ascii=False),
                )

    def test_an_unknown_topic_is_refused_with_those_there_are(self) -> None:
        with self.assertRaisesRegex(CommandError, "No topic called weather. Choose one of: calendar, cards"):
            call_command("kindknock_ask", "weather")
