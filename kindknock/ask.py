"""Ask the core from a shell without Django: `python -m kindknock.ask TOPIC [--jsonl]`.

JSON in, JSON out, in order, as docs/asking.md says; `manage.py kindknock_ask` is the same. No line is ever
without its answer.
"""

import argparse
import io
import json
import re
import sys
import traceback
from collections.abc import Iterable
from pathlib import Path
from typing import Any, TextIO

from kindknock.core.asking import TOPICS, answer
from kindknock.core.formats.encodings import decoded

FILE_FIELDS = ("html", "ics", "vcf")
MOST_BYTES = 8_000_000
_LONE_SURROGATE = re.compile("[\ud800-\udfff]")


def answer_lines(topic: str, questions: Iterable[str], out: TextIO) -> None:
    """Write one line of JSON for each question that isn't blank."""
    for question in questions:
        if question.strip():
            out.write(_as_line(_answer(topic, question)) + "\n")
            out.flush()


def _answer(topic: str, question: str) -> dict[str, Any]:
    try:
        asked = _with_file(json.loads(question))
    except (ValueError, RecursionError):
        return {"error": "not_json"}
    try:
        return answer(topic, asked)
    except Exception:
        # A fault of ours: told where it can be seen, and the lines behind it are still answered.
        traceback.print_exc()
        return {"error": "failed"}


def _as_line(value: dict[str, Any]) -> str:
    """JSON that any terminal and file can hold: lone surrogates stand escaped."""
    text = json.dumps(value, ensure_ascii=False)
    return _LONE_SURROGATE.sub(lambda found: f"\\u{ord(found.group()):04x}", text)


def _with_file(asked: Any) -> Any:
    """A question that names a `file`, or pages that each do, with the file's text in its place; the core
    reads no files.
    """
    if isinstance(asked, dict) and isinstance(asked.get("pages"), list):
        return {**asked, "pages": [_with_file(page) for page in asked["pages"]]}
    if not isinstance(asked, dict) or not isinstance(asked.get("file"), str):
        return asked
    try:
        text = decoded(Path(asked["file"]).read_bytes()[:MOST_BYTES])
    except (OSError, ValueError):
        return {}
    return {**asked, **{field: text for field in FILE_FIELDS if not asked.get(field)}}


def questions_from(stream: TextIO, *, by_line: bool) -> Iterable[str]:
    """The questions in a stream: one a line, or one in all. Bytes that are no UTF-8 are marked, not fatal."""
    if isinstance(stream, io.TextIOWrapper):
        stream.reconfigure(errors="replace")
    return stream if by_line else [stream.read()]


def main() -> None:
    """The command line."""
    parser = argparse.ArgumentParser(prog="python -m kindknock.ask", description=__doc__)
    parser.add_argument("topic", choices=sorted(TOPICS))
    parser.add_argument("--jsonl", action="store_true", help="one question a line, until the input ends")
    options = parser.parse_args()
    answer_lines(options.topic, questions_from(sys.stdin, by_line=options.jsonl), sys.stdout)


if __name__ == "__main__":
    main()
