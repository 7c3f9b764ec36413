"""Take a site's whole setup out as a file, and read one back into its draft."""

import json
import sys
import zipfile
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from kindknock import clock
from kindknock.doors.actions.import_setup import export_setup, import_setup
from kindknock.doors.actions.publish_release import PublishBlocked, publish_release
from kindknock.doors.actions.read_setup_file import SetupFileRefused, read_setup_file
from kindknock.sites.models import Site


class Command(BaseCommand):
    help = (
        "export SITE [FILE] writes the draft and the timetable as JSON; import SITE FILE reads one into "
        "the draft."
    )

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("what", choices=["export", "import"])
        parser.add_argument("site", help="the key in the embed line")
        parser.add_argument("file", nargs="?", help="- or nothing for standard input or output")
        parser.add_argument(
            "--of", default="", help="which site's setup, where a zip of everything has several"
        )
        parser.add_argument("--publish", action="store_true", help="after an import, publish it at once")

    def handle(self, *args: Any, **options: Any) -> None:
        site = Site.objects.select_related("business").filter(key=options["site"]).first()
        if site is None:
            raise CommandError(
                f"No site has the key {options['site']}. The key stands in its embed line, as data-site."
            )
        file = None if options["file"] in (None, "-") else Path(options["file"])
        if options["what"] == "export":
            text = json.dumps(export_setup(site, at=clock.now()), ensure_ascii=False, indent=1) + "\n"
            if file is None:
                sys.stdout.write(text)
            else:
                file.write_text(text, encoding="utf-8")
            return
        try:
            setup, timetable = read_setup_file(_text_of(file, options["of"]) if file else sys.stdin.read())
        except OSError as error:
            raise CommandError(f"{options['file']} can't be read: {error.strerror}.") from None
        except (SetupFileRefused, ValueError) as error:
            words = (
                f"{error.code} {error.where} {error.why}".strip()
                if isinstance(error, SetupFileRefused)
                else str(error)
            )
            raise CommandError(f"That is no setup file: {words}. Nothing was changed.") from None
        import_setup(site, setup, timetable, at=clock.now())
        if options["publish"]:
            try:
                publish_release(site, by=None, at=clock.now())
            except PublishBlocked as error:
                raise CommandError(
                    "Read into the draft, not published: " + ", ".join(f.code for f in error.findings)
                ) from None


def _text_of(file: Path, of: str) -> str:
    """The setup in a file, or in a zip of everything (docs/formats/everything.md). Raises ValueError."""
    if not zipfile.is_zipfile(file):
        return file.read_text(encoding="utf-8")
    with zipfile.ZipFile(file) as whole:
        setups = [name for name in whole.namelist() if name.startswith("setups/")]
        wanted = [name for name in setups if not of or name == f"setups/{of}.json"]
        if len(wanted) != 1:
            keys = ", ".join(name[len("setups/") : -len(".json")] for name in setups)
            raise ValueError(f"say which site's setup with --of: {keys or 'the zip has none'}")
        return whole.read(wanted[0]).decode("utf-8")
