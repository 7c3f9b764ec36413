"""Brings a backup into an empty database."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from kindknock.accounts.models import Outgoing

from ...actions.restore import RestoreRefused, restore
from ...backup_file import BadBackup, identities_of


class Command(BaseCommand):
    help = "Restore a backup into the database of DATABASE_URL, which must be empty: all of it, or nothing."
    requires_system_checks: list[str] = []  # noqa: RUF012  # Django's

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)
        parser.add_argument("--key", type=Path, help="the file with the secret age key, if it is encrypted")

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            key = options["key"]
            identities = identities_of(key.read_text(encoding="utf-8")) if key else []
            head, is_same_secret = restore(options["file"], identities)
        except OSError as error:
            raise CommandError(f"{error.filename} can't be read: {error.strerror}.") from error
        except (BadBackup, RestoreRefused) as error:
            raise CommandError(str(error)) from error
        self.stdout.write(f"Everything of {head.made_at} is back.")
        if waiting := Outgoing.objects.filter(state=Outgoing.State.WAITING).count():
            self.stdout.write(
                f"Mails that waited when it was made: {waiting}. They go out once kind-knock-jobs runs, also "
                "those that have gone out since."
            )
        if not is_same_secret:
            self.stdout.write(
                "It was made under another KK_SECRET_KEY: with this one, second steps and recovery codes "
                "don't open, and mailed links have ended. Set that one, if you have it, or name it in "
                "KK_SECRET_KEYS_BEFORE."
            )
