"""Lays out Averil Cycle Works, through the same actions as the screens."""

from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from demo.seed import is_laid_out, lay_out


class Command(BaseCommand):
    help = "Lay out the demo: Averil Cycle Works and everything that belongs to it."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--once", action="store_true", help="do nothing if it is there already")

    def handle(self, *args: Any, **options: Any) -> None:
        if is_laid_out():
            if not options["once"]:
                self.stderr.write("The demo is there already; nothing was changed.")
            return
        lay_out()
        self.stdout.write("Averil Cycle Works is laid out.")
