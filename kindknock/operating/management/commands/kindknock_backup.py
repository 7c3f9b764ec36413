"""Makes a backup of everything: one file, pictures in it, encrypted if a key is given."""

import os
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from kindknock import clock

from ...actions.back_up import BackupFailed, back_up


class Command(BaseCommand):
    help = "Back up everything into one file: to a folder, into a command, or to standard output."

    def add_arguments(self, parser: CommandParser) -> None:
        where = parser.add_mutually_exclusive_group(required=True)
        where.add_argument("--to", type=Path, help="a folder; the file in it is named by the moment")
        where.add_argument("--into", help="a command that takes it by its standard input")
        where.add_argument("--stdout", action="store_true", help="standard output")
        parser.add_argument(
            "--for-key",
            action="append",
            default=[],
            help="encrypt for this public age key; may be given again (or KK_BACKUP_KEY, commas between)",
        )
        parser.add_argument("--keep", type=int, default=0, help="with --to: so many of the newest stay")

    def handle(self, *args: Any, **options: Any) -> None:
        keys = options["for_key"] or [
            key.strip() for key in os.environ.get("KK_BACKUP_KEY", "").split(",") if key.strip()
        ]
        if options["keep"] < 0:
            raise CommandError("--keep is how many backups stay: 0 keeps all.")
        try:
            name, size = back_up(
                folder=options["to"],
                command=options["into"] or "",
                recipients=keys,
                keep=options["keep"],
                at=clock.now(),
            )
        except BackupFailed as error:
            raise CommandError(str(error)) from error
        encrypted = "encrypted" if keys else "not encrypted"
        self.stderr.write(f"{size:,} bytes, {encrypted}{': ' + name if name else ''}")
