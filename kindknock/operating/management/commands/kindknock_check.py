"""Says in sentences what is wrong with a set-up."""

from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from kindknock import clock

from ...set_up import find


class Command(BaseCommand):
    help = "Look at how Kind Knock is set up, and say what is wrong and how to mend it."
    requires_system_checks: list[str] = []  # noqa: RUF012  # Django's

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--deploy", action="store_true", help="look at all that production needs")

    def handle(self, *args: Any, **options: Any) -> None:
        found = find(is_deployed=options["deploy"], at=clock.now())
        marks = {"wrong": "Wrong: ", "look": "Look: ", "unseen": "Not seen: "}
        for kind, mark in marks.items():
            for each in found:
                if each.kind == kind:
                    self.stdout.write(mark + each.says)
        count = sum(each.kind == "wrong" for each in found)
        if not found:
            self.stdout.write("Nothing is amiss.")
        elif not count:
            self.stdout.write("Nothing is wrong.")
        if count:
            raise SystemExit(1)
