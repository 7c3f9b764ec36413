"""The card's own small words in the languages we write ourselves, one file a language in words/. English
is the last resort.

Words with an underscore in front are used to write other texts and never sent by themselves.
None but English was read by a native reader yet (docs/languages.md says so).
"""

import json
from pathlib import Path

LANGUAGES = ("en", "pt", "ar", "nl", "de", "fr", "es", "it")
SMALL_WORDS: dict[str, dict[str, str]] = {
    tag: json.loads((Path(__file__).parent / "words" / f"{tag}.json").read_text(encoding="utf-8"))
    for tag in LANGUAGES
}
OWN_FIELDS = frozenset(["label", "heading", "away", "left", "mark", "hint", "agree"])
"""Those for which the door has a text of its own."""
WRITABLE: tuple[str, ...] = tuple(
    name for name in SMALL_WORDS["en"] if not name.startswith("_") and name not in OWN_FIELDS
)
"""Those an owner may write otherwise, by the door's `small`."""
