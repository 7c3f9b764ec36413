"""The formats as documented: the samples are read, the schema is what the code says."""

import json
import re
from pathlib import Path

import jsonschema
from django.test import SimpleTestCase

from kindknock.core.errors import UnreadableSetup
from kindknock.core.setup import json_schema, setup_from

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

    def test_what_cannot_be_read_says_where(self) -> None:
        for document, where in ((None, "the top"), ({"business": {"name": "x"}}, "site"), ({"business": {"name": "x", "country": "gb"}, "site": {"key": "k"}}, "business.country")):
            with self.assertRaises(UnreadableSetup) as caught:
                setup_from(document)
            self.assertEqual(caught.exception.where, where)
        self.assertEqual(setup_from({"version": 9, "later": 1, "business": {"name": "x"}, "site": {"key": "k"}}).version, 9)
