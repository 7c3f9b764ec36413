"""Ask the core from the command line: JSON in, JSON out, line by line."""

import sys
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from kindknock.ask import answer_lines, questions_from
from kindknock.core.asking import TOPICS


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
        answer_lines(topic, questions_from(sys.stdin, by_line=options["jsonl"]), sys.stdout)
