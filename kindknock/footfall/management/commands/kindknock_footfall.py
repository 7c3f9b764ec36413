"""`manage.py kindknock_footfall [--anew DAYS]`: add up what came, or the sums of the last days once more."""

from datetime import timedelta
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from kindknock import clock
from kindknock.footfall.actions.sum_up import add_up_anew, sum_up
from kindknock.footfall.models import Event


class Command(BaseCommand):
    help = "Add up what came; with --anew DAYS make the sums of so many days from the events again."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--anew", type=int, default=0, metavar="DAYS")

    def handle(self, *args: Any, **options: Any) -> None:
        days, now = options["anew"], clock.now()
        # Of the first day that is kept some may be gone already.
        if not 0 <= days < Event.KEPT_DAYS:
            raise CommandError(f"Events are kept for {Event.KEPT_DAYS} days. Give fewer than that.")
        count = sum_up()
        if days:
            add_up_anew(now - timedelta(days=days - 1), now + timedelta(days=1))
        self.stdout.write(f"{count} events added up" + (f", {days} days made anew" if days else "") + ".")
