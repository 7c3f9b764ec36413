"""The everyday and trade words by which people look for an act, a sentence of the desk or a setting.

The studio reads the same file (`find_words.en.json`), so that Find answers without asking. Keys name what a
word leads to: `matter:` and a sentence, `action:` and an act.
"""

import json
from functools import lru_cache
from pathlib import Path


@lru_cache(maxsize=1)
def find_words() -> dict[str, tuple[str, ...]]:
    """What is found by which words; a word may lead to several."""
    text = (Path(__file__).parent / "find_words.en.json").read_text(encoding="utf-8")
    return {key: tuple(words.split()) for key, words in json.loads(text).items()}
