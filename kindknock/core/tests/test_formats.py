"""The formats as documented: the samples are read, the schema is what the code says."""

import json
import re
from datetime import datetime
from pathlib import Path

import jsonschema
from django.test import SimpleTestCase

from kindknock.core.errors import UnreadableSetup
from kindknock.core.hours import is_open
from kindknock.core.setup import json_schema, setup_from
from kindknock.core.timetable import hours_of, timetable_from

DOCS = Path(__file__).resolve().parents[3] / "docs"


class Formats(SimpleTestCase):
    def test_the_committed_schema_is_the_codes(self) -> None:
        pinned = json.loads((DOCS / "formats" / "setup.schema.json").read_text(encoding="utf-8"))
        self.assertEqual(pinned, json_schema(), "run: .venv/bin/python scripts/write_schema.py")

    def test_the_sample_in_the_docs_is_a_setup_and_fits_the_schema(self) -> None:
        sample = json.loads(re.search(r"```json\n(.*?)```", (DOCS / "formats" / "setup.md").read_text(encoding="utf-8"), re.DOTALL)[1])  # type: ignore[index]
        jsonschema.validate(sample, json_schema())
        setup = setup_from(sample)
        self.assertEqual(setup_from(setup.model_dump(mode="json")), setup)

    def test_the_sample_timetable_is_read_whole(self) -> None:
        sample = json.loads(re.search(r"```json\n(.*?)```", (DOCS / "formats" / "timetable.md").read_text(encoding="utf-8"), re.DOTALL)[1])  # type: ignore[index]
        table = timetable_from(sample)
        shop = hours_of(table.shop, "UTC")
        assert shop is not None
        self.assertEqual((shop.zone, len(shop.closures), len(shop.special), len(table.absences)), ("Europe/London", 2, 2, 1))
        for at, wanted in (("2026-12-24T12:59:00+00:00", True), ("2027-12-26T12:00:00+00:00", False), ("2026-11-29T01:30:00+00:00", True), ("2026-11-27T15:00:00+00:00", True)):
            self.assertEqual(is_open(shop, datetime.fromisoformat(at)), wanted, at)

    def test_what_cannot_be_read_says_where(self) -> None:
        for document, where in ((None, "the top"), ({"business": {"name": "x"}}, "site"), ({"business": {"name": "x", "country": "gb"}, "site": {"key": "k"}}, "business.country")):
            with self.assertRaises(UnreadableSetup) as caught:
                setup_from(document)
            self.assertEqual(caught.exception.where, where)
        self.assertEqual(setup_from({"version": 9, "later": 1, "business": {"name": "x"}, "site": {"key": "k"}}).version, 9)
