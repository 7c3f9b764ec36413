"""Ask the core from the command line: JSON in, JSON out, line by line."""

import json
import sys
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from kindknock.core.asking import TOPICS, answer
from kindknock.core.formats.encodings import decoded


class Command(BaseCommand):
    help = "Ask the rules: one JSON value in, one out, in order. Topics: " + ", ".join(sorted(TOPICS))
    requires_system_checks: list[str] = []  # noqa: RUF012 - Django reads it so

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("topic")
        parser.add_argument("--jsonl", action="store_true", help="one question a line, until the input ends")

    def handle(self, *args: Any, **options: Any) -> None:
        topic = options["topic"]
        if topic not in TOPICS:
            raise CommandError(f"No topic called {topic}. Choose one of: {', '.join(sorted(TOPICS))}.")
        lines = sys.stdin if options["jsonl"] else [sys.stdin.read()]
        for line in lines:
            if line.strip():
                try:
                    values = answer(topic, _with_file(json.loads(line)))
                except (ValueError, RecursionError):
                    values = {"error": "not_json"}
                sys.stdout.write(json.dumps(values, ensure_ascii=False) + "\n")
                sys.stdout.flush()


FILE_FIELDS = ("html", "ics", "vcf")


def _with_file(question: Any) -> Any:
    """A question that names a `file`, with the file's text in its place; the core reads no files."""
    if not isinstance(question, dict) or not isinstance(question.get("file"), str):
        return question
    try:
        text = decoded(Path(question["file"]).read_bytes()[:8_000_000])
    except OSError:
        return {}
    return {**question, **{field: text for field in FILE_FIELDS if not question.get(field)}}
