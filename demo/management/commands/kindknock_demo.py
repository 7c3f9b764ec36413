"""Lay out the demo business, once; and set its clock for whoever shows it at night."""

from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from demo import people, seed

HOURS = {
    "usual": lambda averil: people.keep_usual_hours(averil, None),
    "open": people.stand_open,
    "shut": people.stand_shut,
}


class Command(BaseCommand):
    help = "Lay out the demo business unless it is there."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument(
            "--once", action="store_true", help="what it does anyway: nothing where the demo is there"
        )
        parser.add_argument(
            "--hours",
            choices=list(HOURS),
            help="open: everybody is in round the clock; shut: nobody is until tomorrow; usual: as laid out",
        )

        parser.add_argument(
            "--begins",
            choices=["signposts", "note"],
            help="what the front door begins with from now on, published: as laid out, or the note at once",
        )

    def handle(self, *args: Any, **options: Any) -> None:
        if seed.is_laid_out():
            self.stdout.write("The demo is there already.")
        else:
            seed.lay_out()
            self.stdout.write("The demo is laid out.")
        if options["begins"]:
            seed.begin_with_signposts(on=options["begins"] == "signposts")
            self.stdout.write(f"The front door begins with: {options['begins']}.")
        if options["hours"]:
            HOURS[options["hours"]](seed.demo_site().business)
            self.stdout.write(f"Averil Cycle Works keeps these hours now: {options['hours']}.")
