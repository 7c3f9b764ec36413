"""Writes docs/formats/setup.schema.json from the code."""

import json
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT))

from kindknock.core.setup import json_schema

(ROOT / "docs" / "formats" / "setup.schema.json").write_text(
    json.dumps(json_schema(), indent=1) + "\n", encoding="utf-8"
)
